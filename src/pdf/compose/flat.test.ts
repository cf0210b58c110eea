import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { patched, plan, type DocketOf, type FlatOrder, type Patch } from '../../core';
import { flatDocketFor, SHOP } from '../../core/testing';
import { readArtwork } from '../read';
import { cutApart, numberedPages, placesOn, run, scratch, wordsOf, writePdf, type At } from '../testing';
import { compose } from '.';

/** Flat work read off its PDF by poppler, cut by straight cuts and stacked: no plan is asked where anything lies. */

type FlatPatch = Patch<DocketOf<'flat'>>;
type Sides = ReturnType<typeof wordsOf>;
const dir = scratch();
let serial = 0;
const MM = 72 / 25.4;
const numbersOn = (side: Sides[0] | undefined): At[] => placesOn(side, /^\d+$/);

/** Pages of 100 × 60 mm, each with its number in the middle. */
async function imposed(pages: number, ...patches: FlatPatch[]): Promise<{ sides: Sides; prints: number[] }> {
  const source = join(dir, `in${++serial}.pdf`);
  writePdf(source, numberedPages(pages, 100 * MM, 60 * MM, 3 * MM));
  const { artwork } = await readArtwork(source, `${source}.work`);
  const base: FlatPatch = {
    sheet: { stock: SHOP.stocks[2]! },
    product: { finished: { width: 100, height: 60 }, bleed: 3, sides: 'one', copies: 1, lies: { way: 'upright' } },
    marks: { slug: { on: false } },
  };
  const docket = [base, ...patches].reduce<DocketOf<'flat'>>((d, p) => patched(d, p), flatDocketFor(artwork));
  const out = join(dir, `out${serial}.pdf`);
  compose({ docket, artwork, source, out });
  expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
  return { sides: wordsOf(out), prints: [...plan(docket, artwork).sheets].map((s) => s.prints) };
}

const order = (order: FlatOrder): FlatPatch => ({ product: { order } });
const upTo = (n: number): number[] => Array.from({ length: n }, (_, i) => i + 1);
const fronts = (sides: Sides): At[][] => sides.map(numbersOn).filter((s) => s.length > 0);

describe('flat work on paper', () => {
  it('has a colour bar of process inks where one is wished for', async () => {
    await imposed(1, { product: { lies: { columns: 1, rows: 1 } }, marks: { bar: { on: true } } });
    const plain = run('qpdf', '--qdf', '--object-streams=disable', join(dir, `out${serial}.pdf`), '-');
    // 442 ÷ 5: 88 patches, of which the crop and register marks of one piece take some; 13 in their order, again and again
    const greys = plain.match(/^q 0\.5 0\.4 0\.4 0 k [^\n]* re f Q$/gm) ?? [];
    expect(greys.length).toBeGreaterThanOrEqual(5);
    expect(plain).toMatch(/^q 1 0 0 0 k [^\n]* re f Q\nq 0 1 0 0 k /m);
  });

  it('of a press is exported as its plates, the paper where the grippers hold it', async () => {
    const press = { plate: { width: 1030, height: 790 }, gripper: 48, across: 0 };
    const stock = { ...SHOP.stocks[2]!, id: 'b2', width: 520, height: 720 };
    const machine = { ...SHOP.machines[0]!, press };
    await imposed(1, { sheet: { stock, machine }, product: { lies: { columns: 1, rows: 1 } } });
    const info = run('pdfinfo', '-box', join(dir, `out${serial}.pdf`));
    const box = (name: string): number[] =>
      new RegExp(`${name}:\\s+(\\S+)\\s+(\\S+)\\s+(\\S+)\\s+(\\S+)`)
        .exec(info)!
        .slice(1)
        .map((v) => Math.round((Number(v) / MM) * 10) / 10);
    // paper of 720 × 520 in the middle of 1,030: 155 from the plate's left, 48 from its lead edge; the piece in its middle
    expect(box('MediaBox')).toEqual([-155, -48, 875, 742]);
    expect(box('TrimBox')).toEqual([310, 230, 410, 290]);
  });

  it('cut and stacked, its piles laid on each other are in order', async () => {
    const { sides } = await imposed(100, order({ kind: 'stack', lot: null, last: 'blanks' }));
    const sheets = fronts(sides);
    // 4 × 4 of 100 × 60 with gaps of 6 on 442 × 312
    expect(sheets).toHaveLength(7);
    expect(cutApart(sheets).flat()).toEqual(upTo(100));
  });

  it('in lots each lot is in order, one behind the other', async () => {
    const { sides } = await imposed(100, order({ kind: 'stack', lot: 3, last: 'blanks' }));
    const sheets = fronts(sides);
    const lots = [sheets.slice(0, 3), sheets.slice(3, 6), sheets.slice(6)];
    expect(lots.flatMap((lot) => cutApart(lot).flat())).toEqual(upTo(100));
    // the first lot is a whole run by itself
    expect(cutApart(lots[0]!).flat()).toEqual(upTo(48));
  });

  it('with a smaller lot for what is left every pile of the first is full', async () => {
    const { sides } = await imposed(100, order({ kind: 'stack', lot: null, last: 'smaller-lot' }));
    const sheets = fronts(sides);
    expect(cutApart(sheets.slice(0, 6)).map((p) => p.length)).toEqual(Array.from({ length: 16 }, () => 6));
    expect(cutApart(sheets.slice(6)).flat()).toEqual([97, 98, 99, 100]);
  });

  it('as pads every pile is one, its numbers running through it', async () => {
    const { sides } = await imposed(60, order({ kind: 'pads', of: 10 }));
    const pads = cutApart(fronts(sides)).filter((p) => p.length > 0);
    expect(pads).toEqual(Array.from({ length: 6 }, (_, i) => upTo(10).map((n) => n + 10 * i)));
  });

  it('in sequence it reads across, or down', async () => {
    const across = await imposed(16, order({ kind: 'sequence', way: 'across', last: null }));
    expect(cutApart(fronts(across.sides)).flat()).toEqual(upTo(16));
    const down = await imposed(16, order({ kind: 'sequence', way: 'down', last: null }));
    expect(cutApart(fronts(down.sides)).flat()).toEqual([1, 5, 9, 13, 2, 6, 10, 14, 3, 7, 11, 15, 4, 8, 12, 16]);
  });

  it('sharing sheets, each comes as often as is wanted', async () => {
    const { sides, prints } = await imposed(3, {
      product: {
        copies: 30,
        quantities: [
          { piece: 1, copies: 90 },
          { piece: 3, copies: 40 },
        ],
        order: { kind: 'shared', forms: 'fewest-sheets' },
      },
    });
    const made = new Map<number, number>();
    fronts(sides).forEach((sheet, i) => {
      for (const { n } of sheet) made.set(n, (made.get(n) ?? 0) + prints[i]!);
    });
    // 160 in sixteen places: ten sheets and not one more
    expect(prints.reduce((a, b) => a + b, 0)).toBe(10);
    expect([...made].sort((a, b) => a[0] - b[0])).toEqual([
      [1, 90],
      [2, 30],
      [3, 40],
    ]);
  });

  it.each(['sheetwise', 'perfecting', 'work-and-turn', 'work-and-tumble'] as const)(
    'printed %s every back is behind its front',
    async (work) => {
      const { sides } = await imposed(2, { product: { sides: 'two', copies: 200 }, sheet: { work } });
      const [front, back] = [numbersOn(sides[0]), numbersOn(sides[1])];
      const { width, height } = sides[0]!;
      const turned = work === 'sheetwise' || work === 'work-and-turn';
      expect(front.length).toBeGreaterThan(8);
      expect(back).toHaveLength(front.length);
      for (const { n, x, y } of front) {
        // seen through the paper; a word is not in the very middle of its page
        const behind = turned ? { x: width - x, y } : { x, y: height - y };
        const there = back.filter((b) => Math.abs(b.x - behind.x) < 30 && Math.abs(b.y - behind.y) < 20);
        expect(there.map((b) => b.n)).toEqual([n === 1 ? 2 : 1]);
      }
    },
  );

  it('in two blocks every piece has its own page, none the neighbour’s', async () => {
    const { sides } = await imposed(
      40,
      { product: { lies: { way: 'mixed' } } },
      order({ kind: 'stack', lot: null, last: 'blanks' }),
    );
    const seen = fronts(sides)
      .flat()
      .map((a) => a.n)
      .sort((a, b) => a - b);
    expect(seen).toEqual(upTo(40));
  });
});
