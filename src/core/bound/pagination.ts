import type { Blanks } from '../docket/schema';

/** The booklet's pages in reading order: each the artwork's page number from 1, or null for a blank. */
export type ReadingOrder = readonly (number | null)[];

/** How many blanks bring a page count to whole sheets of four pages. */
export const blanksNeeded = (pages: number): number => (4 - (pages % 4)) % 4;

/**
 * Lays the artwork's pages and the blanks they need in reading order.
 * The result's length is a multiple of four, at least four.
 */
export function readingOrder(pages: number, blanks: Blanks): ReadingOrder {
  const order: (number | null)[] = Array.from({ length: pages }, (_, i) => i + 1);
  if (pages === 0) return [null, null, null, null];
  const extra = blanks.kind === 'after' ? blanks.pages.filter((p) => p <= pages) : [];
  // A wish that would leave an incomplete sheet gets the rest at the end; one with whole sheets of blanks stands.
  const need = extra.length + blanksNeeded(pages + extra.length);
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
