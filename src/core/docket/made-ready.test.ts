import { describe, expect, it } from 'vitest';
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
