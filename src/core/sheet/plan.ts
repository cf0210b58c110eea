import { pagesWished, type Creep, type ReadingOrder, type Spine } from '../bound';
import type { Artwork } from '../docket/artwork';
import { MOST_PAGES } from '../docket/bound';
import type { Docket } from '../docket/schema';
import type { Machine, Stock } from '../docket/shop';
import type { Matrix } from '../measure';
import { makeUp } from './book';
import { cellAt, type Cell } from './cell';
import { blockFor, makeForm, type Form, type Place } from './form';
import { yieldOf, type Layout } from './layout';
import type { BookPage, Section } from './section';

export interface Side {
  readonly name: 'front' | 'back';
  readonly cells: readonly Cell[];
}

export interface Sheet {
  /** From 1, in running order. */
  readonly number: number;
  readonly layout: Layout;
  readonly stock: Stock;
  readonly machine: Machine;
  /** The sections on it, by number. */
  readonly sections: readonly number[];
  readonly kind: Section['kind'];
  /** How many copies of its sections one printed sheet gives. */
  readonly yields: number;
  readonly front: Side;
  readonly back: Side;
}

export interface Plan {
  /** The layout of the text's first sheet. */
  readonly layout: Layout;
  readonly pages: readonly BookPage[];
  readonly reading: ReadingOrder;
  readonly blanks: number;
  /** Pages of the text without a cover of its own, blanks left out. */
  readonly textPages: number;
  readonly creep: Creep;
  readonly spine: Spine | null;
  readonly sections: readonly Section[];
  readonly nested: boolean;
  /** Pages of the docket's list: the places that wishes name. */
  readonly places: number;
  readonly misplaced: readonly number[];
  readonly coverLacks: number;
  /** Places before the text that wishes for places do not count: those of a cover from a file of its own. */
  readonly shift: number;
  readonly sheets: readonly Sheet[];
  /** What there is too much of, and how much; then not all of it is laid. Null where all is. */
  readonly tooLarge: TooLarge | null;
}

/** More than can be laid in one job. */
export interface TooLarge {
  readonly of: 'pages' | 'cells';
  readonly wanted: number;
  readonly most: number;
}

/** Pages on sides, over all sheets: what a job may have, so that it is planned while one looks on. */
export const MOST_CELLS = 50_000;

/** Plans all sheets of a docket. Never throws for wishes that cannot be met: see the findings. */
export function plan(wish: Docket, artwork: Artwork): Plan {
  const docket = asPassed(wish, artwork);
  const book = makeUp(docket, artwork);
  const forms = new Map<string, Form>();
  const formOf = (section: Section): Form => {
    const key = formKey(section);
    let form = forms.get(key);
    if (!form) {
      form = makeForm(docket, section, blockFor(docket, section, book.spine));
      forms.set(key, form);
    }
    return form;
  };

  const sheets: Sheet[] = [];
  const known = new Map<number, Matrix>();
  const add = (section: Section, form: Form, inSlots: readonly Section[]): void => {
    const fill = (places: readonly Place[]): Cell[] =>
      places.map((p) => cellAt(docket, artwork, book, p, inSlots[p.slot] ?? section, known));
    const one = yieldOf(form.layout.work) === 2;
    const front = fill(form.front);
    const back = oneSided(docket, section) ? [] : fill(form.back);
    const distinct = [...new Set(inSlots.map((s) => s.number))];
    const slots = form.layout.slots.length;
    sheets.push({
      number: sheets.length + 1,
      layout: form.layout,
      stock: section.stock,
      machine: section.machine,
      sections: distinct,
      kind: section.kind,
      yields: Math.max(1, Math.floor(slots / distinct.length)) * yieldOf(form.layout.work),
      front: { name: 'front', cells: one ? [...front, ...back] : front },
      back: { name: 'back', cells: one ? [...front, ...back] : back },
    });
  };
  const partners = partnersOf(docket, book);
  let cells = 0;
  for (const group of inGroups(docket, book.sections)) {
    const form = formOf(group[0]!);
    for (const inSlots of arrange(docket, group, form.layout.slots.length, partners)) {
      cells += form.front.length + form.back.length;
      // one sheet is always laid, to be looked at
      if (cells <= MOST_CELLS || sheets.length === 0) add(inSlots[0]!, form, inSlots);
    }
  }
  const wished = pagesWished(docket, artwork);
  const text = sheets.find((s) => s.kind === 'text') ?? sheets[0]!;
  return {
    layout: text.layout,
    pages: book.pages,
    reading: book.reading,
    blanks: book.blanks,
    textPages: book.textPages,
    creep: book.creep,
    spine: book.spine,
    sections: book.sections,
    nested: book.nested,
    places: book.places,
    misplaced: book.misplaced,
    coverLacks: book.coverLacks,
    shift: book.shift,
    sheets,
    tooLarge:
      wished > MOST_PAGES
        ? { of: 'pages', wanted: wished, most: MOST_PAGES }
        : cells > MOST_CELLS
          ? { of: 'cells', wanted: cells, most: MOST_CELLS }
          : null,
  };
}

/** Sheets passed through are leaves of the artwork's own size, without bleed. */
function asPassed(docket: Docket, artwork: Artwork): Docket {
  if (docket.artwork.imposed.kind !== 'sheets') return docket;
  const box = artwork.pages[0]?.[docket.artwork.box];
  if (!box) return docket;
  return {
    ...docket,
    product: {
      ...docket.product,
      binding: { kind: 'loose-leaf', by: 'wire', clearance: 0, order: 'repeat' },
      finished: { width: box.width, height: box.height },
      bleed: 0,
      endBleed: null,
    },
    sheet: { ...docket.sheet, up: 'one', fill: 'repeat' },
  };
}

const formKey = (s: Section): string =>
  `${s.kind} ${s.kind === 'cover' && s.spread ? 'spread ' : ''}${s.way.id === 'own' ? JSON.stringify(s.way) : s.way.id} ${s.stock.id} ${s.machine.id}`;

function oneSided(docket: Docket, section: Section): boolean {
  return section.printed === 'outside' || docket.sheet.work === 'one-sided';
}

/** Sections that may share sheets: those in a row that are folded alike on the same paper. */
function inGroups(docket: Docket, sections: readonly Section[]): Section[][] {
  const { fill } = docket.sheet;
  const { binding } = docket.product;
  const shares = fill !== 'repeat' || (binding.kind === 'loose-leaf' && binding.order === 'stack');
  if (!shares) return sections.map((s) => [s]);
  const groups: Section[][] = [];
  for (const s of sections) {
    const last = groups.at(-1);
    if (last && formKey(last[0]!) === formKey(s)) last.push(s);
    else groups.push([s]);
  }
  return groups;
}

/**
 * Of two books head to tail, the section of the second that lies with each of the first: the same where sections nest;
 * gathered, the second runs from the other end, so that one pile is both. That needs sections that are the same
 * forwards and backwards; where they are not, each lies with itself.
 */
function partnersOf(docket: Docket, book: Pick<Plan, 'sections' | 'nested'>): (section: Section) => Section {
  if (docket.sheet.fill !== 'come-and-go' || book.nested || !runsBothWays(book.sections)) return (s) => s;
  const text = book.sections.filter((s) => s.kind === 'text');
  const at = new Map(text.map((s, i) => [s.number, text[text.length - 1 - i]!]));
  return (s) => (s.kind === 'text' ? (at.get(s.number) ?? s) : s);
}

/** Whether gathered sections are the same from either end, and folded: only then can two books share a pile. */
export function runsBothWays(sections: readonly Section[]): boolean {
  const text = sections.filter((s) => s.kind === 'text');
  return text.every((s, i) => s.way.folds.length > 0 && formKey(s) === formKey(text[text.length - 1 - i]!));
}

/** What lies in the slots of each sheet of a group. */
function arrange(
  docket: Docket,
  group: readonly Section[],
  slots: number,
  partner: (section: Section) => Section,
): Section[][] {
  const { binding } = docket.product;
  const range = (n: number): number[] => Array.from({ length: n }, (_, i) => i);
  if (group.length > 1 && binding.kind === 'loose-leaf' && binding.order === 'stack') {
    // slot k, sheet s carries leaf k × S + s: the cut piles lie on each other in reading order
    const S = Math.ceil(group.length / slots);
    return range(S).map((s) => range(slots).map((k) => group[k * S + s] ?? group[s]!));
  }
  switch (docket.sheet.fill) {
    case 'repeat':
      return group.map((s) => range(slots).map(() => s));
    case 'different':
      return range(Math.ceil(group.length / slots)).map((i) => {
        const here = group.slice(i * slots, (i + 1) * slots);
        // what is left over on the last sheet carries them again
        return range(slots).map((k) => here[k % here.length]!);
      });
    case 'come-and-go':
      return group.map((s) => range(slots).map((k) => (k % 2 === 0 ? s : partner(s))));
  }
}
