import {
  formatLength,
  type PanelAt,
  type Patch,
  type PosterPanel,
  type PosterPlan,
  type PosterProduct,
  type Stock,
  type Unit,
} from '../../../core';

/** What is wished of a poster by hand: where its joints are seen, which panels are off, which come first. */

/** How the poster lies on the screen, in pixels. */
export interface OnScreen {
  readonly left: number;
  readonly top: number;
  /** Pixels in a millimetre. */
  readonly scale: number;
}

/** Which joints: those between columns, or those between rows. */
export type Way = 'across' | 'down';

/** Where the joints of a poster are seen, from its left or from its top, mm. */
export const jointsNow = (
  { panels, columns, rows }: Pick<PosterPlan, 'panels' | 'columns' | 'rows'>,
  { finished }: Pick<PosterProduct, 'finished'>,
  way: Way,
): number[] =>
  way === 'across'
    ? Array.from({ length: columns - 1 }, (_, i) => panels[i + 1]!.seen.x)
    : Array.from(
        { length: rows - 1 },
        (_, i) => finished.height - panels[(i + 1) * columns]!.seen.y - panels[(i + 1) * columns]!.seen.height,
      );

/** To a millionth: rounded further, a panel that just fits its sheet would not. */
const round = (mm: number): number => Math.round(mm * 1e6) / 1e6;

/** One joint put elsewhere, the others staying where they are. */
export function withJoint(
  joints: readonly number[],
  way: Way,
  which: number,
  to: number,
  unit: Unit,
): { patch: Patch; label: string } {
  const at = joints.map((v, i) => round(i === which ? to : v));
  return {
    patch: { product: way === 'across' ? { across: at } : { down: at } },
    label: `joint at ${formatLength(at[which]!, unit)}`,
  };
}

const isAt = (a: PanelAt, { column, row }: Pick<PosterPanel, 'column' | 'row'>): boolean =>
  a.column === column + 1 && a.row === row + 1;

/** A panel changed by hand; what is as all are is kept out of the list. */
export function withPanel(
  { singles }: Pick<PosterProduct, 'singles'>,
  panel: Pick<PosterPanel, 'column' | 'row'>,
  to: { readonly off?: boolean; readonly stock?: Stock | null },
): PosterProduct['singles'] {
  const before = singles.find((s) => isAt(s, panel));
  const next = {
    column: panel.column + 1,
    row: panel.row + 1,
    off: before?.off ?? false,
    stock: before?.stock ?? null,
    ...to,
  };
  const others = singles.filter((s) => !isAt(s, panel));
  return next.off || next.stock ? [...others, next] : others;
}

/** Panels that come first, with one of them put at their head or taken out. */
export function withFirst(
  { first }: Pick<PosterProduct, 'first'>,
  panel: Pick<PosterPanel, 'column' | 'row'>,
  place: 'first' | 'in turn',
): PosterProduct['first'] {
  const others = first.filter((s) => !isAt(s, panel));
  return place === 'first' ? [{ column: panel.column + 1, row: panel.row + 1 }, ...others] : others;
}

/** Whether a panel is among those that come first. */
export const comesFirst = (
  { first }: Pick<PosterProduct, 'first'>,
  panel: Pick<PosterPanel, 'column' | 'row'>,
): boolean => first.some((s) => isAt(s, panel));
