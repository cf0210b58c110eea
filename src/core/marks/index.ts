import type { Docket } from '../docket';
import { bounds, grow, rect, type Rect } from '../measure';
import { formSlots, inSlot, slotWithBleed, throughSheet, type Layout, type Plan } from '../sheet';
import { foldLines, foldMarks } from './fold';
import type { Mark, MarkSpace } from './kinds';
import { collatingMarks, sectionNames, tabTexts } from './on-pages';
import { linesOutside } from './outside';
import { registerMarks } from './register';
import { slugMark, slugText } from './slug';

export type { Mark, MarkKind } from './kinds';
export { slugText } from './slug';
export { SHORTEST_MARK } from './line';
export { foldLines, type FoldLine } from './fold';
export { tabPlace, tabsOn, tabText } from './on-pages';

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
    case 'area':
      return m.rect;
    case 'text':
      return m.turned % 2 === 1
        ? rect(
            m.turned === 1 ? m.at[0] - m.height : m.at[0],
            m.turned === 1 ? m.at[1] : m.at[1] - m.room,
            m.height,
            m.room,
          )
        : rect(
            m.turned === 0 ? m.at[0] : m.at[0] - m.room,
            m.turned === 0 ? m.at[1] : m.at[1] - m.height,
            m.room,
            m.height,
          );
  }
}

/** The lines that a knife follows, seen from the front: round whole blocks, and inside them where pages have paper between. */
function cutsOf(layout: Layout): { upright: Rect[]; level: Rect[] } {
  const { panels, size } = layout.block;
  const lines: Rect[] = [
    rect(0, 0, 0, size.height),
    rect(size.width, 0, 0, size.height),
    rect(0, 0, size.width, 0),
    rect(0, size.height, size.width, 0),
  ];
  for (const { edges, trim: t } of panels) {
    const cut = (edge: typeof edges.left): boolean => edge !== 'spine' && edge !== 'crease';
    if (cut(edges.left)) lines.push(rect(t.x, t.y, 0, t.height));
    if (cut(edges.right)) lines.push(rect(t.x + t.width, t.y, 0, t.height));
    if (cut(edges.top)) lines.push(rect(t.x, t.y + t.height, t.width, 0));
    if (cut(edges.bottom)) lines.push(rect(t.x, t.y, t.width, 0));
  }
  const lie = layout.slots.flatMap((slot) => lines.map((r) => inSlot(layout, slot, r)));
  return { upright: lie.filter((r) => r.width === 0), level: lie.filter((r) => r.height === 0) };
}

/** The marks that are the same on every front, or back, of a layout, seen from that side. */
function fixedMarks(
  docket: Docket,
  layout: Layout,
  side: 'front' | 'back',
): { marks: Mark[]; space: MarkSpace; block: Rect } {
  const seen = (r: Rect): Rect => (side === 'front' ? r : throughSheet(r, layout.sheet, layout.turn));
  const slots = formSlots(layout);
  const both = slots.length > layout.slots.length;
  const cuts = cutsOf(layout);
  const everywhere = (lines: readonly Rect[]): Rect[] =>
    [...lines, ...(both ? lines.map((r) => throughSheet(r, layout.sheet, layout.turn)) : [])].map(seen);
  const trims = slots.map((s) => seen(s.trim));
  const at = { upright: everywhere(cuts.upright).map((r) => r.x), level: everywhere(cuts.level).map((r) => r.y) };
  const keepOff = slots.map((s) => seen(slotWithBleed(layout, s)));
  const space: MarkSpace = { area: layout.printable, keepOff };
  const folds = [...foldLines(layout, side), ...(both ? foldLines(layout, side === 'front' ? 'back' : 'front') : [])];
  const block = bounds(keepOff);
  const { marks } = docket;
  const middle = { upright: [layout.sheet.width / 2], level: [layout.sheet.height / 2] };
  const lines = [
    ...linesOutside('crop', trims, at, marks.crop, space),
    ...foldMarks(trims, folds, 'fold', marks.fold, space),
    ...foldMarks(trims, folds, 'score', marks.spine, space),
    ...linesOutside('centre', trims, middle, marks.centre, space),
  ];
  const registers = registerMarks(layout.sheet, bounds(trims), marks.register, space, lines.map(markBox));
  return { marks: [...lines, ...registers], space, block };
}

/** All marks of a plan: `of(sheet, side)` gives those of one side, in millimetres seen from that side. */
export interface Marks {
  readonly of: (sheet: number, side: 'front' | 'back') => readonly Mark[];
  /** Kinds of marks that were wished for and found no room at all. */
  readonly noRoom: readonly ('crop' | 'register' | 'fold' | 'slug')[];
}

/** The marks on every side of a plan. Sheets passed through as they are get none. */
export function mark(docket: Docket, plan: Plan): Marks {
  if (docket.artwork.imposed.kind === 'sheets') return { of: () => [], noRoom: [] };
  const known = new Map<Layout, Partial<Record<'front' | 'back', ReturnType<typeof fixedMarks>>>>();
  const fixed = (layout: Layout, side: 'front' | 'back'): ReturnType<typeof fixedMarks> => {
    const sides = known.get(layout) ?? {};
    known.set(layout, sides);
    return (sides[side] ??= fixedMarks(docket, layout, side));
  };
  const slug = (sheet: number, side: 'front' | 'back', taken: readonly Mark[]): Mark | null => {
    const it = plan.sheets[sheet - 1]!;
    const { space, block } = fixed(it.layout, side);
    return slugMark(slugText(docket, plan, it, side), block, docket.marks.slug, space, taken.map(markBox));
  };
  const of = (sheet: number, side: 'front' | 'back'): readonly Mark[] => {
    const it = plan.sheets[sheet - 1];
    if (!it || it[side].cells.length === 0) return [];
    const { marks, space } = fixed(it.layout, side);
    const own = [
      ...collatingMarks(docket, plan, it, side),
      ...sectionNames(docket, plan, it, side, space),
      ...tabTexts(docket, plan, it, side),
    ];
    const before = own.length > 0 ? [...marks, ...own] : marks;
    const text = slug(sheet, side, before);
    return text ? [...before, text] : before;
  };
  const first = plan.sheets.find((s) => s.layout === plan.layout)?.number ?? 1;
  const present = new Set<string>(of(first, 'front').map((m) => m.of));
  const wants: Record<'crop' | 'register' | 'fold' | 'slug', boolean> = {
    crop: docket.marks.crop.on,
    register: docket.marks.register.on,
    fold: docket.marks.fold.on && plan.layout.block.folds.some((f) => f.kind === 'fold'),
    slug: docket.marks.slug.on,
  };
  return { of, noRoom: (['crop', 'register', 'fold', 'slug'] as const).filter((k) => wants[k] && !present.has(k)) };
}
