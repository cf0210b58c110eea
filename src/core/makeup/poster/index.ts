import type { Artwork, DocketOf, PosterProduct } from '../../docket';
import {
  compose,
  inUnits,
  lying,
  rect,
  rectangle,
  seriesOf,
  translation,
  type Edges,
  type Rect,
  type Series,
} from '../../measure';
import { factsOf, pageList, type PageRef } from '../../pages';
import { printableArea, type Stock } from '../../shop';
import { artworkToPage, partReach } from '../placing';
import type { Assembly, Content, Covered, Gang, Line, MadeUp, Piece, Placed, Shape } from '../piece';
import { divided, lapsOf, type Divided, type EdgeWish } from './joints';

export * from './joints';

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

type Wish = Pick<DocketOf<'poster'>, 'product' | 'sheet' | 'marks'>;

/** What is kept free at a joint's trim and at the poster's own, mm. */
function roomsKept({ product, marks }: Pick<Wish, 'product' | 'marks'>): { joint: number; edge: number } {
  const { room, bleed } = product;
  if (room !== null) return { joint: room, edge: Math.max(room, bleed) };
  const { on, length, offset } = marks.crop;
  return on ? { joint: offset + length, edge: Math.max(offset, bleed) + length } : { joint: 0, edge: bleed };
}

/** The two edges of a poster as they are divided, with its sheets hung one way. */
export function edgesOf({ product, sheet, marks }: Wish, hung: PosterPlan['hung'], overlap: number) {
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

function wayOf(wish: Wish, hung: PosterPlan['hung'], overlap: number): Way {
  const edges = edgesOf(wish, hung, overlap);
  const across = divided(edges.across);
  const down = divided(edges.down);
  const fits = [...across.fits, ...down.fits].every(Boolean);
  const of = (d: Divided): number => d.needed ?? d.spans.length;
  return { hung, edges, across, down, fits, needed: of(across) * of(down) };
}

const jointsOf = ({ finished }: PosterProduct, columns: number, rows: number): number =>
  (columns - 1) * finished.height + (rows - 1) * finished.width;

/** The ways that a poster's sheets can hang, the best first: on the fewest sheets, then with the shortest joints. */
export function waysToHang(wish: Wish, overlap = wish.product.overlap): Way[] {
  const { lies } = wish.product;
  const joints = (w: Way): number => jointsOf(wish.product, w.across.spans.length, w.down.spans.length);
  return (['level', 'upright'] as const)
    .filter((hung) => lies === 'auto' || lies === hung)
    .map((hung) => wayOf(wish, hung, overlap))
    .sort((a, b) => Number(b.fits) - Number(a.fits) || a.needed - b.needed || joints(a) - joints(b));
}

/** The best way; where the overlap leaves nothing of a panel, with as much as leaves half of it. */
function wayFor(wish: Wish): { way: Way; allOverlap: boolean } {
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

function panelsOf({ product, sheet }: Wish, { across, down }: Way): PosterPanel[] {
  const { bleed, finished, corner, singles, over, overlap, lap } = product;
  const grid = { columns: across.spans.length, rows: down.spans.length };
  const covers = overlap > 0 && lap === 'under';
  const out: PosterPanel[] = [];
  for (let row = 0; row < grid.rows; row++)
    for (let column = 0; column < grid.columns; column++) {
      const single = singles.find((s) => s.column === column + 1 && s.row === row + 1);
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
function orderOf({ first }: PosterProduct, panels: readonly PosterPanel[]): number[] {
  const on = panels.flatMap((p, i) => (p.off ? [] : [i]));
  const ahead = first.flatMap(({ column, row }) =>
    on.filter((i) => panels[i]!.column === column - 1 && panels[i]!.row === row - 1),
  );
  const order = [...new Set([...ahead, ...on])];
  // a job with nothing to print is none to look at
  return order.length > 0 ? order : [0];
}

function shapeOf({ trim, bleed, seen }: PosterPanel): Shape {
  const { width, height } = trim;
  const whole = rect(0, 0, width, height);
  const clip = rect(-bleed.left, -bleed.bottom, width + bleed.left + bleed.right, height + bleed.bottom + bleed.top);
  const line = (from: readonly [number, number], to: readonly [number, number]): Line => ({
    kind: 'trim',
    from,
    to,
    order: 0,
  });
  return {
    size: { width, height },
    outline: rectangle(whole),
    margin: bleed,
    prints: [{ face: 'outer', page: 1, size: { width, height }, trim: whole, head: 0, clip: rectangle(clip) }],
    lines: [
      line([0, 0], [width, 0]),
      line([0, height], [width, height]),
      line([0, 0], [0, height]),
      line([width, 0], [width, height]),
    ],
    turns: 'quarters',
    cut: 'trimmed',
    used: seen.width * seen.height,
  };
}

/** The strips of a panel that its neighbours cover, and which they are. */
function coveredOf(
  { trim: { width, height }, covered, column, row }: PosterPanel,
  { panels, columns }: { panels: readonly PosterPanel[]; columns: number },
): Covered[] {
  const { left, right, top, bottom } = covered;
  const by = (across: number, down: number): string => panels[(row + down) * columns + column + across]?.name ?? '';
  return [
    ...(left > 0 ? [{ page: 1, edge: 'left', rect: rect(0, 0, left, height), by: by(-1, 0) } as const] : []),
    ...(right > 0
      ? [{ page: 1, edge: 'right', rect: rect(width - right, 0, right, height), by: by(1, 0) } as const]
      : []),
    ...(top > 0 ? [{ page: 1, edge: 'top', rect: rect(0, height - top, width, top), by: by(0, -1) } as const] : []),
    ...(bottom > 0 ? [{ page: 1, edge: 'bottom', rect: rect(0, 0, width, bottom), by: by(0, 1) } as const] : []),
  ];
}

/** What stands on each panel, poster by poster, row by row: the poster's page with the panel's corner at its own. */
function contentOf(
  docket: DocketOf<'poster'>,
  artwork: Artwork,
  { posters, panels }: Pick<PosterPlan, 'posters' | 'panels'>,
): Content {
  const { artwork: placement, product } = docket;
  const at = (place: number): Placed => {
    const ref = posters[Math.floor((place - 1) / panels.length)];
    const panel = panels[(place - 1) % panels.length]!;
    const label = posters.length > 1 ? `${Math.floor((place - 1) / panels.length) + 1} ${panel.name}` : panel.name;
    const facts = ref && factsOf(artwork, ref);
    if (!ref || !facts) return { page: null, label, toPage: null, reach: null };
    const map = artworkToPage(facts, placement, product.finished, ref);
    return {
      page: ref,
      label,
      toPage: compose(map, translation(-panel.trim.x, -panel.trim.y)),
      reach: ref.part ? partReach(facts, placement.box, ref.part) : null,
    };
  };
  return { places: posters.length * panels.length, at };
}

/** Where a poster's page lies on the whole poster, from its lower left; null where it has none. @param which from 0 */
export function onPoster(content: Content, { panels }: Pick<PosterPlan, 'panels'>, which: number): Placed {
  const [first] = panels;
  const placed = content.at(which * panels.length + 1);
  return { ...placed, toPage: placed.toPage && compose(placed.toPage, translation(first!.trim.x, first!.trim.y)) };
}

/** The same shape for panels that are alike, each with a number. */
function shapesOf(panels: readonly PosterPanel[]): { readonly shape: Shape; readonly key: number }[] {
  const known = new Map<string, { shape: Shape; key: number }>();
  return panels.map((panel) => {
    const { trim, bleed, seen } = panel;
    const sizes = [trim.width, trim.height, ...Object.values(bleed), seen.width, seen.height];
    const like = sizes.map((n) => n.toFixed(4)).join(' ');
    const before = known.get(like);
    if (before) return before;
    const made = { shape: shapeOf(panel), key: known.size };
    known.set(like, made);
    return made;
  });
}

/** The pieces: of every poster its panels, in the order in which they are printed. */
function piecesOf(
  { product, sheet }: Wish,
  { posters, panels, order, columns }: PosterPlan,
  shapes: ReturnType<typeof shapesOf>,
): Series<Piece> {
  const several = posters.length > 1;
  const strips = panels.map((p) => coveredOf(p, { panels, columns }));
  return seriesOf(Math.max(1, posters.length) * order.length, (id) => {
    const poster = Math.floor(id / order.length);
    const which = order[id % order.length]!;
    const { name, stock } = panels[which]!;
    return {
      id,
      noun: several ? `poster ${poster + 1}, panel ${name}` : `panel ${name}`,
      number: null,
      named: true,
      step: null,
      namePlace: null,
      words: [],
      covered: strips[which]!,
      shape: shapes[which]!.shape,
      stock,
      machine: sheet.machine,
      printed: 'outside',
      places: [poster * panels.length + which + 1],
      wanted: product.copies,
    };
  });
}

/** A panel on a sheet of its own. */
const gangOf = ({ id, shape, stock }: Piece, key: number, sheet: Wish['sheet']): Gang => ({
  key: `panel ${key} ${stock.id} ${stock.width} ${stock.height}`,
  called: 'panel',
  shape,
  pieces: [id],
  order: 'repeat',
  lift: Infinity,
  exact: false,
  last: 'blanks',
  forms: 'fewest-sheets',
  style: { kind: 'block' },
  partner: (piece) => piece,
  sheet: { ...sheet, stock, up: 'one', fill: 'repeat', work: 'one-sided' },
  main: true,
  apart: false,
});

function assemblyOf({ product, sheet }: Wish, { posters, panels }: PosterPlan): Assembly {
  const { width, height } = product.finished;
  const { caliper } = sheet.stock;
  return {
    thing: 'poster',
    pieces: 'panels',
    finished: { width, height },
    thickness: caliper,
    thicknessSum: inUnits((say) => `one panel, ${say(caliper, 2)}`),
    nested: 0,
    pages: posters.length,
    madeOf: { said: panels.length === 1 ? '1 panel' : `${panels.length} panels`, all: false },
    folded: [],
    mostFolds: 0,
    process: null,
    foldedApart: false,
  };
}

/** Makes posters up: each of its pages in panels, a panel on every sheet. */
export function makeUpPoster(docket: DocketOf<'poster'>, artwork: Artwork): MadeUp<PosterPlan> {
  const { product, sheet } = docket;
  const { way, allOverlap } = wayFor(docket);
  const panels = panelsOf(docket, way);
  const list = pageList({ imposed: docket.artwork.imposed, product: { pages: product.pages, bound: 'left' } }, artwork);
  const all = list.flatMap((ref) => ref ?? []);
  const order = orderOf(product, panels);
  const [columns, rows] = [way.across.spans.length, way.down.spans.length];
  const plan: PosterPlan = {
    kind: 'poster',
    posters: all.slice(0, Math.max(1, Math.floor(MOST_PANELS / order.length))),
    panels,
    order,
    columns,
    rows,
    hung: way.hung,
    edges: way.edges,
    allOverlap,
    needed: way.needed,
    joints: (columns - 1) * rows + (rows - 1) * columns,
    jointLength: jointsOf(product, columns, rows),
  };
  const shapes = shapesOf(panels);
  const pieces = piecesOf(docket, plan, shapes);
  const wanted = way.needed * Math.max(1, all.length);
  return {
    product: plan,
    content: contentOf(docket, artwork, plan),
    pieces,
    gangs: Array.from(pieces, (piece, id) => gangOf(piece, shapes[order[id % order.length]!]!.key, sheet)),
    assembly: assemblyOf(docket, plan),
    tooMany: wanted > MOST_PANELS || way.needed > panels.length ? { of: 'panels', wanted, most: MOST_PANELS } : null,
  };
}
