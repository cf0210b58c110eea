import { describe, expect, it } from 'vitest';
import { setupsOf } from '../card';
import { cutsOf } from '../cutting';
import type { DocketOf, Patch } from '../docket';
import { isSetTo, programsOf, routeWith } from '../finishing';
import { sameSize, type Size } from '../measure';
import { plan } from '../sheet';
import { SlitProgram, type FinisherOf } from '../shop';
import { artworkOf, changed, CREASER, flatDocketFor, SHOP, SLITTER } from '../testing';
import { forProgram } from './for-program';

describe('work laid out for a program', () => {
  const [, , SRA3] = SHOP.stocks;
  const CARD: Size = { width: 85, height: 55 };
  const cards = artworkOf(2, CARD, 3);
  const TOOLED: FinisherOf<'slitter'> = {
    ...SLITTER,
    mostSlits: 12,
    mostCrossCuts: 20,
    scores: { along: 9, across: 9 },
    perforates: { along: 9, across: 9 },
  };
  const slit = (docket: DocketOf<'flat'>, machine = TOOLED): DocketOf<'flat'> =>
    changed(docket, { finish: { here: true, route: routeWith([], 'cut', machine) } });
  const fresh = slit(changed(flatDocketFor(cards), { product: { copies: 100 } }));

  it('comes to the same lines, wherever they lie, whichever guide the machine has', () => {
    for (const guide of ['either', 'left', 'right'] as const)
      for (const change of [
        { lies: { way: 'upright', columns: 4, rows: 5 } },
        { lies: { way: 'sideways', columns: 6, rows: 3, gap: { across: 4, down: 8 } } },
        { lies: { way: 'upright', columns: 3, rows: 4, offset: { x: 7, y: -4.5 } } },
        { lies: { way: 'upright', columns: 2, rows: 2 }, lines: [{ kind: 'score', runs: 'upright', at: 30 }] },
        {
          lies: { way: 'sideways', columns: 4, rows: 3 },
          lines: [
            { kind: 'perforation', runs: 'level', at: 12 },
            { kind: 'score', runs: 'upright', at: 40 },
          ],
        },
        { finished: { width: 90, height: 50 }, lies: { way: 'upright', columns: 2, rows: 3 } },
      ] as const) {
        const machine = { ...TOOLED, guide };
        const from = slit(changed(fresh, { product: change as Patch['product'], sheet: { stock: SRA3! } }), machine);
        const both = changed(from, { finish: { route: routeWith(from.finish.route, 'score', machine) } });
        const [made] = programsOf(both.finish, plan(both, cards), 'Cards');
        const chosen = SlitProgram.parse({ ...made, number: 12 });
        const done = forProgram(chosen, slit(fresh, machine), cards, SHOP, 'mm');
        if ('cannot' in done) throw new Error(done.cannot);
        const docket = changed(slit(fresh, machine), done.patch);
        const [setup] = setupsOf(docket, plan(docket, cards));
        expect(isSetTo(chosen, setup!.run.slits)).toBe(true);
        expect(setup!.program).toEqual({ number: 12, name: 'Cards' });
        expect(cutsOf(plan(docket, cards).sheets.main.lay).pieces).toHaveLength(change.lies.columns * change.lies.rows);
      }
  });

  it('takes the size of its pieces, the artwork lying as its proportions say', () => {
    const done = forProgram(CARDS_OF(100, 60), fresh, cards, SHOP, 'mm');
    if ('cannot' in done) throw new Error(done.cannot);
    const { product, sheet } = changed(fresh, done.patch);
    expect(product.finished).toEqual({ width: 100, height: 60 });
    expect(sameSize(sheet.stock, SRA3!) || sameSize(sheet.stock, { width: 450, height: 320 })).toBe(true);
  });
  /** Two across the feed, three along it, without gaps, from 20 and 30: the piece is so wide on the sheet, and so high. */
  const CARDS_OF = (width: number, height: number): SlitProgram =>
    SlitProgram.parse({
      number: 1,
      name: 'x',
      sheet: { width: 320, height: 450 },
      slits: [20, 20 + height, 20 + 2 * height],
      crossCuts: [30, 30 + width, 30 + 2 * width, 30 + 3 * width],
    });

  it('is not offered where it cannot be', () => {
    const cannot = (p: object, docket = fresh): string => {
      const done = forProgram(SlitProgram.parse({ ...CARDS_OF(85, 55), ...p }), docket, cards, SHOP, 'mm');
      return 'cannot' in done ? done.cannot : 'it can';
    };
    expect(cannot({})).toBe('it can');
    expect(cannot({ sheet: { width: 111, height: 450 } })).toMatch(/^No stock that Plover takes is 450 × 111 mm/);
    expect(cannot({ slits: [20, 75, 81, 150] })).toMatch(/not those of pieces of one size/);
    expect(cannot({ slits: [] })).toMatch(/not those of pieces of one size/);
    // at the very edge nothing prints
    expect(cannot({ slits: [0, 55, 110] })).toMatch(/cannot be laid out/);
    expect(cannot({}, changed(fresh, { finish: { route: [] } }))).toBe('It is cut on no slitter.');
    // lines that a creaser makes stay; those that the slitter should make it does not make
    const scored = changed(fresh, { product: { lines: [{ kind: 'score', runs: 'upright', at: 30 }] } });
    const onCreaser = changed(scored, { finish: { route: routeWith(scored.finish.route, 'score', CREASER) } });
    const done = forProgram(CARDS_OF(85, 55), onCreaser, cards, SHOP, 'mm');
    if ('cannot' in done) throw new Error(done.cannot);
    expect(changed(onCreaser, done.patch).product.lines).toEqual(scored.product.lines);
    const inSlitter = changed(scored, { finish: { route: routeWith(scored.finish.route, 'score', TOOLED) } });
    expect(cannot({}, inSlitter)).toMatch(/^It makes none of the lines/);
  });
});
