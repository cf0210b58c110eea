import { useEffect, useState } from 'react';
import { pairPages, unpackArtwork, type Artwork, type PackedArtwork, type PagePair } from '../../../core';
import { ask, pictureUrl } from '../../../ui/client';

/** Pictures that are looked at, and compared: as wide as the table draws them at first. */
export const WIDTH = 640;
/** Pages that are compared at most; what lies behind is looked at by eye. */
export const MOST_COMPARED = 600;
/** Pictures asked for at once: others wait for theirs, too. */
const AT_ONCE = 4;

export interface Comparison {
  /** The former file. */
  readonly former: Artwork;
  readonly done: number;
  readonly total: number;
  /** Its pages and the new file's; null while they are looked at. */
  readonly pairs: readonly PagePair[] | null;
}

/** What is known so far; null before anything is. And what went wrong, with the way to try again. */
export interface Comparing {
  readonly found: Comparison | null;
  readonly problem: string | null;
  readonly again: () => void;
}

/** What a page looks like: its picture's bytes as one number. Drawn from the same page it is the same. */
async function lookOf(sha: string, page: number, signal: AbortSignal): Promise<string> {
  const answer = await fetch(pictureUrl(sha, page, WIDTH), { signal });
  if (!answer.ok) return `none ${sha} ${page}`;
  const bytes = new Uint8Array(await answer.arrayBuffer());
  // FNV-1a, twice, and the length: only pages of two versions of a file are told apart by it
  let [a, b] = [0x811c9dc5, 0x01000193];
  for (const byte of bytes) {
    a = Math.imul(a ^ byte, 0x01000193);
    b = Math.imul(b ^ byte, 0x85ebca6b) + 1;
  }
  return `${bytes.length} ${a >>> 0} ${b >>> 0}`;
}

/** Compares a file with the one that it replaced, page by page, by what they look like. */
export function useComparison(before: string, after: string, pagesAfter: number): Comparing {
  const [it, setIt] = useState<Comparison | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    const stop = new AbortController();
    const { signal } = stop;
    const look = async (): Promise<void> => {
      const former = unpackArtwork(await ask<PackedArtwork>(`/api/artworks/${before}`));
      const wanted = [
        ...Array.from({ length: Math.min(former.pages.length, MOST_COMPARED) }, (_, i) => [before, i + 1] as const),
        ...Array.from({ length: Math.min(pagesAfter, MOST_COMPARED) }, (_, i) => [after, i + 1] as const),
      ];
      const looks = wanted.map(() => '');
      let [next, done] = [0, 0];
      setIt({ former, done, total: wanted.length, pairs: null });
      const work = async (): Promise<void> => {
        while (next < wanted.length) {
          const i = next++;
          looks[i] = await lookOf(...wanted[i]!, signal);
          if (++done % 8 === 0) setIt({ former, done, total: wanted.length, pairs: null });
        }
      };
      await Promise.all(Array.from({ length: AT_ONCE }, work));
      const many = Math.min(former.pages.length, MOST_COMPARED);
      setIt({ former, done, total: wanted.length, pairs: pairPages(looks.slice(0, many), looks.slice(many)) });
    };
    setProblem(null);
    look().catch((e: unknown) => {
      // closed, nobody asks any more
      if (!signal.aborted) setProblem((e as Error).message);
    });
    return () => stop.abort();
  }, [before, after, pagesAfter, tries]);
  return { found: it, problem, again: () => setTries((n) => n + 1) };
}
