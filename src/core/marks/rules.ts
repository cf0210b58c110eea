import type { Inks, MarksWish, WishedMark } from '../docket';
import type { Lay } from '../lay';
import type { Piece } from '../makeup';
import type { Rect, Series } from '../measure';
import type { Plan, Sheet, SideName } from '../sheet';
import type { FoldLine } from '../lay';
import type { Mark, MarkSpace } from './kinds';

/** A side of a lay, whatever pages are on it. Millimetres, seen from that side. */
export interface LaySide {
  readonly lay: Lay;
  readonly side: SideName;
  /** Trims of all pieces that the side's form carries. */
  readonly trims: readonly Rect[];
  /** Where a knife goes. */
  readonly cuts: { readonly upright: readonly number[]; readonly level: readonly number[] };
  readonly folds: readonly FoldLine[];
  readonly space: MarkSpace;
  /** The rectangle round all pieces with their bleed. */
  readonly block: Rect;
  /** What the job is printed in, where somebody says. */
  readonly inks: Inks | null;
}

/** A side of a sheet with what lies on it. */
export interface SheetSide extends LaySide {
  readonly sheet: Sheet;
  readonly pieces: Series<Piece>;
  /** Sheets in all. */
  readonly sheets: number;
  readonly title: string;
  readonly date: string;
  /** What the order system calls the job. */
  readonly order: string | null;
  readonly customer: string | null;
  readonly due: string | null;
  readonly copies: number;
}

/** A wish of a mark that is set by hand. */
export interface MarkField<F> {
  readonly key: F;
  /** As a label says it beside the mark's name: `length`. */
  readonly label: string;
  /** Whether a plan has any use for it; every one where it is not said. */
  readonly applies?: (plan: Plan) => boolean;
  /** A length in millimetres, a count, or one of several. */
  readonly as:
    | { readonly kind: 'length'; readonly min: number; readonly max: number }
    | { readonly kind: 'count'; readonly min: number; readonly max: number }
    | { readonly kind: 'choice'; readonly options: readonly { readonly key: string; readonly label: string }[] };
}

/** Everything that a kind of mark decides. Nothing else asks which kind it is. */
export interface MarkRule<K extends WishedMark> {
  /** As a switch names it: `Crop marks`. */
  readonly label: string;
  /** What more there is to know of it. */
  readonly detail?: string;
  /** Whether it says the docket's date. */
  readonly dated?: true;
  /** In a sentence: `crop marks`, `the slug line`. */
  readonly said: string;
  /** In the list of those that are on: `crop`; null where it is not worth a word. */
  readonly short: string | null;
  readonly fields: readonly MarkField<keyof MarksWish[K] & string>[];
  /** Whether the work is spoilt without it. */
  readonly vital: boolean;
  /** Whether there is anything for it to mark. */
  readonly applies: (plan: Plan) => boolean;
  /** Whether it is missed on a lay where it finds no room. */
  readonly missed: (lay: Lay) => boolean;
  /** Drawn on every sheet of a lay alike. */
  readonly onLay?: (wish: MarksWish[K], on: LaySide, taken: readonly Mark[]) => Mark[];
  /** Drawn for what lies on a sheet, after those of the lay. */
  readonly onSheet?: (wish: MarksWish[K], on: SheetSide, taken: readonly Mark[]) => Mark[];
}

/** The fields of a mark that is a line outside the trims. */
export const lineFields = (length = 'length'): readonly MarkField<'length' | 'offset' | 'weight'>[] => [
  { key: 'length', label: length, as: { kind: 'length', min: 0, max: 50 } },
  { key: 'offset', label: 'offset', as: { kind: 'length', min: 0, max: 50 } },
  { key: 'weight', label: 'weight', as: { kind: 'length', min: 0.01, max: 5 } },
];
