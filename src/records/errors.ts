/** A file that is no table, or none that can be taken: says in the user's words what to do. */
export class TableError extends Error {}
