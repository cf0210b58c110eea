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

/** Stacks: how many sheets high they are, how many make a whole copy, and how many copies stand beside each other. */
function stacks({ pieces, order }: Gang, spots: number): { high: number; wide: number; copies: number } {
  const high = sheetsFor({ pieces, order }, spots);
  const wide = Math.ceil(pieces.length / high);
  return { high, wide, copies: Math.floor(spots / wide) };
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
      const { high, wide, copies } = stacks(gang, spots);
      return places((k) => (k < wide * copies ? pieces[(k % wide) * high + sheet] : null));
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
      return stacks(gang, spots).copies;
  }
}
