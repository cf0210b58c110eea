import type { ArtworkWish, PageBox, PageFacts } from '../docket';
import type { BoundEdge } from '../fold';
import { compose, grow, rect, rotation, translation, type Edges, type Matrix, type Rect, type Size } from '../measure';
import type { PageRef, Part } from '../pages';

/** How artwork is placed on a page. */
export type Placement = Pick<ArtworkWish, 'box' | 'fit' | 'enlarge' | 'bleed'>;

/** Which edge of a page, seen upright, is at the spine. */
export type SpineEdge = 'left' | 'right' | 'top' | 'bottom';

/** The spine edge of a page by its place in reading order, counted from 1. */
export function spineEdge(reading: number, bound: BoundEdge): SpineEdge {
  const recto = reading % 2 === 1;
  switch (bound) {
    case 'left':
      return recto ? 'left' : 'right';
    case 'right':
      return recto ? 'right' : 'left';
    case 'top':
      return recto ? 'top' : 'bottom';
  }
}

/** The part of an artwork page that is a page of the book, as the artwork page is seen. */
export function pagePart(page: PageFacts, box: PageBox, part?: Part): Rect {
  const b = page[box];
  if (!part) return b;
  const height = b.height / part.rows;
  const [from, to] = part.across ?? [part.column / part.columns, (part.column + 1) / part.columns];
  const width = (to - from) * b.width;
  return rect(b.x + from * b.width, b.y + part.row * height, width, height);
}

/** How much larger than in the artwork a page is placed. */
export function placementScale(
  page: PageFacts,
  artwork: Placement,
  finished: Size,
  ref?: Pick<PageRef, 'turn' | 'part'>,
): number {
  const box = pagePart(page, artwork.box, ref?.part);
  const { fit, enlarge } = artwork;
  if (fit === 'centre' || box.width <= 0 || box.height <= 0) return enlarge;
  const lies = (ref?.turn ?? 0) % 2 === 1;
  const across = finished.width / (lies ? box.height : box.width);
  const up = finished.height / (lies ? box.width : box.height);
  return enlarge * (fit === 'fit' ? Math.min(across, up) : Math.max(across, up));
}

/**
 * Takes the artwork page (millimetres from the lower left of its media box as seen upright) to the finished page:
 * the centre of its box, or of the part of it that is wanted, on the centre of the page, turned as it is wished.
 */
export function artworkToPage(
  page: PageFacts,
  artwork: Placement,
  finished: Size,
  ref?: Pick<PageRef, 'turn' | 'part'>,
): Matrix {
  const box = pagePart(page, artwork.box, ref?.part);
  const s = placementScale(page, artwork, finished, ref);
  const toMiddle: Matrix = [s, 0, 0, s, -s * (box.x + box.width / 2), -s * (box.y + box.height / 2)];
  const turned = ref && ref.turn !== 0 ? compose(toMiddle, rotation(ref.turn)) : toMiddle;
  return compose(turned, translation(finished.width / 2, finished.height / 2));
}

/** What is done to an upright page for creep: made narrower by `squeeze` from the spine, and moved to the spine. */
export function creepMap(spine: SpineEdge, finished: Size, toSpine: number, squeeze: number): Matrix {
  const way = towardSpine(spine);
  const k = { x: way.x === 0 ? 1 : squeeze, y: way.y === 0 ? 1 : squeeze };
  const at = { x: way.x > 0 ? finished.width : 0, y: way.y > 0 ? finished.height : 0 };
  return [k.x, 0, 0, k.y, at.x * (1 - k.x) + way.x * toSpine, at.y * (1 - k.y) + way.y * toSpine];
}

/** The bleed a page has round its trim, at the spine only what is cut off there; upright. */
export function pageBleed(spine: SpineEdge, face: number, ends: number, atSpine = 0): Edges {
  switch (spine) {
    case 'left':
      return { left: atSpine, right: face, top: ends, bottom: ends };
    case 'right':
      return { left: face, right: atSpine, top: ends, bottom: ends };
    case 'top':
      return { left: ends, right: ends, top: atSpine, bottom: face };
    case 'bottom':
      return { left: ends, right: ends, top: face, bottom: atSpine };
  }
}

/** The way to the spine, upright, as a unit vector. */
export function towardSpine(spine: SpineEdge): { x: number; y: number } {
  switch (spine) {
    case 'left':
      return { x: -1, y: 0 };
    case 'right':
      return { x: 1, y: 0 };
    case 'top':
      return { x: 0, y: 1 };
    case 'bottom':
      return { x: 0, y: -1 };
  }
}

/** A part of an artwork page with what lies beyond it at the page's own edges: neighbours are not its bleed. */
export function partReach(facts: PageFacts, box: PageBox, part: Part): Rect {
  const { columns, rows, column, row } = part;
  const far = 1000;
  return grow(pagePart(facts, box, part), {
    left: column === 0 ? far : 0,
    right: column === columns - 1 ? far : 0,
    bottom: row === 0 ? far : 0,
    top: row === rows - 1 ? far : 0,
  });
}
