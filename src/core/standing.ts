/** Where a job stands in the day's work, in the order of the work. */
export const STANDINGS = ['to decide', 'ready', 'on the floor', 'to finish', 'done'] as const;
export type Standing = (typeof STANDINGS)[number];
