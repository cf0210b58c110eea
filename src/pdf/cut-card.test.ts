import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { cutCard, patched, plan, type CutCard, type Docket, type Patch, type Unit } from '../core';
import { artworkOf, flatDocketFor, GUILLOTINE, posterDocketFor, SHOP, SLITTER } from '../core/testing';
import { writeCutCard } from './cut-card';
import { run, scratch } from './testing';

const dir = scratch();
const ADDRESS = 'http://127.0.0.1:4380/jobs/1#knife';
const [, , SRA3] = SHOP.stocks;
const CUT: Patch = {
  finish: { here: true, route: [{ process: 'cut', machine: GUILLOTINE }] },
  sheet: { stock: SRA3! },
};

/** The words of a card, page by page, as poppler reads them. */
async function read(card: CutCard, unit: Unit = 'mm'): Promise<string[]> {
  const file = join(dir, 'card.pdf');
  writeFileSync(file, await writeCutCard(card, ADDRESS, { unit, house: 'Bindweed Lane' }));
  expect(run('qpdf', '--check', file)).toContain('No syntax or stream encoding errors');
  return run('pdftotext', '-layout', file, '-').split('\f').slice(0, -1);
}
const cardOf = (docket: Docket, pages: number, size: { width: number; height: number }): CutCard => {
  const artwork = artworkOf(pages, size, 0);
  return cutCard(12, docket, plan(docket, artwork), 'mm')!;
};

describe('the cut card', () => {
  const size = { width: 85, height: 55 };
  const flat = (more: Patch): Docket => [CUT, more].reduce<Docket>(patched, flatDocketFor(artworkOf(2, size, 0)));
  const CARDS: Patch = {
    title: 'Staff cards',
    product: { finished: size, bleed: 0, copies: 2100, lies: { way: 'sideways', columns: 7, rows: 3 } },
  } as Patch;

  it('is one page with every measure of the gauge, in both units, and what is done before', async () => {
    const [page, ...more] = await read(cardOf(flat(CARDS), 2, size));
    expect(more).toEqual([]);
    // the waste of 32.5 at the side and above stays behind the clamp of 20: no half turns
    const measures = [...page!.matchAll(/^ *(\d+) +(\d+\.\d) mm.* (\d+\.\d{3}) in$/gm)].map((m) => m.slice(1));
    expect(measures).toEqual(
      [417.5, 362.5, 307.5, 252.5, 197.5, 142.5, 87.5, 32.5, 287.5, 202.5, 117.5, 32.5].map((mm, i) => [
        String(i + 1),
        mm.toFixed(1),
        (mm / 25.4).toFixed(3),
      ]),
    );
    expect(page).toContain('12 Staff cards');
    expect(page).toContain('Left edge (side lay) to the gauge');
    expect(page).toContain('Quarter turn right, 7 strips side by side');
    expect(page).toContain('Cut on Avocet: 100 sheets');
    // an address breaks nowhere
    expect(page).toContain(ADDRESS);
  });

  it('says inches large where the shop thinks in them, and that the false clamp is off', async () => {
    const bare: Patch = {
      finish: { route: [{ process: 'cut', machine: { ...GUILLOTINE, smallestStrip: 60, bareClamp: 20 } }] },
    };
    const [page] = await read(cardOf([bare].reduce(patched, flat(CARDS)), 2, size), 'in');
    expect(page).toMatch(/1 +16\.437 in .* 417\.5 mm/);
    expect(page).toContain('Avocet, false clamp off');
  });

  it('has a page for each kind of sheet', async () => {
    const poster = { width: 500, height: 700 };
    const docket = [CUT].reduce<Docket>(patched, posterDocketFor(artworkOf(1, poster, 0)));
    const card = cardOf(docket, 1, poster);
    const pages = await read(card);
    expect(pages.length).toBe(card.knives.length);
    expect(pages.length).toBeGreaterThan(1);
    pages.forEach((p, i) => expect(p).toContain(`card ${i + 1} of ${pages.length}`));
  });

  it('of very many cuts says that there are more', async () => {
    const dots = { width: 8, height: 5 };
    const docket = [
      CUT,
      {
        product: { finished: dots, bleed: 0, copies: 1000, lies: { way: 'upright', gap: { across: 2, down: 2 } } },
      } as Patch,
    ].reduce<Docket>(patched, flatDocketFor(artworkOf(1, dots, 0)));
    const card = cardOf(docket, 1, dots);
    const [knife] = card.knives;
    expect(knife!.steps.length).toBeGreaterThan(60);
    // one measure more is the height of the lift
    const shown = async (steps: CutCard['knives'][number]['steps']): Promise<[number, number]> => {
      const [page, ...more] = await read({ ...card, knives: [{ ...knife!, steps }] });
      expect(more).toEqual([]);
      const left = /and (\d+) more on the screen/.exec(page!);
      return [page!.match(/\d+\.\d mm/g)!.length - 1, Number(left?.[1] ?? 0)];
    };
    const all = knife!.steps;
    expect(await shown(all)).toEqual([all.length, 0]);
    const many = [...all, ...all, ...all, ...all];
    const [said, left] = await shown(many);
    expect(left).toBeGreaterThan(0);
    expect(said + left).toBe(many.length);
  });
});

describe('the card of a slitter', () => {
  it('has slits and cross cuts beside each other, and says which edge goes in first', async () => {
    const size = { width: 85, height: 55 };
    const docket = [
      CUT,
      {
        product: { finished: size, bleed: 0, copies: 200, lies: { way: 'upright', columns: 4, rows: 5 } },
        finish: { route: [{ process: 'cut', machine: SLITTER }] },
      } as Patch,
    ].reduce<Docket>(patched, flatDocketFor(artworkOf(1, size, 0)));
    const card = cardOf(docket, 1, size);
    expect([card.knives.length, card.setups.length]).toEqual([0, 1]);
    const [page, ...more] = await read(card);
    expect(more).toEqual([]);
    expect(page).toMatch(/Slit on Dunlin, program \d{4}: 10 sheets/);
    expect(page).toContain('The left edge goes in first; slits are measured from the lead edge');
    // 5 rows of 55 in 320: 22.5 and six lines; 4 columns of 85 in 450: 55 and five
    const lines = [...page!.matchAll(/^ *(\d+) +(\d+\.\d) mm(?: +(\d+) +(\d+\.\d) mm)?$/gm)].map((m) => m.slice(1));
    expect(lines).toEqual(
      [22.5, 77.5, 132.5, 187.5, 242.5, 297.5].map((v, i) => {
        const n = String(i + 1);
        return i < 5 ? [n, v.toFixed(1), n, (55 + 85 * i).toFixed(1)] : [n, v.toFixed(1), undefined, undefined];
      }),
    );
  });
});
