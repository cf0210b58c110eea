import { yieldOf } from '../lay';
import type { Plan } from './plan';

/** A pile as it comes off the guillotine: the pieces of one place of a lot's sheets, the first on top. */
export interface PileOf {
  /** Which place, from 1; where one form is front and back, both piles that come of it. */
  readonly place: number;
  /** The numbers of the pieces on top and at the foot; of parts those of their sets. */
  readonly first: number;
  readonly last: number;
  /** Pieces in it. */
  readonly count: number;
  /** The places in the content of what is on its topmost piece; null where nothing is. */
  readonly front: number;
  readonly back: number | null;
}

/**
 * The piles of a lot in the order in which they are laid on each other; places that stay empty give none.
 * @param lot which lot of the plan, from 0
 */
export function pilesOf({ sheets, pieces }: Pick<Plan, 'sheets' | 'pieces'>, lot: number): PileOf[] {
  const it = sheets.lots[lot];
  if (!it) return [];
  const first = sheets.at(it.from);
  const each = first.prints * yieldOf(first.lay.work);
  return first.lay.downs.flatMap((down, k): PileOf[] => {
    const ids: number[] = [];
    for (let i = it.from; i < it.from + it.count; i++) {
      const piece = sheets.at(i).downs[k];
      if (piece !== null && piece !== undefined) ids.push(piece);
    }
    const [top] = ids;
    if (top === undefined) return [];
    const { places } = pieces.at(top)!;
    const numberOf = (id: number): number => pieces.at(id)!.number ?? 1;
    return [
      {
        place: down.place,
        first: numberOf(top),
        last: numberOf(ids.at(-1)!),
        count: ids.length * each,
        front: places[0]!,
        back: places[1] ?? null,
      },
    ];
  });
}

/** Where a piece ends when its lot is cut. */
export interface InPile {
  /** Which lot, from 1, and how many there are. */
  readonly lot: number;
  readonly lots: number;
  /** Which pile of it, by its place, from 1. */
  readonly pile: number;
  /** How many sheets lie above it in the pile, and how high that is in sheets. */
  readonly above: number;
  readonly high: number;
}

/**
 * Where a piece of a sheet ends when its lot is cut.
 * @param sheet which sheet, from 0 @param down which piece that lies on it, from 0
 */
export function inPile({ sheets }: Pick<Plan, 'sheets'>, sheet: number, down: number): InPile | null {
  const { lots } = sheets;
  const lot = lots.findIndex((l) => sheet >= l.from && sheet < l.from + l.count);
  const it = lots[lot];
  const place = sheets.at(sheet).lay.downs[down]?.place;
  if (!it || place === undefined) return null;
  return { lot: lot + 1, lots: lots.length, pile: place, above: sheet - it.from, high: it.count };
}

/** The first sheet, from 0, that a piece lies on; null where it lies on none. @param id which piece, from 0 */
export function sheetWith({ sheets }: Pick<Plan, 'sheets'>, id: number): number | null {
  for (let i = 0; i < sheets.length; i++) if (sheets.at(i).downs.includes(id)) return i;
  return null;
}
