import type { Cell, ReadyOn, Matrix } from '../../core';
import { mediaBox, pageToSheet, PT } from '../geometry';
import type { OpenPdf } from '../open';
import type { Dict, Ref } from '../syntax/objects';
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

/** Writes the content of pages as it is wished. */
export interface Readies {
  /** Whether what becomes of a page depends on how large it is printed. */
  readonly bySize: boolean;
  /** Writes a page as a form. @param map from the page's own units to millimetres as it is printed, without where it is */
  readonly pageAsForm: (num: number, page: Dict, bbox: readonly number[], map: Linear) => void;
  /** A form that annotations are drawn with. @returns its reference */
  readonly appearance: (ref: Ref, map: Linear) => string;
  readonly close: () => void;
}
/** A map of directions: the first four numbers of a matrix. */
export type Linear = readonly [number, number, number, number];

/** Makes what writes the pages of a file as they are wished. @param path where it lies */
export type Readier = (copier: Copier, out: PdfWriter, wish: ReadyOn, path: string) => Readies;

/** A file that pages are taken from. */
export interface Source {
  readonly opened: OpenPdf;
  readonly copier: Copier;
  /** What writes its pages as they are wished; null where nothing is. */
  readonly ready?: Readies | null;
}

/** Finds, or makes, the form of a page of one of the files; `matrix` says how large it is printed, where that matters. */
export type FormOf = (of: Pick<Cell, 'file' | 'page'> & Partial<Pick<Cell, 'matrix'>>) => Form;

/** Lines are as thick as they are printed: a page that is printed at two sizes is two forms. To so much of a size. */
const ALIKE = 1e4;
const sizeOf = ([a, b, c, d]: Matrix): string => {
  const [x, y] = [Math.hypot(a, b), Math.hypot(c, d)].map((v) => Math.round(v * ALIKE));
  return `${x} ${y}`;
};

/** The forms of a file that is being written: each page once, with the resources that pages share. */
export function formsOf(out: PdfWriter, sources: readonly Source[]): FormOf {
  const known = new Map<number | string, Form>();
  return ({ file, page: of, matrix }) => {
    const page = of!;
    const sized = matrix && sources[file]?.ready?.bySize ? matrix : null;
    // files are few, pages are many
    const key = sized ? `${page} ${file} ${sizeOf(sized)}` : page * 64 + file;
    let form = known.get(key);
    if (!form) {
      form = makeForm(out, sources[file], file, page, matrix ?? null);
      if (sized) form = { ...form, name: `${form.name}S${known.size}` };
      known.set(key, form);
    }
    return form;
  };
}

function makeForm(
  out: PdfWriter,
  source: Source | undefined,
  index: number,
  page: number,
  matrix: Matrix | null,
): Form {
  const dict = source?.opened.pages[page - 1];
  if (!source || !dict) throw new RangeError(`The artwork has no page ${page} in file ${index + 1}.`);
  const { opened, copier, ready } = source;
  const raw = opened.raw(page);
  const m = mediaBox(raw);
  const num = out.allocate();
  const bbox = [m.x, m.y, m.x + m.width, m.y + m.height];
  const [a, b, c, d] = pageToSheet(raw, matrix ?? [1, 0, 0, 1, 0, 0]);
  const map = [a / PT, b / PT, c / PT, d / PT] as const;
  if (ready) ready.pageAsForm(num, dict, bbox, map);
  else copier.pageAsForm(num, dict, bbox);
  const annotations = copier.printedAnnotations(dict, ready ? (ref) => ready.appearance(ref, map) : undefined);
  copier.drain();
  return {
    name: index === 0 ? `P${page}` : `F${index}P${page}`,
    ref: `${num} 0 R`,
    annotations,
    toSheet: (upright) => pageToSheet(raw, upright),
  };
}
