import { expect, it } from 'vitest';
import { patched } from '../docket';
import { stepOn } from '../finishing';
import { reckon } from '../reckoning';
import { plan } from '../sheet';
import { artworkOf, docketFor, FOLDER, SHOP } from '../testing';
import { sectionPlansFor } from '.';

const RANKED = ['sheets', 'plates', 'passes', 'waste', 'minutes'] as const;

it('ranks plans of sections by sheets, then plates, passes, waste and time, the least first', () => {
  const deciding = new Set<string>();
  for (const pages of [20, 24, 36, 40, 44, 52, 56, 60, 72, 88, 100])
    for (const work of ['sheetwise', 'work-and-turn'] as const) {
      const docket = patched(docketFor(artworkOf(pages)), {
        product: { binding: { kind: 'perfect-bound', grindOff: 3 } },
        sheet: {
          work,
          stock: { ...SHOP.stocks[2]!, id: 'b2', format: 'B2', width: 520, height: 740 },
          machine: { ...SHOP.machines[0]!, plate: 900, largest: { width: 520, height: 740 } },
        },
        finish: { route: [stepOn('fold', { ...FOLDER, mostFolds: 5, largest: { width: 520, height: 740 } })] },
      });
      const plans = sectionPlansFor(docket, pages, 40);
      plans.slice(1).forEach((b, i) => {
        const a = plans[i]!;
        const first = RANKED.find((k) => Math.abs(a[k] - b[k]) > 1e-9);
        if (!first) return;
        deciding.add(first);
        expect(a[first], `${pages} pages, ${work}: ${first}`).toBeLessThan(b[first]);
      });
    }
  expect([...deciding]).toEqual(expect.arrayContaining(['sheets', 'plates', 'waste']));
});

it('says of a plan what is reckoned when it is taken', () => {
  const seen = new Set<string>();
  for (const pages of [16, 28, 52, 76, 100])
    for (const work of ['sheetwise', 'work-and-turn'] as const)
      for (const fill of ['repeat', 'different'] as const) {
        const artwork = artworkOf(pages);
        const docket = patched(docketFor(artwork), {
          product: { copies: 333, binding: { kind: 'sewn' } },
          sheet: {
            work,
            fill,
            stock: { ...SHOP.stocks[2]!, id: 'b2', format: 'B2', width: 520, height: 740 },
            machine: { ...SHOP.machines[0]!, plate: 900, largest: { width: 520, height: 740 } },
          },
          finish: { route: [stepOn('fold', { ...FOLDER, mostFolds: 5, largest: { width: 520, height: 740 } })] },
        });
        for (const p of sectionPlansFor(docket, pages)) {
          const list = p.ways.map((w) => ({ fold: w.id, stock: null }));
          const taken = patched(docket, { product: { sections: { kind: 'set', list } } });
          const figures = new Map(reckon(taken, plan(taken, artwork)).map((f) => [f.key, f.value]));
          const said = `${pages} pages ${work} ${fill}: ${p.said}`;
          expect(p.sheets, said).toBe(figures.get('sheets'));
          expect(p.press, said).toBeCloseTo(figures.get('printTime')!, 9);
          expect(p.waste, said).toBeCloseTo(figures.get('waste')!, 9);
          seen.add(p.said);
        }
      }
  expect(seen.size).toBeGreaterThan(8);
});
