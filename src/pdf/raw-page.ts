import type { RawPage } from './geometry';
import type { PdfFile } from './syntax/file';
import { numberOf, type Dict, type PdfValue } from './syntax/objects';

/** A page's boxes as its dictionary has them. */
export function rawPage(file: PdfFile, dict: Dict): RawPage {
  const box = (key: string): number[] | null => {
    const v = file.get(dict.get(key));
    return Array.isArray(v) ? v.map((x: PdfValue) => numberOf(file.get(x))) : null;
  };
  return {
    media: box('/MediaBox'),
    crop: box('/CropBox'),
    bleed: box('/BleedBox'),
    trim: box('/TrimBox'),
    art: box('/ArtBox'),
    rotate: numberOf(file.get(dict.get('/Rotate')), 0),
    userUnit: numberOf(file.get(dict.get('/UserUnit')), 1),
  };
}
