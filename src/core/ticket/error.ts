/** A ticket that cannot be read, in words that say where and what to do. */
export class TicketError extends Error {}
