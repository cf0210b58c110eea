import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, plan, runsOf, type DocketOf, type Patch as AnyPatch } from '../../core';
import { BOARD, coverOn, docketFor, GUILLOTINE, look, SHOP } from '../../core/testing';
import { readArtwork } from '../read';
import { numberedPages, scratch, wordsOf, writePdf, type PageWish } from '../testing';
import { compose } from '.';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;

/** Random dockets of every wish, exported and read back by poppler: no plan is asked what is on a side. */

const dir = scratch();
const BIG = { ...SHOP.stocks[0]!, id: 'big', format: 'big', width: 500, height: 700 };
const OTHER = { ...BIG, id: 'other', name: 'Other' };
/** It lifts nine sheets of 0.11 mm. */
const LOW = { ...GUILLOTINE, lift: 1, largest: { width: 1500, height: 1500 }, smallestStrip: 0 };
const MACHINE = { ...SHOP.machines[0]!, largest: { width: 3000, height: 3000 } };

/** Pages of 60 × 80 mm, numbered from a number on. */
const small = (count: number, first: number): PageWish[] =>
  numberedPages(count, 170, 227).map(({ entries, content }, i) => ({
    entries,
    content: content.replace(/Page \d+/, `Page ${first + i}`),
  }));

/** Files made once: of so many pages from 1, and a further one of three from 101. */
const made = new Map<number, Promise<Awaited<ReturnType<typeof readArtwork>>['artwork']>>();
const fileOf = (pages: number): string => join(dir, `f${pages}.pdf`);
function artworkOf(pages: number) {
  let it = made.get(pages);
  if (!it) {
    writePdf(fileOf(pages), small(pages, pages === 3 ? 101 : 1));
    made.set(pages, (it = readArtwork(fileOf(pages), `${fileOf(pages)}.work`).then((r) => r.artwork)));
  }
  return it;
}

const WIRE = { kind: 'loose-leaf' as const, by: 'wire' as const, clearance: 8 };
const wishes = fc.record({
  pages: fc.integer({ min: 4, max: 26 }),
  copies: fc.integer({ min: 1, max: 30 }),
  binding: fc.constantFrom<Docket['product']['binding']>(
    { kind: 'saddle-stitched' },
    { kind: 'perfect-bound', grindOff: 3 },
    { kind: 'sewn' },
    { ...WIRE, order: 'repeat' },
    { ...WIRE, order: 'stack' },
    { kind: 'folded', short: 1 },
  ),
  bound: fc.constantFrom('left' as const, 'right' as const, 'top' as const),
  trimming: fc.constantFrom('auto' as const, 'folded' as const),
  blanks: fc.constantFrom<Docket['product']['blanks']>(
    { kind: 'end' },
    { kind: 'before-last' },
    { kind: 'inside-covers' },
  ),
  cover: fc.constantFrom<Docket['product']['cover']>(
    { kind: 'self' },
    coverOn({ ...BIG, id: 'board' }),
    coverOn({ ...BIG, id: 'board' }, 1, { flaps: 30 }),
  ),
  list: fc.constantFrom<Docket['product']['pages']>(null, [
    { kind: 'pages', file: 0, from: 4, to: 1, turn: 0 },
    { kind: 'blanks', count: 1 },
    { kind: 'pages', file: 1, from: 1, to: 3, turn: 2 },
    { kind: 'pages', file: 0, from: 2, to: 4, turn: 0 },
  ]),
  inserts: fc.constantFrom<Docket['product']['inserts']>([], [{ after: 2, title: '', stock: BOARD }]),
  stocks: fc.constantFrom<Docket['product']['stocks']>([], [{ from: 1, to: 2, stock: OTHER }]),
  up: fc.constantFrom('one' as const, 'most' as const, 3, 7),
  fill: fc.constantFrom('repeat' as const, 'different' as const, 'come-and-go' as const),
  work: fc.constantFrom(
    'sheetwise' as const,
    'work-and-turn' as const,
    'work-and-tumble' as const,
    'perfecting' as const,
  ),
});

describe('every page that is wished for, in the exported PDF', () => {
  it('is printed as often as it is wished for, and no more than a sheet of it over; or a finding stops the job', async () => {
    let counted = 0;
    await fc.assert(
      fc.asyncProperty(wishes, async ({ pages, list, up, fill, work, ...product }) => {
        const artwork = { ...(await artworkOf(pages)), more: [(await artworkOf(3)).pages] };
        fc.pre(pages !== 3);
        const patch: Patch = {
          artwork: { more: [{ name: 'more.pdf' }] },
          product: { ...product, pages: list },
          sheet: { stock: BIG, machine: MACHINE, up, fill, work },
          finish: { route: [{ process: 'cut', machine: LOW }] },
        };
        const docket = patched(docketFor(artwork), patch);
        const { findings } = look(docket, artwork, SHOP);
        const planned = plan(docket, artwork);
        const wanted = new Map<number, number>();
        const want = (n: number): void => void wanted.set(n, (wanted.get(n) ?? 0) + product.copies);
        if (list)
          for (const run of list) {
            if (run.kind === 'blanks') continue;
            const step = Math.sign(run.to - run.from) || 1;
            for (let p = run.from; p !== run.to + step; p += step) want(run.file === 1 ? 100 + p : p);
          }
        else for (let p = 1; p <= pages; p++) want(p);
        if (findings.some((f) => f.severity === 'stop')) return;
        counted++;

        const out = join(dir, 'out.pdf');
        compose({ docket, artwork, source: fileOf(pages), more: [fileOf(3)], out });
        const sides = wordsOf(out).map((s) => s.words.flatMap((w) => (/^\d+$/.test(w.text) ? [Number(w.text)] : [])));
        // what marks say is drawn, and no text
        let side = 0;
        const onSheet = [...planned.sheets].map((s) => sides.slice(side, (side += s.sides)).flat());
        expect(side).toBe(sides.length);
        const got = new Map<number, number>();
        for (const run of runsOf(planned))
          for (const number of run.sheets)
            for (const n of onSheet[number - 1]!) got.set(n, (got.get(n) ?? 0) + run.good / run.perCopy);
        const places = Math.max(...planned.sheets.lays.map((l) => 2 * l.downs.length));
        for (const [n, times] of wanted) {
          expect([n, (got.get(n) ?? 0) >= times]).toEqual([n, true]);
          // a file's pages are round the text as well as in it, where they are wished so
          const round = n > 100 && product.cover.kind === 'separate' && product.cover.from === 1 ? product.copies : 0;
          const most = (places * (times + round)) / product.copies;
          expect([n, (got.get(n) ?? 0) <= times + round + most]).toEqual([n, true]);
        }
      }),
      { numRuns: 60 },
    );
    // about half of them are jobs that can be printed: so few would be no chance
    expect(counted).toBeGreaterThan(10);
  });
});
