import type { BoundProduct } from '../../docket';
import {
  FoldError,
  foldOrders,
  foldWay,
  LEAF,
  shortSteps,
  type BoundEdge,
  type Face,
  type FoldedPanel,
  type Way,
} from '../../fold';
import { grow, rect, rectangle, type Edges, type Rect, type Size } from '../../measure';
import type { Line, Print, Shape } from '../piece';
import type { SpineEdge } from '../placing';
import { rulesOf } from './bindings';
import { sidesOf, type EdgeRole, type ShapeWish } from './edges';
import { gapsOf, type Gap } from './gaps';
import { isOpenSize, untrimmed } from './trimming';

/** A panel of a section: two pages, one behind the other. Millimetres from the lower left trim, seen from outside. */
export interface Panel {
  readonly column: number;
  readonly row: number;
  readonly outer: Face;
  readonly inner: Face;
  readonly trim: Rect;
  /** What is at each edge, as the panel lies; a crease where the next panel begins at once. */
  readonly edges: Readonly<Record<SpineEdge, EdgeRole | 'crease'>>;
  /** How far content may run beyond the trim on each edge, as the panel lies. */
  readonly bleed: Edges;
}

/** A line a section is folded or scored along. */
export interface PanelFold {
  readonly axis: 'upright' | 'level';
  readonly at: number;
  /** Which fold makes it, from 1. */
  readonly order: number;
  readonly kind: 'fold' | 'score';
}

/** The shape of a section: its panels with the paper between and round them. */
export interface SectionShape extends Shape {
  readonly way: Way;
  readonly panels: readonly Panel[];
  readonly folds: readonly PanelFold[];
  /** The spine of a cover that is wrapped round a book. */
  readonly spine?: { readonly x: number; readonly width: number };
}

/** A way that cannot be folded still lies on the table: every panel upright, numbered row by row. */
function unfolded(way: Way): FoldedPanel[] {
  const out: FoldedPanel[] = [];
  for (let row = way.rows - 1; row >= 0; row--)
    for (let column = 0; column < way.columns; column++) {
      const page = 2 * out.length + 1;
      out.push({ column, row, outer: { page, head: 'up' }, inner: { page: page + 1, head: 'up' } });
    }
  return out;
}

/** A way folded: its panels, which fold makes each line, and how many steps shorter each panel must be. */
function foldedUp(way: Way, bound: BoundEdge) {
  try {
    const panels = foldWay(way, bound);
    if (way.spans)
      return {
        panels,
        orders: new Map(way.spans.slice(1).map((_, i) => [`upright ${i + 1}`, i + 1])),
        short: null,
      };
    const { columns, rows, folds } = way;
    return { panels, orders: foldOrders(columns, rows, folds), short: shortSteps(columns, rows, folds) };
  } catch (e) {
    if (!(e instanceof FoldError)) throw e;
    return { panels: unfolded(way), orders: new Map<string, number>(), short: null };
  }
}

/**
 * Widths of columns and heights of rows, folded-in panels shorter by `step` for every fold round them. Panels in one
 * column are as wide as each other: it is shortened by what all of them need, so that one that lies outside keeps the
 * finished size.
 */
function panelSizes(
  way: Way,
  finished: Size,
  step: number,
  short: ReturnType<typeof shortSteps> | null,
): { widths: number[]; heights: number[] } {
  const widest = way.spans ? Math.max(...way.spans) : 1;
  const unit = finished.width / widest;
  const shorter = (c: number, r: number, key: 'across' | 'along'): number => step * (short?.[c]?.[r]?.[key] ?? 0);
  return {
    widths: range(way.columns).map((c) => {
      const narrow = way.spans
        ? way.spans[c] === widest
          ? 0
          : step
        : Math.min(...range(way.rows).map((r) => shorter(c, r, 'across')));
      return Math.max(1, unit * (way.spans?.[c] ?? 1) - narrow);
    }),
    heights: range(way.rows).map((r) =>
      Math.max(1, finished.height - Math.min(...range(way.columns).map((c) => shorter(c, r, 'along')))),
    ),
  };
}

/**
 * The shape of a section: each panel at the finished size, between panels what is milled at the spine and trimmed at
 * head, foot and face.
 * @param way as it lies for the product's bound edge
 * @param finished the page's size, where it is not the product's
 * @param cut how it is cut out, where not as its binding is
 */
export function sectionShape(
  product: ShapeWish,
  way: Way,
  finished: Size = product.finished,
  cut: SectionShape['cut'] = rulesOf(product.binding).trimmed === 'flat' ? 'trimmed' : 'with its margin',
): SectionShape {
  const { binding, bound } = product;
  const rules = rulesOf(binding);
  const { panels: leaves, orders, short } = foldedUp(way, bound);
  const step = rules.shortened(binding);
  const { widths, heights } = panelSizes(way, finished, step, step > 0 ? short : null);
  const sided = leaves.map((p) => sidesOf(p, way, product));
  const across = gapsOf('upright', way.columns, sided, product.trims.gutters);
  const down = gapsOf('level', way.rows, sided, product.trims.gutters);
  const xs = starts(widths, across);
  const ys = starts(heights, down);
  const outer = (side: SpineEdge): number =>
    most(sided.length, (i) => (sided[i]!.outermost[side] ? sided[i]!.need[side] : 0));
  const panels = leaves.map((p, i): Panel => {
    const { bleed, edges, outermost } = sided[i]!;
    const room: Record<SpineEdge, number> = {
      left: across[p.column - 1]?.after ?? Infinity,
      right: across[p.column]?.before ?? Infinity,
      bottom: down[p.row - 1]?.after ?? Infinity,
      top: down[p.row]?.before ?? Infinity,
    };
    const edge = (s: SpineEdge): number => (outermost[s] ? bleed[s] : Math.min(bleed[s], room[s]));
    return {
      ...p,
      edges,
      trim: rect(xs[p.column]!, ys[p.row]!, widths[p.column]!, heights[p.row]!),
      bleed: { left: edge('left'), right: edge('right'), top: edge('top'), bottom: edge('bottom') },
    };
  });
  const folds = [
    ...across.map((g, i) => foldAt('upright', xs[i]! + widths[i]! + g.before, orders.get(`upright ${i + 1}`))),
    ...down.map((g, i) => foldAt('level', ys[i]! + heights[i]! + g.before, orders.get(`level ${i + 1}`))),
  ];
  const size = {
    width: xs[way.columns - 1]! + widths[way.columns - 1]!,
    height: ys[way.rows - 1]! + heights[way.rows - 1]!,
  };
  const margin = { left: outer('left'), right: outer('right'), top: outer('top'), bottom: outer('bottom') };
  return shapeOf({ way, size, margin, panels, folds, cut });
}

const foldAt = (axis: 'upright' | 'level', at: number, order = 1): PanelFold => ({ axis, at, order, kind: 'fold' });

/** A shape from its panels: what prints on it, the lines across it. */
export function shapeOf(
  it: Pick<SectionShape, 'way' | 'size' | 'margin' | 'panels' | 'folds' | 'cut' | 'spine'>,
): SectionShape {
  return {
    ...it,
    outline: rectangle(rect(0, 0, it.size.width, it.size.height)),
    turns: 'quarters',
    prints: it.panels.flatMap((p) => [printOf(p, 'outer'), printOf(p, 'inner')]),
    lines: [...foldLines(it), ...trimLines(it.size, it.panels)],
    used: it.panels.reduce((t, p) => t + p.trim.width * p.trim.height, 0),
  };
}

function printOf({ trim, bleed, outer, inner }: Panel, face: 'outer' | 'inner'): Print {
  const { page, head } = face === 'outer' ? outer : inner;
  return {
    face,
    page,
    size: { width: trim.width, height: trim.height },
    trim,
    head: head === 'up' ? 0 : 2,
    clip: rectangle(grow(trim, bleed)),
  };
}

/** Folds and scores run through the margin to the paper's edge. */
function foldLines({ size, margin, folds }: Pick<SectionShape, 'size' | 'margin' | 'folds'>): Line[] {
  return folds.map(({ axis, at, order, kind }) =>
    axis === 'upright'
      ? { kind, order, from: [at, -margin.bottom], to: [at, size.height + margin.top] }
      : { kind, order, from: [-margin.left, at], to: [size.width + margin.right, at] },
  );
}

/** Where a knife goes: round the whole, and inside where pages have paper between them. */
function trimLines({ width, height }: Size, panels: readonly Panel[]): Line[] {
  const out = new Map<string, Line>();
  const put = (axis: 'upright' | 'level', at: number, from: number, to: number): void => {
    const key = `${axis} ${at.toFixed(6)}`;
    const known = out.get(key);
    const along = axis === 'upright' ? 1 : 0;
    const [low, high] = known ? [Math.min(known.from[along], from), Math.max(known.to[along], to)] : [from, to];
    out.set(key, {
      kind: 'trim',
      order: 0,
      from: axis === 'upright' ? [at, low] : [low, at],
      to: axis === 'upright' ? [at, high] : [high, at],
    });
  };
  put('upright', 0, 0, height);
  put('upright', width, 0, height);
  put('level', 0, 0, width);
  put('level', height, 0, width);
  for (const { edges, trim: t } of panels) {
    const cut = (edge: EdgeRole | 'crease'): boolean => edge !== 'spine' && edge !== 'crease';
    if (cut(edges.left)) put('upright', t.x, t.y, t.y + t.height);
    if (cut(edges.right)) put('upright', t.x + t.width, t.y, t.y + t.height);
    if (cut(edges.top)) put('level', t.y + t.height, t.x, t.x + t.width);
    if (cut(edges.bottom)) put('level', t.y, t.x, t.x + t.width);
  }
  return [...out.values()];
}

/**
 * A tab sheet: a leaf that stands out at its face by the tab's extension. The face of its first page is away from the
 * bound edge.
 */
export function tabShape(product: ShapeWish & Pick<BoundProduct, 'tabs'>): SectionShape {
  const { finished, bound, tabs } = product;
  const size =
    bound === 'top'
      ? { width: finished.width, height: finished.height + tabs.extension }
      : { width: finished.width + tabs.extension, height: finished.height };
  // of what stands out only the tab is left
  return { ...sectionShape(product, LEAF, size), used: finished.width * finished.height };
}

/** A section that is folded and not trimmed: cut out at its trims, or where the sheet is of its size not at all. */
export function foldedShape(product: ShapeWish, way: Way, stock: Size): SectionShape {
  const wish = untrimmed(product, stock);
  if (way.folds.length > 1 || !isOpenSize(product, stock)) return sectionShape(wish, way, product.finished, 'trimmed');
  const shape = sectionShape(wish, way, product.finished, 'with its margin');
  return { ...shape, lines: shape.lines.filter((l) => l.kind !== 'trim'), wholeSheet: true };
}

/** Where each of a row of panels begins, with the gaps between them. */
function starts(sizes: readonly number[], gaps: readonly Gap[]): number[] {
  const at = [0];
  for (let i = 1; i < sizes.length; i++) at.push(at[i - 1]! + sizes[i - 1]! + gaps[i - 1]!.before + gaps[i - 1]!.after);
  return at;
}

const range = (n: number): number[] => Array.from({ length: n }, (_, i) => i);
const most = (n: number, of: (i: number) => number): number => range(n).reduce((m, i) => Math.max(m, of(i)), 0);
