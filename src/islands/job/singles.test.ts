import { describe, expect, it } from 'vitest';
import { withPlaces, withSingle, withStaying } from './singles';

describe('places changed by hand', () => {
  it('are kept in the order of their places, and only while something is changed', () => {
    const one = withSingle(withSingle([], 7, { turned: true }), 3, { piece: 2 });
    expect(one).toEqual([
      { place: 3, turned: false, empty: false, piece: 2 },
      { place: 7, turned: true, empty: false },
    ]);
    expect(withSingle(withSingle(one, 3, { piece: undefined }), 7, { turned: false })).toEqual([]);
  });

  it('are exactly those that are typed, and nothing else of a place is lost', () => {
    const before = [
      { place: 3, turned: true, empty: false, piece: 2 },
      { place: 5, turned: false, empty: false, piece: 1 },
    ];
    expect(withStaying(before, [{ place: 4, piece: 9 }]).map((s) => [s.place, s.turned, s.piece])).toEqual([
      [3, true, undefined],
      [4, false, 9],
    ]);
    expect(withPlaces(before, 'turned', [5]).map((s) => [s.place, s.turned, s.piece])).toEqual([
      [3, false, 2],
      [5, true, 1],
    ]);
  });
});
