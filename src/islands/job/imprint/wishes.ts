import {
  Counter,
  fieldsOf,
  forRecords,
  Imprint,
  isPictureName,
  patched,
  recordsOf,
  type Artwork,
  type Docket,
  type ImprintWish,
  type KeptImprint,
  type Patch,
  type Plan,
} from '../../../core';

/** What the operator changes about imprints, as patches of the docket. */

export type Fresh = 'number' | 'words' | 'code' | 'picture';

/** What was done, in a list of changes. */
export const putOn = (kind: Fresh): string => `${kind === 'words' ? 'words' : `a ${kind}`} put on the pages`;

export const CALLED: Readonly<Record<Fresh, string>> = {
  number: 'Number',
  words: 'Words',
  code: 'Code',
  picture: 'Picture',
};

/** A name that is not taken: `Number`, `Number 2`. */
function freeName(name: string, taken: readonly string[]): string {
  let free = name;
  for (let n = 2; taken.includes(free); n++) free = `${name} ${n}`;
  return free;
}

const DIGITS = 4;

const isTwoSided = ({ product }: Docket): boolean => product.kind === 'flat' && product.sides === 'two';

/** One more imprint: a number in the lower right, words in the middle, a code in the lower left. */
export function withFresh(docket: Docket, artwork: Artwork, { product: plan }: Plan, kind: Fresh): Patch {
  const { imprint } = docket;
  const { prints, counters } = imprint;
  const columns = artwork.table?.columns ?? [];
  // of the columns it is one that names pictures
  const column =
    (kind === 'picture' ? columns.find((c) => c.values?.some(isPictureName)) : undefined)?.name ?? columns[0]?.name;
  const name = freeName(
    CALLED[kind],
    prints.map((p) => p.name),
  );
  // what counts is there already, or is begun
  // pages that are there already are counted; of one piece every record
  const pages = plan.kind !== 'flat' || (plan.records.length === 1 && plan.sets.length > 1);
  const counter = counters[0] ?? Counter.parse({ name: 'No', digits: DIGITS, counts: pages ? 'pages' : 'records' });
  const fromTable = kind === 'words' || kind === 'picture' || (kind === 'code' && column !== undefined);
  const field = fromTable ? column : counter.name;
  const counts = field === counter.name && counters.length === 0;
  const onFronts = plan.kind === 'flat' && isTwoSided(docket) && (kind === 'picture' || (pages && kind !== 'words'));
  const made = Imprint.parse({
    name,
    text: field !== undefined ? `{${field}}` : kind === 'picture' ? (artwork.album?.names[0] ?? '') : 'Words',
    // of pieces of two sides it is their fronts
    on: onFronts ? 'odd' : 'all',
    says:
      kind === 'code'
        ? { kind: 'code', symbology: 'qr' }
        : kind === 'picture'
          ? { kind: 'picture' }
          : { kind: 'text', font: kind === 'number' ? 'mono-bold' : 'text' },
    ...{
      number: { anchor: 'foot-right', x: 5, y: 5 },
      words: { anchor: 'centre', x: 0, y: 0 },
      code: { anchor: 'foot-left', x: 5, y: 5 },
      picture: { anchor: 'head-left', x: 5, y: 5 },
    }[kind],
  });
  const patch: Patch = {
    imprint: { prints: [...prints, made], ...(counts ? { counters: [...counters, counter] } : {}) },
  };
  return withRecords(docket, artwork, patch);
}

/** Words that say one field, from where it was let go on the page: mm from the trim's lower left. */
export function withField(docket: Docket, artwork: Artwork, field: string, at: { x: number; y: number }): Patch {
  const { prints } = docket.imprint;
  const name = freeName(
    field,
    prints.map((p) => p.name),
  );
  const [x, y] = [at.x, at.y].map((n) => Math.round(n * 10) / 10) as [number, number];
  const made = Imprint.parse({ name, text: `{${field}}`, says: { kind: 'text' }, anchor: 'foot-left', x, y });
  return withRecords(docket, artwork, { imprint: { prints: [...prints, made] } });
}

/** A change of imprints with what follows from it: records that are wanted once, in order. */
export function withRecords(docket: Docket, artwork: Artwork, patch: Patch): Patch {
  const after = patched(docket, patch);
  const more = forRecords(after, artwork.table);
  return { ...patch, ...more, imprint: { ...patch.imprint, ...more.imprint } };
}

/** The imprints with one of them changed. */
export const withPrint = ({ prints }: ImprintWish, at: number, part: Partial<Imprint>): Patch => ({
  imprint: { prints: prints.map((p, i) => (i === at ? { ...p, ...part } : p)) },
});

/** Without one of them, and without counters that no text names any more. */
export function withoutPrint({ prints, counters }: ImprintWish, at: number): Patch {
  const left = prints.filter((_, i) => i !== at);
  const named = new Set(left.flatMap((p) => fieldsOf(p.text)));
  return { imprint: { prints: left, counters: counters.filter((c) => named.has(c.name)) } };
}

/** A counter changed; texts that name it follow where its name does. */
export function withCounter({ prints, counters }: ImprintWish, name: string, part: Partial<Counter>): Patch {
  const to = part.name;
  return {
    imprint: {
      counters: counters.map((c) => (c.name === name ? { ...c, ...part } : c)),
      ...(to !== undefined && to !== name
        ? { prints: prints.map((p) => ({ ...p, text: p.text.replaceAll(`{${name}}`, `{${to}}`) })) }
        : {}),
    },
  };
}

/** The records and pages that can be looked at. */
export interface Looking {
  /** Records that are printed. */
  readonly records: number;
  /** Pages of each. */
  readonly pages: number;
  /** Which record the i-th printed one is, from 0. */
  readonly at: (i: number) => number;
  /** The place in the content of a page, from 1, of the i-th printed record. */
  readonly place: (i: number, page: number) => number;
}

export function lookingAt({ imprint }: Docket, artwork: Artwork, { product, content }: Plan): Looking {
  if (product.kind !== 'flat')
    return {
      records: 1,
      pages: product.kind === 'bound' ? product.pages.length : product.posters.length,
      at: () => 0,
      place: (_, page) => page,
    };
  const { records } = product;
  const pages = content.places / records.length;
  const all = records.length > 1 ? recordsOf(imprint, artwork) : records;
  return { records: records.length, pages, at: all.at, place: (i, page) => i * pages + page };
}

const sameCounter = (a: Counter, b: Counter): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * Imprints that are kept, put on the pages beside those that are there. A counter of the same name that counts otherwise
 * gets a name of its own, and their texts say that one.
 */
export function withKept(docket: Docket, artwork: Artwork, kept: KeptImprint): Patch {
  const { prints, counters } = docket.imprint;
  const names = prints.map((p) => p.name);
  const columns = artwork.table?.columns.map((c) => c.name) ?? [];
  const called = new Map<string, string>();
  const more: Counter[] = [];
  for (const counter of kept.counters) {
    const same = counters.find((c) => sameCounter(c, counter));
    const taken = [...counters, ...more].map((c) => c.name);
    const name = same ? same.name : freeName(counter.name, [...taken, ...columns]);
    called.set(counter.name, name);
    if (!same) more.push({ ...counter, name });
  }
  const put = kept.prints.map((print): Imprint => {
    const name = freeName(print.name, names);
    names.push(name);
    const text = print.text.replace(/\{\{|\}\}|\{([^{}]+)\}/g, (whole: string, field: string | undefined) =>
      field !== undefined && called.has(field.trim()) ? `{${called.get(field.trim())}}` : whole,
    );
    return { ...print, name, text };
  });
  return withRecords(docket, artwork, {
    imprint: { prints: [...prints, ...put], ...(more.length > 0 ? { counters: [...counters, ...more] } : {}) },
  });
}

/** What of a job's imprints is kept: all of them, with the counters that they name. */
export const keptAs = (name: string, { prints, counters }: ImprintWish): KeptImprint => {
  const named = new Set(prints.flatMap((p) => fieldsOf(p.text)));
  return { name: name.trim(), prints, counters: counters.filter((c) => named.has(c.name)) };
};
