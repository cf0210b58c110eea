import { describe, expect, it } from 'vitest';
import type { ListedJob } from '../../ui/views';
import { counts, customersOf, firstFew, firstOf, grouped, matching, ordered } from './board';

const job = (number: number, over: Partial<ListedJob> = {}, summary: Partial<ListedJob['summary']> = {}): ListedJob =>
  ({
    id: String(number),
    number,
    standing: 'ready',
    changed_at: `2026-11-${10 + number}`,
    ...over,
    summary: {
      title: `Job ${number}`,
      due: null,
      customer: null,
      file: 'a.pdf',
      stock: 'Silk',
      machine: 'Plover',
      finished: 'A5',
      copies: 100,
      ...summary,
    },
  }) as ListedJob;

const A = job(1, { standing: 'done' }, { due: '2026-12-02', customer: 'Harbour Office' });
const B = job(2, {}, { due: '2026-12-01', title: 'Almanac 10' });
const C = job(3, { standing: 'to decide' }, { customer: 'Tool Library', title: 'Almanac 9' });
const D = job(10, {}, { customer: 'harbour office' });
const ALL = [A, B, C, D];
const numbers = (jobs: readonly ListedJob[]): number[] => jobs.map((j) => j.number);

describe('the board', () => {
  it('is in the order that is wished, what has no day or customer last', () => {
    expect(numbers(ordered(ALL, 'due'))).toEqual([2, 1, 3, 10]);
    expect(numbers(ordered(ALL, 'number'))).toEqual([10, 3, 2, 1]);
    expect(numbers(ordered(ALL, 'customer'))).toEqual([1, 10, 3, 2]);
    // ten comes behind nine
    expect(numbers(ordered(ALL, 'title'))).toEqual([3, 2, 1, 10]);
    expect(numbers(ordered(ALL, 'changed'))).toEqual([10, 3, 2, 1]);
  });

  it('is filtered by where jobs stand, customer, and words that all must be there', () => {
    const by = (over: object): number[] =>
      numbers(matching(ALL, { standing: null, customer: null, words: '', ...over }));
    expect(by({ standing: 'ready' })).toEqual([2, 10]);
    expect(by({ customer: 'Tool Library' })).toEqual([3]);
    expect(by({ words: 'ALMANAC plover' })).toEqual([2, 3]);
    expect(by({ words: 'almanac zebra' })).toEqual([]);
    expect(customersOf(ALL)).toEqual(['Harbour Office', 'harbour office', 'Tool Library']);
  });

  it('goes by the order of the work; what is seen first comes first', () => {
    expect(grouped(ALL).map((g) => [g.standing, numbers(g.jobs)])).toEqual([
      ['to decide', [3]],
      ['ready', [2, 10]],
      ['done', [1]],
    ]);
    expect(counts(ALL)).toEqual({ 'to decide': 1, ready: 2, 'on the floor': 0, 'to finish': 0, done: 1 });
    expect(numbers(firstOf(ALL))).toEqual([3, 2, 10, 1]);
    expect(firstOf(Array.from({ length: 99 }, (_, i) => job(i + 1)))).toHaveLength(30);
  });

  it('are taken a few at a time, the headings counting all', () => {
    const few = (n: number) => {
      const { items, more } = firstFew(grouped(ALL), n);
      return [items.map((g) => [g.id, numbers(g.jobs), g.all]), more];
    };
    expect(few(2)).toEqual([
      [
        ['to decide', [3], 1],
        ['ready', [2], 2],
      ],
      true,
    ]);
    expect(few(3)[1]).toBe(true);
    for (const n of [4, 40])
      expect(few(n)).toEqual([grouped(ALL).map((g) => [g.standing, numbers(g.jobs), g.jobs.length]), false]);
  });
});
