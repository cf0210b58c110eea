import type { BoundProduct } from '../../docket';
import type { BoundEdge, Face, Way } from '../../fold';
import { evenEdges, grow, rect, rectangle } from '../../measure';
import type { Print } from '../piece';
import { shapeOf, type Panel, type PanelFold, type SectionShape } from './section-shape';

/**
 * A perfect-bound cover: back, spine and front as one piece, a flap at each face, scores at the spine and the hinges.
 * Its panels are numbered as a section of four pages: 4 and 1 outside, 2 and 3 inside; flaps carry no pages of the book.
 * @param spine width of the spine, mm
 */
export function coverShape(
  { finished, bleed, bound }: Pick<BoundProduct, 'finished' | 'bleed' | 'bound'>,
  spine: number,
  flaps: number,
  hinge: number,
): SectionShape {
  const { width: w, height: h } = finished;
  const way: Way = { id: 'cover', name: 'Cover', pages: 4, columns: 2, rows: 1, folds: [], binds: true };
  const margin = evenEdges(bleed);
  // a flap is folded in there, and not cut off
  const outside = flaps > 0 ? ('crease' as const) : ('face' as const);
  // artwork may go over the spine as far as its bleed does; what lies beyond is its own marks
  const atSpine = Math.min(spine / 2, bleed);
  const face = (page: number, head: 'up' | 'down' = 'up'): Face => ({ page, head });
  if (bound === 'top') {
    // front below, back above, so that the front stands upright and the spine at its head
    const back = flaps + h + spine;
    return asCover({
      way: { ...way, columns: 1, rows: 2 },
      size: { width: w, height: 2 * h + spine + 2 * flaps },
      margin,
      panels: [
        {
          column: 0,
          row: 1,
          outer: face(4),
          inner: face(3, 'down'),
          edges: { left: 'head', right: 'foot', top: outside, bottom: 'spine' },
          trim: rect(0, back, w, h),
          bleed: { left: bleed, right: bleed, top: flaps > 0 ? 0 : bleed, bottom: atSpine },
        },
        {
          column: 0,
          row: 0,
          outer: face(1),
          inner: face(2, 'down'),
          edges: { left: 'head', right: 'foot', top: 'spine', bottom: outside },
          trim: rect(0, flaps, w, h),
          bleed: { left: bleed, right: bleed, top: atSpine, bottom: flaps > 0 ? 0 : bleed },
        },
      ],
      folds: scores('level', flaps + h, spine, hinge, flaps, 2 * h + spine + 2 * flaps),
      spine: { x: flaps + h, width: spine },
    });
  }
  const numbered = (page: number): number => (bound === 'right' ? 5 - page : page);
  const panel = (column: number, outer: number, inner: number, x: number): Panel => ({
    column,
    row: 0,
    outer: face(numbered(outer)),
    inner: face(numbered(inner)),
    edges: {
      left: column === 0 ? outside : 'spine',
      right: column === 1 ? outside : 'spine',
      top: 'head',
      bottom: 'foot',
    },
    trim: rect(x, 0, w, h),
    bleed: {
      left: column === 0 ? (flaps > 0 ? 0 : bleed) : atSpine,
      right: column === 1 ? (flaps > 0 ? 0 : bleed) : atSpine,
      top: bleed,
      bottom: bleed,
    },
  });
  return asCover({
    way,
    size: { width: 2 * w + spine + 2 * flaps, height: h },
    margin,
    panels: [panel(0, 4, 3, flaps), panel(1, 1, 2, flaps + w + spine)],
    folds: scores('upright', flaps + w, spine, hinge, flaps, 2 * w + spine + 2 * flaps),
    spine: { x: flaps + w, width: spine },
  });
}

function scores(
  axis: 'upright' | 'level',
  from: number,
  spine: number,
  hinge: number,
  flaps: number,
  whole: number,
): PanelFold[] {
  const at = [from, from + spine];
  if (hinge > 0) at.push(from - hinge, from + spine + hinge);
  const out: PanelFold[] = at.map((v) => ({ axis, at: v, order: 1, kind: 'score' }));
  if (flaps > 0)
    out.push({ axis, at: flaps, order: 2, kind: 'fold' }, { axis, at: whole - flaps, order: 2, kind: 'fold' });
  return out;
}

/** All of a cover is left of it: back, spine, front and flaps; it is trimmed with the book. */
function asCover(it: Omit<Parameters<typeof shapeOf>[0], 'cut'>): SectionShape {
  return { ...shapeOf({ ...it, cut: 'with its margin' }), used: it.size.width * it.size.height };
}

/** A cover whose artwork is one spread over back, spine and front: one page on each face. */
export function asSpread(cover: SectionShape, bound: BoundEdge): SectionShape {
  const whole = rect(0, 0, cover.size.width, cover.size.height);
  const print = (face: Print['face'], page: number, head: 0 | 2): Print => ({
    face,
    page,
    size: cover.size,
    trim: whole,
    head,
    clip: rectangle(grow(whole, cover.margin)),
  });
  return { ...cover, prints: [print('outer', 1, 0), print('inner', 2, bound === 'top' ? 2 : 0)] };
}
