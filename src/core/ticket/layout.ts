import { stepOf, type Artwork, type Docket } from '../docket';
import { cutsOf } from '../cutting';
import { blockOf, foldRuns, scoreRuns, stitchesAt, type FoldRun, type ScoreRun } from '../finishing';
import type { Lay } from '../lay';
import { mark, type Mark } from '../marks';
import { boundsOf, type Matrix, type Rect, type Size } from '../measure';
import { SIDE_NAMES, type Cell, type Plan, type Sheet, type SheetBlock, type SideName } from '../sheet';
import { toPoints } from './values';

/** What both tickets say of a layout, before it is written as one of them: in points, from the lower left of its surface. */

/** A file that pages come from, with its place in the list of all pages. */
export interface Run {
  readonly id: string;
  readonly name: string;
  readonly pages: number;
  /** Pages of the files before it. */
  readonly before: number;
}

/** A page where it lies. */
export interface Placed {
  /** The place by itself, whatever page comes to it: sheet, side and count. */
  readonly id: string;
  /** The page in the list of all, from 0; null for an open place. */
  readonly ord: number | null;
  /** Takes the page, from the lower left of its media box as it is seen, to the surface. */
  readonly ctm: string | null;
  /** Takes the upright trimmed page to the surface. */
  readonly trimCtm: string;
  readonly trimSize: string;
  readonly clip: string;
}

/** A mark that a device looks for. */
export type PlacedMark =
  | { readonly kind: 'register'; readonly centre: string }
  | { readonly kind: 'bar'; readonly centre: string; readonly size: string; readonly box: string };

export interface Surface {
  readonly side: SideName;
  readonly placed: readonly Placed[];
  readonly marks: readonly PlacedMark[];
}

/** One sheet: a form of its own, or several that are alike but for what lies on them. */
export interface LaidSheet {
  readonly name: string;
  readonly work: Sheet['lay']['work'];
  /** What is laid out: the plate where there is one, else the paper. */
  readonly contents: string;
  /** What it is printed on, by its number. */
  readonly ground: number;
  readonly prints: number;
  readonly surfaces: readonly Surface[];
}

/** A paper with the plate that it lies on: what sheets in a row have in common. */
export interface Ground {
  /** From 1, the one of what the job is mainly made of. */
  readonly id: number;
  readonly paper: Readonly<Record<'Dimension' | 'DescriptiveName', string>> &
    Readonly<Record<'Weight' | 'Thickness', number>>;
  /** The plate's size; null where there is none. */
  readonly plate: string | null;
  /** The paper's lower left on the plate. */
  readonly paperAt: string;
  /** Its sheets, by their numbers, both ends counted. */
  readonly sheets: readonly { readonly from: number; readonly to: number }[];
}

/** How sheets that lie alike are cut: what comes out of them. */
export interface Cutting {
  readonly sheets: Ground['sheets'];
  /** Each as it lies on the front, mm from the lower left of what is laid out. */
  readonly blocks: readonly { readonly name: string; readonly rect: Rect }[];
}

/** What binds a piece, in millimetres. */
export interface BoundAs {
  /** Stitches through the fold, from the upper end of the spine as it lies on the left, and which edge of the piece that is. */
  readonly stitches: readonly number[];
  readonly reference: 'Top' | 'Right';
  /** What is milled off the spine. */
  readonly milled: number;
  /** The size that it is trimmed to when it is bound, upright, and what falls off at its foot; null where it is not. */
  readonly trimmed: { readonly size: Size; readonly foot: number } | null;
}

export interface Layout {
  readonly docket: Docket;
  readonly runs: readonly Run[];
  readonly grounds: readonly Ground[];
  /** Of sheets that are cut flat. */
  readonly cuttings: readonly Cutting[];
  /** How flat pieces are scored and perforated, every shape once. */
  readonly scorings: readonly ScoreRun[];
  /** How sections are folded apart, every kind once. */
  readonly foldings: readonly (FoldRun & Pick<Cutting, 'sheets'>)[];
  /** How they become the piece: nothing of what is not done. */
  readonly bound: BoundAs;
  readonly count: number;
  /** Pieces that differ. */
  readonly forms: number;
  /** @param i from 0 */
  readonly at: (i: number) => LaidSheet;
}

/** A number as a ticket has it: no exponent, no more than a ten thousandth of a point. */
const n = (value: number): string => String(Number(value.toFixed(4)) + 0);
export const numbers = (...mm: readonly number[]): string => mm.map((v) => n(toPoints(v))).join(' ');
export const sizeWritten = ({ width, height }: Size): string => numbers(width, height);

const matrixWritten = ([a, b, c, d, e, f]: Matrix, [x, y]: readonly [number, number]): string =>
  `${[a, b, c, d].map(n).join(' ')} ${numbers(e + x, f + y)}`;
const boxWritten = (r: Rect, [x, y]: readonly [number, number]): string =>
  numbers(r.x + x, r.y + y, r.x + r.width + x, r.y + r.height + y);

/** The layout of a plan, sheet by sheet as it is asked for. */
export function layoutOf(docket: Docket, plan: Plan, artwork: Pick<Artwork, 'pages' | 'more'>): Layout {
  const files = [docket.artwork.file, ...docket.artwork.more];
  const runs: Run[] = [];
  files.forEach(({ name }, i) => {
    const pages = (i === 0 ? artwork.pages : artwork.more?.[i - 1])?.length ?? 0;
    runs.push({ id: `R${i + 1}`, name, pages, before: runs.reduce((sum, r) => sum + r.pages, 0) });
  });
  const marks = mark(docket, plan);
  const grounds = groundsOf(plan);
  return {
    docket,
    runs,
    grounds,
    cuttings: cuttingsOf(plan),
    scorings: scoreRuns(plan, docket.finish.route),
    foldings: foldingsOf(plan),
    bound: boundAs(docket, plan),
    count: plan.sheets.length,
    forms: plan.pieces.length,
    at: (i) => {
      const sheet = plan.sheets.at(i);
      const { lay } = sheet;
      const from = lay.plate ? ([lay.plate.paper.x, lay.plate.paper.y] as const) : ([0, 0] as const);
      // worked and turned, the back is printed by the front's plates
      const one = lay.work === 'work-and-turn' || lay.work === 'work-and-tumble' || sheet.sides === 1;
      return {
        name: `S${sheet.number}`,
        work: sheet.sides === 1 ? 'one-sided' : lay.work,
        contents: `0 0 ${sizeWritten(lay.plate?.plate ?? lay.paper)}`,
        ground: grounds.find((g) => g.sheets.some((s) => sheet.number >= s.from && sheet.number <= s.to))!.id,
        prints: sheet.prints,
        surfaces: SIDE_NAMES.slice(0, one ? 1 : 2).map((side) => ({
          side,
          placed: sheet[side].flatMap((c, k) =>
            placedOf(c, `S${sheet.number}${side === 'front' ? 'F' : 'B'}${k + 1}`, runs, from),
          ),
          marks: marksWritten(marks.of(sheet.number, side), from),
        })),
      };
    },
  };
}

/** How sections are folded, with the sheets that they lie on. */
const foldingsOf = (plan: Plan): Layout['foldings'] =>
  foldRuns(plan).map((run) => ({
    ...run,
    sheets: plan.sheets.blocks
      .filter(({ lay }) => lay.downs.some((d) => d.shape === run.shape))
      .map(({ from, count }) => ({ from, to: from + count - 1 })),
  }));

function boundAs({ finish, product }: Docket, plan: Plan): BoundAs {
  const { process, spine, milled, finished } = plan.assembly;
  const stitcher = stepOf(finish, 'stitch')?.machine ?? {};
  const block = blockOf(plan);
  const atTop = product.kind === 'bound' && product.bound === 'top';
  return {
    stitches: process === 'stitch' ? stitchesAt(spine, stitcher) : [],
    milled: process === 'bind' ? milled : 0,
    reference: atTop ? 'Right' : 'Top',
    trimmed: block && { size: finished, foot: atTop ? block.off.face : block.off.foot },
  };
}

/** The papers and plates of a plan, each once, what it is mainly made of first. */
function groundsOf({ sheets }: Plan): Ground[] {
  const { main } = sheets;
  const found = new Map<string, Omit<Ground, 'id' | 'sheets'> & { sheets: { from: number; to: number }[] }>();
  const take = ({ stock, lay }: Pick<SheetBlock, 'stock' | 'lay'>): { from: number; to: number }[] => {
    const dimension = sizeWritten(lay.paper);
    const plate = lay.plate && sizeWritten(lay.plate.plate);
    const paperAt = lay.plate ? numbers(lay.plate.paper.x, lay.plate.paper.y) : numbers(0, 0);
    const key = [stock.id, dimension, plate, paperAt].join('|');
    const known = found.get(key);
    if (known) return known.sheets;
    const own: { from: number; to: number }[] = [];
    const thickness = Math.round(stock.caliper * 1000);
    const paper = {
      Dimension: dimension,
      DescriptiveName: stock.name,
      Weight: stock.grammage,
      Thickness: thickness,
    };
    found.set(key, { paper, plate, paperAt, sheets: own });
    return own;
  };
  take(main);
  for (const b of sheets.blocks) take(b).push({ from: b.from, to: b.from + b.count - 1 });
  return [...found.values()].map((g, i) => ({ id: i + 1, ...g }));
}

/** What comes out of the sheets of each lay that is cut flat. */
function cuttingsOf({ sheets }: Plan): Cutting[] {
  const byLay = new Map<Lay, { from: number; to: number }[]>();
  for (const { lay, from, count } of sheets.blocks) {
    if (!cutsOf(lay).any) continue;
    const own = byLay.get(lay) ?? [];
    own.push({ from, to: from + count - 1 });
    byLay.set(lay, own);
  }
  return [...byLay].map(([lay, ranges]) => {
    const [x, y] = lay.plate ? [lay.plate.paper.x, lay.plate.paper.y] : [0, 0];
    return {
      sheets: ranges,
      blocks: cutsOf(lay).pieces.map((r, i) => ({ name: `B${i + 1}`, rect: { ...r, x: r.x + x, y: r.y + y } })),
    };
  });
}

/** A page where it is placed, before it what is made of it as its bleed: one lies on the other as they follow. */
const placedOf = (cell: Cell, id: string, runs: readonly Run[], from: readonly [number, number]): Placed[] => [
  ...cell.made.map((m, i) => placed({ ...cell, ...m }, `${id}M${i + 1}`, runs, from)),
  placed(cell, id, runs, from),
];

function placed(cell: Cell, id: string, runs: readonly Run[], from: readonly [number, number]): Placed {
  const run = runs[cell.file];
  return {
    id,
    ord: cell.page === null || !run ? null : run.before + cell.page - 1,
    ctm: cell.matrix && matrixWritten(cell.matrix, from),
    trimCtm: matrixWritten(cell.toSide, from),
    trimSize: sizeWritten(cell.size),
    clip: boxWritten(boundsOf(cell.clip), from),
  };
}

function marksWritten(marks: readonly Mark[], from: readonly [number, number]): PlacedMark[] {
  const at = (x: number, y: number): string => numbers(x + from[0], y + from[1]);
  const centres = marks.flatMap((m) => (m.of === 'register' && m.kind === 'circle' ? [at(...m.centre)] : []));
  const bar = marks.flatMap((m) => (m.of === 'bar' && m.kind === 'area' ? [m.rect] : []));
  const found: PlacedMark[] = [...new Set(centres)].map((centre) => ({ kind: 'register', centre }));
  if (bar.length === 0) return found;
  const left = Math.min(...bar.map((r) => r.x));
  const right = Math.max(...bar.map((r) => r.x + r.width));
  const { y, height } = bar[0]!;
  return [
    ...found,
    {
      kind: 'bar',
      centre: at((left + right) / 2, y + height / 2),
      size: numbers(right - left, height),
      box: boxWritten({ x: left, y, width: right - left, height }, from),
    },
  ];
}

/** What the standards call the ways of working a sheet. */
export const WORK_STYLES: Readonly<Record<LaidSheet['work'], string>> = {
  sheetwise: 'WorkAndBack',
  perfecting: 'Perfecting',
  'work-and-turn': 'WorkAndTurn',
  'work-and-tumble': 'WorkAndTumble',
  'one-sided': 'Simplex',
};
