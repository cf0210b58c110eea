import type { Artwork, DocketOf } from '../../docket';
import { compose, inUnits, rect, rectangle, rectThrough, seriesOf, translation, type Series } from '../../measure';
import { factsOf, pageList } from '../../pages';
import { bled } from '../made-bleed';
import { artworkToPage } from '../placing';
import { trimLines } from '../trims';
import type { Assembly, Content, Covered, Gang, MadeUp, Piece, Placed, Shape } from '../piece';
import {
  jointsOf,
  MOST_PANELS,
  orderOf,
  panelsOf,
  wayFor,
  type PosterPanel,
  type PosterPlan,
  type PosterWish,
} from './panels';

export * from './joints';
export { edgesOf, panelName, waysToHang, type PosterPanel, type PosterPlan, type PosterWish } from './panels';

function shapeOf({ trim, bleed, seen }: PosterPanel): Shape {
  const { width, height } = trim;
  const whole = rect(0, 0, width, height);
  const clip = rect(-bleed.left, -bleed.bottom, width + bleed.left + bleed.right, height + bleed.bottom + bleed.top);
  return {
    size: { width, height },
    outline: rectangle(whole),
    margin: bleed,
    prints: [{ face: 'outer', page: 1, size: { width, height }, trim: whole, head: 0, clip: rectangle(clip) }],
    lines: trimLines({ width, height }),
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
    const whole = bled(facts, placement, map, product.finished, product.bleed, ref.part);
    const toPanel = translation(-panel.trim.x, -panel.trim.y);
    return {
      page: ref,
      label,
      toPage: compose(map, toPanel),
      reach: whole.reach,
      ...(whole.made
        ? {
            made: whole.made.map((s) => ({
              clip: rectThrough(toPanel, s.clip),
              toPage: compose(s.toPage, toPanel),
            })),
          }
        : {}),
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
  { product, sheet }: PosterWish,
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
const gangOf = (
  { id, shape, stock }: Piece,
  key: number,
  sheet: PosterWish['sheet'],
  hung: PosterPlan['hung'],
): Gang => ({
  key: `panel ${key} ${stock.id} ${stock.width} ${stock.height}`,
  called: 'panel',
  shape,
  pieces: [id],
  order: 'repeat',
  lift: Infinity,
  exact: false,
  last: 'blanks',
  forms: 'fewest-sheets',
  // as it was divided for: the room that is kept for its marks is there only so
  style: { kind: 'block', lies: hung === 'level' ? 'upright' : 'sideways' },
  partner: (piece) => piece,
  sheet: { ...sheet, stock, up: 'one', fill: 'repeat', work: 'one-sided' },
  main: true,
  apart: false,
});

function assemblyOf({ product, sheet }: PosterWish, { posters, panels }: PosterPlan): Assembly {
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
    trimming: null,
    spine: 0,
    edges: { head: 'head', foot: 'foot', face: 'face' },
    milled: 0,
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
    gangs: Array.from(pieces, (piece, id) => gangOf(piece, shapes[order[id % order.length]!]!.key, sheet, way.hung)),
    assembly: assemblyOf(docket, plan),
    tooMany: wanted > MOST_PANELS || way.needed > panels.length ? { of: 'panels', wanted, most: MOST_PANELS } : null,
  };
}
