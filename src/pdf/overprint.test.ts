import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { Nowhere } from './check';
import { Copier } from './compose/copier';
import { OpenPdf } from './open';
import { overprinted } from './overprint';
import { inkOn, separationsOf } from './separate/testing';
import { RESOURCES, THINGS } from './separate/testing-things';
import { scratch, writePdf } from './testing';

const dir = scratch();
let serial = 0;
function pdfOf(content: string): string {
  const path = join(dir, `w${++serial}.pdf`);
  writePdf(path, [{ entries: `/MediaBox[0 0 200 200]${RESOURCES}`, content }], THINGS);
  return path;
}
function lostIn(path: string): number {
  const opened = new OpenPdf(path);
  try {
    const page = opened.pages[0]!;
    const content = new Copier(opened.file, new Nowhere()).contentOf(page).toString('latin1');
    return overprinted(opened.file, page, content).lost;
  } finally {
    opened.close();
  }
}
const lost = (content: string): number => lostIn(pdfOf(content));

describe('white that overprints', () => {
  const under = '1 0 0 0 k 0 0 200 200 re f ';

  it.each([
    ['of process inks, where what is 0 is left alone', '/Over gs 0 0 0 0 k 20 20 90 60 re f', 1],
    ['of process inks, where it is not', '/Over0 gs 0 0 0 0 k 20 20 90 60 re f', 0],
    ['that knocks out', '0 0 0 0 k 20 20 90 60 re f', 0],
    ['of a spot ink of which there is none', '/Over0 gs /Gold cs 0 scn 20 20 90 60 re f', 1],
    ['of a spot ink of which there is some', '/Over0 gs /Gold cs .2 scn 20 20 90 60 re f', 0],
    ['that is drawn', '/Over gs 0 0 0 0 K 9 w 20 20 m 90 90 l S', 1],
    [
      'of letters, and of letters that are not seen',
      '/Over gs 0 0 0 0 k BT /F 40 Tf 20 20 Td (Ink) Tj 3 Tr (no) Tj ET',
      1,
    ],
    ['in a form that takes its colour over', '/Over gs 0 0 0 0 k /Plain Do', 1],
    ['of light: it is no ink', '/Over gs 1 1 1 rg 20 20 90 60 re f 1 g 20 20 9 9 re f', 0],
    ['that was set aside', '/Over gs q 0 0 0 0 k Q 0 0 1 0 k 20 20 90 60 re f', 0],
  ])('%s', (_, content, wanted) => {
    expect(lost(under + content)).toBe(wanted);
  });

  it('is not there in Ghostscript’s separations either', async () => {
    const cyan = async (content: string): Promise<number> =>
      inkOn((await separationsOf(pdfOf(under + content), 72, '-dUseFastColor=false'))[0]!.get('Cyan')!);
    expect(await cyan('/Over gs 0 0 0 0 k 20 20 90 60 re f')).toBe(1);
    expect(await cyan('/Over0 gs 0 0 0 0 k 20 20 90 60 re f')).toBeLessThan(0.9);
  });
});
