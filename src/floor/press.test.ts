import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scratch } from '../pdf/testing';
import { Press, sheetsOf } from './press';
import { Spool } from './spool';

const dir = scratch();
let serial = 0;

/** A press with a clock that the test turns: 3,600 sides an hour are one a second. */
function press(speed = 3600) {
  let now = 5_000_000;
  const folder = join(dir, `p${++serial}`);
  const it = new Press({ name: 'p', speed, factor: 1, spool: new Spool(folder), now: () => now });
  return { it, folder, pass: (seconds: number) => ((now += seconds * 1000), it.tick()) };
}
const WISH = {
  name: 'x',
  user: 'u',
  copies: 2,
  sides: 'two-sided-long-edge',
  finishings: [],
  media: null,
  others: [],
  hold: false,
};

describe('the pretended press', () => {
  it('prints a side a second, jobs in their turn', () => {
    const { it: p, pass } = press();
    const [a, b] = [p.create(WISH), p.create(WISH)];
    for (const j of [a, b]) p.received(j.id, 1, 4);
    pass(0);
    expect([p.job(a.id)!.state, p.job(b.id)!.state]).toEqual(['processing', 'pending']);
    pass(5);
    // 5 sides are two whole sheets
    expect(sheetsOf(p.job(a.id)!, p.job(a.id)!.printed)).toBe(2);
    pass(4);
    // eight sides for a, and one of b’s already
    expect(p.job(a.id)).toMatchObject({ state: 'completed', printed: 8 });
    expect(p.job(b.id)).toMatchObject({ state: 'processing', printed: 1 });
  });

  it('waits for a document, and while it is held', () => {
    const { it: p, pass } = press();
    const empty = p.create(WISH);
    const held = p.create({ ...WISH, hold: true });
    p.received(held.id, 1, 4);
    pass(60);
    expect(p.job(empty.id)).toMatchObject({ state: 'pending', reasons: ['job-data-insufficient'] });
    expect(p.job(held.id)!.state).toBe('held');
    p.release(held.id);
    pass(60);
    expect(p.job(held.id)!.state).toBe('completed');
  });

  it('prints nothing while it is stopped, however it came to be', () => {
    const step = fc.oneof(
      fc.constantFrom(
        'media-empty' as const,
        'media-jam' as const,
        'clear' as const,
        'pause' as const,
        'resume' as const,
      ),
      fc.integer({ min: 1, max: 20 }),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        const { it: p, pass } = press();
        const j = p.create({ ...WISH, copies: 100 });
        p.received(j.id, 1, 10);
        let expected = 0;
        for (const s of steps) {
          if (typeof s === 'number') {
            if (p.state().state !== 'stopped') expected += s;
            pass(s);
          } else if (s === 'pause' || s === 'resume') p.pause(s === 'pause');
          else p.provoke(s === 'clear' ? null : s);
        }
        expect(p.job(j.id)!.printed).toBeCloseTo(expected, 6);
      }),
      { numRuns: 40 },
    );
  });

  it('forgets its oldest finished jobs, papers and all, and nothing else', () => {
    const { it: p, folder } = press();
    const waiting = p.create(WISH);
    for (let i = 0; i < 45; i++) {
      const j = p.create(WISH);
      writeFileSync(p.options.spool.path(j.id), 'x');
      p.end(j.id, 'canceled', 'job-canceled-by-user');
    }
    p.create(WISH);
    expect(p.all().filter((j) => j.completedAt !== null)).toHaveLength(40);
    expect(p.job(waiting.id)).toBeDefined();
    expect(existsSync(p.options.spool.path(waiting.id + 1))).toBe(false);
    expect(readdirSync(folder).filter((f) => f.endsWith('.pdf'))).toHaveLength(40);
  });

  it('starts with what it can read of its spool', () => {
    const { it: p, folder } = press();
    p.create(WISH);
    writeFileSync(join(folder, '99.json'), '{"half');
    writeFileSync(join(folder, '7.json'), '{"id": "seven"}');
    const again = new Press({ ...p.options, spool: new Spool(folder) });
    expect(again.all().map((j) => j.id)).toEqual([1]);
    expect(again.create(WISH).id).toBe(2);
  });
});
