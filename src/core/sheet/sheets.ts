import { layOf, yieldOf, type Lay } from '../lay';
import type { Content, Gang, Piece, TooMuch } from '../makeup';
import type { Series } from '../measure';
import { hasPlates, type Machine, type Stock } from '../shop';
import { arranged, lotsOf, printsOf, sheetsFor, yieldedBy, type Arranged, type Lot } from './arrange';
import { cellAt, type Cell } from './cell';
import { spotsOf, type Spots } from './spots';

export type SideName = 'front' | 'back';
export const SIDE_NAMES = ['front', 'back'] as const satisfies readonly SideName[];

/** A lay with what is on it. */
export interface Sheet {
  /** From 1, in running order. */
  readonly number: number;
  readonly lay: Lay;
  readonly stock: Stock;
  readonly machine: Machine;
  /** What its pieces are called: `text`, `cover`. */
  readonly called: string;
  /** The piece that lies at each place of the lay; null where none does. */
  readonly downs: readonly (number | null)[];
  /** The pieces on it, each once. */
  readonly pieces: readonly number[];
  /** How many copies of its pieces one printed sheet gives. */
  readonly yields: number;
  /** How often it is printed, so that there is enough of its pieces. */
  readonly prints: number;
  /** Sides that are printed. */
  readonly sides: 1 | 2;
  /** Whether it goes to its machine as a job of its own. */
  readonly apart: boolean;
  /** Whether it is printed once ahead of the job, to set machines up by: what is on it is counted nowhere. */
  readonly ahead: boolean;
  /** Its cells, made when they are asked for; none on a side that is not printed. */
  readonly front: readonly Cell[];
  readonly back: readonly Cell[];
}

/** Sheets in a row that are printed alike. */
export interface SheetBlock {
  /** The number of the first, from 1, and how many they are. */
  readonly from: number;
  readonly count: number;
  readonly lay: Lay;
  readonly stock: Stock;
  readonly machine: Machine;
  readonly called: string;
  readonly yields: number;
  readonly prints: number;
  readonly sides: 1 | 2;
  readonly apart: boolean;
  /** Whether it is one sheet that goes ahead, as in {@link Sheet.ahead}. */
  readonly ahead: boolean;
}

/** The sheets of a plan in running order, each made when it is asked for. */
export interface Sheets extends Iterable<Sheet> {
  readonly length: number;
  /** @param i from 0 @throws RangeError where there is no such sheet */
  readonly at: (i: number) => Sheet;
  /** What lies at each place of a sheet, as in {@link Sheet.downs}, without the sheet being made. @param i from 0 */
  readonly downsAt: (i: number) => readonly (number | null)[];
  /** The lays that they have, each once, in order. */
  readonly lays: readonly Lay[];
  /** Sheets in a row that differ only in what is on them, in running order. */
  readonly blocks: readonly SheetBlock[];
  /** Sheets that are cut as one pile, by their places from 0, in running order. */
  readonly lots: readonly Lot[];
  /** Whether one more print of a first sheet can go ahead of the others; it does where it is wished. */
  readonly leads: boolean;
  /** The first sheet of what the job is mainly made of. */
  readonly main: Sheet;
}

/** Pages on sides, over all sheets: what a job may have. */
export const MOST_CELLS = 420_000;

/** Sheets that are kept when they were made: a job of many is gone through without being held. */
const MOST_KNOWN = 1000;

/** A gang on its lay. */
interface Laid extends Arranged {
  readonly lay: Lay;
  readonly spots: Spots;
  /** Its first sheet, from 0, how many it has, and how many sheets on each is the next: those between are other gangs'. */
  readonly from: number;
  readonly count: number;
  readonly stride: number;
  /** Whose turn it is, from 0, of gangs whose sheets take turns. */
  readonly turn: number;
}

/** Which of its gang's sheets one is, both from 0. */
const within = ({ from, stride }: Pick<Laid, 'from' | 'stride'>, i: number): number => (i - from) / stride;

/** Gangs whose sheets take turns, part by part; those that have as many sheets can. */
function inTurns(laid: readonly Laid[]): Laid[] {
  const out: Laid[] = [];
  for (let i = 0; i < laid.length;) {
    const first = laid[i]!;
    let end = i + 1;
    while (end < laid.length && first.gang.collated && laid[end]!.gang.collated && laid[end]!.count === first.count)
      end++;
    for (let k = i; k < end; k++) out.push({ ...laid[k]!, from: first.from + k - i, stride: end - i, turn: k - i });
    i = end;
  }
  return out;
}

/**
 * Lays out gangs on sheets. What is more than {@link MOST_CELLS} is left out, one sheet always laid to be looked at.
 */
export function sheetsOf(
  gangs: readonly Gang[],
  pieces: Series<Piece>,
  content: Content,
  /** Whether a sheet is wished ahead of each gang that can have one. */
  ahead = false,
): { sheets: Sheets; tooMuch: TooMuch | null } {
  const known = new Map<string, { lay: Lay; spots: Spots }>();
  const laid: Laid[] = [];
  let from = 0;
  let cells = 0;
  let wanted = 0;
  for (const gang of gangs) {
    let form = known.get(gang.key);
    if (!form) {
      const lay = layOf(gang.shape, gang.sheet, gang.style);
      known.set(gang.key, (form = { lay, spots: spotsOf(lay) }));
    }
    const each = form.spots.front.length + form.spots.back.length;
    const leads = ahead && canLead(gang);
    const all = sheetsFor({ gang, lay: form.lay, pieces, ahead: leads });
    wanted += all * each;
    const room = Math.floor((MOST_CELLS - cells) / each);
    const count = Math.min(all, Math.max(room, from === 0 ? 1 : 0));
    if (count === 0) continue;
    cells += count * each;
    laid.push({ gang, pieces, ...form, ahead: leads, from, count, stride: 1, turn: 0 });
    from += count;
  }
  return {
    sheets: lazily(inTurns(laid), from, pieces, content),
    tooMuch: wanted > MOST_CELLS ? { of: 'cells', wanted, most: MOST_CELLS } : null,
  };
}

/** Whether one more print of a gang's first sheet can go ahead of it: with plates it would take plates of its own. */
const canLead = ({ leads, sheet }: Gang): boolean => (leads ?? false) && !hasPlates(sheet.machine);

function lazily(laid: readonly Laid[], length: number, pieces: Series<Piece>, content: Content): Sheets {
  const made = new Map<number, Sheet>();
  let blocks: readonly SheetBlock[] | null = null;
  let lots: readonly Lot[] | null = null;
  const at = (i: number): Sheet => {
    if (!(i >= 0 && i < length)) throw new RangeError(`There is no sheet ${i + 1} of ${length}.`);
    const before = made.get(i);
    if (before) return before;
    if (made.size >= MOST_KNOWN) made.clear();
    const sheet = sheetAt(gangAt(laid, i), i, pieces, content);
    made.set(i, sheet);
    return sheet;
  };
  return {
    length,
    at,
    downsAt: (i) => made.get(i)?.downs ?? arranged(gangAt(laid, i), within(gangAt(laid, i), i)),
    lays: [...new Set(laid.map((l) => l.lay))],
    leads: laid.some((l) => canLead(l.gang)),
    get blocks() {
      return (blocks ??= laid.flatMap(blocksOf).sort((a, b) => a.from - b.from));
    },
    get lots() {
      // sheets that take turns are cut together: the first of their gangs says how many
      return (lots ??= laid
        .filter((l) => l.turn === 0)
        .flatMap((l) =>
          lotsOf(l).flatMap(({ from, count }) =>
            // what is more than can be laid is in none
            from < l.count
              ? [{ from: l.from + from * l.stride, count: Math.min(count, l.count - from) * l.stride }]
              : [],
          ),
        ));
    },
    get main() {
      const { from, ahead } = laid.find((l) => l.gang.main) ?? laid[0]!;
      return at(ahead && from + 1 < length ? from + 1 : from);
    },
    *[Symbol.iterator]() {
      for (let i = 0; i < length; i++) yield at(i);
    },
  };
}

/** How many copies of its pieces one printed sheet gives. */
const yieldsOf = (laid: Laid, i: number): number => yieldedBy(laid, within(laid, i)) * yieldOf(laid.lay.work);

/** A gang's sheets, those together that give as many copies. */
function blocksOf(laid: Laid): SheetBlock[] {
  const { gang, lay, from, count, stride, ahead } = laid;
  const { stock, machine } = gang.sheet;
  const { called, apart } = gang;
  const sides = lay.work === 'one-sided' ? 1 : 2;
  const out: SheetBlock[] = [];
  let begun = 0;
  let yields = 0;
  let prints = 0;
  const end = (i: number): void => {
    const leads = ahead && begun === 0;
    const alike = { count: 1, lay, stock, machine, called, yields, prints, sides, apart, ahead: leads } as const;
    // sheets that take turns with others stand each by itself
    if (stride > 1) for (let k = begun; k < i; k++) out.push({ ...alike, from: from + k * stride + 1 });
    else if (i > begun) out.push({ ...alike, from: from + begun + 1, count: i - begun });
    begun = i;
  };
  for (let i = 0; i < count; i++) {
    const next = yieldsOf(laid, from + i * stride);
    const often = printsOf(laid, i);
    if (next !== yields || often !== prints || (ahead && i === 1)) end(i);
    yields = next;
    prints = often;
  }
  end(count);
  return out;
}

/** The gang that a sheet is of, by halving; of those that take turns, the one whose turn it is. */
function gangAt(laid: readonly Laid[], i: number): Laid {
  let [low, high] = [0, laid.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (laid[middle]!.from <= i) low = middle;
    else high = middle - 1;
  }
  const { turn, stride } = laid[low]!;
  const first = low - turn;
  return laid[first + ((i - laid[first]!.from) % stride)]!;
}

function sheetAt(laid: Laid, i: number, pieces: Series<Piece>, content: Content): Sheet {
  const { gang, lay, spots } = laid;
  const at = within(laid, i);
  const downs = arranged(laid, at);
  const oneSided = lay.work === 'one-sided';
  const oneForm = yieldOf(lay.work) === 2;
  const fill = (side: SideName): Cell[] =>
    spots[side].flatMap((spot) => {
      const piece = downs[spot.down] ?? null;
      return piece === null ? [] : [cellAt(content, spot, pieces.at(piece)!)];
    });
  let front: readonly Cell[] | null = null;
  let back: readonly Cell[] | null = null;
  return {
    number: i + 1,
    lay,
    stock: gang.sheet.stock,
    machine: gang.sheet.machine,
    called: gang.called,
    downs,
    pieces: [...new Set(downs.filter((d) => d !== null))],
    yields: yieldsOf(laid, i),
    prints: printsOf(laid, at),
    sides: oneSided ? 1 : 2,
    apart: gang.apart,
    ahead: laid.ahead && at === 0,
    get front() {
      return (front ??= oneForm ? [...fill('front'), ...fill('back')] : fill('front'));
    },
    get back() {
      return (back ??= oneSided ? [] : oneForm ? this.front : fill('back'));
    },
  };
}
