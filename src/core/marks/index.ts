import { MARK_ORDER, type Docket, type Finish, type Inks, type MarksWish, type WishedMark } from '../docket';
import { cutsOf } from '../cutting';
import { foldLinesOnForm, onForm, throughSheet, withMargin, type Lay } from '../lay';
import { bounds, type Rect } from '../measure';
import { SIDE_NAMES, type Plan, type SideName } from '../sheet';
import { bar } from './bar';
import { centre } from './centre';
import { collating } from './collating';
import { crop } from './crop';
import { fold } from './fold';
import type { Mark } from './kinds';
import { machineMarks } from './machine';
import { overlap } from './overlap';
import { placedOn, type Placed, type PlacedAt } from './placed';
import { register } from './register';
import type { LaySide, MarkField, MarkRule, SheetSide } from './rules';
import { sectionName } from './section-name';
import { slug } from './slug';
import { spine } from './spine';
import { tabTexts } from './tab';
import { ticks } from './ticks';

export type { Mark, MarkKind } from './kinds';
export type { MarkField } from './rules';
export { slugText } from './slug';
export { SHORTEST_MARK } from './line';
export { markBox } from './kinds';
export { tabsOn } from './tab';
export { FACT_NAMES, modulesIn, standsAt, unknownFacts, WORKS_SAID, type PlacedAt } from './placed';

/** The rules of every mark that can be wished for, in the order in which they are drawn. */
const MARKS: { readonly [K in WishedMark]: MarkRule<K> } = {
  crop,
  fold,
  spine,
  centre,
  ticks,
  register,
  bar,
  collating,
  sectionName,
  overlap,
  slug,
};

/** A mark's rules for those that treat all alike: its wish is only handed on to it. */
interface AnyMark extends Omit<MarkRule<WishedMark>, 'fields' | 'onLay' | 'onSheet'> {
  readonly fields: readonly MarkField<string>[];
  readonly onLay?: (wish: MarksWish[WishedMark], on: LaySide, taken: readonly Mark[]) => Mark[];
  readonly onSheet?: (wish: MarksWish[WishedMark], on: SheetSide, taken: readonly Mark[]) => Mark[];
}
const RULES = MARKS as unknown as { readonly [K in WishedMark]: AnyMark };
const KINDS = Object.keys(MARKS) as WishedMark[];

/** A mark as it can be set: its switch and its fields. */
export interface MarkChoice {
  readonly key: WishedMark;
  readonly label: string;
  readonly detail?: string;
  readonly dated?: true;
  readonly short: string | null;
  readonly fields: readonly MarkField<string>[];
}

/** The marks that a plan has anything for, in the order of a list. */
export const markChoices = (plan: Plan): readonly MarkChoice[] =>
  MARK_ORDER.filter((k) => RULES[k].applies(plan)).map((key) => ({
    key,
    ...RULES[key],
    fields: RULES[key].fields.filter((f) => f.applies?.(plan) ?? true),
  }));

/** What a mark is called in a sentence. */
export const markSaid = (k: WishedMark): string => RULES[k].said;
/** Whether work is spoilt without it. */
export const isVital = (k: WishedMark): boolean => RULES[k].vital;

/** A side of a lay with the marks that all its sheets have. */
interface Fixed extends LaySide {
  readonly marks: readonly Mark[];
}

function laySide(lay: Lay, side: SideName, inks: Inks | null): LaySide {
  const seen = (r: Rect): Rect => (side === 'front' ? r : throughSheet(r, lay.paper, lay.turn));
  const form = onForm(lay);
  const { lines } = cutsOf(lay);
  const across =
    side === 'front' || lay.turn !== 'turn' ? lines.upright : lines.upright.map((x) => lay.paper.width - x);
  const down = side === 'front' || lay.turn === 'turn' ? lines.level : lines.level.map((y) => lay.paper.height - y);
  const keepOff = form.map((d) => seen(withMargin(d)));
  return {
    lay,
    side,
    trims: form.map((d) => seen(d.trim)),
    cuts: { upright: across, level: down },
    folds: foldLinesOnForm(lay, side),
    space: { area: lay.printable, keepOff },
    block: bounds(keepOff),
    inks,
  };
}

function fixedMarks(wishes: MarksWish, finish: Finish, lay: Lay, side: SideName, inks: Inks | null): Fixed {
  const on = laySide(lay, side, inks);
  // what a machine looks for stands where it looks: others keep off it
  const marks: Mark[] = machineMarks(finish, on);
  for (const k of KINDS) if (wishes[k].on) marks.push(...(RULES[k].onLay?.(wishes[k], on, marks) ?? []));
  return { ...on, marks };
}

/** Lays at which it is looked whether placed marks have room. */
const MOST_LOOKED_AT = 12;

/** What of a docket its marks depend on. */
export type MarkedWish = Pick<
  Docket,
  'marks' | 'placed' | 'finish' | 'title' | 'date' | 'order' | 'customer' | 'due'
> & {
  readonly product: Pick<Docket['product'], 'copies'>;
  readonly sheet: Pick<Docket['sheet'], 'inks'>;
  readonly artwork: Pick<Docket['artwork'], 'imposed'>;
};

/** All marks of a plan: `of(sheet, side)` gives those of one side, in millimetres seen from that side. */
export interface Marks {
  readonly of: (sheet: number, side: SideName) => readonly Mark[];
  /** Where the marks that were placed stand on a side. */
  readonly standing: (sheet: number, side: SideName) => readonly PlacedAt[];
  /** Marks that were placed and have no place on the sheets looked at, by their ids. */
  readonly missed: readonly string[];
  /** Marks that were wished for and found no room at all on the first sheet. */
  readonly noRoom: readonly WishedMark[];
  /** Where crop marks find room, but not for the cuts of one direction: of those that run up the sheet, or across it. */
  readonly noCrop: readonly ('upright' | 'level')[];
}

/** The marks on every side of a plan. Sheets passed through as they are get none. */
export function mark(docket: MarkedWish, plan: Plan): Marks {
  const { marks: wishes, placed, finish, title, date, artwork, order, customer, due, product } = docket;
  const { inks } = docket.sheet;
  if (artwork.imposed.kind === 'sheets')
    return { of: () => [], standing: () => [], missed: [], noRoom: [], noCrop: [] };
  const { sheets, pieces } = plan;
  const known = new Map<Lay, Partial<Record<SideName, Fixed>>>();
  const fixed = (lay: Lay, side: SideName): Fixed => {
    const sides = known.get(lay) ?? {};
    known.set(lay, sides);
    return (sides[side] ??= fixedMarks(wishes, finish, lay, side, inks));
  };
  const facts = { title, date, customer, due, order: order?.number ?? null, copies: product.copies };
  const sideOf = (number: number, side: SideName): { on: SheetSide; marks: readonly Mark[] } | null => {
    if (!(number >= 1 && number <= sheets.length)) return null;
    const sheet = sheets.at(number - 1);
    if (side === 'back' && sheet.sides === 1) return null;
    const base = fixed(sheet.lay, side);
    const on: SheetSide = { ...base, sheet, pieces, sheets: sheets.length, ...facts };
    const marks = [...base.marks];
    for (const k of KINDS) {
      // words on tabs are there whatever is wished; the slug line keeps off them
      if (k === 'slug') marks.push(...tabTexts(on));
      if (wishes[k].on) marks.push(...(RULES[k].onSheet?.(wishes[k], on, marks) ?? []));
    }
    return { on, marks };
  };
  const NONE: Placed = { marks: [], standing: [], missed: [] };
  const placedOf = (side: ReturnType<typeof sideOf>): Placed =>
    side && placed.length > 0 ? placedOn(placed, side.on, side.marks) : NONE;
  const of = (number: number, name: SideName): readonly Mark[] => {
    const side = sideOf(number, name);
    return placed.length > 0 ? [...(side?.marks ?? []), ...placedOf(side).marks] : (side?.marks ?? []);
  };
  let missed: readonly string[] | null = placed.length === 0 ? [] : null;
  const missedOf = (): string[] => {
    // sheets of a lay are alike but for their words: its first, and the last of all, which has its own marks
    const firsts = new Map(sheets.blocks.map((b) => [b.lay, b.from]));
    const looked = new Set([1, sheets.length, ...[...firsts.values()].slice(0, MOST_LOOKED_AT)]);
    return [...new Set([...looked].flatMap((n) => SIDE_NAMES.flatMap((s) => placedOf(sideOf(n, s)).missed)))];
  };
  return {
    of,
    standing: (number, side) => placedOf(sideOf(number, side)).standing,
    get missed() {
      return (missed ??= missedOf());
    },
    get noRoom() {
      const { lay, number } = sheets.main;
      const present = new Set<string>(of(number, 'front').map((m) => m.of));
      return MARK_ORDER.filter((k) => wishes[k].on && RULES[k].missed(lay) && !present.has(k));
    },
    get noCrop() {
      const { lay, number } = sheets.main;
      const lines = of(number, 'front').flatMap((m) => (m.of === 'crop' && m.kind === 'line' ? [m] : []));
      if (lines.length === 0) return [];
      const { upright, level } = cutsOf(lay).lines;
      const across = lines.some((l) => l.from[1] === l.to[1]);
      const up = lines.some((l) => l.from[0] === l.to[0]);
      return [
        ...(upright.length > 0 && !up ? (['upright'] as const) : []),
        ...(level.length > 0 && !across ? (['level'] as const) : []),
      ];
    },
  };
}

/** The marks that are on, have something to mark and find room, in words: `crop, register, fold`. */
export function marksOn(wishes: MarksWish, { sheets }: Plan, { noRoom }: Pick<Marks, 'noRoom'>): string {
  const { lay } = sheets.main;
  return MARK_ORDER.filter((k) => wishes[k].on && RULES[k].missed(lay) && !noRoom.includes(k))
    .flatMap((k) => RULES[k].short ?? [])
    .join(', ');
}
