import type { FontName } from '../docket';
import { PACKED } from './letter-widths';

const known = new Map<FontName, ReadonlyMap<number, number>>();

/** Of the letters of a font, by their code points, how wide they are in ems. */
function widthsOf(font: FontName): ReadonlyMap<number, number> {
  const before = known.get(font);
  if (before) return before;
  const widths = new Map<number, number>();
  for (const run of PACKED[font].split(' ')) {
    const [first, all] = run.split(':');
    all!.split(',').forEach((w, i) => widths.set(parseInt(first!, 36) + i, parseInt(w, 36) / 1000));
  }
  known.set(font, widths);
  return widths;
}

/** How wide a text is, in ems, letter by letter; a letter that the font lacks takes none. */
export function widthOf(text: string, font: FontName): number {
  const widths = widthsOf(font);
  let sum = 0;
  for (const c of text) sum += widths.get(c.codePointAt(0)!) ?? 0;
  return sum;
}

/** The letters of a text that a font does not have, each once. */
export function missingIn(text: string, font: FontName): string {
  const widths = widthsOf(font);
  return [...new Set(text)].filter((c) => c !== '\n' && !widths.has(c.codePointAt(0)!)).join('');
}
