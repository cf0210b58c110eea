import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pageRanges } from '.';
import { checkedPatch, patched, type Artwork, type Docket } from '../docket';
import { mark } from '../marks';
import { boundsOf, contains, grow } from '../measure';
import { plan } from '../sheet';
import { A5, artworkOf, docketFor, look, page, SHOP, type Looked } from '../testing';

type Finding = Looked['findings'][0];
const find = (id: string, docket: Docket, artwork: Artwork): Finding | undefined => look(docket, artwork).find(id);
const take = (docket: Docket, finding: Finding, label: RegExp): Docket => {
  const remedy = finding.remedies.find((r) => label.test(r.label));
  expect(remedy, `a remedy like ${label}; there are ${finding.remedies.map((r) => r.label).join(', ')}`).toBeDefined();
  return checkedPatch(docket, remedy!.patch);
};

describe('findings', () => {
  it('has nothing against a sound booklet', () => {
    const artwork = artworkOf(28);
    expect(look(patched(docketFor(artwork), { sheet: { stock: SHOP.stocks[1]! } }), artwork).findings).toEqual([]);
  });

  it('says where blanks fall and offers three places', () => {
    const artwork = artworkOf(22);
    const docket = docketFor(artwork);
    const finding = find('blanks', docket, artwork)!;
    expect(finding).toMatchObject({ severity: 'look', title: '22 pages make 24 with 2 blanks' });
    expect(finding.detail).toContain('pages 23–24 blank');
    expect(finding.remedies.map((r) => r.detail)).toEqual([
      'pages 23–24 blank',
      'pages 22–23 blank',
      'pages 2, 23 blank',
    ]);
    const mended = take(docket, finding, /back cover/);
    expect(find('blanks', mended, artwork)!.severity).toBe('fine');
  });

  it('offers the next stock with its price, less bleed at head and foot, and the scale that fits', () => {
    const artwork = artworkOf(8);
    // A4 prints 289 × 202 of 297 × 210; the spread with bleed needs 302 × 216
    const docket = patched(docketFor(artwork), {
      sheet: { stock: SHOP.stocks[0]! },
      product: { trimming: 'trimmed' },
    });
    const finding = find('fit-sheet', docket, artwork)!;
    expect(finding.severity).toBe('stop');
    expect(finding.detail).toContain('302 × 216 mm');
    expect(finding.detail).toContain('289 × 202 mm');
    // one up on A4 204 sheets at 1 + 3 ct; two up on SRA3 103 at 2.9 + 3 ct, which is cheaper than A3
    const stock = finding.remedies.find((r) => /SRA3 instead/.test(r.label))!;
    expect(stock.detail).toBe('−2.08\u00a0€ in all');
    expect(find('fit-sheet', take(docket, finding, /A3 instead/), artwork)).toBeUndefined();
    const smaller = take(docket, finding, /% smaller/);
    expect(find('fit-sheet', smaller, artwork)).toBeUndefined();
    // 2 w + 6 ≤ 289 and h + 6 ≤ 202: the height decides, 196 / 210 = 0.9333
    expect(smaller.product.finished.height).toBeCloseTo(196, 0);
    expect(find('artwork-size', smaller, artwork)).toBeUndefined();
  });

  it('cuts the bleed at head and foot to what fits', () => {
    const artwork = artworkOf(8);
    const machine = { ...SHOP.machines[0]!, noPrint: { left: 4, right: 4, top: 52, bottom: 34 } };
    // 450 × 320 SRA3 prints 442 × 234; turned about the upright axis the same; sideways not: needs 302 high
    const docket = patched(docketFor(artwork), {
      sheet: { stock: SHOP.stocks[2]!, machine },
      product: { bleed: 13 },
    });
    // 210 + 2 × 13 = 236 > 234: 12 mm fit
    const mended = take(docket, find('fit-sheet', docket, artwork)!, /Bleed cut to 12 mm at head and foot/);
    expect(find('fit-sheet', mended, artwork)).toBeUndefined();
  });

  it('offers four ways with artwork of another size', () => {
    const artwork = artworkOf(8, { width: 210, height: 297 });
    const docket = patched(docketFor(artwork), { product: { finished: A5 } });
    const finding = find('artwork-size', docket, artwork)!;
    expect(finding.remedies.map((r) => r.label)).toEqual([
      'Fit whole',
      'Fit whole, the bleed with it',
      'Scale to cover',
      'Make the booklet A4 upright',
    ]);
    const whole = take(docket, finding, /Fit whole/);
    // 148 / 210 = 70.48 %, 210 / 297 = 70.71 %
    expect(find('artwork-scaled', whole, artwork)!.title).toContain('70.5 %');
    expect(take(docket, finding, /Make the booklet/).product.finished).toEqual({ width: 210, height: 297 });
  });

  it('names the pages that differ in mixed artwork', () => {
    const base = artworkOf(8);
    const artwork = { ...base, pages: [...base.pages.slice(0, 6), page({ width: 105, height: 148 }), page(A5)] };
    expect(find('artwork-size', docketFor(artwork), artwork)).toMatchObject({
      title: '1 page is not of the finished size',
    });
  });

  it('notices artwork without bleed and enlarges it until it reaches', () => {
    const artwork = artworkOf(8, A5, 0);
    const docket = docketFor(artwork);
    const finding = find('no-bleed', docket, artwork)!;
    // 77 / 74 = 1.0406 across the face, 108 / 105 = 1.0286 up: the larger decides
    const mended = take(docket, finding, /Enlarge the artwork to 104.1 %/);
    expect(find('no-bleed', mended, artwork)).toBeUndefined();
    expect(find('no-bleed', take(docket, finding, /without bleed/), artwork)).toBeUndefined();
  });

  it('lets a quarter of a millimetre of bleed lack, no more', () => {
    const with_ = (bleed: number) => {
      const artwork = artworkOf(8, A5, bleed);
      return find('no-bleed', patched(docketFor(artwork), { product: { bleed: 3 } }), artwork);
    };
    expect(with_(2.8)).toBeUndefined();
    expect(with_(2.7)).toBeDefined();
  });

  it('enlarges artwork by 15 % at most: beyond, it is another one', () => {
    const enlarging = (bleed: number) => {
      const artwork = artworkOf(8, A5, 0);
      const found = find('no-bleed', patched(docketFor(artwork), { product: { bleed } }), artwork)!;
      return found.remedies.some((r) => r.label.startsWith('Enlarge'));
    };
    // across the face 74 + bleed of 74: 14.9 % at 11, 16.2 % at 12
    expect(enlarging(11)).toBe(true);
    expect(enlarging(12)).toBe(false);
  });

  it('takes more than 3 mm beyond the bleed for marks of the file’s own', () => {
    const with_ = (slug: number) => {
      const artwork = artworkOf(8, A5, 3, slug);
      return find('own-marks', docketFor(artwork), artwork);
    };
    expect(with_(3)).toBeUndefined();
    expect(with_(3.5)).toBeDefined();
  });

  it('looks for bleed where the page’s face is in the booklet, blanks before it counted', () => {
    // bleed at the right only: enough for a page that is bound at its left
    const rightOnly = { ...page(A5, 3), bleed: { x: 3, y: 0, width: 151, height: 216 } };
    const artwork: Artwork = {
      ...artworkOf(8),
      pages: [...artworkOf(8).pages.slice(0, 2), rightOnly, ...artworkOf(8).pages.slice(3)],
    };
    const docket = docketFor(artworkOf(8));
    // third page: a right-hand page, its spine at the left
    expect(find('no-bleed', docket, artwork)).toBeUndefined();
    const shifted = patched(docket, { product: { blanks: { kind: 'after', pages: [1] } } });
    expect(find('no-bleed', shifted, artwork)!.title).toBe('1 page has too little bleed');
  });

  it('knows the stitcher’s limit', () => {
    const artwork = artworkOf(84);
    const docket = docketFor(artwork);
    const finding = find('too-thick', docket, artwork)!;
    expect(finding).toMatchObject({ severity: 'stop', title: '21 sheets are too many for Heron' });
    expect(find('too-thick', take(docket, finding, /Bittern/), artwork)).toBeUndefined();
  });

  it('leaves marks that came with the artwork off, and gets back to that', () => {
    const artwork = artworkOf(8, A5, 3, 8);
    const docket = docketFor(artwork);
    expect(docket.product.finished).toEqual(A5);
    expect(find('own-marks', docket, artwork)!.severity).toBe('fine');
    // the page taken whole, they would print inside it
    const whole = patched(docket, { artwork: { box: 'media' }, product: { finished: { width: 170, height: 232 } } });
    const back = take(whole, find('own-marks-show', whole, artwork)!, /Use the trim box/);
    expect(back.product.finished).toEqual(A5);
  });

  it('gives remedies that leave a valid docket, whatever the wishes', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200 }),
        fc.double({ min: 20, max: 500, noNaN: true }),
        fc.double({ min: 20, max: 500, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.constantFrom(...SHOP.stocks),
        (pages, width, height, bleed, stock) => {
          const artwork = artworkOf(pages, { width, height }, 0, 12);
          const docket = patched(docketFor(artwork), { product: { bleed, finished: A5 }, sheet: { stock } });
          for (const f of look(docket, artwork).findings) for (const r of f.remedies) checkedPatch(docket, r.patch);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('writes page ranges short', () => {
    expect(pageRanges([1, 2, 3, 7, 9, 10])).toBe('1–3, 7, 9–10');
    expect(pageRanges([1, 3, 5, 7, 9, 11, 13])).toBe('1, 3, 5, 7, 9, 11 and more');
  });
});

describe('marks', () => {
  it('stay off the pages and inside what prints', () => {
    for (const stock of SHOP.stocks.slice(1)) {
      const artwork = artworkOf(8);
      const docket = patched(docketFor(artwork), { sheet: { stock } });
      const planned = plan(docket, artwork);
      const marks = mark(docket, planned);
      for (const side of ['front', 'back'] as const) {
        const cells = planned.sheets.at(0)[side];
        for (const m of marks.of(1, side)) {
          if (m.kind !== 'line') continue;
          const box = {
            x: Math.min(m.from[0], m.to[0]),
            y: Math.min(m.from[1], m.to[1]),
            width: Math.abs(m.from[0] - m.to[0]),
            height: Math.abs(m.from[1] - m.to[1]),
          };
          expect(contains(grow(planned.sheets.main.lay.printable, 1e-6), box)).toBe(true);
          for (const clip of cells.map((c) => boundsOf(c.clip))) {
            const inside =
              box.x > clip.x - box.width &&
              box.x < clip.x + clip.width &&
              box.y > clip.y - box.height &&
              box.y < clip.y + clip.height;
            expect(inside && box.x + box.width > clip.x + 1e-6 && box.y + box.height > clip.y + 1e-6).toBe(false);
          }
        }
      }
    }
  });

  it('crop marks of one booklet in the middle of A3: eight lines 3 mm off the trim, 5 mm long', () => {
    const artwork = artworkOf(8);
    const docket = patched(docketFor(artwork), { sheet: { stock: SHOP.stocks[1]!, up: 'one' } });
    const crops = mark(docket, plan(docket, artwork))
      .of(1, 'front')
      .filter((m) => m.of === 'crop' && m.kind === 'line');
    expect(crops).toHaveLength(8);
    // the trim is 62…358 × 43.5…253.5
    expect(crops).toContainEqual(expect.objectContaining({ from: [62, 40.5], to: [62, 35.5] }));
    expect(crops).toContainEqual(expect.objectContaining({ from: [361, 253.5], to: [366, 253.5] }));
  });
});
