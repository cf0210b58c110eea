import type { Knife, Moment, QuarterTurns, Rect } from '../../../core';

/** Where what is cut lies on the drawn table: millimetres, y down. */

/** A pile on the table: where its middle is, how it lies and how large it is drawn. */
export interface Lying {
  readonly rect: Rect;
  readonly x: number;
  readonly y: number;
  readonly lies: QuarterTurns;
  readonly scale: number;
  readonly as: 'hand' | 'aside' | 'waste' | 'out';
}

/** The table that all steps of a knife are drawn on. */
export interface Ground {
  readonly width: number;
  readonly height: number;
  /** Where the knife goes, and how far the table reaches beside what is cut. */
  readonly knife: number;
  readonly hand: number;
  /** Where what is put aside lies, and the waste beneath it. */
  readonly aside: Rect;
  readonly bin: Rect;
}

const GAP = 8;
const EDGE = 14;

const deepOf = (r: Rect, lies: QuarterTurns): number => (lies % 2 === 0 ? r.height : r.width);
const wideOf = (r: Rect, lies: QuarterTurns): number => (lies % 2 === 0 ? r.width : r.height);

export const keyOf = (r: Rect): string => [r.x, r.y, r.width, r.height].map((v) => v.toFixed(2)).join(' ');

const handWidth = ({ hand, lies }: Moment): number => hand.reduce((n, r) => n + wideOf(r, lies) + GAP, -GAP);

/** A table as large as the steps need, about as wide as the room. @param shape the room's width to its height */
export function groundOf({ steps }: Knife, shape: number): Ground {
  let [wide, behind, front] = [0, 0, 0];
  for (const { set, cut, measure } of steps) {
    const first = { ...set, lies: cut.lies };
    wide = Math.max(wide, handWidth(first));
    behind = Math.max(behind, measure);
    front = Math.max(front, deepOf(set.hand[0]!, cut.lies) - measure);
  }
  const height = behind + front + 2 * EDGE + 12;
  // room at both sides for the measure, which is as large as the table is wide
  const hand = (wide + 2 * EDGE) / 0.74;
  const side = Math.max(hand * 0.45, height * shape - hand);
  return {
    width: hand + side,
    height,
    knife: EDGE + 12 + behind,
    hand,
    aside: { x: hand + GAP, y: 24, width: side - 2 * GAP, height: height * 0.72 - 42 },
    bin: { x: hand + GAP, y: height * 0.72 + 12, width: side - 2 * GAP, height: height * 0.28 - 20 },
  };
}

/** Piles in rows in a rectangle, all at the largest scale at which they fit. */
function inRows(piles: readonly Omit<Lying, 'x' | 'y' | 'scale'>[], room: Rect, most: number): Lying[] {
  for (let scale = most; ; scale *= 0.9) {
    const out: Lying[] = [];
    let [x, y, high, widest] = [0, 0, 0, 0];
    for (const p of piles) {
      const [w, h] = [wideOf(p.rect, p.lies) * scale, deepOf(p.rect, p.lies) * scale];
      const gap = GAP * Math.max(scale, 0.3);
      if (x > 0 && x + w > room.width) [x, y, high] = [0, y + high + gap, 0];
      out.push({ ...p, scale, x: room.x + x + w / 2, y: room.y + y + h / 2 });
      widest = Math.max(widest, x + w);
      x += w + gap;
      high = Math.max(high, h);
    }
    if ((widest <= room.width && y + high <= room.height) || scale < 0.005) return out;
  }
}

/** What lies on the table before a step; after the last, the piles that came out, in their order. */
export function lyingAt(knife: Knife, at: number, ground: Ground, upright: (piece: number) => QuarterTurns): Lying[] {
  const { steps, pieces } = knife;
  const holds = (r: Rect): boolean =>
    pieces.some(({ rect: p }) => {
      const [cx, cy] = [p.x + p.width / 2, p.y + p.height / 2];
      return cx > r.x && cx < r.x + r.width && cy > r.y && cy < r.y + r.height;
    });
  const lay = laysAt(knife, at);
  const step = steps[at];
  if (!step) {
    const last = steps.at(-1)!.cut;
    const waste = [...last.aside, ...last.fell, ...last.hand].filter((r) => !holds(r));
    const order = pieces.map((p, i) => ({ ...p, i })).sort((a, b) => (a.pile ?? a.i) - (b.pile ?? b.i));
    const room = { x: EDGE, y: EDGE, width: ground.width - 2 * EDGE, height: ground.bin.y - 34 - EDGE };
    return [
      ...inRows(
        order.map(({ rect, i }) => ({ rect, lies: upright(i), as: 'out' as const })),
        room,
        1.6,
      ),
      ...inRows(
        waste.map((rect) => ({ rect, lies: lay(rect), as: 'waste' as const })),
        ground.bin,
        0.3,
      ),
    ];
  }
  const { set, cut, measure } = step;
  let x = (ground.hand - handWidth({ ...set, lies: cut.lies })) / 2;
  const hand = set.hand.map((rect): Lying => {
    const [w, deep] = [wideOf(rect, cut.lies), deepOf(rect, cut.lies)];
    const it = {
      rect,
      lies: cut.lies,
      scale: 1,
      as: 'hand',
      x: x + w / 2,
      y: ground.knife - measure + deep / 2,
    } as const;
    x += w + GAP;
    return it;
  });
  const others = (set.made === 0 ? set.aside : [...set.aside, ...set.fell]).map((rect) => ({ rect, lies: lay(rect) }));
  return [
    ...hand,
    ...inRows(
      others.filter((o) => holds(o.rect)).map((o) => ({ ...o, as: 'aside' as const })),
      ground.aside,
      0.6,
    ),
    ...inRows(
      others.filter((o) => !holds(o.rect)).map((o) => ({ ...o, as: 'waste' as const })),
      ground.bin,
      0.3,
    ),
  ];
}

/** How each pile lay when it fell. */
function laysAt({ steps }: Knife, at: number): (r: Rect) => QuarterTurns {
  const lies = new Map<string, QuarterTurns>();
  for (const { cut } of steps.slice(0, at)) for (const r of [...cut.fell, ...cut.hand]) lies.set(keyOf(r), cut.lies);
  return (r) => lies.get(keyOf(r)) ?? 0;
}
