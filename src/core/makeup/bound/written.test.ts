import { expect, it } from 'vitest';
import { tabPlace } from './written';

const TABS = {
  on: true,
  stock: null,
  extension: 12,
  inset: 6,
  positions: 3,
  restart: true,
  text: 'title',
} as unknown as Parameters<typeof tabPlace>[0];
const LEAF = { width: 160, height: 210 };

it('a bank of three tabs begins again at the head with the fourth; without, the fourth stands where the third does', () => {
  // (210 − 2 × 6) ÷ 3 = 66 mm each, from the head down
  expect([0, 1, 2, 3, 4].map((i) => tabPlace(TABS, i, LEAF, 'left').y)).toEqual([138, 72, 6, 138, 72]);
  const once = { ...TABS, restart: false };
  expect([0, 1, 2, 3, 4].map((i) => tabPlace(once, i, LEAF, 'left').y)).toEqual([138, 72, 6, 6, 6]);
  expect(tabPlace(TABS, 0, LEAF, 'left')).toEqual({ x: 148, y: 138, width: 12, height: 66 });
  // an inset leaves at least half the edge: 210 ÷ 4 = 52.5 from either end
  expect(tabPlace({ ...TABS, inset: 100 }, 0, LEAF, 'left')).toEqual({ x: 148, y: 122.5, width: 12, height: 35 });
  expect(tabPlace(TABS, 1, LEAF, 'right')).toEqual({ x: 0, y: 72, width: 12, height: 66 });
});
