import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import {
  alikeRun,
  checkedPatch,
  inspect,
  mark,
  newDocket,
  PageWork,
  patched,
  plan,
  type Artwork,
  type DocketOf,
  type Patch,
} from '../../core';
import { flatDocketFor, SHOP } from '../../core/testing';
import { findPieces, withFound } from '../find-pieces';
import { readArtwork } from '../read';
import { run, scratch, wordsOf, writePdf } from '../testing';
import { CARD_FILES, cropMarks, writeCards } from '../testing-cards';
import { compose } from '.';

/** What is done to pages, read off the sheets by poppler. */

const dir = scratch();
const MM = 72 / 25.4;
let serial = 0;
type FlatPatch = Patch<DocketOf<'flat'>>;

/** A file and what is known of it, its pieces looked for. */
async function read(path: string): Promise<{ artwork: Artwork; source: string }> {
  const { artwork, workingCopy } = await readArtwork(path, `${path}.work`);
  const source = workingCopy ? `${path}.work` : path;
  return { artwork: withFound(artwork, findPieces(source, artwork)), source };
}

const ALONE: FlatPatch = {
  sheet: { stock: SHOP.stocks[2]! },
  product: { sides: 'one', copies: 1, lies: { way: 'upright', columns: 1, rows: 1 } },
  marks: { slug: { on: false } },
};

function written(artwork: Artwork, source: string, ...patches: FlatPatch[]) {
  const docket = [ALONE, ...patches].reduce<DocketOf<'flat'>>((d, p) => patched(d, p), flatDocketFor(artwork));
  const out = join(dir, `out${++serial}.pdf`);
  compose({ docket, artwork, source, out });
  const cell = plan(docket, artwork).sheets.at(0).front[0]!;
  return { out, cell };
}

/** A page of 100 × 100 mm with 3 mm of bleed and a black square whose middle is 20 mm right of and 10 mm above its own. */
async function page(): Promise<{ artwork: Artwork; source: string }> {
  const source = join(dir, `page${++serial}.pdf`);
  const at = (x: number): string => (x * MM).toFixed(4);
  writePdf(source, [
    {
      entries: `/MediaBox[0 0 ${at(106)} ${at(106)}]/TrimBox[${at(3)} ${at(3)} ${at(103)} ${at(103)}]`,
      content: `0 0 0 1 k ${at(71)} ${at(61)} ${at(4)} ${at(4)} re f`,
    },
  ]);
  return read(source);
}

const wish = (work: Partial<PageWork>): FlatPatch => ({ artwork: { work: [PageWork.parse(work)] } });
const lay = (it: object): FlatPatch => wish({ lay: { scale: { x: 1, y: 1 }, ...it } as never });

/** Where the middle of the ink is from the middle of the piece, mm, in poppler's picture of the sheet. */
async function offset({ cell, out }: ReturnType<typeof written>): Promise<[number, number]> {
  const to = out.replace('.pdf', '');
  run('pdftoppm', '-r', '254', '-singlefile', '-gray', '-png', out, to);
  const { data, info } = await sharp(`${to}.png`).greyscale().raw().toBuffer({ resolveWithObject: true });
  const { x, y, width, height } = cell.trim;
  let [sum, sx, sy] = [0, 0, 0];
  for (let row = 0; row < info.height; row++)
    for (let column = 0; column < info.width; column++) {
      const [px, py] = [(column + 0.5) / 10, (info.height - row - 0.5) / 10];
      if (px < x || px > x + width || py < y || py > y + height) continue;
      const ink = 255 - data[row * info.width + column]!;
      [sum, sx, sy] = [sum + ink, sx + ink * px, sy + ink * py];
    }
  return [sx / sum - x - width / 2, sy / sum - y - height / 2];
}

describe('how a page lies', () => {
  const cases: [string, object, (x: number, y: number) => [number, number]][] = [
    ['a quarter turn counter-clockwise', { turn: 1 }, (x, y) => [-y, x]],
    ['half a turn', { turn: 2 }, (x, y) => [-x, -y]],
    ['mirrored across', { mirrored: 'across' }, (x, y) => [-x, y]],
    ['mirrored up', { mirrored: 'up' }, (x, y) => [x, -y]],
    ['scaled by halves and a fifth', { scale: { x: 0.5, y: 1.2 } }, (x, y) => [x / 2, 1.2 * y]],
    ['moved', { move: { x: 4, y: -3 } }, (x, y) => [x + 4, y - 3]],
    [
      'at 30 degrees counter-clockwise',
      { angle: 30 },
      (x, y) => [x * Math.sqrt(0.75) - y / 2, x / 2 + y * Math.sqrt(0.75)],
    ],
    ['mirrored, scaled, turned and moved, in that order', { mirrored: 'across', scale: { x: 0.5, y: 0.5 }, turn: 3, move: { x: 1, y: 0 } }, (x, y) => [y / 2 + 1, x / 2]], // prettier-ignore
  ];
  it.each(cases)('%s', async (_name, how, expected) => {
    const { artwork, source } = await page();
    const [x, y] = await offset(written(artwork, source));
    expect([x, y].map((v) => Math.round(10 * v) / 10)).toEqual([20, 10]);
    const fixed: FlatPatch = { product: { finished: { width: 100, height: 100 } } };
    const [sx, sy] = await offset(written(artwork, source, fixed, lay(how)));
    const [wx, wy] = expected(x, y);
    expect(sx).toBeCloseTo(wx, 1);
    expect(sy).toBeCloseTo(wy, 1);
  });

  it('is drawn out to its size unevenly where the wish bears it, and only there', async () => {
    const { artwork, source } = await page();
    const [x, y] = await offset(written(artwork, source));
    const sized: FlatPatch = { product: { finished: { width: 105, height: 100 } }, artwork: { fit: 'fit' } };
    const even = await offset(written(artwork, source, sized));
    expect(even[0]).toBeCloseTo(x, 1);
    const drawn = await offset(written(artwork, source, sized, { artwork: { uneven: 5 } }));
    expect(drawn[0]).toBeCloseTo(1.05 * x, 1);
    expect(drawn[1]).toBeCloseTo(y, 1);
    expect((await offset(written(artwork, source, sized, { artwork: { uneven: 4.9 } })))[0]).toBeCloseTo(x, 1);
  });
});

describe('a wish that does nothing, and one that was taken back', () => {
  it('leave the file as it was, byte for byte', async () => {
    const { artwork, source } = await page();
    const { trim, crop } = artwork.pages[0]!;
    const plain = readFileSync(written(artwork, source).out);
    for (const work of [
      [],
      null,
      [PageWork.parse({ lay: {} })],
      [PageWork.parse({ boxes: { trim, crop, art: trim } })],
    ])
      expect(
        readFileSync(written(artwork, source, { artwork: { work } }).out).equals(plain),
        JSON.stringify(work),
      ).toBe(true);
    const other = written(artwork, source, wish({ lay: { turn: 2 } as never }));
    expect(readFileSync(other.out).equals(plain)).toBe(false);
  });
});

describe('what lies beyond the bleed', () => {
  it('is not printed: neither marks nor bars nor names, and the bleed is', async () => {
    const source = join(dir, 'marked.pdf');
    writePdf(source, [CARD_FILES['with marks.pdf']!]);
    const { artwork } = await read(source);
    const it = written(artwork, source, { marks: { crop: { on: false }, register: { on: false } } });
    run('pdftoppm', '-r', '254', '-singlefile', '-png', it.out, join(dir, 'marked'));
    const picture = sharp(join(dir, 'marked.png')).greyscale();
    const { data, info } = await picture.raw().toBuffer({ resolveWithObject: true });
    // ink in a picture of ten pixels a millimetre: the card with 2 mm of bleed, for crosses stand 2 mm above and below
    const ink = data.reduce((sum, v) => sum + (v < 250 ? 1 : 0), 0) / 100;
    expect(info.width).toBeGreaterThan(3000);
    expect(ink).toBeGreaterThan(89 * 59 - 2);
    expect(ink).toBeLessThan(89.2 * 59.2 + 2);
  });

  it('is left out where marks stand round a page of a book as well', async () => {
    const source = join(dir, 'cover.pdf');
    const at = (mm: number): string => (mm * MM).toFixed(4);
    writePdf(source, [
      {
        entries: `/MediaBox[0 0 ${at(180)} ${at(240)}]`,
        content: `0 1 0 0 k ${at(13)} ${at(13)} ${at(154)} ${at(216)} re f ${cropMarks(16, 16, 148, 210)}`,
      },
    ]);
    const { artwork } = await read(source);
    const docket = newDocket('Cover', { name: 'a.pdf', path: 'a.pdf' }, artwork, SHOP, '2026-01-02', 'bound');
    expect(docket.product.finished).toEqual({ width: 148, height: 210 });
    expect(docket.product.bleed).toBe(3);
  });
});

describe('unlike files of one card', () => {
  it('are one run: eight cards of one size, each with its bleed, nothing against it', async () => {
    const files = [];
    for (const path of await writeCards(dir)) files.push(await read(path));
    const facts = files.map((f) => f.artwork);
    const alike = alikeRun(facts)!;
    expect([alike.pieces, alike.finished]).toEqual([8, { width: 85, height: 55 }]);
    const artwork: Artwork = { ...facts[0]!, more: facts.slice(1).map((f) => f.pages) };
    const more = files.slice(1).map((f) => ({ name: f.source, path: f.source }));
    const base = newDocket('Cards', { name: 'a.pdf', path: 'a.pdf' }, facts[0]!, SHOP, '2026-01-02', 'flat');
    const docket = checkedPatch(checkedPatch(base, { artwork: { more } }), alike.patch);
    const planned = plan(docket, artwork);
    const findings = inspect({ docket, artwork, plan: planned, marks: mark(docket, planned), shop: SHOP, unit: 'mm' });
    expect(findings.filter((f) => f.severity !== 'fine').map((f) => f.title)).toEqual([]);
    const out = join(dir, 'run.pdf');
    compose({ docket, artwork, source: files[0]!.source, more: files.slice(1).map((f) => f.source), out });
    expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
    const cards = [...planned.sheets].flatMap((s) => s.front).filter((c) => c.page !== null);
    const sizes = new Set(
      cards.map((c) =>
        [c.trim.width, c.trim.height]
          .map((v) => Math.round(v))
          .sort()
          .join('×'),
      ),
    );
    expect([...sizes]).toEqual(['55×85']);
    // the picture is as large as the card with its bleed
    const picture = cards.find((c) => c.file === 6)!;
    expect(Math.hypot(picture.matrix![0], picture.matrix![1]) * facts[6]!.pages[0]!.media.width).toBeCloseTo(91, 1);
    const words = new Set(wordsOf(out).flatMap((s) => s.words.map((w) => w.text)));
    for (const word of ['plain', 'upright', 'marked', 'somewhere', 'turned', 'first', 'second'])
      expect(words).toContain(word);
  });

  it('are none where one is of another size, has another number of pages, or is a book', async () => {
    const files = [];
    for (const path of await writeCards(dir)) files.push((await read(path)).artwork);
    const [plain, upright, marked] = files as [Artwork, Artwork, Artwork];
    const larger = { ...plain, pages: [{ ...plain.pages[0]!, trim: { x: 0, y: 0, width: 95, height: 55 } }] };
    expect(alikeRun([plain, upright, marked])?.pieces).toBe(3);
    expect(alikeRun([upright, marked, larger])).toBeNull();
    expect(alikeRun([upright, { ...marked, pages: [...marked.pages, ...marked.pages] }])).toBeNull();
    expect(alikeRun([upright])).toBeNull();
    const two = [upright, marked].map((f) => ({ ...f, pages: [...f.pages, ...f.pages] }));
    const sided = alikeRun(two)!;
    expect([sided.pieces, (sided.patch.product as { sides: string }).sides]).toEqual([2, 'two']);
    const large = [1, 2].map(() => ({ ...plain, pages: [{ ...plain.pages[0]!, trim: { x: 0, y: 0, width: 148, height: 210 } }] })); // prettier-ignore
    expect(alikeRun(large)).toBeNull();
  });

  it('that are pictures of another shape are none', async () => {
    const files = [];
    for (const path of await writeCards(dir)) files.push((await read(path)).artwork);
    const picture = files[6]!;
    const media = { x: 0, y: 0, width: 100, height: 61 };
    const other = { ...picture, pages: [{ ...picture.pages[0]!, media, trim: media }] };
    expect(alikeRun([files[1]!, picture])?.pieces).toBe(2);
    expect(alikeRun([files[1]!, other])).toBeNull();
  });
});
