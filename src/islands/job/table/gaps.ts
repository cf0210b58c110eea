import {
  EPSILON,
  formatLength,
  onForm,
  throughSheet,
  yieldOf,
  type Lay,
  type Lies,
  type Patch,
  type Rect,
  type SideName,
  type Unit,
} from '../../../core';

/** What can be dragged on the sheet of flat work, mm from the lower left of the side that is seen. */
export interface Grip {
  readonly key: string;
  /** Along the sheet, or up it. */
  readonly way: 'x' | 'y';
  /** A gap between columns or rows, or the margin on one side of all. */
  readonly kind: 'gap' | 'margin';
  /** Where it stands along its way. */
  readonly at: number;
  /** How many millimetres the wish grows by for one that the hand goes to the right or up. */
  readonly gain: number;
  /** How large the gap or the margin is now. */
  readonly now: number;
}

/** Positions once, in order. */
const distinct = (values: readonly number[]): number[] =>
  [...values].sort((a, b) => a - b).filter((v, i, all) => i === 0 || v - all[i - 1]! > EPSILON);

/** Where there are no columns or rows: the nearest two neighbours' gap, for all. */
function anyGap(way: 'x' | 'y', trims: readonly Rect[]): Grip[] {
  const [size, other, across] = way === 'x' ? (['width', 'y', 'height'] as const) : (['height', 'x', 'width'] as const);
  let best: Grip | null = null;
  for (const t of trims)
    for (const r of trims) {
      const now = r[way] - t[way] - t[size];
      const beside = r[other] < t[other] + t[across] - EPSILON && t[other] < r[other] + r[across] - EPSILON;
      if (now < -EPSILON || !beside || (best && best.now <= now + EPSILON)) continue;
      best = { key: `${way} 1`, way, kind: 'gap', at: r[way], gain: 1, now: Math.max(0, now) };
    }
  return best ? [best] : [];
}

/**
 * The gaps between columns and rows of a grid, and the four margins. A gap's outer edge goes with the hand: with n columns
 * in the middle of the sheet the k-th gap's edge moves by k − (n − 1) / 2 of what the gap grows.
 */
export function gripsOf(lay: Lay, side: SideName): Grip[] {
  const seen = (r: Rect): Rect => (side === 'front' ? r : throughSheet(r, lay.paper, lay.turn));
  const trims = onForm(lay).map((d) => seen(d.trim));
  if (trims.length === 0) return [];
  const ways = [
    { way: 'x', starts: trims.map((t) => t.x), ends: trims.map((t) => t.x + t.width), paper: lay.paper.width },
    { way: 'y', starts: trims.map((t) => t.y), ends: trims.map((t) => t.y + t.height), paper: lay.paper.height },
  ] as const;
  return ways.flatMap(({ way, starts, ends, paper }): Grip[] => {
    const [low, high] = [Math.min(...starts), Math.max(...ends)];
    // the back is seen through the sheet: what is moved to the right there goes to the left
    const mirrored = side === 'back' && (lay.turn === 'turn') === (way === 'x');
    const moved = mirrored ? -1 : 1;
    const margins: Grip[] = [
      { key: `${way} low`, way, kind: 'margin', at: low, gain: moved, now: low },
      { key: `${way} high`, way, kind: 'margin', at: high, gain: moved, now: paper - high },
    ];
    // pieces in two blocks have no columns; a sheet that is turned onto itself has two grids
    if (!lay.grid || yieldOf(lay.work) === 2) return [...anyGap(way, trims), ...margins];
    const from = distinct(starts);
    const to = distinct(ends);
    const n = from.length;
    const gaps = from.slice(1).map((start, i): Grip => {
      const k = i + 1;
      const [at, end] = 2 * k >= n ? [start, 1] : [to[i]!, -1];
      const edge = 2 * k >= n ? k - (n - 1) / 2 : (n - 1) / 2 - k + 1;
      return { key: `${way} ${k}`, way, kind: 'gap', at, gain: end / edge, now: start - to[i]! };
    });
    return [...gaps, ...margins];
  });
}

/** What is dragged, and what was wished when it was taken hold of. */
export interface Held {
  readonly grip: Grip;
  readonly lies: Pick<Lies, 'gap' | 'offset'>;
  readonly bleed: number;
}

/** A length as it is set by hand: tenths of a millimetre, hundredths of an inch. */
const rounded = (mm: number, unit: Unit): number =>
  unit === 'mm' ? Math.round(mm * 10) / 10 : (Math.round((mm / 25.4) * 100) / 100) * 25.4;

/** A change of the docket, as it is called. */
export interface Wish {
  readonly patch: Patch;
  readonly label: string;
}

/**
 * What is wished when a grip has gone `by` millimetres to the right or up. Within `reach` of it a gap is held to none and to
 * twice the bleed, the whole to the middle of the sheet.
 */
export function draggedTo({ grip, lies, bleed }: Held, by: number, reach: number, unit: Unit): Wish {
  const { kind, way, gain, now } = grip;
  const mm = by * gain;
  const heldTo = (to: number, places: readonly number[], least: number, most: number): number =>
    places.find((v) => Math.abs(v - to) < reach * Math.abs(gain)) ?? Math.max(least, Math.min(most, rounded(to, unit)));
  if (kind === 'gap') {
    const to = heldTo(now + mm, [0, 2 * bleed], 0, 200);
    const across = way === 'x' ? 'across' : 'down';
    return {
      patch: { product: { lies: { gap: { [across]: to } } } },
      label: `gap ${formatLength(to, unit)} ${across}`,
    };
  }
  const to = heldTo(lies.offset[way] + mm, [0], -1000, 1000);
  return { patch: { product: { lies: { offset: { [way]: to } } } }, label: `moved ${formatLength(to, unit)}` };
}
