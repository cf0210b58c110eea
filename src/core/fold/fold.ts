/** Folding, simulated: a flat sheet of panels becomes a pile of leaves. */

/** A fold along a grid line: `low` is the half left of (below) the line, `high` the other. */
export interface Fold {
  readonly axis: 'upright' | 'level';
  /** Grid line of the pile as it then lies, counted from the left or from below; 1 is behind the first column or row. */
  readonly at: number;
  readonly moves: 'low' | 'high';
  readonly to: 'over' | 'under';
}

export type BoundEdge = 'left' | 'right' | 'top';

/** One face of a panel: its page in the section, counted from 1, and where its head points on the flat sheet. */
export interface Face {
  readonly page: number;
  readonly head: 'up' | 'down';
}

/** A panel of the flat sheet, seen from the outer side: both faces' heads are given as they lie on that flat sheet. */
export interface FoldedPanel {
  readonly column: number;
  readonly row: number;
  readonly outer: Face;
  readonly inner: Face;
}

/** A layer of the folded pile: which panel it is, and how it was flipped on the way. */
export interface Layer {
  readonly column: number;
  readonly row: number;
  /** Whether it has been flipped about an upright (level) axis an odd number of times. */
  readonly flippedX: boolean;
  readonly flippedY: boolean;
}

/** The pile at every place of the (shrinking) grid, layers top first: `piles[column][row]`. */
type Piles = readonly (readonly (readonly Layer[])[])[];

/** A fold list that does not end in one panel, or that folds at no line of the pile. */
export class FoldError extends Error {}

const flat = (columns: number, rows: number): Piles =>
  Array.from({ length: columns }, (_, column) =>
    Array.from({ length: rows }, (__, row) => [{ column, row, flippedX: false, flippedY: false }]),
  );

/**
 * Folds a sheet of `columns × rows` panels, its outer side up. A fold takes the layers of one half, reverses and
 * flips them, and lays them on or under the other half.
 * @returns the layers of the pile that is left, top first
 * @throws FoldError
 */
export function foldedLayers(columns: number, rows: number, folds: readonly Fold[]): readonly Layer[] {
  let piles = flat(columns, rows);
  folds.forEach((fold, i) => {
    piles =
      fold.axis === 'upright' ? foldColumns(piles, fold, i + 1) : transpose(foldColumns(transpose(piles), fold, i + 1));
  });
  const pile = piles[0]?.[0];
  if (piles.length !== 1 || piles[0]!.length !== 1 || !pile)
    throw new FoldError(
      `These folds leave a pile of ${piles.length} × ${piles[0]?.length ?? 0} panels; they must end in one.`,
    );
  return pile;
}

/**
 * Folds a sheet and numbers the leaves of the pile from its top: the face on top is page 1.
 * @param bound where the spine of the finished pile is; bound at the top, leaves turn over the head, so that the
 *   back of each stands on its head against its front
 * @throws FoldError
 */
export function foldSection(
  columns: number,
  rows: number,
  folds: readonly Fold[],
  bound: BoundEdge = 'left',
): FoldedPanel[] {
  return foldedLayers(columns, rows, folds).map((layer, i) => {
    const upper: Face = { page: 2 * i + 1, head: layer.flippedY ? 'down' : 'up' };
    const turned = bound === 'top' ? !layer.flippedY : layer.flippedY;
    const lower: Face = { page: 2 * i + 2, head: turned ? 'down' : 'up' };
    // flipped about one axis the layer shows its inner side, about both its outer side again
    const showsOuter = layer.flippedX === layer.flippedY;
    return {
      column: layer.column,
      row: layer.row,
      outer: showsOuter ? upper : lower,
      inner: showsOuter ? lower : upper,
    };
  });
}

function foldColumns(piles: Piles, fold: Fold, number: number): Piles {
  const n = piles.length;
  if (!Number.isInteger(fold.at) || fold.at <= 0 || fold.at >= n)
    throw new FoldError(
      `Fold ${number}: there is no ${fold.axis} line ${fold.at} to fold at; the pile is ${n} ${n === 1 ? 'panel' : 'panels'} there.`,
    );
  const upright = fold.axis === 'upright';
  const low = piles.slice(0, fold.at);
  const high = piles.slice(fold.at);
  const [moving, staying] = fold.moves === 'low' ? [low.reverse(), high] : [high, low.reverse()];
  // index 0 of both is now the column at the fold; a longer moving half sticks out past the staying one
  const merged = Array.from({ length: Math.max(moving.length, staying.length) }, (_, i) => {
    const rows = Math.max(moving[i]?.length ?? 0, staying[i]?.length ?? 0);
    return Array.from({ length: rows }, (__, r) => {
      const moved = (moving[i]?.[r] ?? [])
        .map((l) => (upright ? { ...l, flippedX: !l.flippedX } : { ...l, flippedY: !l.flippedY }))
        .reverse();
      const stayed = staying[i]?.[r] ?? [];
      return fold.to === 'over' ? [...moved, ...stayed] : [...stayed, ...moved];
    });
  });
  // the fold is now the low end of the pile where the low half moved, else its high end
  return fold.moves === 'low' ? merged : merged.reverse();
}

function transpose(piles: Piles): Piles {
  return (piles[0] ?? []).map((_, r) => piles.map((column) => column[r]!));
}

/** The one fold of a four-page section, by the edge it is bound at. */
export function singleFold(bound: BoundEdge): { columns: number; rows: number; folds: readonly Fold[] } {
  if (bound === 'top') return { columns: 1, rows: 2, folds: [{ axis: 'level', at: 1, moves: 'high', to: 'under' }] };
  const moves = bound === 'left' ? 'low' : 'high';
  return { columns: 2, rows: 1, folds: [{ axis: 'upright', at: 1, moves, to: 'under' }] };
}
