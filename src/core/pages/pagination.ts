import type { Blanks } from '../docket';

/** Pages in reading order: each its number from 1, or null for a blank. */
export type ReadingOrder = readonly (number | null)[];

/** How many blanks bring a page count to whole sections of `unit` pages. */
export const blanksNeeded = (pages: number, unit = 4): number => (unit - (pages % unit)) % unit;

/**
 * Lays pages and the blanks they need in reading order.
 * The result's length is a multiple of `unit`, at least one unit and at least `least`.
 */
export function readingOrder(pages: number, blanks: Blanks, unit = 4, least = 0): ReadingOrder {
  const order: (number | null)[] = Array.from({ length: pages }, (_, i) => i + 1);
  const floor = Math.max(unit, least + blanksNeeded(least, unit));
  if (pages === 0) return Array.from({ length: floor }, () => null);
  const extra = blanks.kind === 'after' ? blanks.pages.filter((p) => p <= pages) : [];
  // A wish that would leave an incomplete section gets the rest at the end; one with whole sections of blanks stands.
  const wished = pages + extra.length;
  const need = Math.max(wished + blanksNeeded(wished, unit), floor) - pages;
  const fill = (n: number): null[] => Array.from({ length: n }, () => null);
  switch (blanks.kind) {
    case 'unsettled':
    case 'end':
      return [...order, ...fill(need)];
    case 'before-last':
      return pages === 1 ? [1, ...fill(need)] : [...order.slice(0, -1), ...fill(need), pages];
    case 'inside-covers':
      if (need === 0 || pages < 2) return [...order, ...fill(need)];
      return [1, null, ...order.slice(1, -1), ...fill(need - 1), pages];
    case 'after': {
      const out: (number | null)[] = [];
      for (let p = 0; p <= pages; p++) {
        if (p > 0) out.push(p);
        for (const at of extra) if (at === p) out.push(null);
      }
      return [...out, ...fill(need - extra.length)];
    }
  }
}
