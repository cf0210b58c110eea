import type { MarkIs, PlacedKind } from '../../docket';
import { widthOf } from '../../imprint';
import { rect, type Size } from '../../measure';
import { CAPITALS, type Mark } from '../kinds';
import type { SheetSide } from '../rules';
import { plainOn, saidOn } from './facts';

/** A mark drawn upright from its own lower left corner, and the room it takes. */
export interface Drawn extends Size {
  readonly marks: readonly Mark[];
}

/** What is drawn by itself, and finds a place; a die line lies where its piece does. */
type Standing = Exclude<PlacedKind, 'die'>;
type Of<K extends Standing> = Extract<MarkIs, { kind: K }>;

/** How each kind is drawn. @param long the edge that it stands at, mm: for what goes along all of it */
const DRAW: { readonly [K in Standing]: (is: Of<K>, on: SheetSide, long: number) => Drawn } = {
  words,
  code,
  strip,
  arrow,
  line: ({ length, weight }) => ({
    width: Math.max(weight, 0.2),
    height: length,
    marks: [stroke(Math.max(weight, 0.2) / 2, 0, Math.max(weight, 0.2) / 2, length, weight)],
  }),
  dot: ({ diameter }) => ({
    width: diameter,
    height: diameter,
    marks: [
      {
        kind: 'circle',
        of: 'placed',
        centre: [diameter / 2, diameter / 2],
        radius: diameter / 2,
        weight: 0,
        filled: true,
      },
    ],
  }),
};

/** A mark of any kind, drawn for a side. */
export const drawnOn = (is: Of<Standing>, on: SheetSide, long: number): Drawn =>
  (DRAW[is.kind] as (is: Of<Standing>, on: SheetSide, long: number) => Drawn)(is, on, long);

const stroke = (x1: number, y1: number, x2: number, y2: number, weight: number): Mark => ({
  kind: 'line',
  of: 'placed',
  from: [x1, y1],
  to: [x2, y2],
  weight,
  dash: [],
});

/** Lines apart from each other, in capitals. */
const APART = 1.6;
/** Below the last base line there is room for what hangs from it, in capitals. */
const HANGS = 0.35;

function words({ text, height }: Of<'words'>, on: SheetSide): Drawn {
  const em = height / CAPITALS;
  const lines = saidOn(text, on);
  const wide = (t: string): number => widthOf(t, 'text') * em;
  const widths = lines.map((line) => line.reduce((sum, s) => sum + wide(s.text), 0));
  const marks = lines.flatMap((line, i): Mark[] => {
    let x = 0;
    return line.flatMap(({ text: t, ink }): Mark[] => {
      const room = wide(t);
      const at = [x, (lines.length - 1 - i) * height * APART + height * HANGS] as const;
      x += room;
      if (t.trim() === '') return [];
      return [
        {
          kind: 'text',
          of: 'placed',
          at,
          text: t,
          height,
          turned: 0,
          room: room + 0.01,
          live: true,
          ...(ink === null ? {} : { ink }),
        },
      ];
    });
  });
  return { width: Math.max(0.1, ...widths), height: ((lines.length - 1) * APART + 1 + HANGS) * height, marks };
}

function code({ symbology, text, width, height }: Of<'code'>, on: SheetSide): Drawn {
  const high = symbology === 'code-128' ? height : width;
  return {
    width,
    height: high,
    marks: [
      { kind: 'code', of: 'placed', rect: rect(0, 0, width, high), symbology, text: plainOn(text, on), turned: 0 },
    ],
  };
}

/** Tints of the wedge, in which a plate is seen to be exposed as it should be; then lines of these thicknesses. mm */
export const WEDGE = [0.02, 0.05, 0.1, 0.25, 0.5, 0.75, 0.9, 0.95, 0.98, 1] as const;
export const LINES = [0.025, 0.05, 0.1] as const;

/** Patches of a strip at most: what is longer stands in the middle of its edge. */
const MOST_PATCHES = 160;

/** The plate control strip: a wedge of tints, and patches of lines as thick as the gaps between them, both ways. */
function strip({ patch, whole }: Of<'strip'>, _on: SheetSide, long: number): Drawn {
  const one = WEDGE.length + 2 * LINES.length;
  const count = whole ? Math.min(MOST_PATCHES, Math.max(one, Math.floor(long / patch + 1e-6))) : one;
  const marks: Mark[] = [];
  for (let i = 0; i < count; i++) {
    const x = i * patch;
    const k = i % one;
    if (k < WEDGE.length) {
      marks.push({ kind: 'area', of: 'placed', rect: rect(x, 0, patch, patch), black: false, tint: WEDGE[k]! });
      continue;
    }
    const weight = LINES[(k - WEDGE.length) >> 1]!;
    const upright = (k - WEDGE.length) % 2 === 0;
    const all = Math.floor(patch / (2 * weight) + 1e-6);
    for (let j = 0; j < all; j++) {
      const at = (2 * j + 0.5) * weight;
      marks.push(upright ? stroke(x + at, 0, x + at, patch, weight) : stroke(x, at, x + patch, at, weight));
    }
  }
  return { width: count * patch, height: patch, marks };
}

/** An arrow that points down, to the lead edge: its barbs are a quarter of its length. */
function arrow({ length, weight }: Of<'arrow'>): Drawn {
  const barb = length / 4;
  const half = Math.max(weight / 2, 0.1);
  const width = barb + 2 * half;
  const x = width / 2;
  return {
    width,
    height: length,
    marks: [
      stroke(x, half, x, length, weight),
      stroke(x, half, half, barb + half, weight),
      stroke(x, half, width - half, barb + half, weight),
    ],
  };
}
