import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { writePdf, type PageWish } from './made';

/** Seven files of one card, 85 × 55 mm, as customers send them: no two alike. */

const mm = (v: number): string => String(Math.round((v * 72 * 1e4) / 25.4) / 1e4);
const box = (x: number, y: number, w: number, h: number): string => [x, y, x + w, y + h].map(mm).join(' ');

export const CARD = { width: 85, height: 55 } as const;
const BLEED = 3;

/** A ground with its bleed, and a word on it, the trim's lower left at a point. */
const card = (x: number, y: number, word: string, bleed = BLEED, [w, h] = [85, 55]): string =>
  `0.2 0.5 0.1 0 k ${mm(x - bleed)} ${mm(y - bleed)} ${mm(w + 2 * bleed)} ${mm(h + 2 * bleed)} re f\n` +
  `0 0 0 1 k BT /F 12 Tf ${mm(x + 8)} ${mm(y + h / 2)} Td (${word}) Tj ET\n`;

/** Crop marks at the corners of a trim, beginning `off` from it. */
export function cropMarks(x: number, y: number, w: number, h: number, off = 3, long = 5): string {
  const line = (x0: number, y0: number, x1: number, y1: number): string =>
    `${mm(x0)} ${mm(y0)} m ${mm(x1)} ${mm(y1)} l S\n`;
  return (
    '0 0 0 1 K 0.25 w\n' +
    [x, x + w]
      .map((at) => line(at, y - off, at, y - off - long) + line(at, y + h + off, at, y + h + off + long))
      .join('') +
    [y, y + h]
      .map((at) => line(x - off, at, x - off - long, at) + line(x + w + off, at, x + w + off + long, at))
      .join('')
  );
}

/** Colour bars and the name of the file, beside a card. */
const slug = (x: number, y: number): string =>
  ['1 0 0 0', '0 1 0 0', '0 0 1 0', '0 0 0 1']
    .map((ink, i) => `${ink} k ${mm(x + 20 + 6 * i)} ${mm(y)} ${mm(5)} ${mm(4)} re f\n`)
    .join('') + `0 0 0 1 k BT /F 6 Tf ${mm(x + 50)} ${mm(y + 1)} Td (card-final-3.pdf) Tj ET\n`;

/** A cross in a circle's place: what is registered by, no corner. */
const cross = (x: number, y: number): string =>
  `${mm(x - 3)} ${mm(y)} m ${mm(x + 3)} ${mm(y)} l S ${mm(x)} ${mm(y - 3)} m ${mm(x)} ${mm(y + 3)} l S\n`;

const page = (entries: string, content: string): PageWish => ({ entries, content });

/** The PDFs among them by their names. */
export const CARD_FILES: Readonly<Record<string, PageWish>> = {
  'without bleed.pdf': page(`/MediaBox[${box(0, 0, 85, 55)}]`, card(0, 0, 'plain', 0)),
  'upright.pdf': page(
    `/MediaBox[${box(0, 0, 61, 91)}]/TrimBox[${box(3, 3, 55, 85)}]`,
    card(3, 3, 'upright', BLEED, [55, 85]),
  ),
  'with marks.pdf': page(
    `/MediaBox[${box(0, 0, 125, 100)}]`,
    card(20, 22, 'marked') +
      cropMarks(20, 22, 85, 55) +
      cross(62.5, 17) +
      cross(62.5, 82) +
      cross(14, 49.5) +
      cross(111, 49.5) +
      slug(20, 5),
  ),
  'somewhere.pdf': page(`/MediaBox[${box(0, 0, 210, 297)}]`, card(60, 180, 'somewhere')),
  'turned.pdf': page(
    `/MediaBox[${box(0, 0, 61, 91)}]/TrimBox[${box(3, 3, 55, 85)}]/Rotate 90`,
    card(3, 3, 'turned', BLEED, [55, 85]),
  ),
  'two on a page.pdf': page(
    `/MediaBox[${box(0, 0, 210, 297)}]`,
    card(60, 200, 'first') + cropMarks(60, 200, 85, 55) + card(60, 100, 'second') + cropMarks(60, 100, 85, 55),
  ),
};

/** Writes the seven files into a folder. @returns their paths, the picture last */
export async function writeCards(dir: string): Promise<string[]> {
  const paths = Object.entries(CARD_FILES).map(([name, wish]) => {
    const path = join(dir, name);
    writePdf(path, [wish]);
    return path;
  });
  const picture = join(dir, 'picture.png');
  // of the proportions of the card with its bleed, in no size that the file says
  const ground = { width: 1075, height: 720, channels: 3 as const, background: { r: 40, g: 120, b: 90 } };
  const bare = await sharp({ create: ground }).png().toBuffer();
  writeFileSync(picture, bare);
  return [...paths, picture];
}
