import type { StandAt, PlacedMark } from '../../docket';
import { EPSILON, grow, overlap, rect, sizeTurned, type Rect } from '../../measure';
import { markBox, type Mark } from '../kinds';
import type { SheetSide } from '../rules';
import { dieOf } from './die';
import { drawnOn } from './drawn';
import { inInk } from './in-ink';
import { edgeOf, freeAt, standsAt } from './stand';
import { standing } from './turned';

export { FACT_NAMES, unknownFacts, WORKS_SAID } from './facts';
export { LINES, WEDGE } from './drawn';
export { modulesIn } from './modules';
export { standsAt } from './stand';

/** A mark that was placed, where it stands on a side. */
export interface PlacedAt {
  readonly id: string;
  readonly at: StandAt;
  /** What it stands by. */
  readonly by: Rect;
  readonly rect: Rect;
  /** How far it was moved along its edge so that it lies on nothing, mm. */
  readonly moved: number;
}

/** What comes of the placed marks of a side. */
export interface Placed {
  readonly marks: readonly Mark[];
  readonly standing: readonly PlacedAt[];
  /** The ids of those that find no place at all, or nothing to stand by. */
  readonly missed: readonly string[];
}

function isOn({ stands: { side, sheets } }: PlacedMark, on: SheetSide): boolean {
  if (side !== 'both' && side !== on.side) return false;
  const { number } = on.sheet;
  if (sheets === 'all') return true;
  if (sheets === 'first') return number === 1;
  if (sheets === 'last') return number === on.sheets;
  return sheets.some((r) => number >= r.from && number <= r.to);
}

/** Whether one of the pages that a mark stands by lies on a side, or in a part of it. */
function hasPage({ stands: { pages } }: PlacedMark, { sheet, side }: SheetSide, part?: Rect): boolean {
  if (!pages) return true;
  return sheet[side].some(
    ({ place, trim }) =>
      pages.some((r) => place >= r.from && place <= r.to) &&
      (part === undefined || overlap(trim, grow(part, -EPSILON))),
  );
}

/** What a mark stands by: the trims of pieces each or together, the paper, the plate; nothing where there is no plate. */
function standsBy(wish: PlacedMark, on: SheetSide): readonly Rect[] {
  const { lay, block, trims } = on;
  switch (wish.stands.by) {
    case 'piece':
      return trims.filter((trim) => hasPage(wish, on, trim));
    case 'pieces':
      return [block];
    case 'paper':
      return [rect(0, 0, lay.paper.width, lay.paper.height)];
    case 'plate':
      return lay.plate ? [plateOf(on)!] : [];
  }
}

/** The plate as it lies about the paper. */
const plateOf = ({ lay: { plate } }: SheetSide): Rect | null =>
  plate && { x: -plate.paper.x, y: -plate.paper.y, ...plate.plate };

/** Marks on a side at most: more are no marks but a pattern. */
const MOST_STANDING = 1500;

/** The placed marks of a side, behind all others: what is taken is not theirs. */
export function placedOn(wishes: readonly PlacedMark[], on: SheetSide, others: readonly Mark[]): Placed {
  const marks: Mark[] = [];
  const found: PlacedAt[] = [];
  const missed: string[] = [];
  const paper = rect(0, 0, on.lay.paper.width, on.lay.paper.height);
  const kept = [...on.space.keepOff, ...others.map(markBox)];
  for (const wish of wishes) {
    if (!wish.on || !isOn(wish, on) || !hasPage(wish, on)) continue;
    const { is, ink, stands } = wish;
    const printed = (m: Mark): Mark => (ink === undefined ? m : inInk(m, ink));
    const outside = stands.by === 'piece' || stands.by === 'pieces';
    const onPlate = stands.by === 'plate';
    const all = standsBy(wish, on);
    let misses = all.length === 0;
    if (is.kind === 'die') marks.push(...all.flatMap((trim) => dieOf(is, on, trim)).map(printed));
    else
      for (const by of all)
        for (const at of stands.at) {
          if (found.length >= MOST_STANDING) {
            misses = true;
            continue;
          }
          const drawn = drawnOn(is, on, edgeOf(at, by));
          const told = standsAt(at, stands, by, sizeTurned(drawn, stands.turned), outside);
          const area = onPlate ? plateOf(on)! : on.space.area;
          const taken = [...kept, ...(onPlate ? [paper] : []), ...found.map((s) => s.rect)];
          const free = freeAt(at, told, by, area, taken);
          if (!free) misses = true;
          else {
            const here = standing(drawn.marks, drawn, stands.turned, free.rect);
            marks.push(...here.map((m) => printed(m.kind === 'code' ? { ...m, id: wish.id } : m)));
            found.push({ id: wish.id, at, by, rect: free.rect, moved: free.moved });
          }
        }
    if (misses) missed.push(wish.id);
  }
  return { marks, standing: found, missed };
}
