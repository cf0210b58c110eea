import type { Gang } from '../makeup';

/** How many sheets a gang takes, with so many of it on each. */
export function sheetsFor({ pieces, order }: Pick<Gang, 'pieces' | 'order'>, up: number): number {
  switch (order) {
    case 'repeat':
    case 'come-and-go':
      return pieces.length;
    case 'different':
    case 'stack':
      return Math.ceil(pieces.length / up);
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

/**
 * The stack that one of a gang's sheets is cut in. What is higher than the guillotine lifts is cut in lots, each in order
 * by itself, so that one lot's piles lie on the next one's.
 */
function stackOf({ pieces, order, lift }: Gang, spots: number, sheet: number): Stack {
  const lot = Math.min(lift, sheetsFor({ pieces, order }, spots));
  const from = sheet - (sheet % lot);
  const first = from * spots;
  const left = Math.min(pieces.length - first, lot * spots);
  const high = Math.ceil(left / spots);
  const wide = Math.ceil(left / high);
  return { from, first, high, wide, copies: Math.floor(spots / wide) };
}

/**
 * The pieces in the places of one of a gang's sheets; null for a place that stays empty. Of every piece there are as many
 * as of every other, over the gang's sheets together: one that lay there once more would only be left over.
 * @param spots places on the sheet
 * @param sheet which of the gang's sheets, from 0
 */
export function arranged(gang: Gang, spots: number, sheet: number): (number | null)[] {
  const { pieces, order, partner } = gang;
  const places = (of: (k: number) => number | null | undefined): (number | null)[] =>
    Array.from({ length: spots }, (_, k) => of(k) ?? null);
  const at = pieces[sheet]!;
  switch (order) {
    case 'repeat':
      return places(() => at);
    case 'come-and-go':
      return places((k) => (k % 2 === 0 ? at : partner(at)));
    case 'different': {
      const here = pieces.slice(sheet * spots, (sheet + 1) * spots);
      // the last sheet has fewer of them: each as often as the others
      const filled = here.length * yieldedBy(gang, spots, sheet);
      return places((k) => (k < filled ? here[k % here.length] : null));
    }
    case 'stack': {
      // place k, sheet s carries leaf k × S + s: the cut piles lie on each other in reading order. The last pile may have
      // blanks at its foot; places beside it take further copies, whole ones
      const { from, first, high, wide, copies } = stackOf(gang, spots, sheet);
      const below = first + sheet - from;
      const end = first + high * spots;
      return places((k) => {
        const at = (k % wide) * high + below;
        return k < wide * copies && at < end ? pieces[at] : null;
      });
    }
  }
}

/**
 * How many of each of its pieces one of a gang's sheets gives, cut; counted without laying it out. Of two books head to
 * tail a piece lies on its own sheet and on its partner's, together in every place.
 */
export function yieldedBy(gang: Gang, spots: number, sheet: number): number {
  switch (gang.order) {
    case 'repeat':
    case 'come-and-go':
      return spots;
    case 'different':
      return Math.floor(spots / Math.min(spots, gang.pieces.length - sheet * spots));
    case 'stack':
      return stackOf(gang, spots, sheet).copies;
  }
}
