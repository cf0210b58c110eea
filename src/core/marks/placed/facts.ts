import { inksWritten, PROCESS } from '../../docket';
import { tokensOf } from '../../imprint';
import { dayText, formatSize, lying, wholeNumber } from '../../measure';
import { slugText } from '../slug';
import type { SheetSide } from '../rules';

/** What words of a mark can say by itself, each by the name that it has in braces. */

/** How a sheet is worked, as words say it. */
export const WORKS_SAID: Readonly<Record<SheetSide['lay']['work'], string>> = {
  sheetwise: 'sheetwise',
  'work-and-turn': 'work-and-turn',
  'work-and-tumble': 'work-and-tumble',
  perfecting: 'perfecting',
  'one-sided': 'one side',
};

/** The inks of a side, a plate each; the process inks where nobody says. */
export const inksOf = ({ inks, side }: Pick<SheetSide, 'inks' | 'side'>): readonly string[] =>
  inks ? inks[side] : PROCESS;

const FACTS: Readonly<Record<string, (on: SheetSide) => string>> = {
  Job: (on) => on.title,
  Order: (on) => on.order ?? '',
  Customer: (on) => on.customer ?? '',
  Due: (on) => (on.due === null ? '' : dayText(on.due)),
  Date: (on) => on.date,
  Sheet: (on) => String(on.sheet.number),
  Sheets: (on) => String(on.sheets),
  Side: (on) => on.side,
  Pieces: (on) => on.sheet.called,
  Prints: (on) => wholeNumber(on.sheet.prints),
  Copies: (on) => wholeNumber(on.copies),
  Stock: (on) => `${on.sheet.stock.name} ${on.sheet.stock.format}`,
  Paper: (on) => formatSize(lying(on.sheet.stock)),
  Machine: (on) => on.sheet.machine.name,
  Work: (on) => (on.sheet.sides === 1 ? WORKS_SAID['one-sided'] : WORKS_SAID[on.lay.work]),
  Plate: (on) => (on.lay.plate ? formatSize(on.lay.plate.plate) : ''),
  Colours: (on) => (on.inks ? inksWritten(on.inks) : ''),
  Inks: (on) => inksOf(on).join(' '),
  Slug: (on) => slugText(on),
};

/** The facts' names, in the order of a list. */
export const FACT_NAMES: readonly string[] = Object.keys(FACTS);

const factBy = (name: string): string | undefined => FACT_NAMES.find((f) => f.toLowerCase() === name.toLowerCase());

/** The names in braces that are no facts, each once. */
export const unknownFacts = (text: string): string[] => [
  ...new Set(
    tokensOf(text)
      .flat()
      .flatMap((t) => ('field' in t && !factBy(t.field) ? [t.field] : [])),
  ),
];

/** A part of a line, in every separation or in one ink. */
export interface Said {
  readonly text: string;
  readonly ink: string | null;
}

/** The lines of a text as they stand on a side: facts filled in, each ink's name to be printed in that ink. */
export function saidOn(text: string, on: SheetSide): readonly (readonly Said[])[] {
  return tokensOf(text).map((line) =>
    line.flatMap((t): Said[] => {
      if ('words' in t) return [{ text: t.words, ink: null }];
      const fact = factBy(t.field);
      if (fact === 'Inks')
        return inksOf(on).flatMap((ink, i) => [...(i > 0 ? [{ text: ' ', ink: null }] : []), { text: ink, ink }]);
      // what is no fact stays as it was typed, to be seen and found
      return [{ text: fact ? FACTS[fact]!(on) : `{${t.field}}`, ink: null }];
    }),
  );
}

/** The same as plain words. */
export const plainOn = (text: string, on: SheetSide): string =>
  saidOn(text, on)
    .map((line) => line.map((s) => s.text).join(''))
    .join('\n');
