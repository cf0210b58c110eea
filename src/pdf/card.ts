import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fontkit from '@pdf-lib/fontkit';
import { PDFDocument, rgb, type PDFFont, type PDFImage, type PDFPage, type RGB } from 'pdf-lib';
import { create as qrCode } from 'qrcode';
import { dayText, formatSize, type JobCard, type Unit } from '../core';
import { PT } from './geometry';

/** The card that travels with a job, as one page of PDF on A4: what is measured on it is in millimetres from its top. */

const PAGE = { width: 210, height: 297, margin: 14 };
const WIDTH = PAGE.width - 2 * PAGE.margin;

const colour = (hex: string): RGB => {
  const part = (at: number): number => parseInt(hex.slice(at, at + 2), 16) / 255;
  return rgb(part(1), part(3), part(5));
};
const INK = colour('#2a211c');
const SOFT = colour('#5a4c42');
const PLUM = colour('#7a3a6c');
const RULE = colour('#c9bda9');

const fontFile = (family: string, file: string): Buffer =>
  readFileSync(createRequire(import.meta.url).resolve(`@fontsource/${family}/files/${family}-latin-${file}.woff`));

interface Fonts {
  readonly head: PDFFont;
  readonly text: PDFFont;
  readonly bold: PDFFont;
  readonly mono: PDFFont;
}

async function fontsIn(doc: PDFDocument): Promise<Fonts> {
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
const lettered = (text: string): string => text.replace(/→/g, 'makes').replace(/\u2212/g, '-');

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
    let rest = word;
    while (!fits(rest) && rest.length > 1) {
      let n = rest.length - 1;
      while (n > 1 && !fits(rest.slice(0, n))) n--;
      lines.push(rest.slice(0, n));
      rest = rest.slice(n);
    }
    line = rest;
  }
  return line ? [...lines, line] : lines;
}

/** A page that is written on from its top down, in millimetres. */
class Sheet {
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

  get room(): number {
    return PAGE.height - PAGE.margin - 8 - this.y;
  }
}

/** Number, title, day and customer; a QR code of the job's address at the right. */
function head(s: Sheet, card: JobCard, address: string): void {
  const { fonts } = s;
  const { modules } = qrCode(address, { errorCorrectionLevel: 'M' });
  const size = 26;
  const dot = size / modules.size;
  const left = PAGE.width - PAGE.margin - size;
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column))
        s.box(left + column * dot, PAGE.margin + row * dot, dot * 1.02, dot * 1.02, { fill: INK });
  const width = WIDTH - size - 8;
  s.y = PAGE.margin;
  s.paragraph(`${card.number}  ${card.title}`, 22, fonts.head, { width, most: 2 });
  s.y += 1;
  s.paragraph(
    [card.due ? `Due ${dayText(card.due, true)}` : 'No day said', card.customer ? `for ${card.customer}` : '']
      .filter(Boolean)
      .join(', '),
    13,
    fonts.bold,
    { width, most: 1 },
  );
  s.y += 0.5;
  s.paragraph(card.brief, 11, fonts.text, { width, most: 6 });
  s.y = Math.max(s.y, PAGE.margin + size);
}

/** Small pages in a row. */
function pictures(s: Sheet, card: JobCard, images: readonly (PDFImage | null)[]): void {
  const height = 30;
  let x = PAGE.margin;
  s.y += 4;
  for (const [i, { label }] of card.pages.entries()) {
    const image = images[i];
    if (!image) continue;
    const width = Math.min(44, (height * image.width) / image.height);
    const tall = (width * image.height) / image.width;
    if (x + width > PAGE.width - PAGE.margin) break;
    s.picture(image, x, s.y, width, tall);
    s.box(x, s.y, width, tall, { border: SOFT });
    s.line(label, x, s.y + height + 3.5, 7.5, s.fonts.mono, SOFT);
    x += width + 3;
  }
  if (x > PAGE.margin) s.y += height + 4;
}

/** The first sheet: its pages by their labels and heads, and the folds by their order. */
function sheetDrawing(
  s: Sheet,
  { sheet }: JobCard,
  unit: Unit,
  x: number,
  top: number,
  width: number,
  most: number,
): number {
  const { paper } = sheet.lay;
  const k = Math.min(width / paper.width, most / paper.height);
  const H = paper.height * k;
  const at = (px: number, py: number): [number, number] => [x + px * k, top + H - py * k];
  s.box(x, top, paper.width * k, H, { border: INK, thickness: 0.8 });
  for (const { trim, label, place, head } of sheet.cells) {
    const [cx, cy] = at(trim.x, trim.y + trim.height);
    s.box(cx, cy, trim.width * k, trim.height * k, { border: SOFT, thickness: 0.4 });
    const [mx, my] = at(trim.x + trim.width / 2, trim.y + trim.height / 2);
    const text = label || String(place);
    s.line(text, mx - s.fonts.mono.widthOfTextAtSize(text, 9) / PT / 2, my + 1.2, 9, s.fonts.mono);
    // a stroke at the page's head
    const [dx, dy] = [
      [0, -1],
      [-1, 0],
      [0, 1],
      [1, 0],
    ][head]!;
    const reach = 0.42 * k * (dx === 0 ? trim.height : trim.width);
    s.stroke(
      [mx + dx! * reach - dy! * 2, my + dy! * reach - dx! * 2],
      [mx + dx! * reach + dy! * 2, my + dy! * reach + dx! * 2],
      INK,
      1.6,
    );
  }
  for (const f of sheet.folds) {
    const [a, b] = f.upright ? [at(f.at, f.from), at(f.at, f.to)] : [at(f.from, f.at), at(f.to, f.at)];
    s.stroke(a, b, PLUM, 1, [4, 2, 1, 2]);
    s.line(String(f.order), a[0] + 0.8, a[1] - 0.8, 8, s.fonts.bold, PLUM);
  }
  s.line(formatSize(paper, unit), x, top + H + 4, 8, s.fonts.mono, SOFT);
  return H + 5;
}

/** What is printed, on what, out of which tray. */
function loads(s: Sheet, card: JobCard, width: number): void {
  for (const { machine, what, stocks } of card.loads) {
    s.paragraph(`${machine}: ${what}`, 9.5, s.fonts.bold, { width, most: 2 });
    for (const { name, swatch, tray, sheets } of stocks) {
      s.paragraph(`${sheets} sheets ${name}${tray ? `, ${tray}` : ''}`, 9.5, s.fonts.text, {
        x: PAGE.margin + 5,
        width: width - 5,
        most: 2,
      });
      s.box(PAGE.margin, s.y - 2.6, 3, 3, { fill: colour(swatch), border: SOFT });
    }
  }
}

function counts(s: Sheet, card: JobCard): void {
  s.heading('Counts');
  for (const { label, value, sum } of card.counts) {
    if (s.room < 40) break;
    const y = s.y + (9.5 * 1.28) / PT;
    s.line(label, PAGE.margin, y, 9.5, s.fonts.text);
    s.lineRight(value, PAGE.margin + 56, y, 9.5, s.fonts.mono);
    s.paragraph(sum, 8, s.fonts.text, { x: PAGE.margin + 60, width: WIDTH - 60, most: 2, color: SOFT });
    s.y = Math.max(s.y, y) + 0.4;
  }
}

/** Steps to be ticked, and what was let stand. */
function steps(s: Sheet, card: JobCard): void {
  if (card.finishing.length > 0 && s.room > 16) {
    s.heading('Then');
    for (const { what, amount, time } of card.finishing) {
      s.y += 5;
      s.box(PAGE.margin, s.y - 3, 3.4, 3.4, { border: INK, thickness: 0.8 });
      s.line(what, PAGE.margin + 6, s.y, 10, s.fonts.bold);
      s.line(`${amount}, ${time}`, PAGE.margin + 70, s.y, 9, s.fonts.text, SOFT);
    }
  }
  const noted = [...card.accepted.map((t) => `Let stand: ${t}`), ...card.open.map((t) => `Not decided: ${t}`)];
  if (noted.length === 0 || s.room < 14) return;
  s.heading('Noticed');
  const fit = Math.max(1, Math.floor((s.room - 6) / 4.2));
  noted.slice(0, fit).forEach((t) => s.paragraph(t, 9, s.fonts.text, { most: 1 }));
  if (noted.length > fit) s.paragraph(`and ${noted.length - fit} more`, 9, s.fonts.text);
}

/**
 * The job card as a PDF of one page.
 * @param address where the job is opened: what the QR code says
 * @param thumbs JPEG pictures of the card's pages, in their order; null where there is none
 */
export async function writeJobCard(
  card: JobCard,
  address: string,
  thumbs: readonly (Uint8Array | null)[],
  { unit, house }: { readonly unit: Unit; readonly house: string },
): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.setTitle(`${card.number} ${card.title}`);
  doc.setProducer('Odd Sparrow');
  const fonts = await fontsIn(doc);
  const s = new Sheet(doc.addPage([PAGE.width * PT, PAGE.height * PT]), fonts);
  head(s, card, address);
  const images = await Promise.all(thumbs.map((t) => (t ? doc.embedJpg(t).catch(() => null) : null)));
  pictures(s, card, images);
  s.heading('To print');
  const top = s.y + 2;
  const wide = 70;
  const tall = sheetDrawing(s, card, unit, PAGE.width - PAGE.margin - wide, top, wide, 60);
  loads(s, card, WIDTH - wide - 8);
  s.y = Math.max(s.y, top + tall);
  counts(s, card);
  steps(s, card);
  s.line(house, PAGE.margin, PAGE.height - PAGE.margin + 4, 8, fonts.text, SOFT);
  s.lineRight(address, PAGE.width - PAGE.margin, PAGE.height - PAGE.margin + 4, 8, fonts.text, SOFT);
  return doc.save();
}
