import { EPSILON, type QuarterTurns, type Rect } from '../measure';

/** A pile that is cut: a rectangle of the sheet, with the pieces in it. */
export interface Pile {
  readonly rect: Rect;
  readonly pieces: readonly Rect[];
}

/** A pile cut in one direction, and what becomes of its parts. */
export interface Division {
  readonly pile: Pile;
  /** Whether the lines are upright as the sheet lies, at x; else level, at y. Rising. */
  readonly upright: boolean;
  readonly at: readonly number[];
  /** The parts between the lines, from the left or from below: null for waste and for a piece that is done. */
  readonly parts: readonly (Division | null)[];
}

/** One cut. Millimetres. */
export interface Cut {
  /** Quarter turns of the pile before it, counter-clockwise. */
  readonly turns: QuarterTurns;
  readonly upright: boolean;
  /** The line on the sheet, seen from the front: x where it is upright, else y. */
  readonly at: number;
  /** From the back gauge to the knife. */
  readonly measure: number;
}

/** How a pile is cut apart. */
export interface CutProgram {
  readonly cuts: readonly Cut[];
  /** Times that the pile is turned. */
  readonly turned: number;
  readonly division: Division | null;
}

/** A pile that no straight cut from edge to edge divides. */
export interface NotCuttable {
  readonly notCuttable: string;
}

const low = (r: Rect, upright: boolean): number => (upright ? r.x : r.y);
const high = (r: Rect, upright: boolean): number => (upright ? r.x + r.width : r.y + r.height);

/** The part of a rectangle between two lines. */
function between(r: Rect, upright: boolean, from: number, to: number): Rect {
  return upright ? { ...r, x: from, width: to - from } : { ...r, y: from, height: to - from };
}

/** Lines in one direction that go through no piece and cut something off: the edges of pieces, drawn on to both ends. */
function linesThrough({ rect, pieces }: Pile, upright: boolean): number[] {
  const edges = pieces.flatMap((p) => [low(p, upright), high(p, upright)]).sort((a, b) => a - b);
  const out: number[] = [];
  // sweep over the pieces by their low edges: a line is free where no piece that began before it ends behind it
  const spans = [...pieces].sort((a, b) => low(a, upright) - low(b, upright));
  let next = 0;
  let reach = -Infinity;
  for (const v of edges) {
    while (next < spans.length && low(spans[next]!, upright) < v - EPSILON)
      reach = Math.max(reach, high(spans[next++]!, upright));
    const inside = v > low(rect, upright) + EPSILON && v < high(rect, upright) - EPSILON;
    if (inside && reach <= v + EPSILON && (out.length === 0 || v - out.at(-1)! > EPSILON)) out.push(v);
  }
  return out;
}

/** Piles that look alike are cut together: what a pile is like, wherever it lies. */
function likeness({ rect, pieces }: Pile): string {
  const n = (v: number): string => v.toFixed(4);
  const seen = pieces.map((p) => `${n(p.x - rect.x)} ${n(p.y - rect.y)} ${n(p.width)} ${n(p.height)}`).sort();
  return [n(rect.width), n(rect.height), ...seen].join('|');
}

interface Found {
  readonly division: Division | null;
  /** Of piles that look alike, one. */
  readonly cuts: number;
  readonly turned: number;
}

/**
 * Divides a pile by all lines in one direction, then its parts in the other, whichever way is cheaper: fewer turns, then
 * fewer cuts. Alternating so finds a way wherever straight cuts have one, since a line that is free stays free when
 * others parallel to it are cut first.
 */
function divide(pile: Pile, known: Map<string, Found | null>): Found | null {
  const { rect, pieces } = pile;
  const [only] = pieces;
  if (pieces.length === 1 && only!.width > rect.width - EPSILON && only!.height > rect.height - EPSILON)
    return { division: null, cuts: 0, turned: 0 };
  const key = likeness(pile);
  if (known.has(key)) return known.get(key)!;
  let best: Found | null = null;
  for (const upright of [true, false]) {
    const at = linesThrough(pile, upright);
    if (at.length === 0) continue;
    const found = partsOf(pile, upright, at, known);
    if (found && (!best || (found.turned - best.turned || found.cuts - best.cuts) < 0)) best = found;
  }
  known.set(key, best);
  return best;
}

function partsOf(pile: Pile, upright: boolean, at: readonly number[], known: Map<string, Found | null>): Found | null {
  const bounds = [low(pile.rect, upright), ...at, high(pile.rect, upright)];
  const parts: (Division | null)[] = [];
  const alike = new Set<string>();
  let cuts = at.length;
  let turned = 0;
  for (let i = 0; i + 1 < bounds.length; i++) {
    const [from, to] = [bounds[i]!, bounds[i + 1]!];
    const pieces = pile.pieces.filter((p) => low(p, upright) >= from - EPSILON && high(p, upright) <= to + EPSILON);
    if (pieces.length === 0) {
      parts.push(null);
      continue;
    }
    const part = { rect: between(pile.rect, upright, from, to), pieces };
    const found = divide(part, known);
    if (!found) return null;
    const moved = found.division ? moveTo(found.division, part.rect) : null;
    parts.push(moved);
    const like = likeness(part);
    if (alike.has(like)) continue;
    alike.add(like);
    cuts += found.cuts;
    if (found.cuts > 0) turned += found.turned + 1;
  }
  // an edge trimmed at the back gauge is turned to the knife and back
  if (parts[0] === null && isWaste(pile, upright, bounds[0]!, bounds[1]!)) turned++;
  return { division: { pile, upright, at, parts }, cuts, turned };
}

const isWaste = ({ pieces }: Pile, upright: boolean, from: number, to: number): boolean =>
  !pieces.some((p) => low(p, upright) >= from - EPSILON && high(p, upright) <= to + EPSILON);

/** A division that was found for a pile that looks alike, where this one lies. */
function moveTo(d: Division, r: Rect): Division {
  const dx = r.x - d.pile.rect.x;
  const dy = r.y - d.pile.rect.y;
  if (Math.abs(dx) < EPSILON && Math.abs(dy) < EPSILON) return d;
  const move = (q: Rect): Rect => ({ ...q, x: q.x + dx, y: q.y + dy });
  return {
    pile: { rect: move(d.pile.rect), pieces: d.pile.pieces.map(move) },
    upright: d.upright,
    at: d.at.map((v) => v + (d.upright ? dx : dy)),
    parts: d.parts.map((p) => p && moveTo(p, move(p.pile.rect))),
  };
}

/**
 * The cuts of a division in their order. The pile lies with an edge at the back gauge and is cut from the far end in,
 * so that the gauge moves one way; waste at the edge by the gauge is cut first, the pile turned round for it.
 */
function cutsIn(d: Division, facing: { turns: QuarterTurns }, out: Cut[]): void {
  const { pile, upright, at } = d;
  const [from, to] = [low(pile.rect, upright), high(pile.rect, upright)];
  // with no turn the upper edge lies at the gauge's far side: level lines are parallel to the knife
  const cut = (v: number, gauge: 'low' | 'high'): void => {
    const wanted: QuarterTurns = upright ? (gauge === 'low' ? 1 : 3) : gauge === 'low' ? 2 : 0;
    const turns = ((wanted - facing.turns + 4) % 4) as QuarterTurns;
    facing.turns = wanted;
    out.push({ turns, upright, at: v, measure: gauge === 'low' ? v - start : to - v });
  };
  let start = from;
  let rest = [...at];
  if (isWaste(pile, upright, from, at[0]!)) {
    cut(at[0]!, 'high');
    start = at[0]!;
    rest = rest.slice(1);
  }
  for (const v of rest.reverse()) cut(v, 'low');
  const alike = new Set<string>();
  for (const part of d.parts) {
    if (!part) continue;
    const like = likeness(part.pile);
    if (alike.has(like)) continue;
    alike.add(like);
    cutsIn(part, facing, out);
  }
}

/**
 * The program that cuts a sheet into its pieces: fewest turns of the pile, then fewest cuts; strips and pieces that look
 * alike are cut together. `columns × rows` pieces without gaps take 4 + (columns − 1) + (rows − 1) cuts; a gap doubles
 * its cut.
 */
export function cutProgram(pile: Pile): CutProgram | NotCuttable {
  const found = divide(pile, new Map());
  if (!found)
    return { notCuttable: 'No straight cut from edge to edge divides these pieces: each runs through one of them.' };
  const cuts: Cut[] = [];
  if (found.division) cutsIn(found.division, { turns: 0 }, cuts);
  return { cuts, turned: cuts.filter((c) => c.turns !== 0).length, division: found.division };
}
