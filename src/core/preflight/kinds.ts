import type { Rect } from '../measure';
import type { CrookedLook, FileLook } from './look';
import type { PreflightRules, Weight } from '../shop';

/** Something that a check has found, and where. */
export interface Found {
  /** From 1; null for the file. */
  readonly page: number | null;
  readonly box: Rect | null;
  /** What is there: `96 pixels an inch`. */
  readonly said: string;
  /** How a scan lies there. */
  readonly lies?: CrookedLook;
}

/** One check: one thing that may be wrong with a file. */
export interface PreflightCheck {
  /** What is wrong, as a heading. */
  readonly title: string;
  /** Why it matters, in the operator's words. */
  readonly why: string;
  /** What to do about it. */
  readonly mend: string;
  /** What it weighs where the rules say nothing. */
  readonly weight: Weight;
  readonly look: (file: FileLook, rules: PreflightRules) => Found[];
}

/** What is found page by page. */
export const onPages = (
  { pages }: FileLook,
  look: (page: FileLook['pages'][number], index: number) => readonly Omit<Found, 'page'>[],
): Found[] => pages.flatMap((page, i) => look(page, i).map((found) => ({ page: i + 1, ...found })));
