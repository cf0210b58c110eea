import { MOST_ALONG, type DocketOf, type PanelAt, type PosterProduct } from '../../docket';
import { lying, rect, type Edges, type Rect } from '../../measure';
import type { PageRef } from '../../pages';
import { printableArea, type Stock } from '../../shop';
import { divided, lapsOf, type Divided, type EdgeWish } from './joints';

/** Panels of a job at most: more are no poster but a wall. */
export const MOST_PANELS = 3000;

/** A panel of a poster. Millimetres from the poster's lower left trim. */
export interface PosterPanel {
  /** Its place on the wall, from 0, counted from the upper left. */
  readonly column: number;
  readonly row: number;
  /** `A1`. */
  readonly name: string;
  /** From trim to trim. */
  readonly trim: Rect;
  /** What is seen of it when all hang. */
  readonly seen: Rect;
  /** The poster's bleed, where it has an edge of it. */
  readonly bleed: Edges;
  /** How wide the strips are that its neighbours cover. */
  readonly covered: Edges;
  readonly off: boolean;
  readonly stock: Stock;
  readonly fits: boolean;
}

/** Posters made up: the panels that they are printed in. */
export interface PosterPlan {
  readonly kind: 'poster';
  /** The page of each poster. */
  readonly posters: readonly PageRef[];
  /** Of one poster, row by row from the upper left, those that are off with them. */
  readonly panels: readonly PosterPanel[];
  /** In the order in which they are printed, as places in `panels`, those that are off left out. */
  readonly order: readonly number[];
  readonly columns: number;
  readonly rows: number;
  /** How the sheets hang, by their long edge. */
  readonly hung: 'level' | 'upright';
  /** What was divided into columns and into rows. */
  readonly edges: { readonly across: EdgeWish; readonly down: EdgeWish };
  /** Whether the overlap leaves nothing of a panel: then less was taken, to have something to look at. */
  readonly allOverlap: boolean;
  /** How many panels there would have to be of a poster, and joints between them with their length together, mm. */
  readonly needed: number;
  readonly joints: number;
  readonly jointLength: number;
}

/** What of a docket its panels depend on. */
export type PosterWish = Pick<DocketOf<'poster'>, 'product' | 'sheet' | 'marks'>;

/** What is kept free at a joint's trim and at the poster's own, mm. */
function roomsKept({ product, marks }: Pick<PosterWish, 'product' | 'marks'>): { joint: number; edge: number } {
  const { room, bleed } = product;
  if (room !== null) return { joint: room, edge: Math.max(room, bleed) };
  const { on, length, offset } = marks.crop;
  return on ? { joint: offset + length, edge: Math.max(offset, bleed) + length } : { joint: 0, edge: bleed };
}

/** The two edges of a poster as they are divided, with its sheets hung one way. */
export function edgesOf({ product, sheet, marks }: PosterWish, hung: PosterPlan['hung'], overlap: number) {
  const area = printableArea(lying(sheet.stock), sheet.machine.noPrint);
  const [wide, high] = hung === 'level' ? [area.width, area.height] : [area.height, area.width];
  const kept = roomsKept({ product, marks });
  const { finished, over, across, down, columns, rows } = product;
  const edge = (length: number, room: number, later: boolean) => ({
    length,
    room: Math.max(0, room - 2 * kept.joint),
    outer: kept.edge - kept.joint,
    overlap,
    laps: lapsOf({ overlap, lap: product.lap }, later),
  });
  return {
    across: { ...edge(finished.width, wide, over.across === 'right'), count: columns, at: across },
    down: { ...edge(finished.height, high, over.down === 'lower'), count: rows, at: down },
  };
}

/** A poster divided, with its sheets hung one way. */
interface Way {
  readonly hung: PosterPlan['hung'];
  readonly edges: PosterPlan['edges'];
  readonly across: Divided;
  readonly down: Divided;
  readonly fits: boolean;
  readonly needed: number;
}

function wayOf(wish: PosterWish, hung: PosterPlan['hung'], overlap: number): Way {
  const edges = edgesOf(wish, hung, overlap);
  const across = divided(edges.across);
  const down = divided(edges.down);
  const fits = [...across.fits, ...down.fits].every(Boolean);
  const of = (d: Divided): number => d.needed ?? d.spans.length;
  return { hung, edges, across, down, fits, needed: of(across) * of(down) };
}

/** How long the joints of so many panels are together, mm. */
export const jointsOf = ({ finished }: PosterProduct, columns: number, rows: number): number =>
  (columns - 1) * finished.height + (rows - 1) * finished.width;

/** The ways that a poster's sheets can hang, the best first: on the fewest sheets, then with the shortest joints. */
export function waysToHang(wish: PosterWish, overlap = wish.product.overlap): Way[] {
  const { lies } = wish.product;
  const joints = (w: Way): number => jointsOf(wish.product, w.across.spans.length, w.down.spans.length);
  return (['level', 'upright'] as const)
    .filter((hung) => lies === 'auto' || lies === hung)
    .map((hung) => wayOf(wish, hung, overlap))
    .sort((a, b) => Number(b.fits) - Number(a.fits) || a.needed - b.needed || joints(a) - joints(b));
}

/** The best way; where the overlap leaves nothing of a panel, with as much as leaves half of it. */
export function wayFor(wish: PosterWish): { way: Way; allOverlap: boolean } {
  const [way] = waysToHang(wish);
  const none = ({ across, down }: Way): boolean => across.needed === null || down.needed === null;
  if (!none(way!)) return { way: way!, allOverlap: false };
  const room = Math.min(way!.edges.across.room, way!.edges.down.room);
  const [less] = waysToHang(wish, Math.min(wish.product.overlap, room / 2));
  return { way: less!, allOverlap: room > 0 };
}

/** `A`, `Z`, `AA`. */
const letters = (n: number): string =>
  n < 26 ? String.fromCharCode(65 + n) : letters(Math.floor(n / 26) - 1) + letters(n % 26);

/** What a panel is called: its row's letter and its column's number, from the corner where A1 hangs. */
export function panelName(
  corner: PosterProduct['corner'],
  { columns, rows }: { readonly columns: number; readonly rows: number },
  { column, row }: { readonly column: number; readonly row: number },
): string {
  const c = corner.endsWith('left') ? column : columns - 1 - column;
  const r = corner.startsWith('upper') ? row : rows - 1 - row;
  return `${letters(r)}${c + 1}`;
}

/** A panel's place as a key. */
const keyOf = ({ column, row }: PanelAt): number => row * (MOST_ALONG + 1) + column;

/** The panels of a poster, row by row from the upper left. */
export function panelsOf({ product, sheet }: PosterWish, { across, down }: Way): PosterPanel[] {
  const { bleed, finished, corner, singles, over, overlap, lap } = product;
  const grid = { columns: across.spans.length, rows: down.spans.length };
  const covers = overlap > 0 && lap === 'under';
  const changed = new Map(singles.map((it) => [keyOf(it), it]));
  const out: PosterPanel[] = [];
  for (let row = 0; row < grid.rows; row++)
    for (let column = 0; column < grid.columns; column++) {
      const single = changed.get(keyOf({ column: column + 1, row: row + 1 }));
      const [x, y] = [across.spans[column]!, down.spans[row]!];
      const [sx, sy] = [across.seen[column]!, down.seen[row]!];
      const top = (v: number): number => finished.height - v;
      const [left, right] = [column === 0, column + 1 === grid.columns];
      const [upper, lower] = [row === 0, row + 1 === grid.rows];
      out.push({
        column,
        row,
        name: panelName(corner, grid, { column, row }),
        trim: rect(x.from, top(y.to), x.to - x.from, y.to - y.from),
        seen: rect(sx.from, top(sy.to), sx.to - sx.from, sy.to - sy.from),
        bleed: {
          left: left ? bleed : 0,
          right: right ? bleed : 0,
          top: upper ? bleed : 0,
          bottom: lower ? bleed : 0,
        },
        covered: {
          left: covers && !left && over.across === 'left' ? sx.from - x.from : 0,
          right: covers && !right && over.across === 'right' ? x.to - sx.to : 0,
          top: covers && !upper && over.down === 'upper' ? sy.from - y.from : 0,
          bottom: covers && !lower && over.down === 'lower' ? y.to - sy.to : 0,
        },
        off: single?.off ?? false,
        stock: single?.stock ?? sheet.stock,
        fits: across.fits[column]! && down.fits[row]!,
      });
    }
  return out;
}

/** Panels in the order in which they are printed: those that come first, then row by row. */
export function orderOf({ first }: PosterProduct, panels: readonly PosterPanel[]): number[] {
  const on = panels.flatMap((p, i) => (p.off ? [] : [i]));
  const places = new Map(on.map((i) => [keyOf({ column: panels[i]!.column + 1, row: panels[i]!.row + 1 }), i]));
  const ahead = first.flatMap((it) => places.get(keyOf(it)) ?? []);
  const order = [...new Set([...ahead, ...on])];
  // a job with nothing to print is none to look at
  return order.length > 0 ? order : [0];
}
