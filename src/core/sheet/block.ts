import { FoldError, foldOrders, foldWay, LEAF, shortSteps, type Face, type FoldedPanel, type Way } from '../bound';
import type { Docket } from '../docket/schema';
import { rect, type Edges, type Rect, type Size } from '../measure';
import { spineEdge, type SpineEdge } from './place';

/** What an edge of a page is, in its section. */
export type EdgeRole = 'spine' | 'face' | 'head' | 'foot';

/** A panel of a block: two pages, one behind the other. Millimetres from the block's lower left trim, seen from outside. */
export interface BlockPanel {
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

/** A line the block is folded along. */
export interface BlockFold {
  readonly axis: 'upright' | 'level';
  readonly at: number;
  /** Which fold makes it, from 1. */
  readonly order: number;
  readonly kind: 'fold' | 'score';
}

/** What lies on a sheet as one piece: the panels of a section with the paper between and round them. */
export interface Block {
  readonly way: Way;
  /** From the outermost trim to the outermost trim. */
  readonly size: Size;
  /** Paper needed outside those trims. */
  readonly margin: Edges;
  readonly panels: readonly BlockPanel[];
  readonly folds: readonly BlockFold[];
  /** The cover's spine, in the block. */
  readonly spine?: { readonly x: number; readonly width: number };
}

const SIDES = ['left', 'right', 'top', 'bottom'] as const;
const OPPOSITE: Readonly<Record<SpineEdge, SpineEdge>> = { left: 'right', right: 'left', top: 'bottom', bottom: 'top' };

/** Bleed at the edges away from the spine, and at the two that meet it. */
export function bleedsOf(product: Docket['product']): { face: number; ends: number } {
  return { face: product.bleed, ends: Math.min(product.bleed, product.endBleed ?? product.bleed) };
}

/** What each edge of a page is, as its panel lies on the flat sheet. */
function roles(page: number, head: 'up' | 'down', bound: Docket['product']['bound']): Record<SpineEdge, EdgeRole> {
  const spine = spineEdge(page, bound);
  const upright: Record<SpineEdge, EdgeRole> = { left: 'head', right: 'foot', top: 'head', bottom: 'foot' };
  upright[spine] = 'spine';
  upright[OPPOSITE[spine]] = 'face';
  if (head === 'up') return upright;
  return { left: upright.right, right: upright.left, top: upright.bottom, bottom: upright.top };
}

/** What a page has of bleed at its spine: none in a fold; where it is milled or cut off, as much as falls off. */
export function spineBleed(product: Docket['product']): number {
  const { binding, bleed } = product;
  switch (binding.kind) {
    case 'saddle-stitched':
    case 'sewn':
    case 'folded':
      return 0;
    case 'perfect-bound':
      return Math.min(bleed, binding.grindOff);
    case 'loose-leaf':
      return bleed;
  }
}

/** Paper between a page's trim and the fold or cut at an edge. */
function allowance(role: EdgeRole, page: number, pages: number, docket: Pick<Docket, 'product' | 'sheet'>): number {
  const { product } = docket;
  const { trims } = docket.sheet;
  const { face, ends } = bleedsOf(product);
  switch (role) {
    case 'spine':
      return product.binding.kind === 'perfect-bound'
        ? product.binding.grindOff
        : product.binding.kind === 'loose-leaf'
          ? product.bleed
          : 0;
    case 'head':
      return trims.head ?? ends;
    case 'foot':
      return trims.foot ?? ends;
    case 'face': {
      const low = page <= pages / 2;
      return (trims.face ?? face) + (low === (trims.lapSide === 'low') ? trims.lap : 0);
    }
  }
}

/** A way that cannot be folded still lies on the table: every panel upright, numbered row by row. */
function unfolded(way: Way): FoldedPanel[] {
  const out: FoldedPanel[] = [];
  for (let row = way.rows - 1; row >= 0; row--)
    for (let column = 0; column < way.columns; column++) {
      const page = 2 * out.length + 1;
      out.push({
        column,
        row,
        outer: { page, head: 'up' as const },
        inner: { page: page + 1, head: 'up' as const },
      });
    }
  return out;
}

/**
 * The block of a section: each panel at the finished size, between panels what is milled at the spine and trimmed at
 * head, foot and face.
 * @param way as it lies for the docket's bound edge
 * @param finished the page's size, where it is not the docket's
 */
export function blockOf(
  docket: Pick<Docket, 'product' | 'sheet'>,
  way: Way,
  finished: Size = docket.product.finished,
): Block {
  const { product } = docket;
  const { bound, binding } = product;
  let panels: readonly FoldedPanel[];
  let orders: ReadonlyMap<string, number> = new Map();
  let short: ReturnType<typeof shortSteps> | null = null;
  try {
    panels = foldWay(way, bound);
    if (!way.spans) {
      orders = foldOrders(way.columns, way.rows, way.folds);
      if (binding.kind === 'folded') short = shortSteps(way.columns, way.rows, way.folds);
    } else orders = new Map(way.spans.slice(1).map((_, i) => [`upright ${i + 1}`, i + 1]));
  } catch (e) {
    if (!(e instanceof FoldError)) throw e;
    panels = unfolded(way);
  }
  const step = binding.kind === 'folded' ? binding.short : 0;
  const unit = way.spans ? finished.width / Math.max(...way.spans) : finished.width;
  const shorter = (c: number, r: number, key: 'across' | 'along'): number => step * (short?.[c]?.[r]?.[key] ?? 0);
  const widths = range(way.columns).map((c) => {
    const narrow = way.spans
      ? way.spans[c] === Math.max(...way.spans)
        ? 0
        : step
      : most(way.rows, (r) => shorter(c, r, 'across'));
    return Math.max(1, unit * (way.spans?.[c] ?? 1) - narrow);
  });
  const heights = range(way.rows).map((r) =>
    Math.max(1, finished.height - most(way.columns, (c) => shorter(c, r, 'along'))),
  );
  const { face, ends } = bleedsOf(product);
  const bleeds: Record<EdgeRole, number> = { spine: spineBleed(product), face, head: ends, foot: ends };
  const piece = binding.kind === 'folded';

  interface Sided {
    readonly column: number;
    readonly row: number;
    readonly need: Record<SpineEdge, number>;
    readonly bleed: Record<SpineEdge, number>;
    readonly edges: Record<SpineEdge, EdgeRole | 'crease'>;
    readonly outermost: Record<SpineEdge, boolean>;
  }
  const sided: Sided[] = panels.map(({ column, row, outer }) => {
    const role = roles(outer.page, outer.head, bound);
    const outermost = {
      left: column === 0,
      right: column === way.columns - 1,
      bottom: row === 0,
      top: row === way.rows - 1,
    };
    const need = { left: 0, right: 0, top: 0, bottom: 0 };
    const bleed = { left: 0, right: 0, top: 0, bottom: 0 };
    const edges: Record<SpineEdge, EdgeRole | 'crease'> = { ...role };
    for (const s of SIDES) {
      if (piece) {
        need[s] = outermost[s] ? product.bleed : 0;
        bleed[s] = need[s];
        edges[s] = outermost[s] ? 'face' : 'crease';
        continue;
      }
      need[s] = allowance(role[s], outer.page, way.pages, docket);
      bleed[s] = bleeds[role[s]];
      if (outermost[s]) need[s] = Math.max(need[s], role[s] === 'spine' ? 0 : bleed[s]);
    }
    return { column, row, need, bleed, edges, outermost };
  });
  const need = (test: (p: Sided) => boolean, side: SpineEdge): number =>
    sided.reduce((m, p) => (test(p) ? Math.max(m, p.need[side]) : m), 0);
  const byHand = (axis: 'upright' | 'level', line: number): number | null =>
    docket.sheet.trims.gutters.find((g) => g.axis === axis && g.line === line)?.width ?? null;
  // paper on the two sides of every grid line
  const lines = (axis: 'upright' | 'level', n: number): { before: number; after: number }[] =>
    range(Math.max(0, n - 1)).map((i) => {
      const [before, after]: [SpineEdge, SpineEdge] = axis === 'upright' ? ['right', 'left'] : ['top', 'bottom'];
      const key = axis === 'upright' ? 'column' : 'row';
      const set = byHand(axis, i + 1);
      if (set !== null) return { before: set / 2, after: set / 2 };
      return { before: need((p) => p[key] === i, before), after: need((p) => p[key] === i + 1, after) };
    });
  const across = lines('upright', way.columns);
  const down = lines('level', way.rows);
  const starts = (sizes: readonly number[], gaps: readonly { before: number; after: number }[]): number[] => {
    const at = [0];
    for (let i = 1; i < sizes.length; i++)
      at.push(at[i - 1]! + sizes[i - 1]! + gaps[i - 1]!.before + gaps[i - 1]!.after);
    return at;
  };
  const xs = starts(widths, across);
  const ys = starts(heights, down);
  const lastC = way.columns - 1;
  const lastR = way.rows - 1;
  return {
    way,
    size: { width: xs[lastC]! + widths[lastC]!, height: ys[lastR]! + heights[lastR]! },
    margin: {
      left: need((p) => p.outermost.left, 'left'),
      right: need((p) => p.outermost.right, 'right'),
      top: need((p) => p.outermost.top, 'top'),
      bottom: need((p) => p.outermost.bottom, 'bottom'),
    },
    panels: panels.map((p, i) => {
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
    }),
    folds: [
      ...across.map((g, i) => ({
        axis: 'upright' as const,
        at: xs[i]! + widths[i]! + g.before,
        order: orders.get(`upright ${i + 1}`) ?? 1,
        kind: 'fold' as const,
      })),
      ...down.map((g, i) => ({
        axis: 'level' as const,
        at: ys[i]! + heights[i]! + g.before,
        order: orders.get(`level ${i + 1}`) ?? 1,
        kind: 'fold' as const,
      })),
    ],
  };
}

/**
 * A tab sheet: a leaf that stands out at its face by the tab's extension. The face of its first page is away from the
 * bound edge.
 */
export function tabBlock(docket: Pick<Docket, 'product' | 'sheet'>): Block {
  const { finished, bound, tabs } = docket.product;
  const size =
    bound === 'top'
      ? { width: finished.width, height: finished.height + tabs.extension }
      : { width: finished.width + tabs.extension, height: finished.height };
  return blockOf(docket, LEAF, size);
}

const range = (n: number): number[] => Array.from({ length: n }, (_, i) => i);
const most = (n: number, of: (i: number) => number): number => range(n).reduce((m, i) => Math.max(m, of(i)), 0);
