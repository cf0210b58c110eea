import { rectThrough, spanned } from '../measure';
import type { Lay } from './kinds';
import { throughSheet, yieldOf } from './turn';

type SideName = 'front' | 'back';

/** A fold, a score or a perforation across a piece, as it lies on the sheet. */
export interface FoldLine {
  /** Which piece of the lay, from 0. */
  readonly down: number;
  readonly upright: boolean;
  readonly at: number;
  /** From where to where it runs, along its axis. */
  readonly from: number;
  readonly to: number;
  /** Which fold makes it, from 1; 0 for what nothing folds. */
  readonly order: number;
  readonly kind: 'fold' | 'score' | 'perforation';
}

/** The lines that a lay is folded, scored and perforated along, seen from a side. */
export function foldLines({ downs, paper, turn }: Lay, side: SideName = 'front'): FoldLine[] {
  return downs.flatMap(({ shape, at }, down) =>
    shape.lines.flatMap(({ kind, from, to, order }): FoldLine[] => {
      if (kind === 'trim') return [];
      const flat = rectThrough(at, spanned(from, to));
      const r = side === 'front' ? flat : throughSheet(flat, paper, turn);
      const upright = r.width < r.height;
      return [
        {
          down,
          upright,
          at: upright ? r.x : r.y,
          from: upright ? r.y : r.x,
          to: upright ? r.y + r.height : r.x + r.width,
          order,
          kind,
        },
      ];
    }),
  );
}

/** The lines on a side's form: where one form prints both sides, those of the back as well. */
export const foldLinesOnForm = (lay: Lay, side: SideName): FoldLine[] =>
  yieldOf(lay.work) === 1
    ? foldLines(lay, side)
    : [...foldLines(lay, side), ...foldLines(lay, side === 'front' ? 'back' : 'front')];

/** What is scored or perforated in pieces that are cut out flat, seen from the front: on the whole form. */
export const scoredOnForm = (lay: Lay): FoldLine[] => foldLinesOnForm(lay, 'front').filter(isScored);

/** Whether a line is scored or perforated by itself; the spine of a cover is scored where it is folded. */
export const isScored = ({ kind, order }: Pick<FoldLine, 'kind' | 'order'>): boolean =>
  (kind === 'score' || kind === 'perforation') && order === 0;
