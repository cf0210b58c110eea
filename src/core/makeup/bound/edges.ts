import type { BoundProduct } from '../../docket';
import type { BoundEdge, FoldedPanel, Way } from '../../fold';
import { spineEdge, type SpineEdge } from '../placing';
import { rulesOf } from './bindings';

/** What an edge of a page is, in its section. */
export type EdgeRole = 'spine' | 'face' | 'head' | 'foot';

/** What of a product's wishes shapes its sections. */
export type ShapeWish = Pick<BoundProduct, 'binding' | 'bound' | 'finished' | 'bleed' | 'endBleed' | 'trims'>;

export const SIDES = ['left', 'right', 'top', 'bottom'] as const;
const OPPOSITE: Readonly<Record<SpineEdge, SpineEdge>> = { left: 'right', right: 'left', top: 'bottom', bottom: 'top' };

/** Bleed at the edges away from the spine, and at the two that meet it. */
export function bleedsOf(product: Pick<BoundProduct, 'bleed' | 'endBleed'>): { face: number; ends: number } {
  return { face: product.bleed, ends: Math.min(product.bleed, product.endBleed ?? product.bleed) };
}

/** What a page has of bleed at its spine: none in a fold; where it is milled or cut off, as much as falls off. */
export const spineBleed = ({ binding, bleed }: Pick<BoundProduct, 'binding' | 'bleed'>): number =>
  rulesOf(binding).atSpine(binding, bleed).bleed;

/** What each edge of a page is, as its panel lies on the flat sheet. */
function roles(page: number, head: 'up' | 'down', bound: BoundEdge): Record<SpineEdge, EdgeRole> {
  const spine = spineEdge(page, bound);
  const upright: Record<SpineEdge, EdgeRole> = { left: 'head', right: 'foot', top: 'head', bottom: 'foot' };
  upright[spine] = 'spine';
  upright[OPPOSITE[spine]] = 'face';
  if (head === 'up') return upright;
  return { left: upright.right, right: upright.left, top: upright.bottom, bottom: upright.top };
}

/** Paper between a page's trim and the fold or cut at an edge. */
function allowance(role: EdgeRole, page: number, pages: number, product: ShapeWish): number {
  const { binding, bleed, trims } = product;
  const { face, ends } = bleedsOf(product);
  switch (role) {
    case 'spine':
      return rulesOf(binding).atSpine(binding, bleed).paper;
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

/** A panel's edges: what each is, the paper it needs and the bleed it has. */
export interface Sided {
  readonly column: number;
  readonly row: number;
  readonly need: Record<SpineEdge, number>;
  readonly bleed: Record<SpineEdge, number>;
  readonly edges: Record<SpineEdge, EdgeRole | 'crease'>;
  readonly outermost: Record<SpineEdge, boolean>;
}

export function sidesOf({ column, row, outer }: FoldedPanel, way: Way, product: ShapeWish): Sided {
  const role = roles(outer.page, outer.head, product.bound);
  const outermost = {
    left: column === 0,
    right: column === way.columns - 1,
    bottom: row === 0,
    top: row === way.rows - 1,
  };
  const need = { left: 0, right: 0, top: 0, bottom: 0 };
  const bleed = { left: 0, right: 0, top: 0, bottom: 0 };
  const edges: Record<SpineEdge, EdgeRole | 'crease'> = { ...role };
  const { face, ends } = bleedsOf(product);
  const bleeds: Record<EdgeRole, number> = { spine: spineBleed(product), face, head: ends, foot: ends };
  const onePiece = rulesOf(product.binding).made === 'folded';
  for (const s of SIDES) {
    if (onePiece) {
      need[s] = outermost[s] ? product.bleed : 0;
      bleed[s] = need[s];
      edges[s] = outermost[s] ? 'face' : 'crease';
      continue;
    }
    need[s] = allowance(role[s], outer.page, way.pages, product);
    bleed[s] = bleeds[role[s]];
    if (outermost[s]) need[s] = Math.max(need[s], role[s] === 'spine' ? 0 : bleed[s]);
  }
  return { column, row, need, bleed, edges, outermost };
}
