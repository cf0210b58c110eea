import { describe, expect, it } from 'vitest';
import { artworkOf, docketFor } from '../../testing';
import { creepOf } from './creep';

type Creeping = Parameters<typeof creepOf>[0];

describe('creep of nested leaves', () => {
  const { product } = docketFor(artworkOf(12));
  const of = (
    change: Partial<Creeping['creep']>,
    calipers: readonly number[] = [0.1, 0.1, 0.1],
    bound = product.bound,
  ) => creepOf({ ...product, bound, creep: { correction: 'none', factor: 1.2, measured: null, ...change } }, calipers);
  const rounded = (values: readonly number[]): number[] => values.map((v) => Number(v.toFixed(9)) + 0);

  it('adds the caliper of each leaf around it, times the factor', () => {
    expect(rounded(of({}).standsOut)).toEqual([0, 0.12, 0.24]);
    // a thicker leaf in second place counts for those within it
    expect(rounded(of({}, [0.1, 0.2, 0.1]).standsOut)).toEqual([0, 0.12, 0.36]);
    expect(rounded(of({ factor: 1 }).standsOut)).toEqual([0, 0.1, 0.2]);
    expect(of({}).each).toBeCloseTo(0.12, 9);
  });

  it('is shared out as the calipers are where the innermost was measured', () => {
    expect(rounded(of({ measured: 0.3 }).standsOut)).toEqual([0, 0.15, 0.3]);
    expect(rounded(of({ measured: 0.9 }, [0.1, 0.2, 0.1]).standsOut)).toEqual([0, 0.3, 0.9]);
  });

  it('content goes to the spine, to the face, or half each way', () => {
    expect(rounded(of({ correction: 'push-in' }).moved)).toEqual([0, 0.12, 0.24]);
    expect(rounded(of({ correction: 'push-out' }).moved)).toEqual([-0.24, -0.12, 0]);
    expect(rounded(of({ correction: 'halves' }).moved)).toEqual([-0.12, 0, 0.12]);
    expect(rounded(of({}).moved)).toEqual([0, 0, 0]);
  });

  it('or is made narrower by what stands out: 148 mm, or 210 where it is bound at the top', () => {
    const { moved, squeezed } = of({ correction: 'scale' });
    expect(rounded(moved)).toEqual([0, 0, 0]);
    expect(rounded(squeezed)).toEqual(rounded([1, 147.88 / 148, 147.76 / 148]));
    expect(rounded(of({ correction: 'scale' }, [0.1, 0.1, 0.1], 'top').squeezed)).toEqual(
      rounded([1, 209.88 / 210, 209.76 / 210]),
    );
  });

  it('the trim takes what was not moved; what is moved too far lies in the fold', () => {
    const lost = (correction: Creeping['creep']['correction']) => {
      const { lostAtFace, lostAtSpine } = of({ correction });
      return rounded([lostAtFace, lostAtSpine]);
    };
    expect(lost('none')).toEqual([0.24, 0]);
    expect(lost('push-in')).toEqual([0, 0.24]);
    expect(lost('push-out')).toEqual([0.24, 0]);
    expect(lost('halves')).toEqual([0.12, 0.12]);
    expect(lost('scale')).toEqual([0, 0]);
  });

  it('a single leaf has none', () => {
    const one = of({ correction: 'halves' }, [0.1]);
    expect(rounded(one.standsOut)).toEqual([0]);
    expect(rounded(one.moved)).toEqual([0]);
  });
});
