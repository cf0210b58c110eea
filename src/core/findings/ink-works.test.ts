import { describe, expect, it } from 'vitest';
import { patched, type Artwork, type Patch } from '../docket';
import { makeReady, remediesFor } from '../propose';
import { A5, artworkOf, docketFor, look, page } from '../testing';

const inked = (...inks: string[]): Artwork => ({ ...artworkOf(8), inks });
const seen = (artwork: Artwork, patch: Patch = {}) => look(patched(docketFor(artwork), patch), artwork);

describe('inks that look like one', () => {
  it('may be made one, either way', () => {
    const it_ = seen(inked('Gull Rust', 'Gold', 'gull-rust'));
    const found = it_.find('inks-alike-gull-rust')!;
    expect(found.severity).toBe('look');
    expect(found.title).toBe('“Gull Rust” and “gull-rust” look like one ink');
    const labels = found.remedies.map((r) => r.label);
    expect(labels).toEqual(['Both as “Gull Rust”', 'Both as “gull-rust”']);
    expect(found.remedies[0]!.patch).toEqual({
      artwork: { inks: [{ ink: 'gull-rust', becomes: { ink: 'Gull Rust' } }] },
    });
  });

  it('are not those of other words, nor those that are one to a press', () => {
    for (const inks of [
      ['Gold', 'Gold 2'],
      ['Gold', 'GOLD'],
      ['Rust +', 'Rust -'],
      ['–', '…'],
    ])
      expect(seen(inked(...inks)).findings.filter((f) => f.id.startsWith('inks-alike'))).toEqual([]);
  });
});

describe('an ink that has no plate', () => {
  const inks = { front: ['Black'], back: ['Black'] };

  it('is given one, mixed, or left out: each mends it', () => {
    const found = seen(inked('Gold'), { sheet: { inks } }).find('inks-lacking-Gold')!;
    const labels = found.remedies.map((r) => r.label);
    expect(labels).toEqual(['Add it on the front', 'Add it on both sides', 'In process inks', 'Leave it out']);
  });

  it('is no more where it is left out, and that is said', () => {
    const it_ = seen(inked('Gold', 'Cut'), {
      artwork: {
        inks: [
          { ink: 'Gold', becomes: 'nothing' },
          { ink: 'Cut', becomes: { ink: 'Black' } },
        ],
      },
      sheet: { inks },
    });
    expect(it_.findings.some((f) => f.id.startsWith('inks-lacking'))).toBe(false);
    const done = it_.find('ink-works-done')!;
    expect(done.severity).toBe('fine');
    expect(done.title).toBe('“Gold” does not print; “Cut” prints as “Black”');
  });
});

describe('a corrected file', () => {
  it('without the ink that something was to become of says so, and lets it go', () => {
    const it_ = seen(inked('Gold'), {
      artwork: {
        inks: [
          { ink: 'Cut', becomes: 'nothing' },
          { ink: 'Gold', becomes: 'process' },
        ],
      },
    });
    const lost = it_.find('ink-works-lost')!;
    expect(lost.title).toBe('No page prints in “Cut”');
    expect(lost.remedies[0]!.patch).toEqual({ artwork: { inks: [{ ink: 'Gold', becomes: 'process' }] } });
    expect(
      seen(inked('Cut'), { artwork: { inks: [{ ink: 'cut', becomes: 'nothing' }] } }).findings.some(
        (f) => f.id === 'ink-works-lost',
      ),
    ).toBe(false);
  });
});

describe('making ready', () => {
  const asked = (artwork: Artwork) => {
    const { docket, plan, marks, shop, unit } = look(docketFor(artwork), artwork);
    return { docket, artwork, plan, marks, shop, unit };
  };

  it('does what loses nothing, as one change, and says what', () => {
    const bare: Artwork = {
      ...inked('Gull Rust', 'gull rust 2', 'gull-rust'),
      pages: Array.from({ length: 8 }, () => page(A5, 0)),
    };
    const it_ = asked(bare);
    const { patch, done } = makeReady({ ...it_, docket: patched(it_.docket, { product: { bleed: 3 } }) }, true);
    expect(done).toEqual(['Thin lines thickened', 'Make bleed: the page mirrored at its edges']);
    const after = look(patched(patched(it_.docket, { product: { bleed: 3 } }), patch!), bare);
    expect(after.docket.artwork.lines).toEqual({ under: 0.08, to: 0.1, most: 0.25 });
    expect(after.docket.artwork.bleed?.way).toBe('mirrored');
    expect(after.findings.some((f) => f.id === 'no-bleed')).toBe(false);
    // and once more there is nothing to do
    const { docket, plan, marks, shop, unit } = after;
    expect(makeReady({ docket, artwork: bare, plan, marks, shop, unit }, true)).toEqual({ patch: null, done: [] });
  });

  it('leaves alone what was decided: lines as they are set, findings that stand', () => {
    const it_ = asked(artworkOf(8));
    const own = { under: 0.05, to: 0.06, most: 0.1 };
    const { patch, done } = makeReady({ ...it_, docket: patched(it_.docket, { artwork: { lines: own } }) }, true);
    expect([patch, done]).toEqual([null, []]);
  });

  it('offers no remedy that is gentle and does not mend', () => {
    const it_ = asked({ ...inked('Gull Rust', 'gull-rust'), pages: Array.from({ length: 8 }, () => page(A5, 0)) });
    for (const finding of look(it_.docket, it_.artwork).findings)
      for (const remedy of remediesFor(finding, it_).filter((r) => r.gentle)) {
        const after = look(patched(it_.docket, remedy.patch), it_.artwork);
        expect(after.findings.filter((f) => f.id === finding.id && f.severity !== 'fine')).toEqual([]);
      }
  });
});
