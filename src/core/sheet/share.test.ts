import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fewestSheets, givenBy, inOneForm, shareOut, type Form } from './share';

const sheets = (forms: readonly Form[]): number => forms.reduce((t, f) => t + f.prints, 0);
const FREE = { sheet: 1, form: 0 };

/** The fewest sheets in one form, by trying every run. */
function oneFormBySearch(demands: readonly number[], places: number): number | null {
  if (demands.filter((d) => d > 0).length > places) return null;
  for (let r = 1; ; r++) if (demands.reduce((t, d) => t + Math.ceil(d / r), 0) <= places) return r;
}

/** Every way to give places to items, together no more than there are. */
function* shares(items: number, places: number): Generator<number[]> {
  if (items === 0) {
    yield [];
    return;
  }
  for (let n = 0; n <= places; n++) for (const rest of shares(items - 1, places - n)) yield [n, ...rest];
}

/** The fewest sheets in two forms, by trying every share and every run of the first, the second by search. */
function twoFormsBySearch(demands: readonly number[], places: number): number {
  let best = oneFormBySearch(demands, places) ?? Infinity;
  for (const share of shares(demands.length, places))
    for (let r = 1; r < best; r++) {
      const left = demands.map((d, i) => Math.max(0, d - share[i]! * r));
      if (left.every((l) => l === 0)) {
        best = Math.min(best, r);
        continue;
      }
      const rest = oneFormBySearch(left, places);
      if (rest !== null) best = Math.min(best, r + rest);
    }
  return best;
}

describe('sharing a run', () => {
  it('five cards of different quantities on one form where that loses no sheet', () => {
    // 100 + 50 + 30 + 20 + 10 = 210 = 21 × 10: places 10, 5, 3, 2, 1
    expect(shareOut([100, 50, 30, 20, 10], 21, 'fewest-sheets', FREE)).toEqual([
      { places: [10, 5, 3, 2, 1], prints: 10 },
    ]);
  });

  it('on one form what is wanted most decides: 100, 10 and 10 in four places are 50 sheets', () => {
    // a run of 50: 2 + 1 + 1 places; of 49 the first would need three, and that is five
    expect(inOneForm([100, 10, 10], 4)).toEqual({ places: [2, 1, 1], prints: 50 });
    expect(inOneForm([1, 1, 1], 2)).toBeNull();
  });

  it('on two forms where that saves sheets: 25 of the first alone, then 10 and 10', () => {
    const forms = shareOut([100, 10, 10], 4, 'fewest-sheets', FREE);
    expect(sheets(forms)).toBe(30);
    expect(forms).toHaveLength(2);
  });

  it('on the one form that was wished for', () => {
    expect(shareOut([100, 10, 10], 4, 1, FREE)).toEqual([{ places: [2, 1, 1], prints: 50 }]);
  });

  it('on one form where a form costs plates worth more than the sheets that it saves', () => {
    // one form: 50 sheets and one set of plates; two: 30 sheets and two sets
    const at = (form: number): number => shareOut([100, 10, 10], 4, 'fewest-sheets', { sheet: 10, form }).length;
    expect([at(0), at(199), at(201)]).toEqual([2, 2, 1]);
  });

  it('more items than places lie on as many forms as it takes', () => {
    const forms = shareOut(
      Array.from({ length: 30 }, () => 1),
      8,
      1,
      FREE,
    );
    expect(sheets(forms)).toBe(4);
    expect(givenBy(forms, 30).every((n) => n === 1)).toBe(true);
  });

  it('nothing wanted is one sheet that is not printed', () => {
    expect(shareOut([0, 0], 4, 'fewest-sheets', FREE)).toEqual([{ places: [1, 0], prints: 0 }]);
  });

  const job = fc.record({
    demands: fc
      .array(fc.integer({ min: 0, max: 400 }), { minLength: 1, maxLength: 12 })
      .filter((d) => d.some((n) => n > 0)),
    places: fc.integer({ min: 1, max: 30 }),
  });

  it('gives what is wanted of each, and no fewer sheets than can be', () => {
    fc.assert(
      fc.property(job, fc.constantFrom('fewest-sheets' as const, 1, 2, 3), ({ demands, places }, most) => {
        const forms = shareOut(demands, places, most, FREE);
        givenBy(forms, demands.length).forEach((n, i) => expect(n).toBeGreaterThanOrEqual(demands[i]!));
        for (const f of forms) expect(f.places.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(places);
        const least = fewestSheets(demands, places);
        expect(sheets(forms)).toBeGreaterThanOrEqual(least);
        // with as many forms as it likes it comes down to that
        if (most === 'fewest-sheets') expect(sheets(forms)).toBe(least);
      }),
      { numRuns: 300 },
    );
  });

  it('is exact on one form', () => {
    fc.assert(
      fc.property(job, ({ demands, places }) => {
        expect(inOneForm(demands, places)?.prints ?? null).toBe(oneFormBySearch(demands, places));
      }),
      { numRuns: 300 },
    );
  });

  it('on two forms comes within a sheet of what trying everything finds', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 2, maxLength: 3 }),
        fc.integer({ min: 3, max: 5 }),
        (demands, places) => {
          const best = twoFormsBySearch(demands, places);
          const found = shareOut(demands, places, 2, FREE);
          expect(found.length).toBeLessThanOrEqual(2);
          expect([demands, places, sheets(found) - best <= 1]).toEqual([demands, places, true]);
        },
      ),
      { numRuns: 200 },
    );
  });
});
