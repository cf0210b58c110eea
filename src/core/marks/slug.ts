import { contains, intersect, rect, type Rect } from '../measure';
import { markBox, type Mark } from './kinds';
import type { MarkRule, SheetSide } from './rules';

/** The slug line's words: job, section where there are several, sheet, side, date. */
export function slugText(on: Pick<SheetSide, 'title' | 'date' | 'sheet' | 'sheets' | 'side' | 'pieces'>): string {
  const here = on.sheet.pieces.map((id) => on.pieces.at(id)!);
  const numbers = here.flatMap((p) => (p.number === null ? [] : [p.number]));
  const { noun, named } = here[0]!;
  const said = named ? ` · ${noun}${numbers.length > 0 ? ` ${numbers.join(' and ')}` : ''}` : '';
  return `${on.title}${said} · sheet ${on.sheet.number} of ${on.sheets} · ${on.side} · ${on.date}`;
}

type Text = Extract<Mark, { kind: 'text' }>;

/** Strips for the slug line beside the block of pieces: below, above, or turned at the left or right. */
function places(block: Rect, offset: number, h: number): { box: Rect; at: Pick<Text, 'at' | 'turned' | 'room'> }[] {
  const deep = h * 1.35;
  const inset = 14;
  // start right of the corner marks; a quarter of the edge is left free for the marks at its middle
  const across = Math.max(0, block.width / 2 - inset - 6);
  const down = Math.max(0, block.height / 2 - inset - 6);
  const below = (y: number): ReturnType<typeof places>[0] => {
    const x = block.x + inset;
    return { box: rect(x, y, across, deep), at: { at: [x, y + h * 0.3], turned: 0, room: across } };
  };
  const beside = (x: number): ReturnType<typeof places>[0] => {
    const y = block.y + inset;
    return { box: rect(x, y, deep, down), at: { at: [x + deep - h * 0.3, y], turned: 1, room: down } };
  };
  return [
    below(block.y - offset - deep),
    below(block.y + block.height + offset),
    beside(block.x - offset - deep),
    beside(block.x + block.width + offset),
  ];
}

/** The shortest strip that is worth a line of text, mm. */
const SHORTEST = 20;

/** The slug line: one line of text beside the block of pieces, where there is room for its height. */
export const slug: MarkRule<'slug'> = {
  label: 'Slug line',
  detail: 'Job, sheet, side and date.',
  dated: true,
  said: 'the slug line',
  short: 'slug',
  fields: [
    { key: 'height', label: 'height', as: { kind: 'length', min: 1, max: 20 } },
    { key: 'offset', label: 'offset', as: { kind: 'length', min: 0, max: 50 } },
  ],
  vital: false,
  applies: () => true,
  missed: () => true,
  onSheet: (wish, on, marks) => {
    const { block, space } = on;
    const strips = places(block, wish.offset, wish.height).filter(
      ({ at, box }) => at.room >= SHORTEST && contains(space.area, box),
    );
    if (strips.length === 0) return [];
    const taken = [...space.keepOff, ...marks.map(markBox)];
    const free = strips.find(({ box }) => !taken.some((k) => intersect(k, box)));
    return free ? [{ kind: 'text', of: 'slug', text: slugText(on), height: wish.height, ...free.at }] : [];
  },
};
