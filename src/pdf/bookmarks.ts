import type { Artwork } from '../core';
import type { PdfFile } from './syntax/file';
import { isDict, PdfSyntaxError, Ref, type Dict, type PdfValue } from './syntax/objects';
import { stringBytes, textString } from './syntax/strings';

export type Bookmarks = NonNullable<Artwork['bookmarks']>;

/** Bookmarks that are kept: as many as a docket has chapters. */
const MOST = 200;
/** Entries and nodes that are looked at: what has more goes round in a circle. */
const MOST_LOOKED_AT = 20_000;

/**
 * The file's bookmarks of the first level (ISO 32000-1, 12.3.3), or of the second where the first is one that all others
 * hang on; those that lead to a page of it. A damaged outline has those that can be read.
 * @param numbers the object numbers of its pages, in order
 */
export function bookmarksIn(file: PdfFile, numbers: readonly (number | null)[]): Bookmarks {
  try {
    const catalog = file.catalog();
    const pageOf = new Map(numbers.flatMap((n, i) => (n === null ? [] : [[n, i + 1] as const])));
    const names = namedDestinations(file, catalog);
    const outlines = file.get(catalog.get('/Outlines'));
    if (!isDict(outlines)) return [];
    let entries = siblings(file, outlines.get('/First'));
    if (entries.length === 1 && entries[0]!.has('/First')) entries = siblings(file, entries[0]!.get('/First'));
    return entries
      .flatMap((entry) => {
        const title = (textString(file.get(entry.get('/Title'))) ?? '')
          .replace(/\p{Cc}/gu, ' ')
          .trim()
          .slice(0, 200);
        const page = pageAt(file, entry, names, pageOf, numbers.length);
        return page === null ? [] : [{ title, page }];
      })
      .slice(0, MOST);
  } catch (e) {
    if (e instanceof PdfSyntaxError) return [];
    throw e;
  }
}

function siblings(file: PdfFile, first: PdfValue | undefined): Dict[] {
  const out: Dict[] = [];
  const seen = new Set<number>();
  for (let at = first; at instanceof Ref && !seen.has(at.num) && out.length < MOST_LOOKED_AT;) {
    seen.add(at.num);
    const entry = file.get(at);
    if (!isDict(entry)) break;
    out.push(entry);
    at = entry.get('/Next');
  }
  return out;
}

/** The page that a bookmark leads to; null for none of this file. */
function pageAt(
  file: PdfFile,
  entry: Dict,
  names: (name: PdfValue) => PdfValue | undefined,
  pageOf: ReadonlyMap<number, number>,
  count: number,
): number | null {
  const action = file.get(entry.get('/A'));
  const goTo = isDict(action) && file.get(action.get('/S')) === '/GoTo' ? action.get('/D') : undefined;
  let to = file.get(entry.get('/Dest') ?? goTo);
  if (typeof to === 'string') to = file.get(names(to));
  if (isDict(to)) to = file.get(to.get('/D'));
  if (!Array.isArray(to)) return null;
  const [page] = to;
  if (page instanceof Ref) return pageOf.get(page.num) ?? null;
  // some programs write the page's place, from 0
  const at = typeof page === 'string' ? Number(page) + 1 : NaN;
  return Number.isInteger(at) && at >= 1 && at <= count ? at : null;
}

/** Destinations by name: of the catalog's dictionary, or of its name tree (7.9.6). */
function namedDestinations(file: PdfFile, catalog: Dict): (name: PdfValue) => PdfValue | undefined {
  let tree: Map<string, PdfValue> | null = null;
  const read = (): Map<string, PdfValue> => {
    const found = new Map<string, PdfValue>();
    const names = file.get(catalog.get('/Names'));
    const seen = new Set<number>();
    const waiting: (PdfValue | undefined)[] = isDict(names) ? [names.get('/Dests')] : [];
    while (waiting.length > 0 && seen.size < MOST_LOOKED_AT) {
      const at = waiting.pop();
      if (at instanceof Ref) {
        if (seen.has(at.num)) continue;
        seen.add(at.num);
      }
      const node = file.get(at);
      if (!isDict(node)) continue;
      const kids = file.get(node.get('/Kids'));
      if (Array.isArray(kids)) waiting.push(...kids.filter((k) => k instanceof Ref));
      const pairs = file.get(node.get('/Names'));
      if (Array.isArray(pairs))
        for (let i = 0; i + 1 < pairs.length; i += 2) {
          const key = stringBytes(file.get(pairs[i]));
          if (key !== null) found.set(key, pairs[i + 1]!);
        }
    }
    return found;
  };
  return (name) => {
    const text = stringBytes(name);
    if (text !== null) return (tree ??= read()).get(text);
    const dests = file.get(catalog.get('/Dests'));
    return typeof name === 'string' && isDict(dests) ? dests.get(name) : undefined;
  };
}
