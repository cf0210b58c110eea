import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fontkit from '@pdf-lib/fontkit';
import { create as qrCode } from 'qrcode';
import { rgb, type PDFDocument, type PDFFont, type PDFImage, type PDFPage, type RGB } from 'pdf-lib';
import { PT } from './geometry';

/** A page of A4 that is written on from its top down, in millimetres from there, in the house's letters. */

export const PAGE = { width: 210, height: 297, margin: 14 };
export const WIDTH = PAGE.width - 2 * PAGE.margin;

export const colour = (hex: string): RGB => {
  const part = (at: number): number => parseInt(hex.slice(at, at + 2), 16) / 255;
  return rgb(part(1), part(3), part(5));
};
export const INK = colour('#2a211c');
export const SOFT = colour('#5a4c42');
export const PLUM = colour('#7a3a6c');
const RULE = colour('#c9bda9');

const fontFile = (family: string, file: string): Buffer =>
  readFileSync(createRequire(import.meta.url).resolve(`@fontsource/${family}/files/${family}-latin-${file}.woff`));

export interface Fonts {
  readonly head: PDFFont;
  readonly text: PDFFont;
  readonly bold: PDFFont;
  readonly mono: PDFFont;
}

export async function fontsIn(doc: PDFDocument): Promise<Fonts> {
  doc.registerFontkit(fontkit);
  const embed = (family: string, file: string): Promise<PDFFont> =>
    doc.embedFont(fontFile(family, file), { subset: true });
  return {
    head: await embed('bricolage-grotesque', '700-normal'),
    text: await embed('atkinson-hyperlegible-next', '400-normal'),
    bold: await embed('atkinson-hyperlegible-next', '700-normal'),
    mono: await embed('atkinson-hyperlegible-mono', '400-normal'),
  };
}

/** A text in the letters that the card's fonts have. */
const lettered = (text: string): string => text.replace(/ → /g, ', so ').replace(/\u2212/g, '-');

/** Text in lines that fit a width; a word that is wider is cut. */
function wrapped(text: string, font: PDFFont, size: number, width: number): string[] {
  const fits = (line: string): boolean => font.widthOfTextAtSize(line, size) <= width * PT;
  const lines: string[] = [];
  let line = '';
  for (const word of lettered(text).split(/\s+/).filter(Boolean)) {
    const longer = line ? `${line} ${word}` : word;
    if (fits(longer)) {
      line = longer;
      continue;
    }
    if (line) lines.push(line);
    let rest = [...word];
    while (!fits(rest.join('')) && rest.length > 1) {
      let n = rest.length - 1;
      while (n > 1 && !fits(rest.slice(0, n).join(''))) n--;
      lines.push(rest.slice(0, n).join(''));
      rest = rest.slice(n);
    }
    line = rest.join('');
  }
  return line ? [...lines, line] : lines;
}

/** A page that is written on from its top down, in millimetres. */
export class CardPage {
  y = PAGE.margin;
  constructor(
    readonly page: PDFPage,
    readonly fonts: Fonts,
  ) {}

  private up = (y: number): number => (PAGE.height - y) * PT;

  /** One line with its baseline at `y`. */
  line(text: string, x: number, y: number, size: number, font: PDFFont, color: RGB = INK): void {
    this.page.drawText(lettered(text), { x: x * PT, y: this.up(y), size, font, color });
  }

  lineRight(text: string, right: number, y: number, size: number, font: PDFFont, color: RGB = INK): void {
    this.line(text, right - font.widthOfTextAtSize(text, size) / PT, y, size, font, color);
  }

  /** Lines from where the pen is, at most so many. */
  paragraph(
    text: string,
    size: number,
    font: PDFFont,
    { x = PAGE.margin, width = WIDTH, most = 99, color = INK } = {},
  ): void {
    const step = (size * 1.28) / PT;
    const lines = wrapped(text, font, size, width);
    lines.slice(0, most).forEach((l, i) => {
      this.y += step;
      this.line(i === most - 1 && lines.length > most ? `${l} …` : l, x, this.y, size, font, color);
    });
  }

  rule(): void {
    this.y += 2.5;
    const y = this.up(this.y);
    this.page.drawLine({
      start: { x: PAGE.margin * PT, y },
      end: { x: (PAGE.width - PAGE.margin) * PT, y },
      thickness: 0.5,
      color: RULE,
    });
  }

  heading(text: string): void {
    this.rule();
    this.y += 6;
    this.line(text, PAGE.margin, this.y, 11, this.fonts.head);
    this.y += 1;
  }

  box(
    x: number,
    y: number,
    width: number,
    height: number,
    style: { fill?: RGB; border?: RGB; thickness?: number },
  ): void {
    this.page.drawRectangle({
      x: x * PT,
      y: this.up(y + height),
      width: width * PT,
      height: height * PT,
      ...(style.fill ? { color: style.fill } : {}),
      ...(style.border ? { borderColor: style.border, borderWidth: style.thickness ?? 0.5 } : {}),
    });
  }

  stroke(
    from: readonly [number, number],
    to: readonly [number, number],
    color: RGB,
    thickness: number,
    dash?: number[],
  ): void {
    this.page.drawLine({
      start: { x: from[0] * PT, y: this.up(from[1]) },
      end: { x: to[0] * PT, y: this.up(to[1]) },
      thickness,
      color,
      ...(dash ? { dashArray: dash } : {}),
    });
  }

  picture(image: PDFImage, x: number, y: number, width: number, height: number): void {
    this.page.drawImage(image, { x: x * PT, y: this.up(y + height), width: width * PT, height: height * PT });
  }

  /** A QR code of a text, its upper left at (x, y). */
  code(text: string, x: number, y: number, size: number): void {
    const { modules } = qrCode(text, { errorCorrectionLevel: 'M' });
    const dot = size / modules.size;
    for (let row = 0; row < modules.size; row++)
      for (let column = 0; column < modules.size; column++)
        if (modules.get(row, column)) this.box(x + column * dot, y + row * dot, dot * 1.02, dot * 1.02, { fill: INK });
  }

  get room(): number {
    return PAGE.height - PAGE.margin - 8 - this.y;
  }
}
