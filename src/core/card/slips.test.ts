import { describe, expect, it } from 'vitest';
import { patched, type Docket, type Patch } from '../docket';
import { plan } from '../sheet';
import { artworkOf, docketFor, flatDocketFor, GUILLOTINE, SHOP } from '../testing';
import { pileSlips } from './slips';

const size = { width: 90, height: 50 };
const SPOILAGE = { sheets: 10, percent: 2 };
const PRESS = { plate: { width: 1030, height: 790 }, gripper: 48, across: 0 };
const slipsOf = (docket: Docket, artwork = artworkOf(6, size)) => pileSlips(7, docket, plan(docket, artwork), 'mm');
const cards = (patch: Patch, press: typeof PRESS | null = null): Docket =>
  [
    {
      title: 'Cards',
      customer: 'Harbour Hut',
      sheet: { stock: SHOP.stocks[2]!, machine: { ...SHOP.machines[0]!, press, spoilage: SPOILAGE } },
      finish: { here: true, route: [{ process: 'cut', machine: GUILLOTINE }] },
      product: {
        finished: size,
        sides: 'one',
        copies: 210,
        order: { kind: 'repeat' },
        lies: { way: 'upright', columns: 4, rows: 5 },
      },
    } as Patch,
    patch,
  ].reduce<Docket>(patched, flatDocketFor(artworkOf(6, size)));

describe('slips of piles', () => {
  it('are one for sheets that are printed alike, with their count and what comes next', () => {
    // 6 pages of 210 at 20 up, each repeated on sheets of its own: ceil(210 ÷ 20) = 11 prints of 6 sheets; 10 and 2 % of 66 more
    const { slips, more, ...head } = slipsOf(cards({}));
    expect(head).toEqual({ number: 7, title: 'Cards', customer: 'Harbour Hut', due: null, order: null });
    expect([slips.length, more]).toEqual([1, 0]);
    expect(slips[0]).toMatchObject({
      pile: 'Pile 1 of 1',
      holds: expect.stringMatching(/^Sheets 1–6 of 6, /) as string,
      sheets: '78 sheets, 12 of them spoilage',
      next: `Cut on ${GUILLOTINE.name}`,
    });
    expect(slips[0]!.printed).toMatch(/, one side$/);
    expect(slips[0]!.stock).toContain('450 × 320');
  });

  it('are one a form on a press, its spoilage shared out to the last sheet', () => {
    const { slips } = slipsOf(cards({}, PRESS));
    expect(slips.map((s) => s.pile)).toEqual(upTo(6).map((n) => `Pile ${n} of 6`));
    expect(slips.map((s) => s.sheets)).toEqual(upTo(6).map(() => '13 sheets, 2 of them spoilage'));
    expect(slips[4]!.holds).toMatch(/^Sheet 5 of 6, /);
    // 210 of seven: 11 prints each, 10 and 2 % of 77 make 12: five forms have one more than the others
    const seven = slipsOf(cards({}, PRESS), artworkOf(7, size)).slips.map((s) => Number.parseInt(s.sheets, 10));
    expect(seven).toEqual([13, 13, 13, 13, 13, 12, 12]);
  });

  it('say how a sheet is worked, and that nothing more is done where it is finished elsewhere', () => {
    const book = artworkOf(16, { width: 148, height: 210 });
    const docket = patched(docketFor(book), { finish: { here: false } });
    const { slips } = pileSlips(7, docket, plan(docket, book), 'mm');
    expect(slips[0]).toMatchObject({ next: null });
    expect(slips[0]!.printed).toMatch(/, sheetwise$/);
  });
});

const upTo = (n: number): number[] => Array.from({ length: n }, (_, i) => i + 1);
