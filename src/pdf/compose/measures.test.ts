import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, plan, WAYS, type Docket, type Patch } from '../../core';
import { docketFor, SHOP } from '../../core/testing';
import { readArtwork } from '../read';
import { scratch, wordsOf, writePdf } from '../testing';
import { compose } from '.';

/** Measures of random dockets, taken off the exported PDF: by poppler, with no plan asked but for how large the sheet is. */

const dir = scratch();
const PT = 72 / 25.4;
const HUGE = { ...SHOP.stocks[0]!, id: 'huge', width: 1400, height: 2200 };
const MACHINE = { ...SHOP.machines[0]!, largest: { width: 3000, height: 3000 } };

interface Numbered {
  readonly n: number;
  readonly x: number;
  readonly y: number;
}

/** Imposes pages whose only content is their number, tiny, in the middle of the trim. */
async function imposed(
  pages: number,
  size: { width: number; height: number },
  bleed: number,
  patch: Patch,
): Promise<{ out: string; docket: Docket; sides: { width: number; height: number; numbers: Numbered[] }[] }> {
  const path = join(dir, 'in.pdf');
  const [w, h, b] = [size.width * PT, size.height * PT, bleed * PT];
  writePdf(
    path,
    Array.from({ length: pages }, (_, i) => ({
      entries: `/MediaBox[0 0 ${w + 2 * b} ${h + 2 * b}]/TrimBox[${b} ${b} ${w + b} ${h + b}]`,
      content: `BT /F 0.4 Tf ${b + w / 2} ${b + h / 2} Td (${i + 1}) Tj ET`,
    })),
  );
  const { artwork } = await readArtwork(path, `${path}.work`);
  const base = patched(docketFor(artwork), {
    product: { finished: size, bleed },
    sheet: { stock: HUGE, machine: MACHINE, up: 'one' },
  });
  const docket = patched(base, patch);
  const out = join(dir, 'out.pdf');
  compose({ docket, artwork, source: path, out });
  const sides = wordsOf(out).map(({ width, height, words }) => ({
    width,
    height,
    numbers: words.filter((v) => /^\d+$/.test(v.text)).map((v) => ({ n: Number(v.text), x: v.x, y: v.y })),
  }));
  expect(plan(docket, artwork).sheets.main.lay.fits).toBe(true);
  return { out, docket, sides };
}

/** The distances between neighbours among positions, those within a millimetre of each other once. */
function steps(values: readonly number[]): number[] {
  const sorted = [...values].sort((a, b) => a - b).filter((v, i, all) => i === 0 || v - all[i - 1]! > 1);
  return sorted.slice(1).map((v, i) => v - sorted[i]!);
}
const near = (is: readonly number[], wanted: readonly number[]): void => {
  expect(is).toHaveLength(wanted.length);
  wanted.forEach((w, i) => expect(Math.abs(is[i]! - w)).toBeLessThan(0.25));
};

describe('leaflets, read off the PDF', () => {
  // each column and row of these has a panel that lies outside: none is shortened
  it.each(['8-right-angle', '12-right-angle', '12-map', '16-map'])(
    '%s has the ordered size in every panel',
    async (fold) => {
      const way = WAYS.find((w) => w.id === fold)!;
      await fc.assert(
        fc.asyncProperty(
          fc.integer({ min: 60, max: 120 }),
          fc.integer({ min: 80, max: 210 }),
          async (width, height) => {
            const { sides } = await imposed(way.pages, { width, height }, 3, {
              product: { binding: { kind: 'folded', short: 1 }, fold, trims: { head: 0, foot: 0, face: 0 } },
            });
            const [front] = sides;
            const across = steps(front!.numbers.map((v) => v.x));
            const up = steps(front!.numbers.map((v) => v.y));
            // where it lies sideways columns are rows
            const turned = across.length !== way.columns - 1 || (way.columns === way.rows && across[0]! - width > 0.5);
            const [columns, rows] = turned ? [up, across] : [across, up];
            near(
              columns,
              Array.from({ length: way.columns - 1 }, () => width),
            );
            near(
              rows,
              Array.from({ length: way.rows - 1 }, () => height),
            );
          },
        ),
        { numRuns: 3 },
      );
    },
  );
  it('a wrap of three panels: the one folded in is a millimetre shorter', async () => {
    const { sides } = await imposed(6, { width: 99, height: 210 }, 3, {
      product: { binding: { kind: 'folded', short: 1 }, fold: '6-wrap' },
    });
    const [front] = sides;
    const along = steps(front!.numbers.map((v) => v.x));
    const level = along.length === 2 ? along : steps(front!.numbers.map((v) => v.y));
    // middles of 98 and 99 are 98.5 apart, of 99 and 99 are 99
    near(
      [...level].sort((a, b) => a - b),
      [98.5, 99],
    );
  });
});

describe('creep, read off the PDF', () => {
  it('moves the pages of each sheet to the fold by the paper around it, and not where it is not wished', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 2, max: 9 }),
        fc.integer({ min: 5, max: 40 }),
        fc.constantFrom('push-in' as const, 'none' as const, 'push-out' as const),
        async (sheets, hundredths, correction) => {
          const caliper = hundredths / 100;
          const { sides } = await imposed(4 * sheets, { width: 148, height: 210 }, 3, {
            product: { creep: { correction, factor: 1 } },
            sheet: { stock: { ...HUGE, caliper } },
          });
          expect(sides).toHaveLength(2 * sheets);
          sides.forEach(({ numbers }, i) => {
            const depth = Math.floor(i / 2);
            const [a, b] = numbers;
            const apart = Math.hypot(a!.x - b!.x, a!.y - b!.y);
            // both pages of a side go towards the fold between them, or those outside away from it
            const moved = { 'push-in': depth, none: 0, 'push-out': depth - (sheets - 1) }[correction] * caliper;
            expect(Math.abs(apart - (148 - 2 * moved))).toBeLessThan(0.1);
          });
        },
      ),
      { numRuns: 15 },
    );
  });
  it('of gathered sections is each by its own paper, and of single leaves there is none', async () => {
    const { sides } = await imposed(16, { width: 100, height: 140 }, 3, {
      product: { binding: { kind: 'sewn' }, fold: '8-parallel', creep: { correction: 'push-in', factor: 1 } },
      sheet: { stock: { ...HUGE, caliper: 0.3 } },
    });
    // 8 1 4 5 lie side by side: of the outer pair’s fold nothing is moved, the inner leaf by one caliper
    for (const { numbers } of [sides[0]!, sides[2]!]) {
      const by = new Map(numbers.map((v) => [((v.n - 1) % 8) + 1, v]));
      const apart = (a: number, b: number): number =>
        Math.hypot(by.get(a)!.x - by.get(b)!.x, by.get(a)!.y - by.get(b)!.y);
      expect(apart(8, 1)).toBeCloseTo(100, 1);
      expect(apart(4, 5)).toBeCloseTo(100 - 0.6, 1);
    }
  });
});

describe('crop marks, read off a picture of the PDF', () => {
  const DPI = 300;
  const MM = DPI / 25.4;

  /** Where along a level line of the sheet's first side there is ink: from and to, in mm from its left edge. */
  function inkAlong(out: string, y: number, height: number): [number, number][] {
    const at = Math.round((height - y) * MM);
    const pgm = execFileSync(
      'pdftoppm',
      [
        '-r',
        String(DPI),
        '-f',
        '1',
        '-l',
        '1',
        '-gray',
        '-x',
        '0',
        '-y',
        String(at - 2),
        '-W',
        '99999',
        '-H',
        '5',
        out,
      ],
      {
        maxBuffer: 1 << 28,
      },
    );
    const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(pgm.subarray(0, 40).toString('latin1'))!;
    const [width, rows] = [Number(head[1]), Number(head[2])];
    const from = head[0].length;
    const found: [number, number][] = [];
    for (let x = 0; x < width; x++) {
      let dark = false;
      for (let r = 0; r < rows; r++) dark ||= pgm[from + r * width + x]! < 128;
      const last = found.at(-1);
      if (!dark) continue;
      if (last && x / MM - last[1] < 0.3) last[1] = (x + 1) / MM;
      else found.push([x / MM, (x + 1) / MM]);
    }
    return found;
  }

  it('begin beyond the bleed or by their offset, and are as long as they are wished for', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 0, max: 9 }),
        fc.integer({ min: 1, max: 7 }),
        fc.integer({ min: 3, max: 12 }),
        async (bleed, offset, length) => {
          const { out, sides, docket } = await imposed(4, { width: 100, height: 140 }, bleed, {
            marks: {
              crop: { on: true, length, offset, weight: 0.3 },
              register: { on: false },
              fold: { on: false },
              slug: { on: false },
            },
            product: { bleed },
            sheet: { stock: { ...HUGE, width: 300, height: 400 } },
          });
          const { width, height, numbers } = sides[0]!;
          // the open piece lies in the middle: 200 × 140, or a quarter round
          const lies = Math.abs(numbers[0]!.x - numbers[1]!.x) > 50;
          const [w, h] = lies ? [200, 140] : [140, 200];
          const marks = inkAlong(out, height / 2 - h / 2, height);
          const start = Math.max(offset, docket.product.bleed);
          const [left, right] = [width / 2 - w / 2, width / 2 + w / 2];
          const wanted = [
            [left - start - length, left - start],
            [right + start, right + start + length],
          ];
          expect(marks).toHaveLength(2);
          marks.forEach((m, i) => m.forEach((v, k) => expect(Math.abs(v - wanted[i]![k]!)).toBeLessThan(0.25)));
        },
      ),
      { numRuns: 12 },
    );
  });
});
