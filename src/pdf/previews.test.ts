import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch } from '../core';
import { flatDocketFor, SHOP } from '../core/testing';
import { compose } from './compose';
import { composePreviews } from './previews';
import { PlateError } from './errors';
import { readArtwork } from './read';
import { composeSeparated } from './separate';
import { differ, inkOn, separationsOf } from './separate/testing';
import { CASES, HIGH, RESOURCES, THINGS, WIDE } from './separate/testing-things';
import { scratch, writePdf } from './testing';

/** Previews judged by Ghostscript: its separations at as many dots an inch. */

const dir = scratch();
let serial = 0;

async function jobOf(contents: readonly string[], front: string[]) {
  const source = join(dir, `in${++serial}.pdf`);
  const entries = `/MediaBox[0 0 ${WIDE} ${HIGH}]/TrimBox[0 0 ${WIDE} ${HIGH}]${RESOURCES}`;
  writePdf(
    source,
    contents.map((content) => ({ entries, content })),
    THINGS,
  );
  const { artwork } = await readArtwork(source, `${source}.work`);
  const wish: Patch<DocketOf<'flat'>> = {
    sheet: { stock: { ...SHOP.stocks[2]!, width: 320, height: 240 }, inks: { front, back: [] } },
    product: { finished: { width: 100, height: 60 }, bleed: 0, sides: 'one', copies: 1, lies: { columns: 1, rows: 1 } },
    marks: { slug: { on: false } },
  };
  return { docket: patched(flatDocketFor(artwork), wish), artwork, source };
}

interface Read {
  readonly width: number;
  readonly height: number;
  readonly greys: Uint8Array;
}

/** The previews of a file, sheet by sheet, as one reads PostScript: digits to bytes, run lengths to dots. */
function readBack(ppf: string): Read[][] {
  return ppf
    .split('CIP3BeginSheet')
    .slice(1)
    .map((sheet) =>
      sheet
        .split('CIP3BeginSeparation')
        .slice(1)
        .map((it) => {
          const of = (key: string): number => Number(new RegExp(`/CIP3PreviewImage${key} (\\d+) def`).exec(it)![1]);
          const [, digits] = /CIP3PreviewImage\n([0-9a-f\n]+)>/.exec(it)!;
          const bytes = Buffer.from(digits!.replaceAll('\n', ''), 'hex');
          const greys: number[] = [];
          for (let at = 0; bytes[at] !== 128;) {
            const n = bytes[at++]!;
            if (n < 128) {
              greys.push(...bytes.subarray(at, at + n + 1));
              at += n + 1;
            } else {
              for (let i = 0; i < 257 - n; i++) greys.push(bytes[at]!);
              at++;
            }
          }
          return { width: of('Width'), height: of('Height'), greys: Uint8Array.from(greys) };
        }),
    );
}

describe('ink previews', () => {
  it('are what Ghostscript parts the sheets into, ink by ink, at 50.8 dots an inch', async () => {
    const names = Object.keys(CASES).filter((_, i) => i % 9 === 0);
    const inks = ['Cyan', 'Magenta', 'Yellow', 'Black', 'Gold'];
    const job = await jobOf(
      names.map((n) => CASES[n]!),
      inks,
    );
    const [sheets, out] = [join(dir, 'sheets.pdf'), join(dir, 'layout.ppf')];
    compose({ ...job, out: sheets });
    const told: number[] = [];
    const made = composePreviews({ ...job, out, onProgress: (done) => told.push(done) }, composeSeparated);
    expect(made.sides).toBe(names.length * inks.length);
    expect(told).toEqual(names.map((_, i) => i + 1));
    const wanted = await separationsOf(sheets, 50.8);
    const got = readBack(readFileSync(out, 'latin1'));
    expect(got).toHaveLength(names.length);
    let ink = 0;
    for (const [s, sheet] of got.entries()) {
      expect(sheet).toHaveLength(inks.length);
      for (const [i, of] of inks.entries()) {
        const { width, height, greys } = sheet[i]!;
        // 320 × 240 mm are 640 × 480 dots
        expect([width, height, greys.length]).toEqual([640, 480, 640 * 480]);
        const theirs = wanted[s]!.get(of);
        if (!theirs) {
          expect(inkOn(greys)).toBeLessThan(0.003);
          continue;
        }
        ink += inkOn(theirs);
        expect([names[s], of, differ(theirs, greys) < 0.003 || differ(theirs, greys)]).toEqual([names[s], of, true]);
        expect(Math.abs(inkOn(theirs) - inkOn(greys))).toBeLessThan(0.0015);
      }
    }
    expect(ink).toBeGreaterThan(0.01);
  });

  it('leave nothing behind where a side prints in an ink that has no plate', async () => {
    const job = await jobOf([Object.values(CASES)[0]!], ['Gold']);
    const out = join(dir, 'lost.ppf');
    expect(() => composePreviews({ ...job, out }, composeSeparated)).toThrow(PlateError);
    expect(existsSync(out)).toBe(false);
    expect(readdirSync(dir).filter((n) => n.startsWith('lost'))).toEqual([]);
  });
});
