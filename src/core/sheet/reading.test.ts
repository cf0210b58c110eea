import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, type DocketOf } from '../docket';
import { foldProblem, WAYS } from '../fold';
import { boundsOf, contains, type Rect } from '../measure';
import { artworkOf, coverOn, docketFor, SHOP } from '../testing';
import { readBlock } from '../testing-paper';
import { plan, type Plan as AnyPlan, type Sheet } from '.';

type Docket = DocketOf<'bound'>;
type Plan = AnyPlan<'bound'>;

/** Whole books of any wishes, their sheets cut out, folded as paper and turned page by page. */

const BIG = { ...SHOP.stocks[0]!, id: 'big', format: 'big', width: 900, height: 1400 };
const MACHINE = { ...SHOP.machines[0]!, largest: { width: 3000, height: 3000 } };
const COVER = coverOn({ ...BIG, id: 'board' });

const wishes = fc.record({
  pages: fc.integer({ min: 1, max: 120 }),
  binding: fc.constantFrom<Docket['product']['binding']>(
    { kind: 'saddle-stitched' },
    { kind: 'perfect-bound', grindOff: 3 },
    { kind: 'sewn' },
    { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'repeat' },
    { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'stack' },
  ),
  bound: fc.constantFrom('left' as const, 'right' as const, 'top' as const),
  width: fc.integer({ min: 60, max: 150 }),
  height: fc.integer({ min: 60, max: 210 }),
  fold: fc.constantFrom(null, ...WAYS.filter((w) => w.binds).map((w) => w.id)),
  up: fc.constantFrom('one' as const, 'most' as const, 2, 3, 5),
  fill: fc.constantFrom('repeat' as const, 'different' as const, 'come-and-go' as const),
  work: fc.constantFrom(
    'sheetwise' as const,
    'perfecting' as const,
    'work-and-turn' as const,
    'work-and-tumble' as const,
  ),
  turn: fc.constantFrom('machine' as const, 'turn' as const, 'tumble' as const),
  cover: fc.boolean(),
  tabs: fc.boolean(),
  lap: fc.constantFrom(0, 7),
  correction: fc.constantFrom('none' as const, 'push-in' as const, 'scale' as const, 'halves' as const),
  blanks: fc.constantFrom<Docket['product']['blanks']>(
    { kind: 'end' },
    { kind: 'before-last' },
    { kind: 'after', pages: [1, 3] },
  ),
});
type Wish = typeof wishes extends fc.Arbitrary<infer T> ? T : never;

function planned(w: Wish): Plan {
  const artwork = artworkOf(w.pages, { width: w.width, height: w.height });
  const docket = patched(docketFor(artwork), {
    product: {
      binding: w.binding,
      bound: w.bound,
      blanks: w.blanks,
      creep: { correction: w.correction },
      cover: w.cover ? COVER : { kind: 'self' },
      chapters: [
        { at: 1, title: 'a' },
        { at: 6, title: 'b' },
      ],
      tabs: { on: w.tabs },
      fold: w.fold,
      trims: { lap: w.lap },
    },
    sheet: { stock: BIG, machine: MACHINE, up: w.up, fill: w.fill, work: w.work, turn: w.turn },
  });
  return plan(docket, artwork);
}

/** One form for both sides that does not fit its half: a finding says so, and its halves lie on each other. */
const overlaid = ({ lay }: Sheet): boolean => !lay.fits && lay.work.startsWith('work-and');

const apart = (a: Rect, b: Rect): boolean =>
  a.x + a.width <= b.x + 1e-6 ||
  b.x + b.width <= a.x + 1e-6 ||
  a.y + a.height <= b.y + 1e-6 ||
  b.y + b.height <= a.y + 1e-6;

describe('any book', () => {
  it('has every page of the artwork once, and reads on as paper, heads up, wherever its sections lie', () => {
    fc.assert(
      fc.property(wishes, (w) => {
        const it = planned(w);
        const refs = it.product.pages.flatMap((p) => (p.ref ? [p.ref.page] : []));
        expect(refs).toEqual(Array.from({ length: w.pages }, (_, i) => i + 1));
        const read = new Set<number>();
        const sheets = [...it.sheets].filter((s) => s.called !== 'cover');
        fc.pre(!sheets.some(overlaid));
        for (const sheet of sheets)
          sheet.downs.forEach((piece, slot) => {
            if (piece === null) return;
            const section = it.product.sections[piece]!;
            expect(foldProblem(section.way, w.bound)).toBeNull();
            const { pages } = readBlock(it, sheet, slot, w.bound);
            expect(pages.map((p) => p.reading)).toEqual(section.places);
            expect(pages.filter((p) => p.head[0] !== 0 || p.head[1] !== 1)).toEqual([]);
            section.places.forEach((p) => read.add(p));
          });
        const text = it.product.sections.filter((s) => s.kind !== 'cover').flatMap((s) => s.places);
        expect([...read].sort((a, b) => a - b)).toEqual([...text].sort((a, b) => a - b));
      }),
      { numRuns: 200 },
    );
  });

  it('never lays a page, or its bleed, on another page; and where it fits, on what is not printed', () => {
    fc.assert(
      fc.property(wishes, (w) => {
        const sheets = [...planned(w).sheets].filter((s) => !overlaid(s));
        const wrong = sheets.flatMap(({ lay, front, back }) =>
          [front, back].flatMap((cells) =>
            cells.filter(
              (a, i) =>
                (lay.fits && !contains(lay.printable, boundsOf(a.clip))) ||
                cells.some((b, j) => j > i && !(apart(a.trim, boundsOf(b.clip)) && apart(boundsOf(a.clip), b.trim))),
            ),
          ),
        );
        expect(wrong).toEqual([]);
      }),
      { numRuns: 100 },
    );
  });
});

describe('a cover taken from few pages', () => {
  it.each([
    [1, [1, null, null, null]],
    [2, [1, null, null, 2]],
    [3, [1, 2, null, 3]],
    [4, [1, 2, 3, 4]],
  ])('of %i: each once, the last outside', (pages, wanted) => {
    const artwork = artworkOf(pages);
    const docket = patched(docketFor(artwork), { product: { cover: COVER }, sheet: { stock: BIG, machine: MACHINE } });
    const covers = plan(docket, artwork).product.pages.filter((p) => p.kind === 'cover');
    expect(covers.map((p) => p.ref?.page ?? null)).toEqual(wanted);
  });
});
