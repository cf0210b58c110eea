import { describe, expect, it } from 'vitest';
import { USUAL_TRAPS } from '../../core';
import { decide, densityOf, densityOfLightness, type Flat } from './decide';

const of = (inks: Record<string, number>): Flat => new Map(Object.entries(inks));
const nothing = (): null => null;
const trapOf = (a: Record<string, number>, b: Record<string, number>, more: Partial<typeof USUAL_TRAPS> = {}) =>
  decide(of(a), of(b), { ...USUAL_TRAPS, ...more }, nothing);

describe('how dense colours are', () => {
  it('is by the lightness of inks in full', () => {
    // L* 50: Y = (66 / 116)^3 = 0.18419; 8 and less go by a line: 8 / 903.3 = 0.008856
    expect(densityOfLightness(50)).toBeCloseTo(0.7347, 4);
    expect(densityOfLightness(8)).toBeCloseTo(2.0528, 3);
    expect(densityOfLightness(100)).toBeCloseTo(0, 9);
    // (71, 64, 105 and 32 of 116)^3: 0.22930, 0.16794, 0.74165, 0.020993
    const full = ['Cyan', 'Magenta', 'Yellow', 'Black'].map((ink) => densityOf(of({ [ink]: 1 }), nothing));
    expect(full.map((d) => d.toFixed(3))).toEqual(['0.640', '0.775', '0.130', '1.678']);
  });

  it('of tints is by what they cover, and of inks on each other the sum', () => {
    // half of cyan lets through half of the paper and half of 0.2293: 0.61465
    expect(densityOf(of({ Cyan: 0.5 }), nothing)).toBeCloseTo(0.2114, 4);
    expect(densityOf(of({ Cyan: 0.5, Yellow: 1 }), nothing)).toBeCloseTo(0.2114 + 0.1298, 3);
    expect(densityOf(new Map(), nothing)).toBe(0);
  });

  it('of a spot ink is what is known of it; else it lies in the middle', () => {
    expect(densityOf(of({ Gold: 1 }), (ink) => (ink === 'Gold' ? 0.4 : null))).toBeCloseTo(0.4, 9);
    expect(densityOf(of({ Gold: 1 }), nothing)).toBeCloseTo(0.775, 3);
  });
});

describe('which colour is spread', () => {
  it('is the lighter one, by its width', () => {
    expect(trapOf({ Cyan: 1 }, { Yellow: 1 })).toMatchObject({ lighter: 1, half: false, width: 0.08 });
    expect(trapOf({ Yellow: 1 }, { Cyan: 1 })).toMatchObject({ lighter: 0, half: false, width: 0.08 });
    expect([...trapOf({ Cyan: 1, Magenta: 0.2 }, { Yellow: 0.6, Magenta: 0.4 })!.inks]).toEqual([
      ['Cyan', 1],
      ['Magenta', 0.4],
      ['Yellow', 0.6],
    ]);
  });

  it('is whatever meets black, from as much of it as is said', () => {
    expect(trapOf({ Black: 0.95, Cyan: 1 }, { Magenta: 1 })).toMatchObject({ lighter: 1, half: false, width: 0.12 });
    expect(trapOf({ Magenta: 1 }, { Black: 0.95 })).toMatchObject({ lighter: 0, half: false, width: 0.12 });
    expect(trapOf({ Magenta: 1 }, { Black: 0.94 })?.width).toBe(0.08);
    // of two blacks neither is spread as into black
    expect(trapOf({ Black: 1, Cyan: 1 }, { Black: 1, Yellow: 1 })).toMatchObject({ lighter: 1, width: 0.08 });
  });

  it('is both where they are as dense, or nearly', () => {
    // 0.640 of 0.775 is 0.826
    expect(trapOf({ Cyan: 1 }, { Magenta: 1 })?.half).toBe(true);
    expect(trapOf({ Cyan: 1 }, { Magenta: 1 }, { slide: 0.82 })?.half).toBe(true);
    expect(trapOf({ Cyan: 1 }, { Magenta: 1 }, { slide: 0.83 })?.half).toBe(false);
    // 0.130 of 0.211 is 0.614
    expect(trapOf({ Yellow: 1 }, { Cyan: 0.5 })?.half).toBe(false);
    expect(trapOf({ Yellow: 1 }, { Cyan: 0.5 }, { slide: 0.61 })?.half).toBe(true);
  });

  it('is none where paper would not show, or hardly', () => {
    expect(trapOf({ Cyan: 1 }, {})).toBe(null);
    expect(trapOf({ Cyan: 1 }, { Cyan: 0.3 })).toBe(null);
    expect(trapOf({ Cyan: 1, Yellow: 0.24 }, { Cyan: 0.5, Magenta: 1 })).not.toBe(null);
    expect(trapOf({ Cyan: 0.5, Yellow: 0.24 }, { Cyan: 0.5, Magenta: 1 })).toBe(null);
    expect(trapOf({ Cyan: 1 }, { Cyan: 1, Magenta: 1 })).toBe(null);
    // each has to have a quarter more of something
    expect(trapOf({ Cyan: 0.25 }, { Yellow: 0.24 })).toBe(null);
    expect(trapOf({ Cyan: 0.25 }, { Yellow: 0.25 })).not.toBe(null);
  });
});
