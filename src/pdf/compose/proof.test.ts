import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { patched, ProofWish } from '../../core';
import { artworkOf, docketFor, SHOP } from '../../core/testing';
import { numberedPages, run, scratch, wordsOf, writePdf } from '../testing';
import { compose } from '.';
import { composeProof } from './proof';

const dir = scratch();
const artwork = artworkOf(8);
const source = join(dir, 'eight.pdf');
writePdf(source, numberedPages(8));
const docket = patched(docketFor(artwork), { title: 'Tides', sheet: { stock: SHOP.stocks[1]! } });
const wish = (more: Partial<ProofWish>): ProofWish =>
  ProofWish.parse({
    how: 'scaled',
    paper: { width: 210, height: 297 },
    noPrint: { left: 4, right: 4, top: 4, bottom: 4 },
    ...more,
  });
let serial = 0;
function proofed(proof: ProofWish) {
  const out = join(dir, `proof${++serial}.pdf`);
  composeProof({ docket, artwork, source, out, proof });
  expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
  expect(existsSync(`${out}.sheets`)).toBe(false);
  return wordsOf(out);
}
const isNumber = (w: { text: string }): boolean => /^[1-8]$/.test(w.text);

describe('a proof in the PDF', () => {
  it('has the pages where the imposed sheets have them, made smaller', () => {
    const out = join(dir, 'sheets.pdf');
    compose({ docket, artwork, source, out });
    const sheets = wordsOf(out);
    const proof = proofed(wish({}));
    expect(proof).toHaveLength(sheets.length);
    proof.forEach((page, i) => {
      expect([Math.round(page.width), Math.round(page.height)]).toEqual([297, 210]);
      const text = page.words.map((w) => w.text).join(' ');
      expect(text).toContain('Proof, not for print · Tides · sheet');
      expect(text).toContain('66.3 %');
      for (const word of sheets[i]!.words.filter(isNumber)) {
        // 297 high is 196.9; the rest of 197 is parted, above the strip of 5 and the 4 that are not printed
        const x = 4 + (289 - 420 * 0.663) / 2 + word.x * 0.663;
        const y = 9 + (197 - 297 * 0.663) / 2 + word.y * 0.663;
        const there = page.words.filter((w) => w.text === word.text && Math.hypot(w.x - x, w.y - y) < 0.5);
        expect(there).toHaveLength(1);
      }
    });
  });

  it('has front and back as one, and panels that have every number once or more', () => {
    const together = proofed(wish({ together: true }));
    expect(together[0]!.words.filter(isNumber).length).toBeGreaterThanOrEqual(4);
    const panels = proofed(wish({ how: 'panels' }));
    const text = panels.flatMap((p) => p.words.map((w) => w.text));
    for (let n = 1; n <= 8; n++) expect(text).toContain(String(n));
    expect(panels[0]!.words.map((w) => w.text).join(' ')).toContain('panel A1 of 4, 100 %');
  });
});
