import type { PdfFile } from './syntax/file';
import { isDict, Ref, type Dict, type PdfValue } from './syntax/objects';

/** Process colours and the two reserved names are not spot inks (ISO 32000-1, 8.6.6.4). */
const PROCESS = new Set(['Cyan', 'Magenta', 'Yellow', 'Black', 'All', 'None']);

/** The spot inks that pages and the forms they use name, in order of appearance. Shared resources are looked at once. */
export function spotInks(file: PdfFile, pages: readonly Dict[]): string[] {
  const inks = new Set<string>();
  const seen = new Set<number>();
  const look = (resources: PdfValue | undefined, depth: number): void => {
    if (resources instanceof Ref) {
      if (seen.has(resources.num)) return;
      seen.add(resources.num);
    }
    const dict = file.get(resources);
    if (!isDict(dict) || depth > 4 || inks.size > 500) return;
    const spaces = file.get(dict.get('/ColorSpace'));
    if (isDict(spaces)) for (const space of spaces.values()) addInks(file.get(space));
    const forms = file.get(dict.get('/XObject'));
    if (!isDict(forms)) return;
    for (const ref of forms.values()) {
      if (!(ref instanceof Ref) || seen.has(ref.num)) continue;
      seen.add(ref.num);
      const form = file.get(ref);
      if (isDict(form) && form.get('/Subtype') === '/Form') look(form.get('/Resources'), depth + 1);
      else if (isDict(form)) addInks(file.get(form.get('/ColorSpace')));
    }
  };
  const addInks = (space: PdfValue | undefined): void => {
    if (!Array.isArray(space)) return;
    const names = space[0] === '/Separation' ? [space[1]] : space[0] === '/DeviceN' ? file.get(space[1]) : [];
    if (!Array.isArray(names)) return;
    for (const name of names) {
      const plain = typeof name === 'string' ? decodeName(name) : '';
      if (plain && !PROCESS.has(plain)) inks.add(plain);
    }
  };
  for (const page of pages) look(page.get('/Resources'), 0);
  return [...inks];
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
