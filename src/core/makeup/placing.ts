import type { ArtworkWish, PageBox, PageLay } from '../docket';
import type { BoundEdge } from '../fold';
import {
  compose,
  grow,
  intersect,
  rect,
  rotation,
  sizeTurned,
  translation,
  type Edges,
  type Matrix,
  type Rect,
  type Size,
} from '../measure';
import type { PageRef, Part, WorkedPage } from '../pages';

/** How artwork is placed on a page. */
export type Placement = Pick<ArtworkWish, 'box' | 'fit' | 'enlarge' | 'bleed' | 'uneven'>;

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

/** The part of an artwork page that is a page of the product, as the artwork page is seen. */
export function pagePart(page: WorkedPage, box: PageBox, part?: Part): Rect {
  const piece = part?.piece === undefined ? undefined : page.pieces?.[part.piece];
  if (piece) return piece.trim;
  const b = box === 'media' ? (page.sheet ?? page.media) : page[box];
  if (!part) return b;
  const height = b.height / part.rows;
  const [from, to] = part.across ?? [part.column / part.columns, (part.column + 1) / part.columns];
  const width = (to - from) * b.width;
  return rect(b.x + from * b.width, b.y + part.row * height, width, height);
}

/** How large what is placed of a page is before it is fitted: scaled and turned as the page itself is wished to lie. */
export function laidSize(page: WorkedPage, box: PageBox, part?: Part): Size {
  const { width, height } = pagePart(page, box, part);
  const { lay } = page;
  if (!lay) return { width, height };
  return sizeTurned({ width: width * lay.scale.x, height: height * lay.scale.y }, lay.turn);
}

/** How much larger than in the artwork a page is placed, across and up as it lies before it is turned to stand upright. */
interface Scales {
  readonly across: number;
  readonly up: number;
}

/** Sizes in files are rounded: a share this small is none. */
const ROUNDED = 1e-4;

function scalesOf(
  page: WorkedPage,
  placement: Placement,
  finished: Size,
  ref?: Pick<PageRef, 'turn' | 'part'>,
): Scales {
  const own = laidSize(page, placement.box, ref?.part);
  const { fit, enlarge, uneven } = placement;
  if (fit === 'centre' || own.width <= 0 || own.height <= 0) return { across: enlarge, up: enlarge };
  const wanted = sizeTurned(finished, ref?.turn ?? 0);
  const [across, up] = [wanted.width / own.width, wanted.height / own.height];
  if (uneven && Math.max(across, up) <= Math.min(across, up) * (1 + uneven / 100 + ROUNDED))
    return { across: enlarge * across, up: enlarge * up };
  const even = enlarge * (fit === 'fit' ? Math.min(across, up) : Math.max(across, up));
  return { across: even, up: even };
}

/** How much larger than it lies in the artwork a page is placed; the larger of both where it is drawn out unevenly. */
export function placementScale(
  page: WorkedPage,
  placement: Placement,
  finished: Size,
  ref?: Pick<PageRef, 'turn' | 'part'>,
): number {
  const { across, up } = scalesOf(page, placement, finished, ref);
  return Math.max(across, up);
}

/** The size that a page has where it is placed, before it is turned to stand upright, mm. */
export function placedSize(
  page: WorkedPage,
  placement: Placement,
  finished: Size,
  ref?: Pick<PageRef, 'turn' | 'part'>,
): Size {
  const { across, up } = scalesOf(page, placement, finished, ref);
  const { width, height } = laidSize(page, placement.box, ref?.part);
  return { width: width * across, height: height * up };
}

/** What a page is printed at of the size that it has in the file: the larger of both ways. */
export function printedScale(
  page: WorkedPage,
  placement: Placement,
  finished: Size,
  ref?: Pick<PageRef, 'turn' | 'part'>,
): number {
  const { lay } = page;
  return placementScale(page, placement, finished, ref) * (lay ? Math.max(lay.scale.x, lay.scale.y) : 1);
}

/** How a page itself lies, about the middle of what is placed of it: mirrored, scaled, at an angle, turned. */
function layMatrix({ turn, angle, mirrored, scale }: PageLay): Matrix {
  const x = mirrored === 'across' ? -scale.x : scale.x;
  const y = mirrored === 'up' ? -scale.y : scale.y;
  const a = (angle * Math.PI) / 180;
  const [cos, sin] = angle === 0 ? [1, 0] : [Math.cos(a), Math.sin(a)];
  return compose(compose([x, 0, 0, y, 0, 0], [cos, sin, -sin, cos, 0, 0]), rotation(turn));
}

/**
 * Takes the artwork page (millimetres from the lower left of its media box as seen upright) to the finished page:
 * the centre of its box, or of the part of it that is wanted, on the centre of the page, as the page is wished to lie,
 * turned as it is wished.
 */
export function artworkToPage(
  page: WorkedPage,
  placement: Placement,
  finished: Size,
  ref?: Pick<PageRef, 'turn' | 'part'>,
): Matrix {
  const box = pagePart(page, placement.box, ref?.part);
  const { across, up } = scalesOf(page, placement, finished, ref);
  const toMiddle = translation(-(box.x + box.width / 2), -(box.y + box.height / 2));
  const { lay } = page;
  const laid = lay ? compose(toMiddle, layMatrix(lay)) : toMiddle;
  const scaled = compose(laid, [across, 0, 0, up, 0, 0]);
  const moved = lay ? compose(scaled, translation(lay.move.x, lay.move.y)) : scaled;
  const turned = ref && ref.turn !== 0 ? compose(moved, rotation(ref.turn)) : moved;
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

/**
 * What may be seen of an artwork page where a part of it is placed: what lies beyond it at the page's own edges as well,
 * not its neighbours; and no more than is to be seen of the page. Null for all of it.
 */
export function reachOf(facts: WorkedPage, box: PageBox, part: Part | undefined): Rect | null {
  const { seen = null } = facts;
  if (!part) return seen;
  const piece = part.piece === undefined ? undefined : facts.pieces?.[part.piece];
  if (piece) return piece.bleed;
  const { columns, rows, column, row } = part;
  const far = 1000;
  const reach = grow(pagePart(facts, box, part), {
    left: column === 0 ? far : 0,
    right: column === columns - 1 ? far : 0,
    bottom: row === 0 ? far : 0,
    top: row === rows - 1 ? far : 0,
  });
  return seen ? (intersect(seen, reach) ?? seen) : reach;
}
