import { inksWritten, type Docket, type DocketOf, type FlatProduct, type ProductKind } from '../docket';
import { countedPages, inSequence, rulesOf, type BookPlan, type PosterPlan } from '../makeup';
import { anyOf, dayText, formatLength, nameSize, totalOf, wholeNumber, type Unit } from '../measure';
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

const bleedSaid = (bleed: number, unit: Unit): string =>
  bleed === 0 ? 'no bleed' : `${formatLength(bleed, unit)} bleed`;

const upSaid = ({ sheets }: Pick<Plan, 'sheets'>): string => `${counted(sheets.main.lay.downs.length)} up`;

function bookWords(docket: DocketOf<'bound'>, plan: Plan<'bound'>, unit: Unit): string[] {
  const { product, sheet } = docket;
  const { binding, piece } = saidProduct(docket);
  const pages = countedPages(plan.product);
  const folded = rulesOf(product.binding).made === 'folded';
  const parts = between(plan.product);
  const stocks = new Set(product.stocks.map((s) => s.stock.name));
  return [
    `${wholeNumber(product.copies)} ${product.copies === 1 ? 'copy' : 'copies'} of ${article(pages)} ${wholeNumber(pages)}-page`,
    `${binding} ${piece}`,
    nameSize(product.finished, unit),
    folded ? `as a ${foldName(plan)}` : product.bound === 'top' ? 'bound at the top' : `bound on the ${product.bound}`,
    wholeSheets(plan) ? 'not trimmed' : bleedSaid(product.bleed, unit),
    `on ${sheet.stock.name} ${sheet.stock.format}${stocks.size > 0 ? ` and ${[...stocks].join(', ')}` : ''}`,
    ...(product.cover.kind === 'separate' ? [`cover on ${product.cover.stock.name}`] : []),
    ...(parts.length > 0 ? [`with ${parts.join(' and ')}`] : []),
    ...(plan.product.sections.length > 1 ? [`in ${saidSections(plan.product)} pages`] : []),
    upSaid(plan),
  ];
}

/** In which order pieces lie, as the brief says it. */
export function orderSaid({ order }: Pick<FlatProduct, 'order'>): string {
  switch (order.kind) {
    case 'repeat':
      return 'each on sheets of its own';
    case 'shared':
      return 'sharing sheets';
    case 'sequence':
      return `in sequence ${order.way}`;
    case 'stack':
      return 'cut and stacked';
    case 'pads':
      return `as pads of ${order.of}`;
  }
}

const COUNTED = ['', '', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

/** What flat work is of: `a two-sided card`, `48 one-sided tickets`, `400 three-part forms`; in a sequence one of each is a set. */
export function piecesSaid(
  { what, sides, parts }: Pick<FlatProduct, 'what' | 'sides' | 'parts'>,
  { product: { sets } }: Pick<Plan<'flat'>, 'product'>,
): string {
  const sided = parts.length > 1 ? `${COUNTED[parts.length]!}-part` : `${sides === 'two' ? 'two' : 'one'}-sided`;
  return sets.length === 1 ? `a ${sided} ${what}` : `${wholeNumber(sets.length)} ${sided} ${what}s`;
}

/** `600 of`, `one each of`, `3 sets of`, `100 each of`; where pieces have numbers of their own, all of them together. */
export function copiesSaid(product: FlatProduct, { product: made }: Pick<Plan<'flat'>, 'product'>): string {
  const n = made.sets.length;
  if (n > 1 && inSequence(product))
    return product.copies === 1 ? 'one each of' : `${wholeNumber(product.copies)} sets of`;
  if (n === 1) return `${wholeNumber(product.copies)} of`;
  const all = totalOf(made.ordered, (o) => o);
  return anyOf(made.ordered, (o) => o !== product.copies)
    ? `${wholeNumber(all)} in all of`
    : `${wholeNumber(product.copies)} each of`;
}

/** `Offset 100 SRA3`; of parts on others too `Offset 100 SRA3 and 2 other stocks`. */
export function stocksSaid({ product, sheet: { stock } }: Pick<DocketOf<'flat'>, 'product' | 'sheet'>): string {
  const others = new Set(product.parts.flatMap((p) => (p.stock && p.stock.id !== stock.id ? [p.stock.id] : []))).size;
  const named = `${stock.name} ${stock.format}`;
  return others === 0 ? named : `${named} and ${others === 1 ? 'another stock' : `${others} other stocks`}`;
}

function flatWords(docket: DocketOf<'flat'>, plan: Plan<'flat'>, unit: Unit): string[] {
  const { product } = docket;
  const { length } = plan.product.sets;
  return [
    `${copiesSaid(product, plan)} ${piecesSaid(product, plan)}`,
    nameSize(product.finished, unit),
    bleedSaid(product.bleed, unit),
    ...(product.mirrored ? ['mirrored'] : []),
    `on ${stocksSaid(docket)}`,
    upSaid(plan),
    ...(length > 1 ? [orderSaid(product)] : []),
  ];
}

/** `a poster`, `7 posters`. */
export const postersSaid = ({ posters }: Pick<PosterPlan, 'posters'>): string =>
  posters.length > 1 ? `${wholeNumber(posters.length)} posters` : 'a poster';

/** `40 copies of`, `2 each of`. */
export const posterCopiesSaid = (copies: number, { posters }: Pick<PosterPlan, 'posters'>): string =>
  posters.length > 1
    ? `${wholeNumber(copies)} each of`
    : `${wholeNumber(copies)} ${copies === 1 ? 'copy' : 'copies'} of`;

/** `in 6 panels, 2 across and 3 down`, `in one piece`. */
export function panelsSaid({ columns, rows, order }: Pick<PosterPlan, 'columns' | 'rows' | 'order'>): string {
  const all = columns * rows;
  if (all === 1) return 'in one piece';
  const off = all - order.length;
  return `in ${all} panels, ${columns} across and ${rows} down${off > 0 ? `, ${off} of them off` : ''}`;
}

/** `overlapping by 20 mm`, `5 mm apart`, `edge to edge`. */
export function overlapSaid(overlap: number, unit: Unit): string {
  if (overlap === 0) return 'edge to edge';
  return overlap > 0 ? `overlapping by ${formatLength(overlap, unit)}` : `${formatLength(-overlap, unit)} apart`;
}

function posterWords({ product, sheet }: DocketOf<'poster'>, { product: made }: Plan<'poster'>, unit: Unit): string[] {
  return [
    `${posterCopiesSaid(product.copies, made)} ${postersSaid(made)}`,
    nameSize(product.finished, unit),
    panelsSaid(made),
    ...(made.panels.length > 1 ? [overlapSaid(product.overlap, unit)] : []),
    bleedSaid(product.bleed, unit),
    `on ${sheet.stock.name} ${sheet.stock.format}`,
  ];
}

const WORDS = { bound: bookWords, flat: flatWords, poster: posterWords } as const satisfies {
  readonly [K in ProductKind]: (docket: DocketOf<K>, plan: Plan<K>, unit: Unit) => string[];
};
type Words = (docket: Docket, plan: Plan, unit: Unit) => string[];

/** The job as one plain sentence, as one says it on the telephone. */
export function briefText(docket: Docket, plan: Plan, unit: Unit): string {
  const { product, sheet, customer, due, order } = docket;
  const words = [
    ...(WORDS[product.kind] as Words)(docket, plan, unit),
    `run on ${sheet.machine.name}${sheet.inks ? ` in ${inksWritten(sheet.inks)}` : ''}`,
    ...(customer ? [`for ${customer}`] : []),
    ...(order ? [`order ${order.number}`] : []),
    ...(due ? [`by ${dayText(due)}`] : []),
  ];
  return `${words.join(', ')}.`;
}
