import type { Docket } from '../docket';
import { contains, intersect, rect, type Rect } from '../measure';
import type { Plan, Sheet } from '../sheet';
import type { Mark, MarkSpace } from './kinds';

/** Whether sections have names worth printing: nested sheets of one fold each are told apart by the sheet's number. */
export const namesSections = (plan: Pick<Plan, 'sections' | 'nested'>): boolean =>
  plan.sections.length > 1 &&
  plan.sections.some((s) => s.way.folds.length > 1 || (!plan.nested && s.way.folds.length > 0));

/** The slug line's words: job, section where there are several, sheet, side, date. */
export function slugText(
  docket: Pick<Docket, 'title' | 'date'>,
  plan: Pick<Plan, 'sheets' | 'sections' | 'nested'>,
  sheet: Pick<Sheet, 'number' | 'kind' | 'sections'>,
  side: 'front' | 'back',
): string {
  const of = sheet.kind === 'text' ? `section ${sheet.sections.join(' and ')}` : sheet.kind;
  const section = namesSections(plan) || sheet.kind === 'cover' ? ` · ${of}` : '';
  return `${docket.title}${section} · sheet ${sheet.number} of ${plan.sheets.length} · ${side} · ${docket.date}`;
}

/**
 * The slug line: one line of text beside the block of booklets, where there is room for its height: below, above,
 * or turned at the left or right. Null where there is none.
 * @param block the pages with their bleed and marks
 */
export function slugMark(
  text: string,
  block: Rect,
  wish: Docket['marks']['slug'],
  space: MarkSpace,
  taken: readonly Rect[],
): Mark | null {
  if (!wish.on) return null;
  const { area } = space;
  const h = wish.height;
  const deep = h * 1.35;
  const inset = 14;
  // start right of the corner marks; a quarter of the edge is left free for the marks at its middle
  const across = Math.max(0, block.width / 2 - inset - 6);
  const down = Math.max(0, block.height / 2 - inset - 6);
  const options: readonly {
    box: Rect;
    mark: Omit<Extract<Mark, { kind: 'text' }>, 'kind' | 'of' | 'text' | 'height'>;
  }[] = [
    below(block.y - wish.offset - deep),
    below(block.y + block.height + wish.offset),
    beside(block.x - wish.offset - deep),
    beside(block.x + block.width + wish.offset),
  ];
  function below(y: number) {
    const x = block.x + inset;
    return {
      box: rect(x, y, across, deep),
      mark: { at: [x, y + h * 0.3] as const, turned: 0 as const, room: across },
    };
  }
  function beside(x: number) {
    const y = block.y + inset;
    return {
      box: rect(x, y, deep, down),
      mark: { at: [x + deep - h * 0.3, y] as const, turned: 1 as const, room: down },
    };
  }
  for (const { box, mark } of options) {
    if (mark.room < 20 || !contains(area, box)) continue;
    if ([...space.keepOff, ...taken].some((k) => intersect(k, box))) continue;
    return { kind: 'text', of: 'slug', text, height: h, ...mark };
  }
  return null;
}
