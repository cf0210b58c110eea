import type { DocketOf } from '../docket';
import { edgesOf, largestOverlap, waysToHang, type EdgeWish } from '../makeup';
import type { Size } from '../measure';

/** Sizes and overlaps of posters that are worth having. */

type Wish = Pick<DocketOf<'poster'>, 'product' | 'sheet' | 'marks'>;

/** What so many panels reach along an edge: n w − (n − 1) o, less what the poster's own edges take more. */
const reach = ({ room, outer, overlap }: EdgeWish, count: number): number =>
  count * room - (count - 1) * overlap - 2 * outer;

/**
 * The largest poster of a shape that so many sheets give, in whole millimetres; null where they give none.
 * @param shape its proportions
 */
export function asLargeAs(wish: Wish, shape: Size, sheets: number): Size | null {
  let best = 0;
  for (const hung of ['level', 'upright'] as const) {
    if (wish.product.lies !== 'auto' && wish.product.lies !== hung) continue;
    const { across, down } = edgesOf(wish, hung, wish.product.overlap);
    // fewer sheets may give more: what is no divisor leaves some over
    for (let columns = 1; columns <= sheets; columns++)
      for (let rows = 1; rows <= sheets / columns; rows++) {
        const [wide, high] = [reach(across, columns), reach(down, rows)];
        best = Math.max(best, Math.min(wide / shape.width, high / shape.height));
      }
  }
  const size = { width: Math.floor(shape.width * best + 1e-6), height: Math.floor(shape.height * best + 1e-6) };
  return size.width >= 20 && size.height >= 20 ? size : null;
}

/** So many panels, and the most that they can overlap by, mm. */
export interface OverlapStep {
  readonly panels: number;
  readonly overlap: number;
}

/** Steps that are offered. */
const STEPS = 8;
/** Panels more than the fewest, along an edge, that are looked at. */
const MORE = 8;

/** How much overlap more panels give: of each number the largest, as long as it is more than fewer give. */
export function overlapSteps(wish: Wish, step = 1): OverlapStep[] {
  const found: OverlapStep[] = [];
  const even = {
    ...wish,
    product: { ...wish.product, across: null, down: null, columns: null, rows: null, lap: 'under' as const },
  };
  for (const { hung, across, down } of waysToHang(even, 0)) {
    const edges = edgesOf(even, hung, 0);
    if (across.needed === null || down.needed === null) continue;
    const most = Math.min(500, edges.across.room / 2, edges.down.room / 2);
    const of = ({ length, outer, room }: EdgeWish, count: number): number =>
      largestOverlap(length + 2 * outer, room, count);
    for (let c = across.needed; c <= across.needed + MORE; c++)
      for (let r = down.needed; r <= down.needed + MORE; r++) {
        const overlap = Math.floor(Math.min(most, of(edges.across, c), of(edges.down, r)) / step + 1e-6) * step;
        if (overlap >= 0 && c * r > 1) found.push({ panels: c * r, overlap });
      }
  }
  found.sort((a, b) => a.panels - b.panels || b.overlap - a.overlap);
  let before = -1;
  const out = found.filter(({ overlap }) => overlap > before && ((before = overlap), true));
  return out.slice(0, STEPS);
}
