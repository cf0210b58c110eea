import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Reads } from '../../core';
import { passed, type Passed } from './pass';
import type { Slip } from './sheet';
import { printed, READS, SLIT, worst, type Printed } from './testing';

const STRAIGHT: Slip = { degrees: 0, across: 0, along: 0 };
const PAPER = { width: 450, height: 320 };

let right: Printed;
beforeAll(async () => {
  right = await printed(SLIT);
});

describe('a sheet that passes the stand-in slitter', () => {
  it('is cut by the program that its code says: every piece is its page', async () => {
    const it = passed(right.pixels, PAPER, right.machine, STRAIGHT) as Passed;
    expect(it.program).toBe(right.machine.programs[0]!.number);
    expect(it.feed).toBe('short');
    expect(it.lying.radians).toBeCloseTo(0, 3);
    expect(await worst(right, it.pieces)).toBeLessThan(0.02);
  });

  it('so too where it lies askew by a degree and beside its place by two millimetres', async () => {
    for (const slip of [
      { degrees: 1, across: 2, along: -2 },
      { degrees: -1, across: -2, along: 2 },
    ]) {
      const it = passed(right.pixels, PAPER, right.machine, slip) as Passed;
      expect((it.lying.radians * 180) / Math.PI).toBeCloseTo(slip.degrees, 1);
      expect(await worst(right, it.pieces)).toBeLessThan(0.02);
    }
  });

  it('whichever side the guide is on', async () => {
    const left = await printed({ ...SLIT, guide: 'left' });
    const it = passed(left.pixels, PAPER, left.machine, { degrees: 0.7, across: 1, along: 1.5 }) as Passed;
    expect(await worst(left, it.pieces)).toBeLessThan(0.02);
  });

  it('with a QR code or a Data Matrix as well', async () => {
    for (const symbology of ['qr', 'data-matrix'] as const) {
      const reads: Reads = { ...READS, code: { symbology, side: 34, lead: 7, width: 14, height: 14 } };
      const other = await printed({ ...SLIT, reads }, 8);
      const it = passed(other.pixels, PAPER, other.machine, { degrees: -0.6, across: 1, along: 0.5 }) as Passed;
      expect(it.program).toBe(other.machine.programs[0]!.number);
    }
  });

  it('is read however it slips within what the machine bears', () => {
    fc.assert(
      fc.property(
        fc.record({
          degrees: fc.double({ min: -1, max: 1, noNaN: true }),
          across: fc.double({ min: -2, max: 2, noNaN: true }),
          along: fc.double({ min: -2, max: 2, noNaN: true }),
        }),
        (slip) => {
          const it = passed(right.pixels, PAPER, { ...right.machine }, slip);
          if ('stop' in it) throw new Error(it.stop);
          expect((it.lying.radians * 180) / Math.PI).toBeCloseTo(slip.degrees, 1);
          // the corner at the guide and the first edge is turned about and moved: nothing else
          const [c, s] = [Math.cos(it.lying.radians), Math.sin(it.lying.radians)];
          const [a, b] = it.lying.wanted;
          expect(it.lying.found[0]).toBeCloseTo(a * c - b * s + slip.across, 1);
          expect(it.lying.found[1]).toBeCloseTo(a * s + b * c + slip.along, 1);
        },
      ),
      { numRuns: 6 },
    );
  });
});

describe('the machine stops', () => {
  it('where there is no mark', () => {
    const none = { ...right.machine, reads: { ...READS, mark: { ...READS.mark, side: 90 } } };
    expect(passed(right.pixels, PAPER, none, STRAIGHT)).toEqual({ stop: 'no-mark', said: null });
  });

  it('where it slipped too far to be found', () => {
    const far = passed(right.pixels, PAPER, right.machine, { degrees: 0, across: 9, along: 0 });
    expect(far).toEqual({ stop: 'no-mark', said: null });
  });

  it('where its code is dirty', () => {
    expect(passed(right.pixels, PAPER, right.machine, STRAIGHT, 'dirty')).toEqual({ stop: 'no-code', said: null });
  });

  it('where it is out of square, whichever way it lies', () => {
    const by = (out: number, degrees = 0): unknown => {
      const it = passed(right.pixels, PAPER, right.machine, { degrees, across: 1, along: 1, out });
      return 'stop' in it ? it.stop : 'cut';
    };
    for (const degrees of [-1, 0, 1]) {
      expect([0.3, -0.3, 1].map((out) => by(out, degrees))).toEqual(Array(3).fill('out-of-square'));
      // half a millimetre at the end of 320 is as sheets come
      expect([0.1, -0.1].map((out) => by(out, degrees))).toEqual(['cut', 'cut']);
    }
    expect(passed(right.pixels, PAPER, right.machine, STRAIGHT, 'out-of-square')).toMatchObject({
      stop: 'out-of-square',
    });
  });

  it('where it has no program of that number', () => {
    const { number } = right.machine.programs[0]!;
    const empty = passed(right.pixels, PAPER, { ...right.machine, programs: [] }, STRAIGHT);
    expect(empty).toEqual({ stop: 'no-program', said: String(number).padStart(4, '0') });
  });

  it('where the program is for another sheet', () => {
    const programs = right.machine.programs.map((p) => ({ ...p, sheet: { width: 297, height: 420 } }));
    expect(passed(right.pixels, PAPER, { ...right.machine, programs }, STRAIGHT)).toMatchObject({
      stop: 'other-sheet',
    });
  });
});
