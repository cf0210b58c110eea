import type { Face, Way } from '../bound';
import type { Docket } from '../docket/schema';
import { rect, type Edges } from '../measure';
import type { Block, BlockFold, BlockPanel } from './block';

/**
 * A perfect-bound cover: back, spine and front as one piece, a flap at each face, scores at the spine and the hinges.
 * Its panels are numbered as a section of four pages: 4 and 1 outside, 2 and 3 inside; flaps carry no pages of the book.
 * @param spine width of the spine, mm
 */
export function coverBlock(
  docket: Pick<Docket, 'product' | 'sheet'>,
  spine: number,
  flaps: number,
  hinge: number,
): Block {
  const { finished, bleed, bound } = docket.product;
  const { width: w, height: h } = finished;
  const way: Way = { id: 'cover', name: 'Cover', pages: 4, columns: 2, rows: 1, folds: [], binds: true };
  const margin: Edges = { left: bleed, right: bleed, top: bleed, bottom: bleed };
  const face = (page: number, head: 'up' | 'down' = 'up'): Face => ({ page, head });
  if (bound === 'top') {
    // front below, back above, so that the front stands upright and the spine at its head
    const back = flaps + h + spine;
    return {
      way: { ...way, columns: 1, rows: 2 },
      size: { width: w, height: 2 * h + spine + 2 * flaps },
      margin,
      panels: [
        {
          column: 0,
          row: 1,
          outer: face(4),
          inner: face(3, 'down'),
          edges: { left: 'head', right: 'foot', top: 'face', bottom: 'spine' },
          trim: rect(0, back, w, h),
          bleed: { left: bleed, right: bleed, top: flaps > 0 ? 0 : bleed, bottom: spine / 2 },
        },
        {
          column: 0,
          row: 0,
          outer: face(1),
          inner: face(2, 'down'),
          edges: { left: 'head', right: 'foot', top: 'spine', bottom: 'face' },
          trim: rect(0, flaps, w, h),
          bleed: { left: bleed, right: bleed, top: spine / 2, bottom: flaps > 0 ? 0 : bleed },
        },
      ],
      folds: scores('level', flaps + h, spine, hinge, flaps, 2 * h + spine + 2 * flaps),
      spine: { x: flaps + h, width: spine },
    };
  }
  const outward = (page: number): number => (bound === 'right' ? 5 - page : page);
  const inward = (page: number): number => (bound === 'right' ? 5 - page : page);
  const panel = (column: number, outer: number, inner: number, x: number): BlockPanel => ({
    column,
    row: 0,
    outer: face(outward(outer)),
    inner: face(inward(inner)),
    edges: {
      left: column === 0 ? 'face' : 'spine',
      right: column === 1 ? 'face' : 'spine',
      top: 'head',
      bottom: 'foot',
    },
    trim: rect(x, 0, w, h),
    bleed: {
      left: column === 0 ? (flaps > 0 ? 0 : bleed) : spine / 2,
      right: column === 1 ? (flaps > 0 ? 0 : bleed) : spine / 2,
      top: bleed,
      bottom: bleed,
    },
  });
  return {
    way,
    size: { width: 2 * w + spine + 2 * flaps, height: h },
    margin,
    panels: [panel(0, 4, 3, flaps), panel(1, 1, 2, flaps + w + spine)],
    folds: scores('upright', flaps + w, spine, hinge, flaps, 2 * w + spine + 2 * flaps),
    spine: { x: flaps + w, width: spine },
  };
}

function scores(
  axis: 'upright' | 'level',
  from: number,
  spine: number,
  hinge: number,
  flaps: number,
  whole: number,
): BlockFold[] {
  const at = [from, from + spine];
  if (hinge > 0) at.push(from - hinge, from + spine + hinge);
  const out: BlockFold[] = at.map((v) => ({ axis, at: v, order: 1, kind: 'score' }));
  if (flaps > 0)
    out.push({ axis, at: flaps, order: 2, kind: 'fold' }, { axis, at: whole - flaps, order: 2, kind: 'fold' });
  return out;
}
