import { creepOf, foldSection, readingOrder, singleFold, type Creep, type ReadingOrder } from '../bound';
import type { Artwork, Docket } from '../docket';
import { addTurns, compose, grow, rect, type Matrix, type QuarterTurns, type Rect } from '../measure';
import { bleedsOf, planLayout, type Layout } from './layout';
import { artworkToPage, creepMap, edgesTurned, pageBleed, pageToSide, spineEdge, type SpineEdge } from './place';
import { directionThrough, throughSheet } from './turn';

/** One page on one side of a sheet. Millimetres from that side's lower left corner, seen from that side. */
export interface Cell {
  /** Which of the booklets on the sheet it belongs to, from 0. */
  readonly slot: number;
  /** Its place in the booklet, from 1. */
  readonly reading: number;
  /** The artwork's page, from 1, or null for a blank. */
  readonly page: number | null;
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
}

export interface Side {
  readonly name: 'front' | 'back';
  readonly cells: readonly Cell[];
}

export interface Sheet {
  /** From 1, the outermost of the booklet first. */
  readonly number: number;
  readonly front: Side;
  readonly back: Side;
}

export interface Plan {
  readonly layout: Layout;
  readonly reading: ReadingOrder;
  readonly blanks: number;
  readonly creep: Creep;
  readonly sheets: readonly Sheet[];
}

/**
 * Plans a saddle-stitched booklet: each sheet folds once and is nested into the one before; every booklet on the
 * sheet is the same. Never throws for wishes that cannot be met: see the findings.
 */
export function plan(docket: Docket, artwork: Artwork): Plan {
  const { product } = docket;
  const layout = planLayout(docket);
  const reading = readingOrder(artwork.pages.length, product.blanks);
  const total = reading.length;
  const count = total / 4;
  const creep = creepOf(docket, count);
  const bleeds = bleedsOf(product);
  const { columns, rows, folds } = singleFold(product.bound);
  const panels = foldSection(columns, rows, folds, product.bound);
  const { width, height } = product.finished;

  // Where each panel lies on each side does not depend on the sheet: worked out once.
  interface Place {
    readonly slot: number;
    readonly template: number;
    readonly head: QuarterTurns;
    readonly trim: Rect;
    readonly toSide: Matrix;
    readonly spine: SpineEdge;
    readonly clip: Rect;
  }
  const places: { front: Place[]; back: Place[] } = { front: [], back: [] };
  layout.slots.forEach((slot, slotIndex) => {
    for (const panel of panels) {
      const x = panel.column * width;
      const y = panel.row * height;
      const trim = layout.rotated
        ? rect(slot.trim.x + layout.spread.height - y - height, slot.trim.y + x, height, width)
        : rect(slot.trim.x + x, slot.trim.y + y, width, height);
      for (const side of ['front', 'back'] as const) {
        const face = side === 'front' ? panel.outer : panel.inner;
        const physical = addTurns(face.head === 'up' ? 0 : 2, layout.rotated ? 1 : 0);
        const head = side === 'front' ? physical : directionThrough(physical, layout.turn);
        const seen = side === 'front' ? trim : throughSheet(trim, layout.sheet, layout.turn);
        const spine = spineEdge(face.page, product.bound);
        places[side].push({
          slot: slotIndex,
          template: face.page,
          head,
          trim: seen,
          toSide: pageToSide(seen, head),
          spine,
          clip: grow(seen, edgesTurned(pageBleed(spine, bleeds.face, bleeds.ends), head)),
        });
      }
    }
  });

  const sideOf = (name: 'front' | 'back', sheet: number): Side => ({
    name,
    cells: places[name].map((p) => {
      // pages 1 and 2 of the section come from the front of what is left of the booklet, 3 and 4 from its end
      const at = p.template <= 2 ? 2 * sheet + p.template : total - 2 * sheet - (4 - p.template);
      const page = reading[at - 1] ?? null;
      const facts = page === null ? undefined : artwork.pages[page - 1];
      const moved = creep.moved[sheet] ?? 0;
      return {
        slot: p.slot,
        reading: at,
        page,
        head: p.head,
        spine: p.spine,
        trim: p.trim,
        clip: p.clip,
        matrix: facts
          ? compose(
              compose(
                artworkToPage(facts, docket.artwork, product.finished),
                creepMap(p.spine, product.finished, moved, creep.squeezed[sheet] ?? 1),
              ),
              p.toSide,
            )
          : null,
        moved,
      };
    }),
  });
  const sheets: Sheet[] = [];
  for (let s = 0; s < count; s++) sheets.push({ number: s + 1, front: sideOf('front', s), back: sideOf('back', s) });
  return { layout, reading, blanks: total - artwork.pages.length, creep, sheets };
}
