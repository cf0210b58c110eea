import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Patch as AnyPatch } from '../docket';
import { artworkOf, BOARD, coverOn, docketFor, look, SHOP, type Looked } from '../testing';

type Docket = DocketOf<'bound'>;
type Patch = AnyPatch<DocketOf<'bound'>>;

const BIG = { ...SHOP.stocks[0]!, id: 'big', format: 'big', width: 900, height: 1400 };
const MACHINE = { ...SHOP.machines[0]!, largest: { width: 3000, height: 3000 } };

/** A book of a file of `pages` and a further one of `more`, as it is wished. */
function looked(pages: number, more: number, patch: Patch): Looked {
  const artwork = { ...artworkOf(pages), more: [artworkOf(more).pages] };
  const there: Patch = {
    artwork: { more: [{ name: 'back.pdf', path: 'back.pdf' }] },
    sheet: { stock: BIG, machine: MACHINE },
  };
  return look(patched(patched(docketFor(artwork), there), patch), artwork, SHOP);
}
const ids = ({ findings }: Looked): string[] => findings.map((f) => f.id);
const find = (it: Looked, id: string) => it.findings.find((f) => f.id === id);

/** The pages of files that are on some side, `file page`. */
const onPaper = ({ plan }: Looked): Set<string> =>
  new Set(
    [...plan.sheets].flatMap(({ front, back }) =>
      [...front, ...back].flatMap((c) => (c.page === null ? [] : [`${c.file} ${c.page}`])),
    ),
  );

/** Findings that name pages which are not printed. */
const NAMING = ['pages-missing', 'one-sided', 'cover-inside', 'cover-unused', 'too-large'];

const runs = fc.array(
  fc.record({
    kind: fc.constant('pages' as const),
    file: fc.integer({ min: 0, max: 1 }),
    from: fc.integer({ min: 1, max: 50 }),
    to: fc.integer({ min: 1, max: 50 }),
    turn: fc.constantFrom(0 as const, 1 as const),
  }),
  { minLength: 1, maxLength: 3 },
);
const wishes = fc.record({
  pages: fc.integer({ min: 1, max: 40 }),
  more: fc.integer({ min: 1, max: 5 }),
  binding: fc.constantFrom<Docket['product']['binding']>(
    { kind: 'saddle-stitched' },
    { kind: 'perfect-bound', grindOff: 3 },
    { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'repeat' },
    { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'stack' },
    { kind: 'folded', short: 1 },
  ),
  bound: fc.constantFrom('left' as const, 'right' as const, 'top' as const),
  up: fc.constantFrom('one' as const, 'most' as const, 3),
  fill: fc.constantFrom('repeat' as const, 'different' as const, 'come-and-go' as const),
  work: fc.constantFrom('sheetwise' as const, 'work-and-turn' as const, 'one-sided' as const),
  from: fc.constantFrom(null, 'text' as const, 1),
  printed: fc.constantFrom('both' as const, 'outside' as const),
  fold: fc.constantFrom(null, '8-right-angle', '6-wrap'),
  imposed: fc.constantFrom<Docket['artwork']['imposed']>(
    { kind: 'pages' },
    { kind: 'spreads', covers: true },
    { kind: 'folded', fold: '8-right-angle', nested: false },
  ),
  list: fc.option(runs),
});

describe('pages that are wished for', () => {
  it('are on paper, or a finding names them', () => {
    fc.assert(
      fc.property(wishes, ({ pages, more, imposed, list, from, printed, up, fill, work, ...product }) => {
        const it = looked(pages, more, {
          artwork: { imposed },
          product: { ...product, pages: list, cover: from ? { ...coverOn(BOARD), from, printed } : { kind: 'self' } },
          sheet: { up, fill, work },
        });
        const wanted = list
          ? list.flatMap((r) =>
              Array.from({ length: Math.abs(r.to - r.from) + 1 }, (_, i) => `${r.file} ${Math.min(r.from, r.to) + i}`),
            )
          : Array.from({ length: pages }, (_, i) => `0 ${i + 1}`);
        // what a list says of artwork that is taken apart is its parts
        fc.pre(!list || imposed.kind === 'pages');
        const there = onPaper(it);
        const lost = wanted.filter((p) => !there.has(p));
        if (lost.length > 0) expect(ids(it).filter((id) => NAMING.includes(id))).not.toEqual([]);
      }),
      { numRuns: 300 },
    );
  });

  it('and are not in their file, are said, by file', () => {
    const run = (file: number, from: number, to: number) => ({
      kind: 'pages' as const,
      file,
      from,
      to,
      turn: 0 as const,
    });
    const it = looked(8, 2, { product: { pages: [run(0, 1, 12), run(1, 3, 1), { kind: 'blanks', count: 2 }] } });
    const f = find(it, 'pages-missing')!;
    expect(f.severity).toBe('stop');
    expect(f.title).toBe('5 pages of the list are not there');
    expect(f.detail).toContain('4 of');
    expect(f.detail).toContain('1 of back.pdf');
    expect(f.remedies.map((r) => r.patch)).toEqual([
      { product: { pages: [run(0, 1, 8), run(1, 2, 1), { kind: 'blanks', count: 2 }] } },
      { product: { pages: null } },
    ]);
    expect(ids(looked(8, 2, { product: { pages: [run(0, 1, 8), run(1, 1, 2)] } }))).not.toContain('pages-missing');
  });

  it('inside a cover of which the outside is printed: the text’s stop the job, a file’s are to be looked at', () => {
    const cover = { ...coverOn(BOARD), printed: 'outside' as const };
    const ofText = find(looked(16, 1, { product: { cover: { ...cover, from: 'text' } } }), 'cover-inside')!;
    expect(ofText.severity).toBe('stop');
    expect(ofText.title).toBe('2 pages inside the cover would not be printed');
    expect(ofText.detail).toContain('Page 2 and 15 of the text');
    expect(ofText.remedies.map((r) => r.patch)).toEqual([{ product: { cover: { printed: 'both' } } }]);
    const ofFile = looked(16, 4, { product: { cover: { ...cover, from: 1 } } });
    expect(find(ofFile, 'cover-inside')!.severity).toBe('look');
    // a cover of two pages has nothing inside
    expect(ids(looked(16, 2, { product: { cover: { ...cover, from: 1 } } }))).not.toContain('cover-inside');
    expect(ids(looked(16, 4, { product: { cover: { ...cover, printed: 'both', from: 1 } } }))).not.toContain(
      'cover-inside',
    );
  });
});
