import type { QuarterTurns, Rect } from '../measure';

export type MarkKind = 'crop' | 'register' | 'fold' | 'slug' | 'centre' | 'collating' | 'section' | 'spine' | 'tab';

/** A mark as vectors, in millimetres on one side. Marks print in every separation, unless they are black alone. */
export type Mark =
  | {
      readonly kind: 'line';
      readonly of: MarkKind;
      readonly from: readonly [number, number];
      readonly to: readonly [number, number];
      readonly weight: number;
      readonly dash: readonly number[];
    }
  | {
      readonly kind: 'circle';
      readonly of: 'register';
      readonly centre: readonly [number, number];
      readonly radius: number;
      readonly weight: number;
    }
  | {
      readonly kind: 'area';
      readonly of: 'collating';
      readonly rect: Rect;
      readonly black: boolean;
    }
  | {
      readonly kind: 'text';
      readonly of: 'slug' | 'section' | 'tab';
      /** Start of the base line. */
      readonly at: readonly [number, number];
      readonly text: string;
      /** Height of its letters from base line to the top of capitals. */
      readonly height: number;
      readonly turned: QuarterTurns;
      /** The longest it may be; what is longer is set narrower. */
      readonly room: number;
      readonly black?: boolean;
    };

/** Where marks may be: inside `area` and outside every `keepOff` rectangle (the pages with their bleed). */
export interface MarkSpace {
  readonly area: Rect;
  readonly keepOff: readonly Rect[];
}
