import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { Counter, ImprintWish } from '../docket';
import { numberAt } from './counting';
import { readRuns, recordCount, recordsOf, recordsWith, runsSaid } from './records';

const wish = (it: object): ImprintWish => ImprintWish.parse(it);
const table = { rows: 480, columns: [], notes: [] };
const all = (it: object, artwork = {}): number[] => {
  const { length, at } = recordsOf(wish(it), artwork);
  return Array.from({ length }, (_, i) => at(i));
};

describe('records', () => {
  it('are as many as is said, as the table has rows, or one', () => {
    expect(recordCount(wish({ records: 7 }), {})).toBe(7);
    expect(recordCount(wish({ table: { name: 'm.csv' } }), { table })).toBe(480);
    expect(recordCount(wish({ table: { name: 'm.csv' }, records: 12 }), { table })).toBe(12);
    expect(recordCount(wish({ table: { name: 'm.csv' } }), {})).toBe(1);
    expect(recordCount(wish({}), {})).toBe(1);
  });

  it('are those that are asked for, in the order in which they are named', () => {
    expect(all({ records: 3 })).toEqual([0, 1, 2]);
    const only = [
      { from: 9, to: 10 },
      { from: 2, to: 4 },
    ];
    expect(all({ records: 10, only })).toEqual([8, 9, 1, 2, 3]);
    // what is not there is left out; where none is there all are shown
    expect(all({ records: 9, only })).toEqual([8, 1, 2, 3]);
    expect(all({ records: 2, only: [{ from: 5, to: 6 }] })).toEqual([0, 1]);
  });

  it('are typed as runs', () => {
    expect(readRuns('341-360, 402;7 – 9')).toEqual([
      { from: 341, to: 360 },
      { from: 402, to: 402 },
      { from: 7, to: 9 },
    ]);
    expect(readRuns('9-7')).toEqual([{ from: 7, to: 9 }]);
    expect([readRuns('a'), readRuns('1,,2'), readRuns('1-2-3')]).toEqual([null, null, null]);
    expect(runsSaid(readRuns('1-3,5')!)).toBe('1–3, 5');
  });

  it('have the numbers that are asked for', () => {
    const plain = { start: 341, step: 1, repeat: 1 };
    expect(recordsWith(plain, { from: 341, to: 360 }, 100)).toEqual({ from: 1, to: 20 });
    expect(recordsWith(plain, { from: 430, to: 500 }, 100)).toEqual({ from: 90, to: 100 });
    expect(recordsWith(plain, { from: 441, to: 450 }, 100)).toBeNull();
    expect(recordsWith({ start: 10, step: 5, repeat: 1 }, { from: 12, to: 19 }, 100)).toEqual({ from: 2, to: 2 });
    expect(recordsWith({ start: 10, step: 5, repeat: 1 }, { from: 11, to: 14 }, 100)).toBeNull();
    expect(recordsWith({ start: 1, step: 1, repeat: 3 }, { from: 2, to: 2 }, 100)).toEqual({ from: 4, to: 6 });
    expect(recordsWith({ start: 100, step: -1, repeat: 1 }, { from: 98, to: 99 }, 50)).toEqual({ from: 2, to: 3 });
  });

  it('have those numbers and no others, whatever the counter', () => {
    const counters = fc.record({
      start: fc.integer({ min: -50, max: 50 }),
      step: fc.integer({ min: -4, max: 4 }).filter((n) => n !== 0),
      repeat: fc.integer({ min: 1, max: 4 }),
    });
    fc.assert(
      fc.property(
        counters,
        fc.integer({ min: -60, max: 60 }),
        fc.nat(20),
        fc.integer({ min: 1, max: 40 }),
        (c, from, more, count) => {
          const run = { from, to: from + more };
          const counter = Counter.parse({ name: 'No', ...c });
          const having = Array.from({ length: count }, (_, i) => i + 1).filter((n) => {
            const value = numberAt(counter, n - 1);
            return value >= run.from && value <= run.to;
          });
          const found = recordsWith(c, run, count);
          expect(found).toEqual(having.length > 0 ? { from: having[0], to: having.at(-1) } : null);
        },
      ),
    );
  });
});
