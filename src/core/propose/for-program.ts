import { cutsOf, isSlit, lineOnSheet, type Fed, type Guide } from '../cutting';
import { checkedPatch, stepOf, type Artwork, type DocketOf, type FlatProduct, type Patch } from '../docket';
import { isSetTo, routeWith, scoresAsItSlits, slitsOn, slitterOf } from '../finishing';
import type { Lay } from '../lay';
import {
  bounds,
  EPSILON,
  formatSize,
  inverse,
  lying,
  rect,
  rectThrough,
  sameSize,
  type Rect,
  type Size,
  type Unit,
} from '../measure';
import { plan, type Plan } from '../sheet';
import { machineTakes, type Shop, type SlitProgram, type Stock } from '../shop';

/** How far two strips may differ and still be pieces of one size, mm. */
const SAME = 0.1;

/** Strips of one kind between lines: how wide a piece is, how many, what lies between two, where the first begins. */
interface Strips {
  readonly piece: number;
  readonly count: number;
  readonly gap: number;
  readonly from: number;
}

/** What lines divide a length into, where all pieces are as wide and all gaps: the widest strips are the pieces. */
function stripsOf(lines: readonly number[], length: number): Strips | null {
  const apart = lines.slice(1).map((v, i) => v - lines[i]!);
  const piece = Math.max(0, ...apart);
  const isPiece = (wide: number): boolean => Math.abs(wide - piece) <= SAME;
  // a piece that reaches the edge of the sheet has no line there
  const edges = [
    ...(lines[0] !== undefined && lines[0] > SAME && isPiece(lines[0]) ? [0] : []),
    ...lines,
    ...(lines.length > 0 && isPiece(length - lines.at(-1)!) ? [length] : []),
  ];
  const strips = edges.slice(1).map((v, i) => ({ from: edges[i]!, wide: v - edges[i]! }));
  const pieces = strips.filter((s) => isPiece(s.wide));
  const gaps = strips.filter((s) => !isPiece(s.wide));
  const gap = gaps[0]?.wide ?? 0;
  const even = gaps.every((g) => Math.abs(g.wide - gap) <= SAME);
  // between two pieces lies one gap, or none
  const between = gaps.length === 0 || gaps.length === pieces.length - 1;
  if (pieces.length === 0 || piece <= SAME || !even || !between || !isPiece(strips[0]!.wide)) return null;
  return { piece, count: pieces.length, gap, from: edges[0]! };
}

/** A docket laid out for a program of its slitter, or why it cannot be. */
export type ForProgram = { readonly patch: Patch } | { readonly cannot: string };

/** The stock of a program's sheet: the job's own, else another size of it, else the cheapest of the shop that is of that size. */
function stockFor(sheet: Size, { stock, machine }: DocketOf<'flat'>['sheet'], shop: Shop): Stock | null {
  const fits = (s: Stock): boolean => sameSize(lying(s), lying(sheet)) && machineTakes(machine, s);
  if (sameSize(lying(stock), lying(sheet))) return stock;
  const all = shop.stocks.filter(fits).sort((a, b) => a.price - b.price);
  return all.find((s) => s.name === stock.name) ?? all[0] ?? null;
}

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
  if (!across || !along) return { cannot: 'Its lines are not those of pieces of one size with one gap between.' };
  // fed by its long edge, the sheet lies on the table as it goes in
  const long = sheet.width >= sheet.height;
  const [columns, rows] = long ? [across, along] : [along, across];
  const cell: Size = { width: columns.piece, height: rows.piece };
  const { finished } = docket.product;
  const turned = Math.abs(cell.width - finished.height) <= SAME && Math.abs(cell.height - finished.width) <= SAME;
  const as = Math.abs(cell.width - finished.width) <= SAME && Math.abs(cell.height - finished.height) <= SAME;
  // of another size the artwork lies as its own proportions say
  const landscape = (s: Size): boolean => s.width >= s.height;
  const sideways = !as && (turned || landscape(finished) !== landscape(cell));
  const size = turned || as ? finished : sideways ? { width: cell.height, height: cell.width } : cell;
  const lies: FlatProduct['lies'] = {
    ...docket.product.lies,
    way: sideways ? 'sideways' : 'upright',
    columns: columns.count,
    rows: rows.count,
    gap: { across: columns.gap, down: rows.gap },
    turned: 'none',
    offset: { x: 0, y: 0 },
    singles: [],
  };
  const scoring = [scores, perforations].some((l) => l.along.length + l.across.length > 0);
  const others = docket.finish.route.map((s) => (s === step ? { ...step, program } : s));
  const route = scoring ? routeWith(others, 'score', slitter) : others;
  const wish = (offset: { x: number; y: number }, lines: FlatProduct['lines']): Patch => ({
    product: { finished: size, lies: { ...lies, offset }, lines },
    sheet: { stock, up: 'most' },
    finish: { route },
  });
  const tried = (patch: Patch): Plan | null => {
    const planned = plan(checkedPatch(docket, patch), artwork);
    return planned.sheets.lays.every((l) => l.fits) && cutsOf(planned.sheets.main.lay).any ? planned : null;
  };
  const centred = tried(wish({ x: 0, y: 0 }, []));
  if (!centred) return CANNOT;
  const { lay } = centred.sheets.main;
  const now = bounds(cutsOf(lay).pieces);
  const wanted = blockOf(program, [across, along], long, slitter.guide, lay.paper);
  const offset = { x: wanted.x - now.x, y: wanted.y - now.y };
  const placed = tried(wish(offset, []));
  if (!placed) return CANNOT;
  const { lines } = docket.product;
  if (!scoring && lines.length > 0 && scoresAsItSlits(docket.finish.route, slitter))
    return { cannot: 'It makes none of the lines that are scored and perforated here: let a creaser make them.' };
  // what a creaser makes afterwards stays
  const patch = wish(offset, scoring ? linesIn(program, placed.sheets.main.lay, long, slitter.guide) : lines);
  const done = tried(patch);
  const slits = done && slitsOn(done.sheets.main.lay, slitter, scoring);
  return slits && isSlit(slits) && isSetTo(program, slits) ? { patch } : CANNOT;
}

const CANNOT: ForProgram = { cannot: 'The sheets cannot be laid out so on this press.' };

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
  const wide = (s: Strips): number => s.count * s.piece + (s.count - 1) * s.gap;
  const far = guide === (long ? 'right' : 'left');
  const side = far ? sheet.width - across.from - wide(across) : across.from;
  return long
    ? { x: side, y: along.from, width: wide(across), height: wide(along) }
    : { x: along.from, y: side, width: wide(along), height: Math.min(paper.height, wide(across)) };
}
