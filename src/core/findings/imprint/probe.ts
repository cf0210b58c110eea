import type { Imprint } from '../../docket';
import {
  boxOf,
  CountError,
  countOf,
  fieldsOf,
  onPages,
  recordCount,
  setImprint,
  widthOf,
  wordsOf,
  type Setting,
  type Stamp,
} from '../../imprint';
import type { Inspected } from '../kinds';

/** An imprint tried with what is widest in it. */
export interface Probe {
  readonly print: Imprint;
  readonly words: string;
  readonly setting: Setting;
  /** Where those words are: `record 214`, or that they are of several records. */
  readonly where: string;
}

/** How many pages of a record there are. */
export function pagesOf({ plan: { product, content } }: Pick<Inspected, 'plan'>): number {
  switch (product.kind) {
    case 'flat':
      return content.places / (product.records.length * product.sets.parts);
    case 'bound':
      return product.pages.length;
    case 'poster':
      return product.posters.length;
  }
}

/** Of the parts of a set, the one with the longest name. */
const longestPart = ({ docket: { product } }: Pick<Inspected, 'docket'>): string | null =>
  product.kind === 'flat' && product.parts.length > 0
    ? product.parts.map((p) => p.name).reduce((a, b) => (widthOf(b, 'text') > widthOf(a, 'text') ? b : a))
    : null;

const known = new WeakMap<object, readonly Probe[]>();

/**
 * Every imprint with the widest values of its columns, and with its numbers at their first and their last; the widest of
 * all. What rows there are is not gone through: of each column the widest value is known.
 */
export function probes(it: Pick<Inspected, 'docket' | 'artwork' | 'plan'>): readonly Probe[] {
  const { docket } = it;
  const before = known.get(it.plan);
  if (before) return before;
  const made = docket.imprint.prints.flatMap((print) => probeOf(print, it) ?? []);
  known.set(it.plan, made);
  return made;
}

function probeOf(print: Imprint, it: Pick<Inspected, 'docket' | 'artwork' | 'plan'>): Probe | null {
  const { imprint, product, sheet } = it.docket;
  const columns = it.artwork.table?.columns ?? [];
  const count = recordCount(imprint, it.artwork);
  const { of } = onPages(print.on, pagesOf(it));
  if (of === 0) return null;
  const row = columns.map((c) => c.widest);
  const used = columns.filter((c) => fieldsOf(print.text).includes(c.name));
  const stamp = (record: number): Stamp => ({
    imprint: print,
    record,
    nth: record === 0 ? 0 : of - 1,
    of,
    part: longestPart(it),
    mirrored: false,
  });
  let best: Probe | null = null;
  for (const record of [0, Math.max(0, count - 1)]) {
    let words: string;
    try {
      words = wordsOf(stamp(record), { counters: imprint.counters, columns: columns.map((c) => c.name) }, row);
    } catch (e) {
      if (e instanceof CountError) continue;
      throw e;
    }
    if (words === '') continue;
    const setting = setImprint(print, words, product.finished, {
      dpi: sheet.machine.dpi,
      coder: boxOf,
      album: it.artwork.album,
    });
    const [only] = used;
    const where =
      used.length > 1 ? 'the longest values together' : only ? `row ${only.longest + 1}` : `record ${record + 1}`;
    if (!best || setting.covers.width * setting.covers.height > best.setting.covers.width * best.setting.covers.height)
      best = { print, words, setting, where };
  }
  return best;
}

/** The counters that a text names, and how many of each there are. */
export function countersOf(
  print: Imprint,
  it: Pick<Inspected, 'docket' | 'artwork' | 'plan'>,
): { readonly counter: (typeof it.docket.imprint.counters)[number]; readonly count: number }[] {
  const { imprint } = it.docket;
  const named = fieldsOf(print.text);
  const { of } = onPages(print.on, pagesOf(it));
  const records = recordCount(imprint, it.artwork);
  const last: Stamp = { imprint: print, record: records - 1, nth: of - 1, of, part: null, mirrored: false };
  return of === 0
    ? []
    : imprint.counters
        .filter((c) => named.includes(c.name))
        .map((counter) => ({ counter, count: countOf(counter, last) + 1 }));
}
