import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { coarsestPicture } from './resolution';
import { scratch, writePdf } from './testing';

const dir = scratch();
/** A picture of so many grey pixels, as a PDF object. */
const picture = (width: number, height: number): string => {
  const data = '00'.repeat(width * height);
  return `<</Type/XObject/Subtype/Image/Width ${width}/Height ${height}/BitsPerComponent 8/ColorSpace/DeviceGray/Filter/ASCIIHexDecode/Length ${data.length + 1}>>stream\n${data}>\nendstream`;
};
const BOX = '/MediaBox[0 0 800 800]/Resources<</XObject<</Im 50 0 R/Small 51 0 R/Form 52 0 R>>>>';

function page(name: string, content: string): string {
  const path = join(dir, `${name}.pdf`);
  const form = '/Im Do';
  writePdf(path, [{ entries: BOX, content }], {
    50: picture(100, 80),
    51: picture(20, 20),
    52: `<</Type/XObject/Subtype/Form/BBox[0 0 1 1]/Matrix[2 0 0 2 0 0]/Resources<</XObject<</Im 50 0 R>>>>/Length ${form.length}>>stream\n${form}\nendstream`,
  });
  return path;
}

describe('the coarsest picture of a page', () => {
  it.each<[string, string, number | null]>([
    // 100 × 80 pixels on 144 × 72 points, 2 × 1 inches: 50 across, 80 down
    ['stretched', 'q 144 0 0 72 10 10 cm /Im Do Q', 50],
    ['turned by a quarter', 'q 0 144 -72 0 200 10 cm /Im Do Q', 50],
    ['the coarser of two', 'q 72 0 0 72 0 0 cm /Im Do Q q 360 0 0 288 0 0 cm /Im Do Q', 20],
    // in a form that is twice as large
    ['in a form', 'q 72 0 0 57.6 0 0 cm /Form Do Q', 50],
    ['one that is a tint', 'q 700 0 0 700 0 0 cm /Small Do Q', null],
    ['none', '0 0 100 100 re f', null],
  ])('%s', (name, content, ppi) => {
    expect(coarsestPicture(page(name.replaceAll(' ', '-'), content), 1)).toBe(ppi);
  });
});
