import { describe, expect, it } from 'vitest';
import { patched, USUAL_COLOUR, type Docket, type DocketOf, type Patch, type ToneWish } from '../docket';
import { artworkOf, BOARD, coverOn, docketFor, look, SHOP } from '../testing';
import type { Shop } from '../shop';

const artwork = artworkOf(8);
const base = docketFor(artwork);
const { machine, stock } = base.sheet;
const COATED = { name: 'Coated', sha256: 'a'.repeat(64) };
const NEWER = { name: 'Coated, measured again', sha256: 'b'.repeat(64) };
type Profiles = NonNullable<(typeof machine)['profiles']>;
const by = (profiles: Profiles): Patch => ({ sheet: { machine: { profiles } } });
const shopWith = (profiles: Profiles): Shop => ({
  ...SHOP,
  machines: SHOP.machines.map((m) => (m.id === machine.id ? { ...m, profiles } : m)),
});
const seen = (shop: Shop, ...patches: Patch[]) =>
  look(
    patches.reduce<Docket>((d, p) => patched(d, p), base),
    artwork,
    shop,
  );
const WISHED: Patch = { artwork: { colour: USUAL_COLOUR } };
const ids = (it_: ReturnType<typeof seen>): string[] =>
  it_.findings.map((f) => f.id).filter((id) => /^(colour|tone)-/.test(id));

describe('colours that are brought to a press', () => {
  it('are said, by the profile for the stock before that for every stock, and left again', () => {
    expect(ids(seen(SHOP))).toEqual([]);
    const both = [
      { stock: null, profile: NEWER },
      { stock: stock.id, profile: COATED },
    ];
    const it_ = seen(shopWith(both), WISHED, by(both));
    expect(ids(it_)).toEqual(['colour-done']);
    const done = it_.find('colour-done')!;
    expect(done.title).toBe('Colours are printed by “Coated”');
    expect(done.detail).toMatch(/^What the press cannot print comes out as near as it goes/);
    expect(done.remedies.map((r) => r.patch)).toEqual([{ artwork: { colour: null } }]);
    const elsewhere = [{ stock: 'another stock', profile: COATED }];
    expect(ids(seen(shopWith(elsewhere), WISHED, by(elsewhere)))).toEqual(['colour-no-profile']);
    const every = [{ stock: null, profile: NEWER }];
    expect(seen(shopWith(every), WISHED, by(every)).find('colour-done')!.title).toMatch(/measured again/);
  });

  it('want a profile: the shop’s, or they stay', () => {
    const none = seen(SHOP, WISHED).find('colour-no-profile')!;
    expect(none.remedies.map((r) => r.label)).toEqual(['Leave colours as they are']);
    const there = seen(shopWith([{ stock: null, profile: COATED }]), WISHED).find('colour-no-profile')!;
    expect(there.remedies.map((r) => r.label).sort()).toEqual(['By “Coated”', 'Leave colours as they are'].sort());
  });

  it('by a profile that the shop has replaced since may stay with it, or go by the new one', () => {
    const was = by([{ stock: null, profile: COATED }]);
    const it_ = seen(shopWith([{ stock: null, profile: NEWER }]), WISHED, was);
    expect(ids(it_)).toEqual(['colour-other', 'colour-done']);
    const labels = it_.find('colour-other')!.remedies.map((r) => r.label);
    expect(labels.sort()).toEqual(['By “Coated, measured again”', 'Stay with it'].sort());
    // its own profile is nobody else's business
    const own: Patch = { artwork: { colour: { ...USUAL_COLOUR, profile: COATED } } };
    expect(ids(seen(shopWith([{ stock: null, profile: NEWER }]), was, own))).toEqual(['colour-done']);
  });
});

describe('colours of a job on two stocks', () => {
  it('go by one profile, which is said', () => {
    const profiles = [
      { stock: stock.id, profile: COATED },
      { stock: BOARD.id, profile: NEWER },
    ];
    const apart: Patch<DocketOf<'bound'>> = { product: { cover: coverOn(BOARD) } };
    const it_ = seen(shopWith(profiles), WISHED, by(profiles), apart);
    expect(ids(it_)).toContain('colour-unlike');
    const one = it_.find('colour-unlike')!.remedies[0]!;
    expect(one.patch).toEqual({ artwork: { colour: { ...USUAL_COLOUR, profile: COATED } } });
    const alike = profiles.map((p) => ({ ...p, profile: COATED }));
    expect(ids(seen(shopWith(alike), WISHED, by(alike), apart))).toEqual(['colour-done']);
  });
});

describe('tones that are changed', () => {
  const tone = (of: Partial<ToneWish>): Patch => ({
    artwork: { tone: { lighter: 0, contrast: 0, warmth: 0, curves: [], ...of } },
  });
  it('are said, and left again', () => {
    const it_ = seen(SHOP, tone({ lighter: -10, contrast: 5, warmth: 2 }));
    expect(it_.find('tone-done')!.title).toBe('Tones are 10 % darker, 5 % further apart, 2 % warmer');
    expect(it_.find('tone-done')!.remedies[0]!.patch).toEqual({ artwork: { tone: null } });
    const curves = [
      {
        ink: 'Black' as const,
        points: [
          [0, 0],
          [1, 0.9],
        ] as [number, number][],
      },
    ];
    expect(seen(SHOP, tone({ curves })).find('tone-done')!.title).toBe('Tones are by a curve for Black');
    expect(ids(seen(SHOP, tone({})))).toEqual([]);
  });
});
