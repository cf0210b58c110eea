import { isSlit, lineOnSheet, type Fed, type Guide } from '../cutting';
import { stepOf, type Artwork, type DocketOf, type FlatProduct, type Patch } from '../docket';
import { isSetTo, routeWith, scoresAsItSlits, slitsOn, slitterOf } from '../finishing';
import type { Lay } from '../lay';
import { EPSILON, formatSize, inverse, lying, rect, rectThrough, type Rect, type Size, type Unit } from '../measure';
import type { Plan } from '../sheet';
import type { Shop, SlitProgram } from '../shop';
import {
  CANNOT,
  laidIn,
  movedTo,
  NOT_ALIKE,
  planned,
  stockFor,
  stripsOf,
  wide,
  type ForProgram,
  type Strips,
} from './in-strips';

/**
 * Lays flat work out for a program: on its sheet, as many and as large as its lines say, where they say, with its scores and
 * perforations. Tried with the planner: what it gives sets the machine as the program does, or it is not offered.
 * @param docket cut on the slitter that has the program
 */
export function forProgram(
  program: SlitProgram,
  docket: DocketOf<'flat'>,
  artwork: Artwork,
  shop: Shop,
  unit: Unit,
): ForProgram {
  const slitter = slitterOf(docket.finish);
  const step = stepOf(docket.finish, 'cut');
  if (!slitter || !step) return { cannot: 'It is cut on no slitter.' };
  const { sheet, scores, perforations } = program;
  const stock = stockFor(sheet, docket.sheet, shop);
  if (!stock)
    return { cannot: `No stock that ${docket.sheet.machine.name} takes is ${formatSize(lying(sheet), unit)}.` };
  const across = stripsOf(program.slits, sheet.width);
  const along = stripsOf(program.crossCuts, sheet.height);
  if (!across || !along) return NOT_ALIKE;
  // fed by its long edge, the sheet lies on the table as it goes in
  const long = sheet.width >= sheet.height;
  const { finished, lies } = long ? laidIn(docket, across, along) : laidIn(docket, along, across);
  const scoring = [scores, perforations].some((l) => l.along.length + l.across.length > 0);
  const others = docket.finish.route.map((s) => (s === step ? { ...step, program } : s));
  const route = scoring ? routeWith(others, 'score', slitter) : others;
  const wish = (offset: { x: number; y: number }, lines: FlatProduct['lines']): Patch => ({
    product: { finished, lies: { ...lies, offset }, lines },
    sheet: { stock, up: 'most' },
    finish: { route },
  });
  const tried = (patch: Patch): Plan | null => planned(docket, patch, artwork);
  const moved = movedTo(
    (offset) => wish(offset, []),
    tried,
    (lay) => blockOf(program, [across, along], long, slitter.guide, lay.paper),
  );
  if (!moved) return CANNOT;
  const { offset, lay } = moved;
  const { lines } = docket.product;
  if (!scoring && lines.length > 0 && scoresAsItSlits(docket.finish.route, slitter))
    return { cannot: 'It makes none of the lines that are scored and perforated here: let a creaser make them.' };
  // what a creaser makes afterwards stays
  const patch = wish(offset, scoring ? linesIn(program, lay, long, slitter.guide) : lines);
  const done = tried(patch);
  const slits = done && slitsOn(done.sheets.main.lay, slitter, scoring);
  return slits && isSlit(slits) && isSetTo(program, slits) ? { patch } : CANNOT;
}

/** A program's scores and perforations as they lie in the first piece of a lay. */
function linesIn(
  { sheet, scores, perforations }: SlitProgram,
  { downs, paper }: Lay,
  long: boolean,
  guide: Guide,
): FlatProduct['lines'] {
  const [down] = downs;
  if (!down) return [];
  const feed: Fed = { feed: long ? 'long' : 'short', far: guide === (long ? 'right' : 'left') };
  const back = inverse(down.at);
  return (
    [
      ['score', scores],
      ['perforation', perforations],
    ] as const
  ).flatMap(([kind, ways]) =>
    (['along', 'across'] as const).flatMap((way) =>
      ways[way].flatMap((v): FlatProduct['lines'] => {
        const { upright, at } = lineOnSheet({ ...feed, sheet }, way, v);
        const line = upright ? rect(at, 0, 0, paper.height) : rect(0, at, paper.width, 0);
        const { x, y, width, height } = rectThrough(back, line);
        const { size } = down.shape;
        const [runs, from, whole] =
          width < height ? (['upright', x, size.width] as const) : (['level', size.height - y, size.height] as const);
        return from > EPSILON && from < whole - EPSILON ? [{ kind, runs, at: Math.round(from * 1000) / 1000 }] : [];
      }),
    ),
  );
}

/** Where a program's pieces lie on the sheet, seen from the front. */
function blockOf(
  { sheet }: SlitProgram,
  [across, along]: readonly [Strips, Strips],
  long: boolean,
  guide: Guide,
  paper: Size,
): Rect {
  const far = guide === (long ? 'right' : 'left');
  const side = far ? sheet.width - across.from - wide(across) : across.from;
  return long
    ? { x: side, y: along.from, width: wide(across), height: wide(along) }
    : { x: along.from, y: side, width: wide(along), height: Math.min(paper.height, wide(across)) };
}
