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

/**
 * The pieces in the places of one of a gang's sheets.
 * @param spots places on the sheet
 * @param sheet which of the gang's sheets, from 0
 */
export function arranged({ pieces, order, partner }: Gang, spots: number, sheet: number): number[] {
  const places = (of: (k: number) => number): number[] => Array.from({ length: spots }, (_, k) => of(k));
  const at = pieces[sheet]!;
  switch (order) {
    case 'repeat':
      return places(() => at);
    case 'come-and-go':
      return places((k) => (k % 2 === 0 ? at : partner(at)));
    case 'different': {
      const here = pieces.slice(sheet * spots, (sheet + 1) * spots);
      // what is left over on the last sheet carries them again
      return places((k) => here[k % here.length]!);
    }
    case 'stack': {
      // place k, sheet s carries leaf k × S + s: the cut piles lie on each other in reading order
      const S = sheetsFor({ pieces, order }, spots);
      return places((k) => pieces[k * S + sheet] ?? at);
    }
  }
}

/** How many different pieces lie on one of a gang's sheets: what {@link arranged} has, counted without laying it out. */
export function distinctOn({ pieces, order, partner }: Gang, spots: number, sheet: number): number {
  switch (order) {
    case 'repeat':
      return 1;
    case 'come-and-go':
      return spots > 1 && partner(pieces[sheet]!) !== pieces[sheet] ? 2 : 1;
    case 'different':
      return Math.min(spots, pieces.length - sheet * spots);
    case 'stack':
      return Math.floor((pieces.length - 1 - sheet) / sheetsFor({ pieces, order }, spots)) + 1;
  }
}
