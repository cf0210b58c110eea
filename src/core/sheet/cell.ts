import { factsOf, type PageRef } from '../bound';
import type { Artwork } from '../docket/artwork';
import type { Docket } from '../docket/schema';
import { compose, grow, intersect, rect, type Matrix, type QuarterTurns, type Rect } from '../measure';
import type { Book } from './book';
import type { Place } from './form';
import { artworkToPage, creepMap, pagePart, type SpineEdge } from './place';
import { leafDepth, type Section } from './section';

/** One page on one side of a sheet. Millimetres from that side's lower left corner, seen from that side. */
export interface Cell {
  /** Which of the pieces on the sheet it belongs to, from 0. */
  readonly slot: number;
  /** Its section's number; 0 for a cover. */
  readonly section: number;
  /** Its place in the book, from 1. */
  readonly reading: number;
  /** What it is called there. */
  readonly label: string;
  /** The page's number in its file, from 1, or null for a blank. */
  readonly page: number | null;
  /** The file it is from: 0 for the artwork. */
  readonly file: number;
  /** Where its head points: quarter turns counter-clockwise from up. */
  readonly head: QuarterTurns;
  /** Its spine edge, the page seen upright. */
  readonly spine: SpineEdge;
  readonly trim: Rect;
  /** What of the artwork is shown: the trim with its bleed, up to the fold. */
  readonly clip: Rect;
  /** Takes the artwork page (mm from the lower left of its media box, seen upright) to the side; null for a blank. */
  readonly matrix: Matrix | null;
  /** How far the content is moved to the spine for creep; below 0 to the face. */
  readonly moved: number;
  /** Leaves of its section, and of those around it, that lie outside of it. */
  readonly depth: number;
}

/**
 * The cell at a place, for the section that lies there.
 * @param known how artwork comes to its finished page, by its place in the book: the same wherever the page lies
 */
export function cellAt(
  docket: Docket,
  artwork: Artwork,
  book: Pick<Book, 'pages' | 'creep' | 'nested'>,
  p: Place,
  section: Section,
  known: Map<number, Matrix>,
): Cell {
  const reading = section.places[p.page - 1] ?? 0;
  const at = book.pages[reading - 1];
  const ref: PageRef | null = section.spread
    ? p.page === 1
      ? section.spread.outer
      : section.spread.inner
    : (at?.ref ?? null);
  const facts = ref ? factsOf(artwork, ref) : undefined;
  const depth = section.spread ? null : leafDepth(section, p.page, book.nested);
  const moved = depth === null ? 0 : (book.creep.moved[depth] ?? 0);
  const squeezed = depth === null ? 1 : (book.creep.squeezed[depth] ?? 1);
  let matrix: Matrix | null = null;
  let clip: Rect = p.clip;
  if (ref && facts) {
    let toPage = section.spread ? undefined : known.get(reading);
    if (!toPage) {
      const map = artworkToPage(facts, docket.artwork, p.size, ref);
      toPage = moved === 0 && squeezed === 1 ? map : compose(map, creepMap(p.spine, p.size, moved, squeezed));
      if (!section.spread) known.set(reading, toPage);
    }
    matrix = compose(toPage, p.toSide);
    if (ref.part) clip = intersect(clip, mapped(matrix, partReach(facts, docket.artwork.box, ref))) ?? clip;
  }
  return {
    slot: p.slot,
    section: section.number,
    reading,
    label: section.spread ? (p.page === 1 ? 'cover' : 'inside') : (at?.label ?? ''),
    page: ref && facts ? ref.page : null,
    file: ref?.file ?? 0,
    head: p.head,
    spine: p.spine,
    trim: p.trim,
    clip,
    matrix,
    moved,
    depth: depth ?? 0,
  };
}

/** A part of an artwork page with what lies beyond it at the page's own edges: neighbours are not its bleed. */
function partReach(facts: Parameters<typeof pagePart>[0], box: Docket['artwork']['box'], ref: PageRef): Rect {
  const part = pagePart(facts, box, ref.part);
  const { columns, rows, column, row } = ref.part!;
  const far = 1000;
  return grow(part, {
    left: column === 0 ? far : 0,
    right: column === columns - 1 ? far : 0,
    bottom: row === 0 ? far : 0,
    top: row === rows - 1 ? far : 0,
  });
}

/** The rectangle that a map of quarter turns and scales takes a rectangle to. */
function mapped(m: Matrix, r: Rect): Rect {
  const xs = [r.x, r.x + r.width];
  const ys = [r.y, r.y + r.height];
  const points = xs.flatMap((x) => ys.map((y) => [m[0] * x + m[2] * y + m[4], m[1] * x + m[3] * y + m[5]] as const));
  const left = Math.min(...points.map((p) => p[0]));
  const bottom = Math.min(...points.map((p) => p[1]));
  return rect(left, bottom, Math.max(...points.map((p) => p[0])) - left, Math.max(...points.map((p) => p[1])) - bottom);
}
