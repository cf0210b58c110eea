import { CutError, cutsOf, isCuttable, piecesBy } from '../cutting';
import { stepOf, type Artwork, type DocketOf, type FlatProduct, type Patch } from '../docket';
import { guillotineOf } from '../finishing';
import { bounds, formatSize, sameSize, type Rect, type Size, type Unit } from '../measure';
import type { PileProgram, Shop } from '../shop';
import { CANNOT, laidIn, movedTo, NOT_ALIKE, planned, SAME, stockFor, stripsOf, type ForProgram } from './in-strips';

/** Where pieces begin and end along one direction, each line once. */
function linesOf(pieces: readonly Rect[], from: 'x' | 'y', long: 'width' | 'height'): number[] {
  const all = pieces.flatMap((r) => [r[from], r[from] + r[long]]).sort((a, b) => a - b);
  return all.filter((v, i) => i === 0 || v - all[i - 1]! > SAME);
}

/**
 * Lays flat work out for a program of its guillotine: on its sheet, as many and as large as it cuts, where it cuts them.
 * Tried with the planner: worked through by its measures, the program gives the pieces of the plan, or it is not offered.
 * @param docket cut on the guillotine that has the program
 */
export function forPiles(
  program: PileProgram,
  docket: DocketOf<'flat'>,
  artwork: Artwork,
  shop: Shop,
  unit: Unit,
): ForProgram {
  const guillotine = guillotineOf(docket.finish);
  const step = stepOf(docket.finish, 'cut');
  if (!guillotine || !step) return { cannot: 'It is cut on no guillotine.' };
  const { pile } = program;
  const stock = stockFor(pile, docket.sheet, shop);
  if (!stock) return { cannot: `No stock that ${docket.sheet.machine.name} takes is ${formatSize(pile, unit)}.` };
  const pieces = piecesOf(program);
  if ('cannot' in pieces) return pieces;
  const laid = laidAs(pieces, docket, pile);
  if (!laid) return NOT_ALIKE;
  const route = docket.finish.route.map((s) => (s === step ? { ...step, piles: program } : s));
  const wish = (offset: { x: number; y: number }): Patch => ({
    product: { finished: laid.finished, lies: { ...laid.lies, offset } },
    sheet: { stock, up: 'most' },
    finish: { route },
  });
  const moved = movedTo(
    wish,
    (patch) => planned(docket, patch, artwork),
    () => bounds([...pieces.as, ...pieces.turned]),
  );
  if (!moved) return CANNOT;
  const { lay, offset } = moved;
  if (!sameSize(lay.paper, pile))
    return {
      cannot: `It cuts sheets that lie ${formatSize(pile, unit)} before the press; these lie ${formatSize(lay.paper, unit)}.`,
    };
  const by = cutsOf(lay).programOn(guillotine, program);
  return isCuttable(by) && by.given ? { patch: wish(offset) } : CANNOT;
}

type Pieces = NonNullable<ReturnType<typeof piecesBy>>;

/** How work lies that is cut into these pieces: in columns and rows, or in a block of those and one a quarter turned. */
function laidAs({ as, turned }: Pieces, docket: DocketOf<'flat'>, pile: Size): Laid | null {
  const columns = stripsOf(linesOf(as, 'x', 'width'), pile.width);
  const rows = stripsOf(linesOf(as, 'y', 'height'), pile.height);
  if (!columns || !rows || columns.count * rows.count !== as.length) return null;
  const { finished, lies } = laidIn(docket, columns, rows);
  return turned.length === 0
    ? { finished, lies }
    : { finished, lies: { ...lies, way: 'mixed', columns: null, rows: null } };
}
type Laid = Pick<FlatProduct, 'finished' | 'lies'>;

/** The pieces that a program cuts. */
function piecesOf(program: PileProgram): Pieces | { readonly cannot: string } {
  try {
    return piecesBy(program) ?? NOT_ALIKE;
  } catch (e) {
    if (e instanceof CutError) return { cannot: `It cannot be worked. ${e.message}` };
    throw e;
  }
}
