import * as z from 'zod';

/** Which pages of a file something is wished for, as people write it: `1-4, odd, 7-`. */

/** A range that cannot be read, said in words. */
export class PageRangeError extends Error {}

/** Pages a file may have at most, as far as ranges name them. */
const FARTHEST = 100_000;
/** Ranges in one field at most. */
const MOST_RANGES = 200;

/** What a range takes in. */
export type PageRange =
  | { readonly kind: 'odd' | 'even' }
  /** From a page to another, both among them; without an end up to the last page. */
  | { readonly kind: 'run'; readonly from: number; readonly to: number | null };

const ALL: readonly PageRange[] = [{ kind: 'run', from: 1, to: null }];

function rangeOf(word: string): PageRange {
  if (word === 'odd' || word === 'even') return { kind: word };
  const m = /^(\d+)?\s*(?:(-)\s*(\d+)?)?$/.exec(word);
  if (!m || (m[1] === undefined && m[3] === undefined))
    throw new PageRangeError(`“${word}” is no range of pages: type 1-4, odd, 7-.`);
  const from = m[1] === undefined ? 1 : Number(m[1]);
  const to = m[2] === undefined ? from : m[3] === undefined ? null : Number(m[3]);
  if (from < 1 || from > FARTHEST || (to !== null && (to < 1 || to > FARTHEST)))
    throw new PageRangeError(`“${word}”: pages are counted from 1 to ${FARTHEST}.`);
  return { kind: 'run', from: to === null ? from : Math.min(from, to), to: to === null ? null : Math.max(from, to) };
}

/**
 * Reads a typed range: pages and ranges with commas between them, `odd`, `even`, `all`; one without an end runs to the
 * last page. Nothing is all pages.
 * @throws PageRangeError
 */
export function parsePageRange(text: string): readonly PageRange[] {
  const words = text
    .toLowerCase()
    .replace(/\s*[-–]\s*/g, '-')
    .split(/[,;\s]+/)
    .filter((word) => word !== '');
  if (words.length > MOST_RANGES) throw new PageRangeError(`That is more than ${MOST_RANGES} ranges.`);
  if (words.length === 0 || words.includes('all')) return ALL;
  return words.map(rangeOf);
}

/** Whether a page, counted from 1, is among those of a range. */
export const inRange = (ranges: readonly PageRange[], page: number): boolean =>
  ranges.some((r) => {
    switch (r.kind) {
      case 'odd':
        return page % 2 === 1;
      case 'even':
        return page % 2 === 0;
      case 'run':
        return page >= r.from && (r.to === null || page <= r.to);
    }
  });

/** Pages as a range, as short as they can be said: `1-4, 7`; `all` where they are all. @param pages rising */
export function pageRangeText(pages: readonly number[], count: number): string {
  if (pages.length >= count) return 'all';
  const runs: [number, number][] = [];
  for (const page of pages) {
    const last = runs.at(-1);
    if (last && page === last[1] + 1) last[1] = page;
    else runs.push([page, page]);
  }
  return runs.map(([from, to]) => (from === to ? `${from}` : `${from}-${to}`)).join(', ');
}

function readable(text: string): boolean {
  try {
    parsePageRange(text);
    return true;
  } catch {
    return false;
  }
}

export const PageRangeField = z
  .string()
  .max(1500)
  .refine(readable, 'is no range of pages: 1-4, odd, 7-')
  .describe('Which pages of the file: 1-4, odd, 7-; all');
