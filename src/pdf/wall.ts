import { PDFDocument } from 'pdf-lib';
import { dayText, formatLength, formatSize, type CardWall, type Size, type Unit } from '../core';
import { CardPage, fontsIn, INK, PAGE, SOFT, WIDTH } from './card-page';
import { PT } from './geometry';

/** A column of words is not narrower. mm */
const NARROWEST = 40;

/** How the panels of a poster hang, drawn in a room on the page; what is said of it stands beside. */
export function wallDrawing(s: CardPage, wall: CardWall, unit: Unit, most: Size): void {
  const { size, panels, said } = wall;
  const left = PAGE.margin + 14;
  const top = s.y + 8;
  const k = Math.min(most.width / size.width, most.height / size.height);
  const H = size.height * k;
  const short = (mm: number): string => formatLength(mm, unit, unit === 'mm' ? 0 : 1).replace(/ (mm|in)$/, '');
  const middle = (text: string, pt: number): number => s.fonts.mono.widthOfTextAtSize(text, pt) / PT / 2;
  for (const { name, seen, off, column, row } of panels) {
    const [x, y] = [left + seen.x * k, top + H - (seen.y + seen.height) * k];
    const [w, h] = [seen.width * k, seen.height * k];
    s.box(x, y, w, h, { border: INK, thickness: 0.6 });
    const label = off ? `${name} off` : name;
    const pt = Math.max(4, Math.min(12, 2.2 * Math.min(w / label.length, h)));
    s.line(label, x + w / 2 - middle(label, pt), y + h / 2 + pt * 0.12, pt, s.fonts.mono);
    if (row === 0)
      s.line(short(seen.width), x + w / 2 - middle(short(seen.width), 7), top - 1.5, 7, s.fonts.mono, SOFT);
    if (column === 0) s.lineRight(short(seen.height), left - 1.5, y + h / 2 + 1, 7, s.fonts.mono, SOFT);
  }
  s.line(`${formatSize(size, unit)} on the wall, measures of what is seen`, left, top + H + 4, 8, s.fonts.text, SOFT);
  const beside = left + size.width * k + 8;
  const width = PAGE.width - PAGE.margin - beside;
  // where the drawing leaves no column beside it, the words stand under it
  const under = width < NARROWEST;
  s.y = under ? top + H + 6 : top - 4;
  const where = under ? {} : { x: beside, width };
  for (const text of said) s.paragraph(text, 9.5, s.fonts.text, { ...where, most: 8 });
  s.y = Math.max(s.y, top + H + 5);
}

/** The assembly map of a poster. */
export interface WallCard {
  readonly number: number;
  readonly title: string;
  readonly customer: string | null;
  readonly due: string | null;
  readonly wall: CardWall;
}

/** The assembly map as a PDF: a page of A4 that hangs beside the wall. @param address where the job is opened */
export async function writeWallCard(
  { number, title, customer, due, wall }: WallCard,
  address: string,
  { unit, house }: { readonly unit: Unit; readonly house: string },
): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.setTitle(`${number}  ${title}: assembly map`);
  doc.setProducer('Odd Sparrow');
  const fonts = await fontsIn(doc);
  const s = new CardPage(doc.addPage([PAGE.width * PT, PAGE.height * PT]), fonts);
  const size = 26;
  s.code(address, PAGE.width - PAGE.margin - size, PAGE.margin, size);
  const width = WIDTH - size - 8;
  s.paragraph(`${number}  ${title}`, 20, fonts.head, { width, most: 2 });
  const whose = [due ? `Due ${dayText(due, true)}` : '', customer ? `for ${customer}` : ''].filter(Boolean).join(', ');
  s.paragraph(whose, 11, fonts.bold, { width, most: 1 });
  s.y = Math.max(s.y, PAGE.margin + size);
  s.heading('How it hangs, seen from the front');
  wallDrawing(s, wall, unit, { width: WIDTH - 16, height: s.room - 50 });
  const foot = PAGE.height - PAGE.margin + 4;
  s.line(house, PAGE.margin, foot, 8, fonts.text, SOFT);
  s.lineRight(address, PAGE.width - PAGE.margin, foot, 8, fonts.text, SOFT);
  return doc.save();
}
