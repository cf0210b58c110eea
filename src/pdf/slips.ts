import { PDFDocument } from 'pdf-lib';
import { dayText, type PileSlip, type PileSlips } from '../core';
import { CardPage, colour, fontsIn, INK, PAGE, SOFT } from './card-page';
import { PT } from './geometry';

/** Slips that lie on piles: four on a page of A4, to be cut apart. */

const EACH = { width: PAGE.width / 2, height: PAGE.height / 2, margin: 9 };
const FAINT = colour('#c9bda9');
const CODE = 24;

function slip(s: CardPage, of: PileSlips, it: PileSlip, x: number, top: number, address: string, house: string): void {
  const { fonts } = s;
  const left = x + EACH.margin;
  const width = EACH.width - 2 * EACH.margin;
  s.y = top + EACH.margin;
  s.code(address, left + width - CODE, s.y, CODE);
  const beside = { x: left, width: width - CODE - 4 };
  s.paragraph(it.pile, 20, fonts.head, { ...beside, most: 2 });
  s.y += 1;
  s.paragraph(`${of.number}  ${of.title}`, 12, fonts.bold, { ...beside, most: 2 });
  s.y = Math.max(s.y, top + EACH.margin + CODE + 2);
  const row = (label: string, text: string, size = 11): void => {
    s.y += 1.6;
    s.paragraph(label, 7.5, fonts.text, { x: left, width, most: 1, color: SOFT });
    s.paragraph(text, size, fonts.bold, { x: left, width, most: 2 });
  };
  row('In the pile', it.holds);
  row('Count', it.sheets, 14);
  row('Stock', it.stock);
  row('Printed on', it.printed);
  row('Next', it.next ?? 'nothing more is done with it');
  if (of.due) row('Due', dayText(of.due, true));
  const whose = [of.customer, of.order && `order ${of.order}`].filter(Boolean).join(', ');
  s.line(whose, left, top + EACH.height - 9, 8, fonts.text, SOFT);
  s.line(house, left, top + EACH.height - 5.5, 7, fonts.text, SOFT);
}

/** The slips of a job as a PDF. @param address where the job is opened: what their QR codes say */
export async function writePileSlips(
  of: PileSlips,
  address: string,
  { house }: { readonly house: string },
): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.setTitle(`${of.number}  ${of.title}: pile slips`);
  doc.setProducer('Odd Sparrow');
  const fonts = await fontsIn(doc);
  let s: CardPage | null = null;
  for (const [i, it] of of.slips.entries()) {
    if (i % 4 === 0 || !s) {
      s = new CardPage(doc.addPage([PAGE.width * PT, PAGE.height * PT]), fonts);
      s.stroke([PAGE.width / 2, 0], [PAGE.width / 2, PAGE.height], FAINT, 0.4, [2, 2]);
      s.stroke([0, PAGE.height / 2], [PAGE.width, PAGE.height / 2], FAINT, 0.4, [2, 2]);
      // others are answered between the pages
      await new Promise(setImmediate);
    }
    slip(s, of, it, (i % 2) * EACH.width, (i % 4 < 2 ? 0 : 1) * EACH.height, address, house);
  }
  if (of.more > 0) s?.line(`and ${of.more} piles more`, EACH.margin, PAGE.height - 2, 7, fonts.text, INK);
  return doc.save();
}
