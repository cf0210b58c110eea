import type { Counter, Imprint, ImprintWish } from '../docket';
import { countedAt, isOn } from './counting';

/** An imprint on a page: what it says follows from where that page is, and from its record. */
export interface Stamp {
  readonly imprint: Imprint;
  /** Which record, from 0. */
  readonly record: number;
  /** Which it is of the record's pages that have this imprint, from 0, and how many they are. */
  readonly nth: number;
  readonly of: number;
  /** What the part of a set is called that it is on; null where there are no parts. */
  readonly part: string | null;
  /** Whether its page is printed the wrong way round. */
  readonly mirrored: boolean;
}

/** A row of a table: its fields by column. */
export type Row = readonly string[];

/** What a text calls the part that it is on. */
export const PART = 'Part';

/** What texts may name: the counters, and the columns of the table. */
export interface Naming {
  readonly counters: ImprintWish['counters'];
  readonly columns: readonly string[];
}

export type Token = { readonly words: string } | { readonly field: string };

const known = new Map<string, readonly (readonly Token[])[]>();

/** A text in its lines, each in words and the fields between them. `{{` and `}}` stand for braces. */
export function tokensOf(text: string): readonly (readonly Token[])[] {
  const before = known.get(text);
  if (before) return before;
  const lines = text.split(/\r\n|\r|\n/).map((line) => {
    const out: Token[] = [];
    let words = '';
    const end = (): void => {
      if (words) out.push({ words });
      words = '';
    };
    for (const [part] of line.matchAll(/\{\{|\}\}|\{[^{}]+\}|[^{}]+|[{}]/g)) {
      if (part === '{{' || part === '}}') words += part[0]!;
      else if (part.length > 2 && part.startsWith('{')) {
        end();
        out.push({ field: part.slice(1, -1).trim() });
      } else words += part;
    }
    end();
    return out;
  });
  if (known.size > 200) known.clear();
  known.set(text, lines);
  return lines;
}

/** The fields that a text names, each once. */
export const fieldsOf = (text: string): string[] => [
  ...new Set(
    tokensOf(text)
      .flat()
      .flatMap((t) => ('field' in t ? [t.field] : [])),
  ),
];

/** Fields that are neither a counter nor a column, nor the part where there are parts. */
export function unknownFields(
  { prints, counters }: Pick<ImprintWish, 'prints' | 'counters'>,
  columns: readonly string[],
  hasParts: boolean,
): string[] {
  const known = new Set([...counters.map((c) => c.name), ...columns, ...(hasParts ? [PART] : [])]);
  return [...new Set(prints.flatMap((p) => fieldsOf(p.text)))].filter((f) => !known.has(f));
}

/** What stands between fields and says nothing by itself: blanks, commas, brackets. */
const isJoint = (words: string): boolean => !/[\p{L}\p{N}]/u.test(words);

/**
 * A line with its fields filled in. Where one is empty the rest closes up: the joint before it goes with it, and one that
 * would begin or end the line beside it.
 */
function closedUp(tokens: readonly Token[], valueOf: (field: string) => string): string {
  const [only] = tokens;
  if (tokens.length === 1 && only && 'words' in only) return only.words;
  let out = '';
  let joint = '';
  let missed = false;
  tokens.forEach((t, i) => {
    if ('words' in t && isJoint(t.words)) {
      // between two that are filled, the joint that was there first stands for all
      if (out !== '' || i === 0) joint ||= t.words;
      return;
    }
    const words = 'field' in t ? valueOf(t.field) : t.words;
    missed = words === '';
    if (missed) {
      if (out === '') joint = '';
      return;
    }
    out += joint + words;
    joint = '';
  });
  return missed || out === '' ? out : out + joint;
}

/** How far a counter is at a stamp. */
export const countOf = (
  { counts, restart }: Pick<Counter, 'counts' | 'restart'>,
  { record, nth, of }: Stamp,
): number => (counts === 'records' ? record : restart ? nth : record * of + nth);

/**
 * What an imprint says at a stamp: lines between line breaks. A line whose fields are all empty is left out.
 * @param row the record's row of the table; null where there is no table, or none for it
 * @throws CountError where a number has no digits left
 */
export function wordsOf(stamp: Stamp, { counters, columns }: Naming, row: Row | null): string {
  const valueOf = (field: string): string => {
    const counter = counters.find((c) => c.name === field);
    if (counter) return countedAt(counter, countOf(counter, stamp));
    const column = columns.indexOf(field);
    if (column >= 0) return (row?.[column] ?? '').trim();
    return field === PART ? (stamp.part ?? '') : '';
  };
  return tokensOf(stamp.imprint.text)
    .flatMap((tokens) => {
      const line = closedUp(tokens, valueOf);
      return line === '' && tokens.some((t) => 'field' in t) ? [] : [line];
    })
    .join('\n');
}

/** How many pages of a record have an imprint, and for each of them which it is. */
export interface OnPages {
  readonly nth: readonly (number | null)[];
  readonly of: number;
}

/** Which pages of a record have an imprint. @param pages of a record */
export function onPages(on: Imprint['on'], pages: number): OnPages {
  let of = 0;
  const nth = Array.from({ length: pages }, (_, i) => (isOn(on, i + 1) ? of++ : null));
  return { nth, of };
}

/** Whether what is printed differs from record to record. */
export function varies({ prints, counters, table }: ImprintWish): boolean {
  if (table) return true;
  const counted = new Set(counters.filter((c) => c.counts === 'records' || !c.restart).map((c) => c.name));
  return prints.some((p) => fieldsOf(p.text).some((f) => counted.has(f)));
}

const NO_STAMPS: readonly Stamp[] = [];

/**
 * What is put on each page of each record.
 * @param pages of a record, or of one of its parts
 * @returns for a record, from 0, a page of it, from 1, and the part that this is of, from 0
 */
export function stamping(
  { prints }: Pick<ImprintWish, 'prints'>,
  pages: number,
  { mirrored = false, parts = [] }: { readonly mirrored?: boolean; readonly parts?: readonly string[] } = {},
): (record: number, page: number, part?: number) => readonly Stamp[] {
  if (prints.length === 0) return () => NO_STAMPS;
  const on = prints.map((imprint) => ({ imprint, pages: onPages(imprint.on, pages) }));
  return (record, page, part = 0) =>
    on.flatMap(({ imprint, pages: { nth, of } }): Stamp[] => {
      const at = nth[page - 1];
      const elsewhere = parts.length > 0 && imprint.parts !== 'all' && !imprint.parts.includes(part + 1);
      if (at === null || at === undefined || elsewhere) return [];
      return [{ imprint, record, nth: at, of, part: parts[part] ?? null, mirrored }];
    });
}
