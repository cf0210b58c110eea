import { describe, expect, it } from 'vitest';
import { artworkOf } from '../testing';
import { withFiles } from './artwork';
import { canBecome, inksLeft, InkWorks, MOST_INK_WORKS, ThinLines } from './made-ready';

describe('what becomes of inks', () => {
  it('leaves those that nothing is said of, each once', () => {
    const inks = ['Gold', 'gull rust', 'Cut', 'Silver'];
    expect(inksLeft(inks, [])).toEqual(inks);
    expect(
      inksLeft(inks, [
        { ink: 'cut', becomes: 'nothing' },
        { ink: 'Gold', becomes: 'process' },
        { ink: 'Silver', becomes: { ink: 'Gull Rust' } },
      ]),
    ).toEqual(['gull rust']);
    expect(inksLeft(['Gold'], [{ ink: 'Gold', becomes: { ink: 'black' } }])).toEqual([]);
    expect(inksLeft(['Gold'], [{ ink: 'Gold', becomes: { ink: 'Silver' } }])).toEqual(['Silver']);
  });

  it('is said of spot inks, of each once, and of so many', () => {
    const one = (ink: string) => ({ ink, becomes: 'nothing' as const });
    expect(InkWorks.safeParse([one('Gold'), one('gold')]).success).toBe(false);
    expect(InkWorks.safeParse([one('Gold'), one('Cut')]).success).toBe(true);
    for (const ink of ['cyan', 'All', 'none', '', 'a\u0007']) expect([ink, canBecome(ink)]).toEqual([ink, false]);
    // as artwork may call them
    for (const ink of ['6" rule', 'x'.repeat(200)]) expect(canBecome(ink)).toBe(true);
    const many = Array.from({ length: MOST_INK_WORKS + 1 }, (_, i) => one(`Ink ${i}`));
    expect(InkWorks.safeParse(many).success).toBe(false);
    expect(InkWorks.safeParse(many.slice(1)).success).toBe(true);
    expect(MOST_INK_WORKS).toBe(24);
  });
});

describe('thin lines', () => {
  it('are never made thinner, and never stopped short of what they are to be', () => {
    expect(ThinLines.safeParse({ under: 0.1, to: 0.09, most: 0.2 }).success).toBe(false);
    expect(ThinLines.safeParse({ under: 0.1, to: 0.2, most: 0.19 }).success).toBe(false);
    expect(ThinLines.safeParse({ under: 0.1, to: 0.1, most: 0.1 }).success).toBe(true);
  });
});

describe('a job of several files', () => {
  it('has the inks of all of them, each once, and no pages of one that is gone', () => {
    const of = (count: number, ...inks: string[]) => ({ ...artworkOf(count), inks });
    const all = withFiles(of(4, 'Gold'), [of(2, 'Cut', 'Gold'), null]);
    expect(all.inks).toEqual(['Gold', 'Cut']);
    expect(all.more!.map((pages) => pages.length)).toEqual([2, 0]);
    const one = of(4, 'Gold');
    expect(withFiles(one, [])).toBe(one);
  });
});
