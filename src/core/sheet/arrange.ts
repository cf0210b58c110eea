import { yieldOf, type Lay } from '../lay';
import { someOf, type Series } from '../measure';
import type { Gang, Piece } from '../makeup';
import { shareOut, type Form } from './share';

/** A gang on its lay: what lies in which place, and how often each sheet is printed. */
export interface Arranged {
  readonly gang: Gang;
  readonly lay: Pick<Lay, 'work'> & { readonly downs: readonly { readonly place: number }[] };
  readonly pieces: Series<Pick<Piece, 'wanted'>>;
  /** Whether its first sheet is printed once more, as a sheet of its own ahead of the others, to set machines up by. */
  readonly ahead: boolean;
}

/** Which of the sheets that a gang would have without one ahead is on one of its sheets. */
const alike = ({ ahead }: Arranged, sheet: number): number => (ahead ? Math.max(0, sheet - 1) : sheet);

const known = new WeakMap<Gang, { spots: number; forms: readonly Form[] }>();

/** The sheets of a gang whose pieces share them, found once. */
function formsOf({ gang, lay, pieces }: Arranged): readonly Form[] {
  const spots = lay.downs.length;
  const before = known.get(gang);
  if (before?.spots === spots) return before.forms;
  const { machine, stock } = gang.sheet;
  const sides = lay.work === 'one-sided' ? 1 : 2;
  const each = yieldOf(lay.work);
  const forms = shareOut(
    Array.from(gang.pieces, (id) => Math.ceil(pieces.at(id)!.wanted / each)),
    spots,
    gang.forms,
    { sheet: stock.price + sides * machine.click, form: machine.plate * (each === 2 ? 1 : sides) },
  );
  known.set(gang, { spots, forms });
  return forms;
}

/** How many sheets a gang takes. */
export const sheetsFor = (it: Arranged): number => ownSheets(it) + (it.ahead ? 1 : 0);

/** How many it takes without one ahead of them. */
function ownSheets(it: Arranged): number {
  const { pieces, order } = it.gang;
  switch (order) {
    case 'repeat':
    case 'come-and-go':
      return pieces.length;
    case 'different':
      return Math.ceil(pieces.length / it.lay.downs.length);
    case 'stack':
      return stacks(it.gang, it.lay.downs.length).sheets;
    case 'shared':
      return formsOf(it).length;
  }
}

/** A stack that is cut at once: its first sheet and its first piece, from 0. */
interface Stack {
  readonly from: number;
  readonly first: number;
  /** Sheets, piles that make a whole copy, and copies that stand beside each other. */
  readonly high: number;
  readonly wide: number;
  readonly copies: number;
}

/** How a gang is cut in stacks. */
interface Stacks {
  readonly lot: number;
  /** Lots that are full, and full sheets in the one behind them. */
  readonly whole: number;
  readonly rest: number;
  readonly sheets: number;
}

/**
 * The stacks of a gang: `whole` ones of `lot` sheets that are full, then what is left. What is higher than the guillotine
 * lifts is cut in lots, each in order by itself, so that one lot's piles lie on the next one's.
 */
function stacks({ pieces, lift, last, exact }: Gang, spots: number): Stacks {
  const most = exact ? pieces.length : Math.ceil(pieces.length / spots);
  const lot = Math.min(lift, most);
  const whole = Math.floor(pieces.length / (lot * spots));
  const left = pieces.length - whole * lot * spots;
  // a lot of full sheets, then one sheet for what does not fill another
  const full = last === 'smaller-lot' ? Math.floor(left / spots) : 0;
  return { lot, whole, rest: full, sheets: whole * lot + (exact ? Math.min(left, lot) : Math.ceil(left / spots)) };
}

/** The stack that one of a gang's sheets is cut in. */
function stackOf(gang: Gang, spots: number, sheet: number): Stack {
  const { lot, whole, rest } = stacks(gang, spots);
  const behind = sheet - whole * lot;
  const from = behind < 0 ? sheet - (sheet % lot) : whole * lot + (rest > 0 && behind >= rest ? rest : 0);
  const first = from * spots;
  const most = behind < 0 ? lot : rest > 0 && behind < rest ? rest : lot;
  const left = Math.min(gang.pieces.length - first, most * spots);
  const high = gang.exact ? Math.min(left, lot) : Math.ceil(left / spots);
  const wide = Math.ceil(left / high);
  return { from, first, high, wide, copies: gang.last === 'repeats' ? Math.floor(spots / wide) : 1 };
}

/**
 * The pieces in the places of one of a gang's sheets; null for a place that stays empty. Of every piece there are as many
 * as of every other, over the gang's sheets together: one that lay there once more would only be left over.
 * @param sheet which of the gang's sheets, from 0
 */
export const arranged = (it: Arranged, sheet: number): (number | null)[] => placesOf(it, alike(it, sheet));

function placesOf(it: Arranged, sheet: number): (number | null)[] {
  const { gang, lay } = it;
  const { pieces, order, partner } = gang;
  const spots = lay.downs.length;
  const places = (of: (k: number) => number | null | undefined): (number | null)[] =>
    Array.from({ length: spots }, (_, k) => of(k) ?? null);
  const at = pieces.at(sheet)!;
  switch (order) {
    case 'repeat':
      return places(() => at);
    case 'come-and-go':
      return places((k) => (k % 2 === 0 ? at : partner(at)));
    case 'different': {
      const here = someOf(pieces, sheet * spots, (sheet + 1) * spots);
      // the last sheet has fewer of them: each as often as the others
      const filled = here.length * givenBy(it, sheet);
      return places((k) => (k < filled ? here[k % here.length] : null));
    }
    case 'stack': {
      // place k, sheet s carries leaf k × S + s: the cut piles lie on each other in reading order. The last pile may have
      // blanks at its foot; places beside it take further copies, whole ones
      const { from, first, high, wide, copies } = stackOf(gang, spots, sheet);
      const below = first + sheet - from;
      const end = Math.min(first + high * spots, pieces.length);
      return places((k) => {
        const at = (k % wide) * high + below;
        return k < wide * copies && at < end ? pieces.at(at) : null;
      });
    }
    case 'shared': {
      const { places: shares } = formsOf(it)[sheet]!;
      const filled = shares.flatMap((count, i) => Array.from({ length: count }, () => pieces.at(i)!));
      const { style } = gang;
      const stay = style.kind === 'cut-out' ? style.lies.singles.filter((s) => s.piece !== undefined) : [];
      if (stay.length === 0) return places((k) => filled[k]);
      return inPlace(
        filled,
        lay.downs.map((d) => {
          const piece = stay.find((s) => s.place === d.place)?.piece;
          return piece === undefined ? null : piece - 1;
        }),
      );
    }
  }
}

/** The same pieces, those that are to stay in their places as far as there are so many, the others in order round them. */
function inPlace(filled: readonly number[], stay: readonly (number | null)[]): (number | null)[] {
  const left = [...filled];
  const held = stay.map((piece) => {
    const at = piece === null ? -1 : left.indexOf(piece);
    return at < 0 ? null : left.splice(at, 1)[0]!;
  });
  return held.map((piece) => piece ?? left.shift() ?? null);
}

/**
 * How many of each of its pieces one of a gang's sheets gives, cut; counted without laying it out. Of two books head to
 * tail a piece lies on its own sheet and on its partner's, together in every place. Where pieces share sheets each has
 * its own number: 1 is said.
 */
export const yieldedBy = (it: Arranged, sheet: number): number => givenBy(it, alike(it, sheet));

function givenBy({ gang, lay }: Arranged, sheet: number): number {
  const spots = lay.downs.length;
  switch (gang.order) {
    case 'repeat':
    case 'come-and-go':
      return spots;
    case 'different':
      return gang.last === 'blanks' ? 1 : Math.floor(spots / Math.min(spots, gang.pieces.length - sheet * spots));
    case 'stack':
      return stackOf(gang, spots, sheet).copies;
    case 'shared':
      return 1;
  }
}

/** Sheets that are cut as one pile: from which of a gang's sheets, from 0, and how many. */
export interface Lot {
  readonly from: number;
  readonly count: number;
}

/** The lots in which a gang is cut: stacks by their lots, what is in sequence as one pile, all else sheet by sheet. */
export function lotsOf(it: Arranged): Lot[] {
  const own = ownLots(it);
  // what goes ahead is cut by itself, before the others
  return it.ahead ? [{ from: 0, count: 1 }, ...own.map(({ from, count }) => ({ from: from + 1, count }))] : own;
}

function ownLots(it: Arranged): Lot[] {
  const { gang, lay } = it;
  const all = ownSheets(it);
  switch (gang.order) {
    case 'repeat':
    case 'come-and-go':
    case 'shared':
      return Array.from({ length: all }, (_, from) => ({ from, count: 1 }));
    case 'different':
      return [{ from: 0, count: all }];
    case 'stack': {
      const out: Lot[] = [];
      for (let from = 0; from < all;) {
        let count = 1;
        while (from + count < all && stackOf(gang, lay.downs.length, from + count).from === from) count++;
        out.push({ from, count });
        from += count;
      }
      return out;
    }
  }
}

/** How often one of a gang's sheets is printed, so that there are as many of its pieces as are wanted. */
export const printsOf = (it: Arranged, sheet: number): number =>
  it.ahead && sheet === 0 ? 1 : printed(it, alike(it, sheet));

function printed(it: Arranged, sheet: number): number {
  const { gang, lay, pieces } = it;
  if (gang.order === 'shared') return formsOf(it)[sheet]!.prints;
  // pieces that lie together in another order are all wanted as often
  const first = gang.order === 'repeat' || gang.order === 'come-and-go' ? sheet : 0;
  return Math.ceil(pieces.at(gang.pieces.at(first)!)!.wanted / (givenBy(it, sheet) * yieldOf(lay.work)));
}
