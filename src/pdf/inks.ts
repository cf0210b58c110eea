import type { PdfFile } from './syntax/file';
import { isDict, Ref, type Dict, type PdfValue } from './syntax/objects';

/** Process colours and the two reserved names are not spot inks (ISO 32000-1, 8.6.6.4). */
const PROCESS = new Set(['Cyan', 'Magenta', 'Yellow', 'Black', 'All', 'None']);

/** How deep things are looked for in things. */
const MOST_DEEP = 8;

/** The spot inks that pages and the forms they use name, in order of appearance. Shared resources are looked at once. */
export const spotInks = (file: PdfFile, pages: readonly Dict[]): string[] => [...spotsOf(file, pages).keys()];

/** The space that an ink is said by on its own; null where it is only one of several. */
export const spotSpace = (file: PdfFile, pages: readonly Dict[], ink: string): PdfValue | null =>
  spotsOf(file, pages).get(ink) ?? null;

function spotsOf(file: PdfFile, pages: readonly Dict[]): Map<string, PdfValue | null> {
  const inks = new Map<string, PdfValue | null>();
  eachSpace(file, pages, (space) => {
    const family = file.get(space[0]);
    const names = family === '/Separation' ? [space[1]] : family === '/DeviceN' ? file.get(space[1]) : [];
    if (!Array.isArray(names)) return true;
    for (const name of names) {
      const said = file.get(name);
      const plain = typeof said === 'string' ? decodeName(said) : '';
      if (plain && !PROCESS.has(plain)) inks.set(plain, inks.get(plain) ?? (names.length === 1 ? [...space] : null));
    }
    return inks.size <= MOST_INKS;
  });
  return inks;
}

/** Inks that are told at most. */
const MOST_INKS = 500;

/**
 * Goes through the colour spaces that pages and what they draw name, and those that they are made of. Shared resources are
 * looked at once.
 * @param visit says whether to go on
 * @param ofShading is told what each run of colours is of, a name as well
 */
export function eachSpace(
  file: PdfFile,
  pages: readonly Dict[],
  visit: (space: readonly PdfValue[]) => boolean,
  ofShading: (space: PdfValue | undefined) => void = () => undefined,
): void {
  const seen = new Set<number>();
  let on = true;
  const look = (resources: PdfValue | undefined, depth: number): void => {
    if (resources instanceof Ref) {
      if (seen.has(resources.num)) return;
      seen.add(resources.num);
    }
    const dict = file.get(resources);
    if (!isDict(dict) || depth > MOST_DEEP || !on) return;
    const of = (kind: string): PdfValue[] => {
      const all = file.get(dict.get(kind));
      return isDict(all) ? [...all.values()] : [];
    };
    for (const space of of('/ColorSpace')) inSpace(space);
    for (const shading of of('/Shading')) inShading(shading);
    for (const thing of [...of('/XObject'), ...of('/Pattern'), ...of('/Font')]) {
      if (thing instanceof Ref) {
        if (seen.has(thing.num)) continue;
        seen.add(thing.num);
      }
      const it = file.get(thing);
      if (!isDict(it)) continue;
      // an image has a space, a pattern a shading; whatever is drawn has things that it is drawn with
      inSpace(it.get('/ColorSpace'));
      inShading(it.get('/Shading'));
      if (it.has('/Resources')) look(it.get('/Resources'), depth + 1);
    }
  };
  const inShading = (v: PdfValue | undefined): void => {
    const shading = file.get(v);
    if (!isDict(shading)) return;
    ofShading(file.get(shading.get('/ColorSpace')));
    inSpace(shading.get('/ColorSpace'));
  };
  const inSpace = (v: PdfValue | undefined, depth = 0): void => {
    const space = file.get(v);
    if (!Array.isArray(space) || depth > MOST_DEEP || !on) return;
    const family = file.get(space[0]);
    // a table is of another space's colours, and so is a pattern without its own
    if (family === '/Indexed' || family === '/Pattern') inSpace(space[1], depth + 1);
    on = visit(space);
  };
  for (const page of pages) look(page.get('/Resources'), 0);
}

/** A name without its slash, `#xx` undone (7.3.5). */
export function decodeName(name: string): string {
  const bytes = name.slice(1).replace(/#([0-9a-fA-F]{2})/g, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)));
  // a name may hold any byte but white ones, as it is written; what is told of it is text
  return Buffer.from(bytes, 'latin1')
    .toString('utf8')
    .replace(/\p{Cc}/gu, '')
    .slice(0, 200);
}
