import type { Docket } from '../docket';
import { countedPages, rulesOf, type BookPlan } from '../makeup';
import { dayText, formatLength, nameSize, wholeNumber, type Unit } from '../measure';
import { wholeSheets, type Plan } from '../sheet';
import { foldName, saidProduct, saidSections } from './said';

const COUNT_WORDS = ['none', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

/** A small number in letters. */
export const counted = (n: number): string => COUNT_WORDS[n] ?? String(n);

/** `an 8-page`, `an 80-page`, `a 28-page`: 8, 11, 18 and what begins with eighty or eight hundred are said with a vowel. */
export const article = (n: number): string => (/^(8|11$|18$|11\d{3}$|18\d{3}$)/.test(String(n)) ? 'an' : 'a');

function between({ sections }: BookPlan): string[] {
  return (['tab', 'insert'] as const).flatMap((kind) => {
    const n = sections.filter((s) => s.kind === kind).length;
    return n > 0 ? [`${counted(n)} ${n === 1 ? kind : `${kind}s`}`] : [];
  });
}

/** The job as one plain sentence, as one says it on the telephone. */
export function briefText(docket: Docket, plan: Plan, unit: Unit): string {
  const { product, sheet, customer, due } = docket;
  const { binding, piece } = saidProduct(docket);
  const pages = countedPages(plan.product);
  const folded = rulesOf(product.binding).made === 'folded';
  const up = plan.sheets.main.lay.downs.length;
  const parts = between(plan.product);
  const stocks = new Set(product.stocks.map((s) => s.stock.name));
  const words = [
    `${wholeNumber(product.copies)} ${product.copies === 1 ? 'copy' : 'copies'} of ${article(pages)} ${wholeNumber(pages)}-page`,
    `${binding} ${piece}`,
    nameSize(product.finished, unit),
    folded ? `as a ${foldName(plan)}` : product.bound === 'top' ? 'bound at the top' : `bound on the ${product.bound}`,
    wholeSheets(plan) ? 'not trimmed' : product.bleed === 0 ? 'no bleed' : `${formatLength(product.bleed, unit)} bleed`,
    `on ${sheet.stock.name} ${sheet.stock.format}${stocks.size > 0 ? ` and ${[...stocks].join(', ')}` : ''}`,
    ...(product.cover.kind === 'separate' ? [`cover on ${product.cover.stock.name}`] : []),
    ...(parts.length > 0 ? [`with ${parts.join(' and ')}`] : []),
    ...(plan.product.sections.length > 1 ? [`in ${saidSections(plan.product)} pages`] : []),
    `${counted(up)} up`,
    `run on ${sheet.machine.name}`,
    ...(customer ? [`for ${customer}`] : []),
    ...(due ? [`by ${dayText(due)}`] : []),
  ];
  return `${words.join(', ')}.`;
}
