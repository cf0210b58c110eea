import { cmyk, PDFDocument, StandardFonts } from 'pdf-lib';
import type { MadeUp } from './made-up';

const PT = 72 / 25.4;
const BLEED = 3;

/** Artwork of an order: a coloured ground to its bleed, the title, and the page's number, large. */
export async function artworkOf(o: MadeUp): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  const font = await doc.embedFont(StandardFonts.HelveticaBold);
  const [width, height] = [(o.width + 2 * BLEED) * PT, (o.height + 2 * BLEED) * PT];
  for (let i = 0; i < o.pages; i++) {
    const page = doc.addPage([width, height]);
    page.setTrimBox(BLEED * PT, BLEED * PT, o.width * PT, o.height * PT);
    page.setBleedBox(0, 0, width, height);
    const black = o.pages === 2 && i === 1 && o.back.length === 1;
    const shade = 0.15 + (0.5 * i) / Math.max(1, o.pages);
    page.drawRectangle({ x: 0, y: 0, width, height, color: black ? cmyk(0, 0, 0, 0.15) : cmyk(shade, 0.1, 0.3, 0.1) });
    const ink = cmyk(0, 0, 0, 1);
    const large = Math.min(width, height) * 0.4;
    page.drawText(String(i + 1), { x: width * 0.1, y: height * 0.35, size: large, font, color: ink });
    const small = (width * 0.8) / Math.max(1, font.widthOfTextAtSize(o.title, 1));
    page.drawText(o.title, { x: width * 0.1, y: height * 0.15, size: Math.min(small, large / 2), font, color: ink });
  }
  return doc.save();
}
