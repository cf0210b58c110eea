import type { FoldWish } from '../docket';
import { foldedLayers, foldSection, FoldError, type BoundEdge, type Fold, type FoldedPanel } from './fold';

/** A way to fold a sheet into a section. */
export interface Way {
  /** Its name in dockets: `16-right-angle`; `own` for a fold list of one's own. */
  readonly id: string;
  readonly name: string;
  readonly pages: number;
  readonly columns: number;
  readonly rows: number;
  readonly folds: readonly Fold[];
  /** Whether all leaves hang together at the spine, so that it can be bound through the fold. */
  readonly binds: boolean;
  /** Widths of columns that are not all alike, in units of which the widest makes a page. */
  readonly spans?: readonly number[];
}

const low = (at: number, to: 'over' | 'under' = 'under'): Fold => ({ axis: 'upright', at, moves: 'low', to });
const high = (at: number, to: 'over' | 'under' = 'under'): Fold => ({ axis: 'level', at, moves: 'high', to });

/** Folds that bring `count` equal parts of `each` panels to one, by halving, thirds or fifths; each a group of folds. */
function reductions(count: number, each: number, fold: (at: number, to?: 'over' | 'under') => Fold): Fold[][] {
  const groups: Fold[][] = [];
  let left = count;
  // a level fold moves the high part: its line is counted from below, so that it lies at what stays
  const line = (total: number, moving: number): number => (fold === high ? total - moving : moving);
  for (const part of [5, 3, 2])
    while (left % part === 0) {
      const width = left * each;
      const step = width / part;
      const group: Fold[] = [];
      for (let i = 0; i < part - 1; i++) group.push(fold(line(width - i * step, step), i % 2 === 0 ? 'under' : 'over'));
      groups.push(group);
      left /= part;
    }
  return groups;
}

/**
 * A section whose last fold is its spine: `pairs` of columns and `rows` brought together before it, the directions
 * in turn as a right-angle folder does.
 */
function section(pairs: number, rows: number): Fold[] {
  const across = reductions(pairs, 2, low);
  const down = reductions(rows, 1, high);
  const out: Fold[] = [];
  // the longer way first, then by turns, so that the sheet stays nearest to square
  for (let i = 0; across.length > 0 || down.length > 0; i++) {
    const first = i === 0 ? across.length >= down.length : i % 2 === 0;
    const group = (first ? across.shift() : down.shift()) ?? across.shift() ?? down.shift();
    out.push(...(group ?? []));
  }
  return [...out, low(1)];
}

const zigzag = (n: number): Fold[] =>
  Array.from({ length: n - 1 }, (_, i) => low(1, (n - 1 - i) % 2 === 1 ? 'under' : 'over'));
/** Rolled up from the far end; the last fold closes the front over it. */
const wrap = (n: number): Fold[] => Array.from({ length: n - 1 }, () => low(1, 'under'));
const map = (columns: number, rows: number): Fold[] => [
  ...zigzag(columns),
  ...Array.from({ length: rows - 1 }, (_, i) => high(rows - 1 - i, i % 2 === 0 ? 'under' : 'over')),
];

function bound(id: string, name: string, pairs: number, rows: number): Way {
  return { id, name, pages: 4 * pairs * rows, columns: 2 * pairs, rows, folds: section(pairs, rows), binds: true };
}
function single(id: string, name: string, columns: number, rows: number, folds: readonly Fold[]): Way {
  return { id, name, pages: 2 * columns * rows, columns, rows, folds, binds: false };
}

/** The ready-made ways, bound at the left; see {@link turnedWay} for the other edges. */
export const WAYS: readonly Way[] = [
  single('2-leaf', 'Single leaf', 1, 1, []),
  bound('4-single', 'Single fold', 1, 1),
  single('6-wrap', 'Wrap, three panels', 3, 1, wrap(3)),
  single('6-zigzag', 'Zigzag, three panels', 3, 1, zigzag(3)),
  {
    ...single('6-gate', 'Gate, two half doors', 3, 1, [
      low(1, 'over'),
      { axis: 'upright', at: 2, moves: 'high', to: 'over' },
    ]),
    spans: [1, 2, 1],
  },
  bound('8-right-angle', 'Right-angle, 2 × 2', 1, 2),
  bound('8-parallel', 'Parallel, 4 × 1', 2, 1),
  single('8-wrap', 'Wrap, four panels', 4, 1, wrap(4)),
  single('8-zigzag', 'Zigzag, four panels', 4, 1, zigzag(4)),
  single('8-gate', 'Gate, folded shut', 4, 1, [low(1), { axis: 'upright', at: 2, moves: 'high', to: 'under' }, low(1)]),
  single('10-zigzag', 'Zigzag, five panels', 5, 1, zigzag(5)),
  single('10-wrap', 'Wrap, five panels', 5, 1, wrap(5)),
  bound('12-right-angle', 'Right-angle, 2 × 3', 1, 3),
  bound('12-parallel', 'Parallel, 6 × 1', 3, 1),
  single('12-zigzag', 'Zigzag, six panels', 6, 1, zigzag(6)),
  single('12-map', 'Map, 3 × 2', 3, 2, map(3, 2)),
  bound('16-right-angle', 'Right-angle, 4 × 2', 2, 2),
  bound('16-tall', 'Right-angle, 2 × 4', 1, 4),
  bound('16-parallel', 'Parallel, 8 × 1', 4, 1),
  single('16-map', 'Map, 4 × 2', 4, 2, map(4, 2)),
  single('18-map', 'Map, 3 × 3', 3, 3, map(3, 3)),
  bound('20-parallel', 'Parallel, 10 × 1', 5, 1),
  bound('20-tall', 'Right-angle, 2 × 5', 1, 5),
  single('20-map', 'Map, 5 × 2', 5, 2, map(5, 2)),
  bound('24-right-angle', 'Right-angle, 6 × 2', 3, 2),
  bound('24-tall', 'Right-angle, 4 × 3', 2, 3),
  single('24-map', 'Map, 4 × 3', 4, 3, map(4, 3)),
  bound('32-right-angle', 'Right-angle, 4 × 4', 2, 4),
  bound('32-wide', 'Right-angle, 8 × 2', 4, 2),
  single('32-map', 'Map, 4 × 4', 4, 4, map(4, 4)),
  bound('36-right-angle', 'Right-angle, 6 × 3', 3, 3),
  single('36-map', 'Map, 6 × 3', 6, 3, map(6, 3)),
  bound('40-wide', 'Right-angle, 10 × 2', 5, 2),
  bound('40-tall', 'Right-angle, 4 × 5', 2, 5),
  bound('48-right-angle', 'Right-angle, 6 × 4', 3, 4),
  bound('48-wide', 'Right-angle, 8 × 3', 4, 3),
  bound('64-right-angle', 'Right-angle, 8 × 4', 4, 4),
];

const BY_ID = new Map(WAYS.map((w) => [w.id, w]));

/** The way that only leaves the sheet as it is. */
export const LEAF = BY_ID.get('2-leaf')!;
/** One fold through the spine. */
export const SINGLE = BY_ID.get('4-single')!;

/** What a docket's wish for a fold means, bound at the left; null for a name that nothing has. */
export function wayOf(wish: FoldWish): Way | null {
  if (typeof wish === 'string') return BY_ID.get(wish) ?? null;
  return {
    id: 'own',
    name: `Own, ${wish.columns} × ${wish.rows}`,
    pages: 2 * wish.columns * wish.rows,
    columns: wish.columns,
    rows: wish.rows,
    folds: wish.folds,
    binds: true,
  };
}

/** How many panels the pile has each way after some folds. */
function pileSize(columns: number, rows: number, folds: readonly Fold[]): { columns: number; rows: number } {
  let size = { columns, rows };
  for (const f of folds) {
    const key = f.axis === 'upright' ? 'columns' : 'rows';
    size = { ...size, [key]: Math.max(f.at, size[key] - f.at) };
  }
  return size;
}

/**
 * A way that is drawn bound at the left, for another bound edge: mirrored for the right, turned a quarter for the
 * top. Fold lists of one's own are taken as they are entered.
 */
export function turnedWay(way: Way, edge: BoundEdge): Way {
  if (edge === 'left' || way.id === 'own') return way;
  const known = TURNED.get(`${way.id} ${edge}`);
  if (known) return known;
  const made = turn(way, edge);
  TURNED.set(`${way.id} ${edge}`, made);
  return made;
}

/** Ready-made ways do not change: each is turned and folded once. */
const TURNED = new Map<string, Way>();
const FOLDED = new WeakMap<Way, Map<BoundEdge, FoldedPanel[]>>();

function turn(way: Way, edge: BoundEdge): Way {
  // in units where columns differ in width
  const columns = way.spans ? way.spans.reduce((a, b) => a + b, 0) : way.columns;
  const folds = way.folds.map((f, i): Fold => {
    const size = pileSize(columns, way.rows, way.folds.slice(0, i));
    const other = f.moves === 'low' ? 'high' : 'low';
    if (edge === 'right') return f.axis === 'upright' ? { ...f, at: size.columns - f.at, moves: other } : f;
    return f.axis === 'upright'
      ? { ...f, axis: 'level', at: size.columns - f.at, moves: other }
      : { ...f, axis: 'upright' };
  });
  if (edge === 'right') return { ...way, folds, ...(way.spans ? { spans: [...way.spans].reverse() } : {}) };
  if (way.spans) return way;
  return { ...way, columns: way.rows, rows: way.columns, folds };
}

/** Its panels with their pages. @throws FoldError */
export function foldWay(way: Way, edge: BoundEdge): readonly FoldedPanel[] {
  const byEdge = FOLDED.get(way) ?? new Map<BoundEdge, FoldedPanel[]>();
  FOLDED.set(way, byEdge);
  let panels = byEdge.get(edge);
  if (!panels) {
    panels = way.spans ? foldSpans(way, way.spans) : foldSection(way.columns, way.rows, way.folds, edge);
    byEdge.set(edge, panels);
  }
  return panels;
}

/**
 * Columns of unequal width: folded in units, each panel taken where its first unit lies. The pile is as wide as the
 * widest panel; panels beside each other in it are numbered from the left.
 */
function foldSpans(way: Way, spans: readonly number[]): FoldedPanel[] {
  const owner = spans.flatMap((n, panel) => Array.from({ length: n }, () => panel));
  // closed by one more fold through the widest panel, units lie above each other in their order
  const widest = Math.max(...spans);
  const closing = Array.from({ length: widest - 1 }, (): Fold => low(1, 'under'));
  const layers = foldedLayers(owner.length, way.rows, [...way.folds, ...closing]);
  // undo the closing fold: what it flipped lies left of it, in the opposite order
  const left = layers.filter((l) => flippedBy(way, owner.length, l.column));
  const right = layers.filter((l) => !flippedBy(way, owner.length, l.column));
  const columns = [left.reverse(), right];
  const seen = new Set<number>();
  const out: FoldedPanel[] = [];
  for (let depth = 0; depth < Math.max(...columns.map((c) => c.length)); depth++)
    for (const [at, column] of columns.entries()) {
      const layer = column[depth];
      const panel = layer ? owner[layer.column]! : -1;
      if (!layer || seen.has(panel)) continue;
      seen.add(panel);
      const flipped = at === 0 ? !layer.flippedX : layer.flippedX;
      const upper = { page: 2 * out.length + 1, head: 'up' as const };
      const lower = { page: 2 * out.length + 2, head: 'up' as const };
      out.push({ column: panel, row: 0, outer: flipped ? lower : upper, inner: flipped ? upper : lower });
    }
  return out;
}

/** Whether the closing fold through the middle of the pile moves this unit: it lies in the left of the pile. */
function flippedBy(way: Way, units: number, unit: number): boolean {
  let at = unit;
  let n = units;
  for (const f of way.folds) {
    const length = Math.max(f.at, n - f.at);
    const d = at < f.at ? f.at - 1 - at : at - f.at;
    at = f.moves === 'low' ? d : length - 1 - d;
    n = length;
  }
  return at === 0;
}

/** What is against folding so: in words, or null. */
export function foldProblem(way: Way, edge: BoundEdge): string | null {
  try {
    foldWay(way, edge);
    return null;
  } catch (e) {
    if (e instanceof FoldError) return e.message;
    throw e;
  }
}
