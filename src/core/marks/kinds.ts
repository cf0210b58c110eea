import type { Symbology, WishedMark } from '../docket';
import { grow, type QuarterTurns, type Rect } from '../measure';

/** What a mark is, as the printed plan names it; words on tabs are not wished for, they belong to the tab, and what a machine reads to it. */
export type MarkKind = WishedMark | 'tab' | 'placed' | 'machine';

/** The height of the capitals of the font of marks, in ems. */
export const CAPITALS = 0.668;

/** A mark as vectors, in millimetres on one side. Marks print in every separation, unless they are black alone. */
export type Mark =
  | {
      readonly kind: 'line';
      readonly of: MarkKind;
      readonly from: readonly [number, number];
      readonly to: readonly [number, number];
      readonly weight: number;
      readonly dash: readonly number[];
      readonly ink?: string;
      /** Printed over what lies there, which stays as it is (overprint). */
      readonly over?: true;
    }
  | {
      readonly kind: 'circle';
      readonly of: MarkKind;
      readonly centre: readonly [number, number];
      readonly radius: number;
      readonly weight: number;
      /** Filled, in place of a line round it. */
      readonly filled?: true;
      readonly ink?: string;
      /** Paper that stays clear round it, mm. */
      readonly clear?: number;
    }
  | {
      readonly kind: 'area';
      readonly of: MarkKind;
      readonly rect: Rect;
      readonly black: boolean;
      /** White, so that what stands on it is seen on any artwork. */
      readonly white?: true;
      /** Shares of the process inks, 0 to 1, in place of every separation. */
      readonly cmyk?: readonly [number, number, number, number];
      /** How much of every separation, 0 to 1, in place of all of it. */
      readonly tint?: number;
      /** How much of an ink that is none of the process inks. */
      readonly spot?: { readonly name: string; readonly tint: number };
      /** Paper that stays clear round it, mm. */
      readonly clear?: number;
    }
  | {
      readonly kind: 'text';
      readonly of: MarkKind;
      /** Start of the base line. */
      readonly at: readonly [number, number];
      readonly text: string;
      /** Height of its letters from base line to the top of capitals. */
      readonly height: number;
      readonly turned: QuarterTurns;
      /** The longest it may be; what is longer is set narrower. */
      readonly room: number;
      readonly black?: boolean;
      /** The one ink that it is printed in. */
      readonly ink?: string;
      /** Text that can be found and copied, in place of outlines. */
      readonly live?: true;
    }
  | {
      /** A code for machines, drawn by whoever has what makes codes. */
      readonly kind: 'code';
      readonly of: MarkKind;
      /** The placed mark that it is of. */
      readonly id?: string;
      /** What it takes with its quiet zone. */
      readonly rect: Rect;
      readonly symbology: Symbology;
      readonly text: string;
      readonly turned: QuarterTurns;
      readonly black?: boolean;
      readonly ink?: string;
    };

/** Where marks may be: inside `area` and outside every `keepOff` rectangle (the pages with their bleed). */
export interface MarkSpace {
  readonly area: Rect;
  readonly keepOff: readonly Rect[];
}

/** The rectangle that a mark takes. */
export function markBox(m: Mark): Rect {
  switch (m.kind) {
    case 'line': {
      // half a millimetre is kept clear of it, more of one that is thick
      const half = Math.max(0.5, m.weight / 2);
      const [x, y] = [Math.min(m.from[0], m.to[0]) - half, Math.min(m.from[1], m.to[1]) - half];
      const [width, height] = [Math.abs(m.from[0] - m.to[0]), Math.abs(m.from[1] - m.to[1])];
      return { x, y, width: width + 2 * half, height: height + 2 * half };
    }
    case 'circle': {
      const [x, y] = m.centre;
      const reach = m.radius + (m.clear ?? 0);
      return { x: x - reach, y: y - reach, width: 2 * reach, height: 2 * reach };
    }
    case 'area':
      return m.clear ? grow(m.rect, m.clear) : m.rect;
    case 'code':
      return m.rect;
    case 'text': {
      const [x, y] = m.at;
      const { height: h, room } = m;
      switch (m.turned) {
        case 0:
          return { x, y, width: room, height: h };
        case 1:
          return { x: x - h, y, width: h, height: room };
        case 2:
          return { x: x - room, y: y - h, width: room, height: h };
        case 3:
          return { x, y: y - room, width: h, height: room };
      }
    }
  }
}
