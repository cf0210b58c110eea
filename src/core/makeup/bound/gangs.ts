import type { DocketOf, Finish, SheetWish } from '../../docket';
import { EPSILON } from '../../measure';
import type { Stock } from '../../shop';
import type { Gang } from '../piece';
import { rulesOf } from './bindings';
import { keysOf } from './pieces';
import type { Section } from './section';

/** Sheets of a stock that the guillotine of the route cuts at once; any number where none is named. */
export function liftOf({ here, route }: Finish, { caliper }: Pick<Stock, 'caliper'>): number {
  const cutter = here ? route.find((s) => s.process === 'cut')?.machine : undefined;
  return cutter?.kind === 'guillotine' ? Math.max(1, Math.floor(cutter.lift / caliper + EPSILON)) : Infinity;
}

const BLOCK = { kind: 'block' } as const;

/** Sections in a row that are alike may share sheets. */
export function gangsOf(
  { sheet, product, finish }: Pick<DocketOf<'bound'>, 'sheet' | 'product' | 'finish'>,
  sections: readonly Section[],
  nested: boolean,
): Gang[] {
  const rules = rulesOf(product.binding);
  const order = rules.stacked(product.binding) ? 'stack' : sheet.fill;
  const partner = sheet.fill === 'come-and-go' && !nested ? partnersOf(sections) : (piece: number): number => piece;
  const gangs: (Gang & { pieces: number[] })[] = [];
  const keys = keysOf(sections);
  for (const s of sections) {
    const key = keys[s.id]!;
    const last = gangs.at(-1);
    if (last && last.key === key) last.pieces.push(s.id);
    else
      gangs.push({
        key,
        called: s.kind,
        shape: s.shape,
        pieces: [s.id],
        order,
        lift: liftOf(finish, s.stock),
        exact: false,
        last: 'repeats',
        forms: 'fewest-sheets',
        style: BLOCK,
        partner,
        sheet: sheetOf(sheet, s),
        main: s.kind === 'text',
        apart: s.kind === 'cover' && !nested,
      });
  }
  return gangs;
}

/** The sheet that a section is laid on. Two books head to tail, and one form for both sides, are for the text. */
function sheetOf(sheet: SheetWish, { kind, stock, machine, printed }: Section): SheetWish {
  const own = { ...sheet, stock, machine };
  const work = printed === 'outside' || sheet.work === 'one-sided' ? 'one-sided' : sheet.work;
  if (kind === 'text') return { ...own, work };
  return {
    ...own,
    fill: 'repeat',
    work: work === 'one-sided' || work === 'perfecting' ? work : 'sheetwise',
  };
}

/** Whether gathered sections are the same from either end, and folded: only then can two books share a pile. */
export function runsBothWays(sections: readonly Section[]): boolean {
  const text = sections.filter((s) => s.kind === 'text');
  const keys = keysOf(text);
  return text.every((s, i) => s.way.folds.length > 0 && keys[i] === keys[text.length - 1 - i]);
}

/**
 * Of two gathered books head to tail, the section of the second that lies with each of the first: the second runs from
 * the other end, so that one pile is both. Where sections are not the same from either end each lies with itself.
 */
function partnersOf(sections: readonly Section[]): (piece: number) => number {
  if (!runsBothWays(sections)) return (piece) => piece;
  const text = sections.filter((s) => s.kind === 'text');
  const other = new Map(text.map((s, i) => [s.id, text[text.length - 1 - i]!.id]));
  return (piece) => other.get(piece) ?? piece;
}
