import { MOST_PAGES, type Artwork, type DocketOf, type FlatProduct, type SheetWish } from '../../docket';
import { inUnits, rect, rectangle, seriesOf, totalOf, type Series, type Size } from '../../measure';
import type { Stock } from '../../shop';
import { liftOf } from '../bound';
import type { Gang, LayStyle, Line, MadeUp, Order, Piece, Shape } from '../piece';
import { recordsOf, varies, type Records } from '../../imprint';
import { trimLines } from '../trims';
import { flatContent } from './content';
import { facesOf, type Faces } from './pages';
import { setsOf, type Sets } from './sets';

export { turnedToLie } from './content';

/** Pieces of a job at most. */
export const MOST_PIECES = 200_000;

/** Flat work made up: the pieces that are cut out of its sheets. */
export interface FlatPlan {
  readonly kind: 'flat';
  readonly faces: readonly Faces[];
  /** The records that its pieces are of: each has all the faces. */
  readonly records: Records;
  /** The sets that its pieces are of. */
  readonly sets: Sets;
  /** Of every piece how many were ordered, before overs. */
  readonly ordered: Series<number>;
  /** Between columns and between rows, mm. */
  readonly gap: { readonly across: number; readonly down: number };
}

/** The gaps between pieces: as wished, else room for the bleed of both. */
export const gapOf = ({ bleed, lies }: Pick<FlatProduct, 'bleed' | 'lies'>): FlatPlan['gap'] => ({
  across: lies.gap.across ?? 2 * bleed,
  down: lies.gap.down ?? 2 * bleed,
});

/** Whether its pieces follow each other, each once in a set. */
export const inSequence = ({ order }: Pick<FlatProduct, 'order'>): boolean =>
  order.kind === 'sequence' || order.kind === 'stack' || order.kind === 'pads';

/** How many of each piece were ordered: in a sequence every one as often as there are sets. */
function orderedOf(product: FlatProduct, count: number): Series<number> {
  // of a set all parts are wanted as often
  const own = !inSequence(product) && product.parts.length < 2 ? product.quantities : [];
  const others = new Map(own.map(({ piece, copies }) => [piece - 1, copies]));
  return seriesOf(count, (id) => others.get(id) ?? product.copies);
}

/** The ids of the pieces of one part that are wanted; the first where none is, so that there is a sheet to look at. */
function idsOf(part: number, sets: Sets, wanted: Series<number>): Series<number> {
  const all = seriesOf(Math.floor(wanted.length / sets.parts), (i) => i * sets.parts + part);
  let none = 0;
  for (const id of all) if (wanted.at(id) === 0) none++;
  if (none === 0) return all;
  if (none === all.length) return seriesOf(1, () => part);
  return Array.from(all).filter((id) => wanted.at(id)! > 0);
}

/** How many are made, those counted that the finishing may spoil. */
export const withOvers = (ordered: number, overs: number): number => Math.ceil((ordered * (100 + overs)) / 100 - 1e-9);

/** The lines in a piece as it lies, its head up; what lies outside it, or twice on one place, is left out. */
function scoredLines({ lines, finished: { width, height } }: FlatProduct): Line[] {
  const known = new Set<string>();
  return lines.flatMap(({ kind, runs, at }): Line[] => {
    const upright = runs === 'upright';
    const key = `${kind} ${runs} ${at}`;
    if (known.has(key) || at >= (upright ? width : height)) return [];
    known.add(key);
    const y = height - at;
    return [
      upright ? { kind, from: [at, 0], to: [at, height], order: 0 } : { kind, from: [0, y], to: [width, y], order: 0 },
    ];
  });
}

function shapeOf(product: FlatProduct): Shape {
  const { finished, bleed, sides, corners } = product;
  const { width, height } = finished;
  const whole = rect(0, 0, width, height);
  const clip = rectangle(rect(-bleed, -bleed, width + 2 * bleed, height + 2 * bleed));
  const print = { size: finished, trim: whole, head: 0, clip } as const;
  return {
    size: finished,
    outline: rectangle(whole),
    margin: { left: bleed, right: bleed, top: bleed, bottom: bleed },
    prints: [
      { ...print, face: 'outer', page: 1 },
      ...(sides === 'two' ? [{ ...print, face: 'inner' as const, page: 2 }] : []),
    ],
    lines: [...trimLines({ width, height }), ...scoredLines(product)],
    turns: 'quarters',
    cut: 'trimmed',
    ...(corners ? { corners: Math.min(corners, width / 2, height / 2) } : {}),
    used: width * height,
  };
}

/** The sheet it is laid on: of one side where no backs are printed. */
function sheetOf({ sheet, product }: Pick<DocketOf<'flat'>, 'sheet' | 'product'>): SheetWish {
  return { ...sheet, fill: 'repeat', work: product.sides === 'one' ? 'one-sided' : sheet.work };
}

/** Sheets that are printed of it, with so many up; `each` copies come of every printed sheet. */
function sheetsOfOrder({ order, copies }: FlatProduct, made: Series<number>): LayStyleSheets {
  const count = made.length;
  switch (order.kind) {
    case 'repeat':
      return (up, each) => totalOf(made, (n) => Math.ceil(n / (up * each)));
    case 'shared': {
      const all = totalOf(made, (n) => n);
      return (up, each) => Math.ceil(all / (up * each));
    }
    case 'pads':
      return (up, each) => {
        // lots of so many pads as lie on a sheet; the last has no more sheets than leaves are left
        const lots = Math.floor(count / (order.of * up));
        return (lots * order.of + Math.min(order.of, count - lots * order.of * up)) * Math.ceil(copies / each);
      };
    case 'sequence':
    case 'stack':
      return (up, each) =>
        // several sets of a few stand beside each other on a sheet
        count < up && copies > 1
          ? Math.ceil(copies / (Math.floor(up / count) * each))
          : Math.ceil(count / up) * Math.ceil(copies / each);
  }
}
type LayStyleSheets = Extract<LayStyle, { kind: 'cut-out' }>['sheets'];

const ORDERS: { readonly [K in FlatProduct['order']['kind']]: Order } = {
  repeat: 'repeat',
  shared: 'shared',
  sequence: 'different',
  stack: 'stack',
  pads: 'stack',
};

/** The pieces of one part, on the stock that it is on. */
function gangOf(
  docket: DocketOf<'flat'>,
  ids: Series<number>,
  wanted: Series<number>,
  shape: Shape,
  stock: Stock,
): Gang {
  const { product, finish } = docket;
  const { order, lies, bleed, copies } = product;
  const sheet = { ...sheetOf(docket), stock };
  // what is shared out may lie otherwise on the sheets of each part
  const collated = product.collated === 'sets' && product.parts.length > 1 && order.kind !== 'shared';
  // sets that lie on each other part by part are cut together: as high as all their papers are
  const together = product.parts.reduce((sum, p) => sum + (p.stock ?? docket.sheet.stock).caliper, 0);
  const lift = liftOf(finish, collated ? { caliper: together } : stock);
  const style: LayStyle = {
    kind: 'cut-out',
    bleed,
    gap: gapOf(product),
    lies,
    counted: order.kind === 'sequence' ? order.way : 'across',
    sheets: sheetsOfOrder(
      product,
      seriesOf(ids.length, (i) => wanted.at(ids.at(i)!)!),
    ),
  };
  // of several sets one sheet may carry more than one; a number that is wanted once is never there twice
  const asNeeded = copies > 1 ? 'repeats' : 'blanks';
  return {
    key: `flat ${stock.id} ${stock.width} ${stock.height}`,
    called: product.what,
    shape,
    pieces: ids,
    order: ORDERS[order.kind],
    collated,
    leads: !collated,
    lift: order.kind === 'pads' ? order.of : order.kind === 'stack' && order.lot !== null ? order.lot : lift,
    exact: order.kind === 'pads',
    last: order.kind === 'sequence' || order.kind === 'stack' ? (order.last ?? asNeeded) : asNeeded,
    forms: order.kind === 'shared' ? order.forms : 'fewest-sheets',
    style,
    partner: (piece) => piece,
    sheet,
    main: true,
    apart: false,
  };
}

/** `card`, `cards`. */
const many = (what: string): string => `${what}s`;

/** Makes flat work up: a piece for every artwork, all of one shape. */
export function makeUpFlat(docket: DocketOf<'flat'>, artwork: Artwork): MadeUp<FlatPlan> {
  const { product, sheet } = docket;
  const found = facesOf(docket, artwork);
  const faces = found.length > 0 ? found : [{ front: null, back: null }];
  const records = varies(docket.imprint) ? recordsOf(docket.imprint, artwork) : ONE;
  const sets = setsOf(product, faces, records);
  // what is beyond is in no pile: whole sets, as many as go
  const all = sets.parts * sets.length;
  const count = Math.min(all, MOST_PIECES - (MOST_PIECES % sets.parts));
  const ordered = orderedOf(product, count);
  const wanted = seriesOf(count, (id) => withOvers(ordered.at(id)!, product.overs));
  const shape = shapeOf(product);
  const two = product.sides === 'two';
  const stockOf = (part: number): Stock => product.parts[part]?.stock ?? sheet.stock;
  const pieceAt = (id: number): Piece => ({
    id,
    noun: product.what,
    number: count > 1 ? Math.floor(id / sets.parts) + 1 : null,
    named: false,
    step: null,
    namePlace: null,
    words: NONE,
    shape,
    stock: stockOf(id % sets.parts),
    machine: sheet.machine,
    printed: two ? 'both' : 'outside',
    places: two ? [2 * id + 1, 2 * id + 2] : [id + 1],
    wanted: wanted.at(id)!,
  });
  const pieces = seriesOf(count, pieceAt);
  const { caliper } = sheet.stock;
  const pages = artwork.pages.length;
  return {
    product: { kind: 'flat', faces, records, sets, ordered, gap: gapOf(product) },
    content: flatContent(docket, artwork, faces, sets),
    pieces,
    gangs: Array.from({ length: sets.parts }, (_, part) =>
      gangOf(docket, idsOf(part, sets, wanted), wanted, shape, stockOf(part)),
    ),
    assembly: {
      thing: product.what,
      pieces: many(product.what),
      finished: sizeOf(product.finished),
      thickness: caliper,
      thicknessSum: inUnits((say) => `one ${product.what}, ${say(caliper, 2)}`),
      nested: 0,
      pages: count,
      madeOf: { said: `${count} ${count === 1 ? product.what : many(product.what)}`, all: false },
      folded: NONE,
      mostFolds: 0,
      process: null,
      foldedApart: false,
      trimming: null,
      spine: 0,
      edges: { head: 'head', foot: 'foot', face: 'face' },
      milled: 0,
    },
    tooMany:
      pages > MOST_PAGES && product.pages === null
        ? { of: 'pages', wanted: pages, most: MOST_PAGES }
        : all > count
          ? { of: 'pieces', wanted: all, most: count }
          : null,
  };
}

const sizeOf = ({ width, height }: Size): Size => ({ width, height });
const NONE: readonly never[] = [];
/** What does not vary has no records. */
const ONE: Records = { length: 1, at: (i) => i };
