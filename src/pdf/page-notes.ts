import type { PDFDocument, PDFObject } from 'mupdf';
import type { PageLook } from '../core/preflight';

/** What a page names besides what is drawn on it: its fonts, its comments and fields; and the layers of a file. */

/** What cannot be drawn is not known. A library that has fallen over is asked nothing more. */
export function safely<T>(work: () => T): T | null {
  try {
    return work();
  } catch (e) {
    if (e instanceof WebAssembly.RuntimeError) throw e;
    return null;
  }
}

const withoutPrefix = (name: string): string => name.replace(/^[A-Z]{6}\+/, '');

/**
 * The fonts that letters are drawn in. One that the page names and does not use does no harm; where a letter's font goes by
 * another name than any of the page's, all of them are told.
 */
export function used(fonts: PageLook['fonts'], names: ReadonlySet<string>): PageLook['fonts'] {
  const drawn = new Set([...names].map(withoutPrefix));
  const known = new Set(fonts.map((f) => f.name));
  if ([...drawn].some((name) => !known.has(name))) return fonts;
  return fonts.filter((f) => drawn.has(f.name));
}

/** Objects of one page that are gone through for fonts, at most. */
const MOST_OBJECTS = 5000;

/** The fonts that a page and what it draws name, and whether their outlines are in the file (ISO 32000-2, 9.9). */
export function fontsOf(doc: PDFDocument, page: number): PageLook['fonts'] {
  const out = new Map<string, boolean>();
  const seen = new Set<number>();
  let looked = 0;
  const isNew = (object: PDFObject): boolean => {
    if (++looked > MOST_OBJECTS) return false;
    if (!object.isIndirect()) return true;
    const number = object.asIndirect();
    return !seen.has(number) && seen.add(number) !== undefined;
  };
  const font = (it: PDFObject): void => {
    if (!it.isDictionary()) return;
    const name = it.get('BaseFont').isName() ? it.get('BaseFont').asName() : '';
    const subtype = it.get('Subtype').isName() ? it.get('Subtype').asName() : '';
    if (subtype === 'Type3') return resources(it.get('Resources'), 1);
    const below = it.get('DescendantFonts');
    const descriptor = below.isArray() ? below.get(0).get('FontDescriptor') : it.get('FontDescriptor');
    const files = descriptor.isDictionary()
      ? ['FontFile', 'FontFile2', 'FontFile3'].filter((key) => !descriptor.get(key).isNull())
      : [];
    out.set(name, (out.get(name) ?? true) && files.length > 0);
  };
  const resources = (it: PDFObject, depth: number): void => {
    if (depth > 8 || !it.isDictionary() || !isNew(it)) return;
    const fonts = it.get('Font');
    if (fonts.isDictionary()) fonts.forEach((f) => isNew(f) && font(f));
    for (const key of ['XObject', 'Pattern']) {
      const forms = it.get(key);
      if (forms.isDictionary())
        forms.forEach((form) => {
          if (isNew(form)) resources(form.get('Resources'), depth + 1);
        });
    }
  };
  safely(() => resources(doc.findPage(page).getInheritable('Resources'), 0));
  return [...out].map(([name, embedded]) => ({ name: withoutPrefix(name), embedded }));
}

/** Annotations on a page by what they are (12.5): fields, comments that print and that do not. */
export function notesOn(doc: PDFDocument, page: number): Pick<PageLook, 'remarks' | 'fields'> {
  let [printed, unprinted, fields] = [0, 0, 0];
  safely(() => {
    const all = doc.findPage(page).get('Annots');
    if (!all.isArray()) return;
    all.forEach((it) => {
      if (!it.isDictionary()) return;
      const subtype = it.get('Subtype').isName() ? it.get('Subtype').asName() : '';
      if (subtype === 'Widget') fields++;
      // links and what belongs to another are no comments
      if (['Widget', 'Link', 'Popup', 'TrapNet', 'PrinterMark'].includes(subtype)) return;
      // flag 3 (12.5.3): it is printed
      if (it.get('F').isNumber() && (it.get('F').asNumber() & 4) !== 0) printed++;
      else unprinted++;
    });
  });
  return { remarks: { printed, unprinted }, fields };
}

/** The layers of a file (8.11), and which are hidden as it opens. */
export function layersOf(doc: PDFDocument): { readonly name: string; readonly hidden: boolean }[] {
  return (
    safely(() => {
      const count = Math.min(500, doc.countLayers());
      return Array.from({ length: count }, (_, i) => ({ name: doc.getLayerName(i), hidden: !doc.isLayerVisible(i) }));
    }) ?? []
  );
}
