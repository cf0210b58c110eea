import { create } from 'zustand';
import type { Rect } from '../../core';

/** What of a file's pages somebody was led to: a page of it, and places on its pages with what is there. */
export interface LookedAt {
  /** Which of the job's files, from 0. */
  readonly file: number;
  readonly page: number;
  readonly places: readonly { readonly page: number; readonly box: Rect; readonly said: string }[];
}

/** Counts up with each asking, so that the same page can be asked for again. */
export const useLooking = create<{ readonly at: LookedAt | null; readonly times: number }>(() => ({
  at: null,
  times: 0,
}));

/** Leads to a page of a file, large, with places on it. */
export const lookAt = (at: LookedAt): void => useLooking.setState(({ times }) => ({ at, times: times + 1 }));

/** What the check of a file has come to, by its name in the store: known once somebody has opened the Artwork station. */
export const useFileOutcome = create<Readonly<Record<string, 'stop' | 'look' | 'fine'>>>(() => ({}));
