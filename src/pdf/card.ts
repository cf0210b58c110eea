import { PDFDocument, type PDFImage } from 'pdf-lib';
import { dayText, formatSize, type JobCard, type Unit } from '../core';
import { CardPage, colour, fontsIn, INK, PAGE, PLUM, SOFT, WIDTH } from './card-page';
import { PT } from './geometry';
import { wallDrawing } from './wall';

/** The card that travels with a job, as one page of PDF on A4: what is measured on it is in millimetres from its top. */

/** Number, title, day and customer; a QR code of the job's address at the right. */
function head(s: CardPage, card: JobCard, address: string): void {
  const { fonts } = s;
  const size = 26;
  s.code(address, PAGE.width - PAGE.margin - size, PAGE.margin, size);
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
function pictures(s: CardPage, card: JobCard, images: readonly (PDFImage | null)[]): void {
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
  s: CardPage,
  { sheet }: JobCard,
  unit: Unit,
  x: number,
  top: number,
  width: number,
  most: number,
): number {
  const { paper } = sheet;
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
    if (f.order > 0) s.line(String(f.order), a[0] + 0.8, a[1] - 0.8, 8, s.fonts.bold, PLUM);
  }
  s.line(formatSize(paper, unit), x, top + H + 4, 8, s.fonts.mono, SOFT);
  return H + 5;
}

/** What is printed, on what, out of which tray. */
function loads(s: CardPage, card: JobCard, width: number): void {
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

function counts(s: CardPage, card: JobCard): void {
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
function steps(s: CardPage, card: JobCard): void {
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
  const s = new CardPage(doc.addPage([PAGE.width * PT, PAGE.height * PT]), fonts);
  head(s, card, address);
  const images = await Promise.all(thumbs.map((t) => (t ? doc.embedJpg(t).catch(() => null) : null)));
  pictures(s, card, images);
  s.heading('To print');
  const top = s.y + 2;
  const wide = 70;
  const tall = sheetDrawing(s, card, unit, PAGE.width - PAGE.margin - wide, top, wide, 60);
  loads(s, card, WIDTH - wide - 8);
  s.y = Math.max(s.y, top + tall);
  if (card.wall) {
    s.heading('How it hangs');
    wallDrawing(s, card.wall, unit, { width: 86, height: Math.max(30, Math.min(80, s.room - 70)) });
  }
  counts(s, card);
  steps(s, card);
  s.line(house, PAGE.margin, PAGE.height - PAGE.margin + 4, 8, fonts.text, SOFT);
  s.lineRight(address, PAGE.width - PAGE.margin, PAGE.height - PAGE.margin + 4, 8, fonts.text, SOFT);
  return doc.save();
}
