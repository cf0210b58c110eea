import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mark, patched, plan, type DocketOf, type Patch } from '../../core';
import { changed, posterDocketFor, SHOP } from '../../core/testing';
import { readArtwork } from '../read';
import { run, scratch, writePdf } from '../testing';
import { compose } from '.';

/** Panels read back from the PDF by poppler and laid together by their trims: no plan is asked where anything lies. */

const dir = scratch();
const MM = 72 / 25.4;
/** Two pixels to a millimetre: everything stands on whole and half millimetres. */
const PX = 2;
const BLEED = 3;
let serial = 0;

/** A sheet a little larger than A6, so that a poster of a few hand's breadths is many. */
const [machine] = SHOP.machines;
const small = {
  stock: { ...SHOP.stocks[0]!, id: 'small', format: 'small', width: 160, height: 120 },
  machine: { ...machine!, smallest: { width: 50, height: 50 } },
};

/** A poster of squares of 5 mm, each of its own grey, with bleed. */
async function squares(
  width: number,
  height: number,
  seed: number,
): Promise<{ source: string; artwork: Awaited<ReturnType<typeof readArtwork>>['artwork'] }> {
  const source = join(dir, `squares${++serial}.pdf`);
  const box = (x: number, y: number, w: number, h: number): string =>
    [x, y, w, h].map((v) => (v * MM).toFixed(4)).join(' ');
  let content = '';
  for (let x = 0; x < width + 2 * BLEED; x += 5)
    for (let y = 0; y < height + 2 * BLEED; y += 5) {
      const grey = ((x * 7 + y * 13 + seed * 29) % 47) / 47;
      content += `${grey.toFixed(3)} g ${box(x, y, 5, 5)} re f\n`;
    }
  const edge = (v: number): string => (v * MM).toFixed(4);
  const entries = `/MediaBox[0 0 ${edge(width + 2 * BLEED)} ${edge(height + 2 * BLEED)}]/TrimBox[${edge(BLEED)} ${edge(BLEED)} ${edge(width + BLEED)} ${edge(height + BLEED)}]`;
  writePdf(source, [{ entries, content }]);
  const { artwork } = await readArtwork(source, `${source}.work`);
  return { source, artwork };
}

interface Raster {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** The pages of a PDF in greys, as poppler draws them. */
function rasters(path: string, pages: number): Raster[] {
  const prefix = `${path}.px`;
  run('pdftoppm', '-r', String(25.4 * PX), '-gray', '-aa', 'no', '-aaVector', 'no', path, prefix);
  const digits = String(pages).length;
  return Array.from({ length: pages }, (_, i) => {
    const bytes = readFileSync(`${prefix}-${String(i + 1).padStart(digits, '0')}.pgm`);
    const [head, w, h] = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.subarray(0, 60).toString('latin1'))!;
    return { width: Number(w), height: Number(h), data: bytes.subarray(head!.length) };
  });
}

/** Where the trims of each page lie, in pixels from its upper left. */
function trimsOf(path: string, pages: number): { x: number; y: number; width: number; height: number }[] {
  const info = run('pdfinfo', '-f', '1', '-l', String(pages), '-box', path);
  const media = [...info.matchAll(/MediaBox:\s+([\d.]+)\s+([\d.]+)\s+([\d.]+)\s+([\d.]+)/g)];
  const px = (pt: number): number => Math.round((pt / MM) * PX * 20) / 20;
  return [...info.matchAll(/TrimBox:\s+([\d.]+)\s+([\d.]+)\s+([\d.]+)\s+([\d.]+)/g)].map(([, x0, y0, x1, y1], i) => ({
    x: px(Number(x0)),
    y: px(Number(media[i]![4]) - Number(y1)),
    width: px(Number(x1) - Number(x0)),
    height: px(Number(y1) - Number(y0)),
  }));
}

async function imposed(size: { width: number; height: number }, seed: number, patch: Patch<DocketOf<'poster'>>) {
  const { source, artwork } = await squares(size.width, size.height, seed);
  const made = posterDocketFor(artwork);
  const off = Object.fromEntries(Object.keys(made.marks).map((k) => [k, { on: false }]));
  const bare = patched(made, { sheet: small, marks: off, product: { finished: size, bleed: BLEED, room: 0 } });
  const docket = changed(bare, patch);
  const out = join(dir, `out${serial}.pdf`);
  compose({ docket, artwork, source, out });
  const { sheets, product } = plan(docket, artwork);
  return { source, out, docket, artwork, pages: sheets.length, columns: product.columns, rows: product.rows };
}

/** Whether a pixel of the poster lies at the border of two squares, where a hair decides its colour. */
const atBorder = (px: number): boolean => {
  const mm = (px / PX + BLEED) % 5;
  return mm < 0.6 || mm > 4.4;
};

/** How many pixels of a panel, laid with its trim's corner at a place of the poster, are not the poster's. */
function unlike(
  poster: Raster,
  panel: Raster,
  trim: ReturnType<typeof trimsOf>[0],
  x0: number,
  y0: number,
  seen = trim,
): number {
  let wrong = 0;
  const [fx, fy] = [seen.x - trim.x, seen.y - trim.y];
  for (let y = Math.ceil(fy); y < fy + seen.height; y++)
    for (let x = Math.ceil(fx); x < fx + seen.width; x++) {
      if (atBorder(x0 + x) || atBorder(poster.height - 2 * BLEED * PX - 1 - (y0 + y))) continue;
      const is = panel.data[(trim.y + y) * panel.width + trim.x + x]!;
      const should = poster.data[(BLEED * PX + y0 + y) * poster.width + BLEED * PX + x0 + x]!;
      if (Math.abs(is - should) > 1) wrong++;
    }
  return wrong;
}

/** Joints near even ones, on whole millimetres. */
const near = (length: number, count: number, jitter: readonly number[]): number[] =>
  Array.from({ length: count - 1 }, (_, i) => Math.round((length * (i + 1)) / count) + jitter[i % jitter.length]!);

describe('panels laid together', () => {
  it('are the poster again, pixel for pixel, wherever the joints are and whatever they overlap by', async () => {
    const cases = fc.record({
      width: fc.integer({ min: 180, max: 320 }),
      height: fc.integer({ min: 150, max: 260 }),
      overlap: fc.integer({ min: -6, max: 15 }).map((v) => 2 * v),
      lap: fc.constantFrom('under' as const, 'both' as const),
      over: fc.record({
        across: fc.constantFrom('left' as const, 'right' as const),
        down: fc.constantFrom('upper' as const, 'lower' as const),
      }),
      jitter: fc.array(fc.integer({ min: -6, max: 6 }), { minLength: 1, maxLength: 3 }),
      seed: fc.nat(40),
    });
    await fc.assert(
      fc.asyncProperty(cases, async ({ width, height, jitter, seed, ...wish }) => {
        const size = { width, height };
        const [columns, rows] = [Math.ceil(width / 90) + 1, Math.ceil(height / 70) + 1];
        const it = await imposed(size, seed, {
          product: { ...wish, lies: 'level', across: near(width, columns, jitter), down: near(height, rows, jitter) },
        });
        expect([it.columns, it.rows, it.pages]).toEqual([columns, rows, columns * rows]);
        const [poster] = rasters(it.source, 1);
        const panels = rasters(it.out, it.pages);
        const trims = trimsOf(it.out, it.pages);
        let y = 0;
        for (let row = 0; row < rows; row++) {
          let x = 0;
          const first = trims[row * columns]!;
          for (let column = 0; column < columns; column++) {
            const i = row * columns + column;
            const trim = trims[i]!;
            expect([i, trim.height]).toEqual([i, first.height]);
            expect([i, unlike(poster!, panels[i]!, trim, x, y)]).toEqual([i, 0]);
            x += trim.width - wish.overlap * PX;
          }
          // the last one ends where the poster does
          expect(x + wish.overlap * PX).toBeCloseTo(width * PX, 1);
          y += first.height - wish.overlap * PX;
        }
        expect(y + wish.overlap * PX).toBeCloseTo(height * PX, 1);
      }),
      { numRuns: 60 },
    );
  });

  it('show nothing of their guides when they hang, and say on the covered strip which panel lies over it', async () => {
    const size = { width: 240, height: 180 };
    const it = await imposed(size, 3, {
      product: { overlap: 16, lies: 'level', across: [120], down: [92] },
      marks: { overlap: { on: true } },
    });
    expect(it.pages).toBe(4);
    const [poster] = rasters(it.source, 1);
    const panels = rasters(it.out, 4);
    const trims = trimsOf(it.out, 4);
    // the right one lies over the left and the upper over the lower: A1 is covered at its right, B1 at its right and top
    const covered = [
      { right: 16, top: 0 },
      { right: 0, top: 0 },
      { right: 16, top: 16 },
      { right: 0, top: 16 },
    ];
    for (const [i, { right, top }] of covered.entries()) {
      const trim = trims[i]!;
      const x0 = (i % 2) * 120 * PX;
      const y0 = (i < 2 ? 0 : 76) * PX;
      const seen = { x: trim.x, y: trim.y + top * PX, width: trim.width - right * PX, height: trim.height - top * PX };
      expect([i, unlike(poster!, panels[i]!, trim, x0, y0, seen)]).toEqual([i, 0]);
      // and the guides are there
      expect(unlike(poster!, panels[i]!, trim, x0, y0) > 0).toBe(right + top > 0);
    }
    const planned = plan(it.docket, it.artwork);
    const marks = mark(it.docket, planned);
    const said = [1, 2, 3, 4].map((n) => marks.of(n, 'front').flatMap((m) => (m.kind === 'text' ? [m.text] : [])));
    expect(said).toEqual([
      ['glue here · A2 lies over'],
      [],
      ['glue here · B2 lies over', 'glue here · A1 lies over'],
      ['glue here · A2 lies over'],
    ]);
  });
});
