import type { Cell, Matrix } from '../../core';
import { mediaBox, pageToSheet } from '../geometry';
import type { OpenPdf } from '../open';
import type { Copier } from './copier';
import type { PdfWriter } from './writer';

/** A page of an artwork file as a form XObject. */
export interface Form {
  /** What content calls it. */
  readonly name: string;
  readonly ref: string;
  readonly annotations: readonly { readonly form: string; readonly matrix: readonly number[] }[];
  /** The map from the page's own space, in points, to the sheet, given that of its upright millimetres. */
  readonly toSheet: (upright: Matrix) => Matrix;
}

/** A file that pages are taken from. */
export interface Source {
  readonly opened: OpenPdf;
  readonly copier: Copier;
}

/** Finds, or makes, the form of a page of one of the files. */
export type FormOf = (of: Pick<Cell, 'file' | 'page'>) => Form;

/** The forms of a file that is being written: each page once, with the resources that pages share. */
export function formsOf(out: PdfWriter, sources: readonly Source[]): FormOf {
  const known = new Map<number, Form>();
  return ({ file, page: of }) => {
    const page = of!;
    // files are few, pages are many
    const key = page * 64 + file;
    let form = known.get(key);
    if (!form) known.set(key, (form = makeForm(out, sources[file], file, page)));
    return form;
  };
}

function makeForm(out: PdfWriter, source: Source | undefined, index: number, page: number): Form {
  const dict = source?.opened.pages[page - 1];
  if (!source || !dict) throw new RangeError(`The artwork has no page ${page} in file ${index + 1}.`);
  const { opened, copier } = source;
  const raw = opened.raw(page);
  const m = mediaBox(raw);
  const num = out.allocate();
  copier.pageAsForm(num, dict, [m.x, m.y, m.x + m.width, m.y + m.height]);
  const annotations = copier.printedAnnotations(dict);
  copier.drain();
  return {
    name: index === 0 ? `P${page}` : `F${index}P${page}`,
    ref: `${num} 0 R`,
    annotations,
    toSheet: (upright) => pageToSheet(raw, upright),
  };
}
