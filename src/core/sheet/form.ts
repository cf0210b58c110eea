import type { Face, Spine } from '../bound';
import type { Docket } from '../docket/schema';
import { addTurns, grow, rect, type Edges, type Matrix, type QuarterTurns, type Rect, type Size } from '../measure';
import { blockOf, tabBlock, type Block } from './block';
import { coverBlock } from './cover-block';
import { inSlot, planLayout, type Layout } from './layout';
import { edgesTurned, pageToSide, spineEdge, type SpineEdge } from './place';
import type { Section } from './section';
import { directionThrough, throughSheet } from './turn';

/** Where a page of a section lies on a side, whatever the sheet. */
export interface Place {
  readonly slot: number;
  readonly page: number;
  readonly head: QuarterTurns;
  readonly spine: SpineEdge;
  readonly trim: Rect;
  readonly clip: Rect;
  readonly size: Size;
  readonly toSide: Matrix;
}

/** A kind of sheet: sections folded alike on the same paper share its layout. */
export interface Form {
  readonly layout: Layout;
  readonly front: readonly Place[];
  readonly back: readonly Place[];
}

/** The block that a section is. */
export function blockFor(docket: Docket, section: Section, spine: Spine | null): Block {
  const { cover, binding } = docket.product;
  if (section.kind === 'tab') return tabBlock(docket);
  if (section.kind === 'cover' && cover.kind === 'separate' && binding.kind !== 'saddle-stitched')
    return coverBlock(docket, cover.spine ?? spine?.width ?? 0, cover.flaps, cover.hinge);
  return blockOf(docket, section.way);
}

/** Where each page of a section lies on both sides of its sheet. */
export function makeForm(wish: Docket, section: Section, block: Block): Form {
  const sheet = { ...wish.sheet, stock: section.stock, machine: section.machine };
  // a cover has one shape; two books head to tail, and one form for both sides, are for the text
  const docket: Docket = {
    ...wish,
    sheet:
      section.kind === 'text'
        ? sheet
        : { ...sheet, fill: 'repeat', work: sheet.work === 'perfecting' ? 'perfecting' : 'sheetwise' },
  };
  const layout = planLayout(docket, block);
  const { bound } = docket.product;
  const front: Place[] = [];
  const back: Place[] = [];
  layout.slots.forEach((slot, slotIndex) => {
    const turns = (layout.rotated ? 1 : 0) + (slot.halfTurn ? 2 : 0);
    const place = (side: 'front' | 'back', face: Face, panel: Rect, edges: Edges): Place => {
      const flat = inSlot(layout, slot, panel);
      const physical = addTurns(face.head === 'up' ? 0 : 2, turns);
      const head = side === 'front' ? physical : directionThrough(physical, layout.turn);
      const trim = side === 'front' ? flat : throughSheet(flat, layout.sheet, layout.turn);
      const clipFlat = grow(flat, edgesTurned(edges, addTurns(0, turns)));
      return {
        slot: slotIndex,
        page: face.page,
        head,
        spine: spineEdge(face.page, bound),
        trim,
        clip: side === 'front' ? clipFlat : throughSheet(clipFlat, layout.sheet, layout.turn),
        size: { width: panel.width, height: panel.height },
        toSide: pageToSide(trim, head),
      };
    };
    if (section.spread) {
      const whole = rect(0, 0, block.size.width, block.size.height);
      front.push(place('front', { page: 1, head: 'up' }, whole, block.margin));
      back.push(place('back', { page: 2, head: bound === 'top' ? 'down' : 'up' }, whole, block.margin));
      return;
    }
    for (const panel of block.panels) {
      front.push(place('front', panel.outer, panel.trim, panel.bleed));
      back.push(place('back', panel.inner, panel.trim, panel.bleed));
    }
  });
  return { layout, front, back };
}
