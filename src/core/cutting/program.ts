import type { QuarterTurns, Rect } from '../measure';
import { likeness, type End, type Pile, type Sound } from './piles';
import { cheapestWay, type Part, type Way } from './search';

/** One cut. Millimetres. */
export interface Cut {
  /** Quarter turns before it, counter-clockwise, from how the pile lay at the cut before; at first from how it is printed. */
  readonly turns: QuarterTurns;
  readonly upright: boolean;
  /** The line on the first of its piles, as it lies on the sheet, seen from the front: x where it is upright, else y. */
  readonly at: number;
  /** From the back gauge to the knife. */
  readonly measure: number;
  /** Whether what falls off in front of the knife is waste. */
  readonly waste: boolean;
}

/** Piles that are taken in hand, laid beside each other at the back gauge and cut together: they look alike. */
export interface Stage {
  /** Where they lay on the sheet. */
  readonly piles: readonly Rect[];
  /** Quarter turns from how the sheet is printed, its lead edge towards the cutter, to how they lie when they are taken. */
  readonly lies: QuarterTurns;
  readonly cuts: readonly Cut[];
}

/** How a pile of sheets is cut apart. */
export interface CutProgram {
  readonly stages: readonly Stage[];
  /** All of them, one after another. */
  readonly cuts: readonly Cut[];
  /** Times that a pile is turned; how it is laid in at first is none. */
  readonly turned: number;
  /** Times that the back gauge is set to another measure. */
  readonly moves: number;
}

/** A pile that no straight cut from edge to edge divides. */
export interface NotCuttable {
  readonly notCuttable: string;
}

/** The edges that a sheet is printed from: its lead edge below, and the side lay on the left. */
export const LAY_EDGES: Sound = { left: true, right: false, bottom: true, top: false };

/** How a pile lies with one of its edges at the back gauge, which is at the far side of the table. */
const FACING: { readonly upright: Record<End, QuarterTurns>; readonly level: Record<End, QuarterTurns> } = {
  upright: { high: 1, low: 3 },
  level: { high: 0, low: 2 },
};
const other = (end: End): End => (end === 'low' ? 'high' : 'low');

/** The cuts of one way, in order, and how the pile lies at their end. */
function cutsOfWay({ pile: { rect: r }, upright, at, gauge, before, parts }: Way, lies: QuarterTurns) {
  const [from, to] = upright ? [r.x, r.x + r.width] : [r.y, r.y + r.height];
  const cuts: Cut[] = [];
  let facing = lies;
  const cut = (i: number, end: End, edge: number): void => {
    const wanted = FACING[upright ? 'upright' : 'level'][end];
    cuts.push({
      turns: ((wanted - facing + 4) % 4) as QuarterTurns,
      upright,
      at: at[i]!,
      measure: Math.abs(at[i]! - edge),
      // what falls off lies on the far side of the line, seen from the gauge
      waste: parts[end === 'low' ? i + 1 : i]!.waste,
    });
    facing = wanted;
  };
  const n = at.length;
  const inward = (end: End, k: number): number => (end === 'low' ? n - 1 - k : k);
  for (let k = 0; k < before; k++) cut(inward(gauge, k), gauge, gauge === 'low' ? from : to);
  const clean = at[inward(gauge, before - 1)]!;
  for (let k = 0; k < n - before; k++) cut(inward(other(gauge), k), other(gauge), clean);
  return { cuts, facing };
}

/** Parts that are still to be cut, those that look alike together. */
function groupsOf(parts: readonly Part[]): Part[][] {
  const groups = new Map<string, Part[]>();
  for (const part of parts) {
    if (!part.way) continue;
    const group = groups.get(part.like);
    if (group) group.push(part);
    else groups.set(part.like, [part]);
  }
  return [...groups.values()];
}

function stagesOf(ways: readonly Way[], lies: QuarterTurns, out: Stage[]): void {
  const { cuts, facing } = cutsOfWay(ways[0]!, lies);
  out.push({ piles: ways.map((w) => w.pile.rect), lies, cuts });
  for (const group of groupsOf(ways.flatMap((w) => w.parts)))
    stagesOf(
      group.map((p) => p.way!),
      facing,
      out,
    );
}

/**
 * The program that cuts a sheet into its pieces, as a guillotine is worked: the pile squared to its lay edges, what is
 * over at the far edges cut off first, then turned round to the clean edge; strips from the far end in, the gauge moving
 * one way; strips and pieces that look alike laid beside each other and cut together. `columns × rows` pieces without gaps
 * take 4 + (columns − 1) + (rows − 1) cuts; a gap doubles its cut.
 * @param sound the edges that may lie at the back gauge before any is cut
 * @param clamp what must lie behind the knife at the least, mm; null where no machine is known
 */
export function cutProgram(pile: Pile, sound = LAY_EDGES, clamp: number | null = null): CutProgram | NotCuttable {
  const key = `${JSON.stringify(pile.rect)} ${JSON.stringify(sound)} ${clamp} ${likeness(pile)}`;
  const before = recent.get(key);
  if (before) return before;
  const program = found(pile, sound, clamp);
  if (recent.size >= MOST_RECENT) recent.delete(recent.keys().next().value!);
  recent.set(key, program);
  return program;
}

/** Programs found last: a job is planned anew at every change, and most changes leave its cuts as they are. */
const recent = new Map<string, CutProgram | NotCuttable>();
const MOST_RECENT = 100;

function found(pile: Pile, sound: Sound, clamp: number | null): CutProgram | NotCuttable {
  const cheapest = cheapestWay(pile, sound, clamp);
  if (!cheapest)
    return { notCuttable: 'No straight cut from edge to edge divides these pieces: each runs through one of them.' };
  const stages: Stage[] = [];
  if (cheapest.way) stagesOf([cheapest.way], 0, stages);
  return programWith(stages);
}

/** A program of its stages. */
export function programWith(stages: readonly Stage[]): CutProgram {
  const cuts = stages.flatMap((s) => s.cuts);
  return {
    stages,
    cuts,
    turned: cuts.filter((c, i) => i > 0 && c.turns !== 0).length,
    moves: cuts.filter((c, i) => i === 0 || Math.abs(c.measure - cuts[i - 1]!.measure) > 1e-3).length,
  };
}
