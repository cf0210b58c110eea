import { foldedLayers, type BoundEdge, type Fold } from './fold';

/** Where paper stays joined in the folded pile: two layers, counted from the top, at one edge of it. */
export interface Crease {
  readonly upper: number;
  readonly lower: number;
  readonly side: 'left' | 'right' | 'top' | 'bottom';
}

/**
 * The creases of a folded sheet. Two panels that share a grid line on the flat sheet are joined along it; where that
 * line comes to lie follows from how the layer was flipped.
 * @throws FoldError
 */
export function creasesOf(columns: number, rows: number, folds: readonly Fold[]): Crease[] {
  const layers = foldedLayers(columns, rows, folds);
  const place = new Map(layers.map((l, i) => [l.column * rows + l.row, i]));
  const out: Crease[] = [];
  layers.forEach((layer, i) => {
    const right = layer.column + 1 < columns ? place.get((layer.column + 1) * rows + layer.row)! : null;
    const above = layer.row + 1 < rows ? place.get(layer.column * rows + layer.row + 1)! : null;
    if (right !== null)
      out.push({ upper: Math.min(i, right), lower: Math.max(i, right), side: layer.flippedX ? 'left' : 'right' });
    if (above !== null)
      out.push({ upper: Math.min(i, above), lower: Math.max(i, above), side: layer.flippedY ? 'bottom' : 'top' });
  });
  return out;
}

/**
 * Leaves, counted from 1 from the front, that are not joined at the bound edge to the leaf as far from the back:
 * trimmed at the other three edges they fall out of a section that is held by its fold.
 */
export function looseLeaves(columns: number, rows: number, folds: readonly Fold[], bound: BoundEdge): number[] {
  const count = columns * rows;
  const held = new Set<number>();
  for (const c of creasesOf(columns, rows, folds))
    if (c.side === bound && c.upper + c.lower === count - 1) held.add(c.upper).add(c.lower);
  return Array.from({ length: count }, (_, i) => i)
    .filter((i) => !held.has(i))
    .map((i) => i + 1);
}

/**
 * How many steps shorter each panel must be, by column and row, so that what is folded in does not butt against the
 * fold round it: one for every crease that closes round an end of the panel.
 * @returns `[columns][rows]` of steps across the upright axis and along the level one
 */
export function shortSteps(
  columns: number,
  rows: number,
  folds: readonly Fold[],
): readonly (readonly { readonly across: number; readonly along: number }[])[] {
  const layers = foldedLayers(columns, rows, folds);
  const creases = creasesOf(columns, rows, folds);
  const steps = Array.from({ length: columns }, () => Array.from({ length: rows }, () => ({ across: 0, along: 0 })));
  layers.forEach((layer, i) => {
    const around = (side: Crease['side']): number =>
      creases.filter((c) => c.side === side && c.upper < i && c.lower > i).length;
    steps[layer.column]![layer.row] = {
      across: around('left') + around('right'),
      along: around('top') + around('bottom'),
    };
  });
  return steps;
}

/** The folds, counted from 1, at whose line some layer ends: they are folded round a loose edge. */
export const looseFolds = (columns: number, rows: number, folds: readonly Fold[]): number[] =>
  folds.flatMap((fold, n) => (endsAtLine(columns, rows, folds.slice(0, n), fold) ? [n + 1] : []));

/** Whether, after these folds, some layer that lies at the line of the next is not joined across it. */
function endsAtLine(columns: number, rows: number, done: readonly Fold[], next: Fold): boolean {
  // the line's two neighbours are found by folding with every panel named by where it lies
  const at = positions(columns, rows, done);
  const upright = next.axis === 'upright';
  const side = (p: Position): number => (upright ? p.column : p.row);
  const low = new Set<string>();
  const high = new Set<string>();
  const key = (c: number, r: number): string => `${c},${r}`;
  for (const p of at) {
    if (side(p) === next.at - 1) low.add(key(p.panel.column, p.panel.row));
    if (side(p) === next.at) high.add(key(p.panel.column, p.panel.row));
  }
  const joined = (from: ReadonlySet<string>, to: ReadonlySet<string>): boolean =>
    [...from].every((k) => {
      const [c, r] = k.split(',').map(Number) as [number, number];
      const neighbours = upright ? [key(c - 1, r), key(c + 1, r)] : [key(c, r - 1), key(c, r + 1)];
      return neighbours.some((n) => to.has(n));
    });
  return !joined(low, high) || !joined(high, low);
}

interface Position {
  readonly panel: { readonly column: number; readonly row: number };
  readonly column: number;
  readonly row: number;
}

/** Where every panel lies after some folds, in the grid of the pile as it then is. */
export function positions(columns: number, rows: number, folds: readonly Fold[]): Position[] {
  let at: Position[] = [];
  for (let column = 0; column < columns; column++)
    for (let row = 0; row < rows; row++) at.push({ panel: { column, row }, column, row });
  let size = { column: columns, row: rows };
  for (const fold of folds) {
    const axis = fold.axis === 'upright' ? 'column' : 'row';
    const n = size[axis];
    const [moving, staying] = fold.moves === 'low' ? [fold.at, n - fold.at] : [n - fold.at, fold.at];
    const length = Math.max(moving, staying);
    at = at.map((p) => {
      const v = p[axis];
      const isLow = v < fold.at;
      // the distance from the fold, 0 beside it
      const d = isLow ? fold.at - 1 - v : v - fold.at;
      return { ...p, [axis]: fold.moves === 'low' ? d : length - 1 - d };
    });
    size = { ...size, [axis]: length };
  }
  return at;
}

/** Which fold makes each line of the flat sheet's grid: `${axis} ${line}` to the fold's number from 1. */
export function foldOrders(columns: number, rows: number, folds: readonly Fold[]): ReadonlyMap<string, number> {
  const out = new Map<string, number>();
  folds.forEach((fold, n) => {
    const upright = fold.axis === 'upright';
    const lines = new Map<number, Set<string>>();
    for (const p of positions(columns, rows, folds.slice(0, n))) {
      const v = upright ? p.column : p.row;
      if (v !== fold.at - 1 && v !== fold.at) continue;
      const along = upright ? p.panel.column : p.panel.row;
      for (const line of [along, along + 1]) {
        const sides = lines.get(line) ?? new Set<string>();
        lines.set(line, sides.add(`${along < line ? 'low' : 'high'} ${v}`));
      }
    }
    // a line folds where panels of its two sides lie on the two sides of the fold
    for (const [line, sides] of lines)
      if (
        (sides.has(`low ${fold.at - 1}`) && sides.has(`high ${fold.at}`)) ||
        (sides.has(`low ${fold.at}`) && sides.has(`high ${fold.at - 1}`))
      )
        if (!out.has(`${fold.axis} ${line}`)) out.set(`${fold.axis} ${line}`, n + 1);
  });
  return out;
}
