import type { Docket } from '../docket';
import { bounds, grow, rect, type Rect } from '../measure';
import { slotWithBleed, throughSheet, type Layout, type Plan } from '../sheet';
import { cropMarks } from './crop';
import { foldMarks, type FoldLine } from './fold';
import type { Mark, MarkSpace } from './kinds';
import { registerMarks } from './register';
import { slugMark, slugText } from './slug';

export type { Mark } from './kinds';
export { slugText } from './slug';
export { SHORTEST_MARK } from './line';

/** The fold lines of a layout, seen from the front: through the middle of every open booklet. */
export function foldLines(layout: Layout): FoldLine[] {
  const upright = layout.spineUpright !== layout.rotated;
  return layout.slots.map(({ trim }) => ({
    upright,
    at: upright ? trim.x + trim.width / 2 : trim.y + trim.height / 2,
  }));
}

function markBox(m: Mark): Rect {
  switch (m.kind) {
    case 'line':
      return grow(
        rect(
          Math.min(m.from[0], m.to[0]),
          Math.min(m.from[1], m.to[1]),
          Math.abs(m.from[0] - m.to[0]),
          Math.abs(m.from[1] - m.to[1]),
        ),
        0.5,
      );
    case 'circle':
      return rect(m.centre[0] - m.radius, m.centre[1] - m.radius, 2 * m.radius, 2 * m.radius);
    case 'text':
      return rect(m.at[0], m.at[1], m.turned ? m.height : m.room, m.turned ? m.room : m.height);
  }
}

/** The marks that are the same on every sheet's front, or back, seen from that side. */
function fixedMarks(
  docket: Docket,
  layout: Layout,
  side: 'front' | 'back',
): { marks: Mark[]; space: MarkSpace; block: Rect } {
  const seen = (r: Rect): Rect => (side === 'front' ? r : throughSheet(r, layout.sheet, layout.turn));
  const trims = layout.slots.map((s) => seen(s.trim));
  const keepOff = layout.slots.map((s) => seen(slotWithBleed(layout, s)));
  const space: MarkSpace = { area: layout.printable, keepOff };
  const folds = foldLines(layout).map((f) => {
    const r = seen(f.upright ? rect(f.at, 0, 0, layout.sheet.height) : rect(0, f.at, layout.sheet.width, 0));
    return { upright: f.upright, at: f.upright ? r.x : r.y };
  });
  const block = bounds(keepOff);
  const lines = [...cropMarks(trims, docket.marks.crop, space), ...foldMarks(trims, folds, docket.marks.fold, space)];
  const registers = registerMarks(layout.sheet, bounds(trims), docket.marks.register, space, lines.map(markBox));
  return { marks: [...lines, ...registers], space, block };
}

/** All marks of a plan: `of(sheet, side)` gives those of one side, in millimetres seen from that side. */
export interface Marks {
  readonly of: (sheet: number, side: 'front' | 'back') => readonly Mark[];
  /** Kinds of marks that were wished for and found no room at all. */
  readonly noRoom: readonly ('crop' | 'register' | 'fold' | 'slug')[];
}

/** The marks on every side of a plan. */
export function mark(docket: Docket, plan: Plan): Marks {
  const fixed = {
    front: fixedMarks(docket, plan.layout, 'front'),
    back: fixedMarks(docket, plan.layout, 'back'),
  };
  const slug = (sheet: number, side: 'front' | 'back'): Mark | null => {
    const { marks, space, block } = fixed[side];
    return slugMark(
      slugText(docket, sheet, plan.sheets.length, side),
      block,
      docket.marks.slug,
      space,
      marks.map(markBox),
    );
  };
  const present = new Set<string>(fixed.front.marks.map((m) => m.of));
  if (slug(1, 'front')) present.add('slug');
  const kinds = ['crop', 'register', 'fold', 'slug'] as const;
  return {
    of: (sheet, side) => {
      const text = slug(sheet, side);
      return text ? [...fixed[side].marks, text] : fixed[side].marks;
    },
    noRoom: kinds.filter((k) => docket.marks[k].on && !present.has(k)),
  };
}
