import { describe, expect, it } from 'vitest';
import { patched, USUAL_COLOUR } from '../docket';
import { A5, artworkOf, docketFor } from '../testing';
import { inkBorne, USUAL_TRAPS } from '../shop';
import { printedAs, readyPicture } from './ready-picture';

const lines = { under: 0.08, to: 0.1, most: 0.2 };

const NONE = { inks: [], lines: null, colour: null, tone: null, traps: null, scale: 1 };

describe('how pages are drawn', () => {
  const artwork = artworkOf(4, { width: 2 * A5.width, height: 2 * A5.height });
  const fitted = patched(docketFor(artwork), { artwork: { fit: 'fit' }, product: { finished: A5 } });

  it('is as the file has them where nothing is done to them', () => {
    expect(readyPicture(fitted, artwork)).toBe(null);
    expect(readyPicture(patched(fitted, { artwork: { inks: [], lines: null } }), artwork)).toBe(null);
  });

  it('is at the size at which they are printed, where lines count', () => {
    expect(readyPicture(patched(fitted, { artwork: { lines } }), artwork)).toEqual({
      ...NONE,
      lines,
      scale: 0.5,
    });
    const inks = [{ ink: 'Cut', becomes: 'nothing' as const }];
    expect(readyPicture(patched(fitted, { artwork: { inks } }), artwork)).toEqual({ ...NONE, inks });
  });

  it('is with traps, at that size as well, on a machine with plates and where the press does not make them', () => {
    const by = (who: 'sheets' | 'press', plate: number) =>
      readyPicture(
        patched(fitted, { artwork: { traps: { by: who, settings: USUAL_TRAPS } }, sheet: { machine: { plate } } }),
        artwork,
      );
    expect(by('sheets', 900)).toEqual({ ...NONE, traps: USUAL_TRAPS, scale: 0.5 });
    expect(by('press', 900)).toBe(null);
    expect(by('sheets', 0)).toBe(null);
  });

  it('is by the profile that colours go by, where there is one, and in the tones that are wished', () => {
    const profile = { name: 'Coated', sha256: 'a'.repeat(64) };
    const tone = { lighter: 5, contrast: 0, warmth: 0, curves: [] };
    const by = (machine: object) =>
      readyPicture(patched(fitted, { artwork: { colour: USUAL_COLOUR, tone }, sheet: { machine } }), artwork);
    expect(by({})).toEqual({ ...NONE, tone });
    const profiles = [{ stock: null, profile }];
    expect(by({ profiles })).toEqual({ ...NONE, tone, colour: { ...USUAL_COLOUR, profile } });
  });
});

describe('how a file is printed', () => {
  const artwork = artworkOf(4, { width: 2 * A5.width, height: 2 * A5.height });

  it('is with the bleed of its job, at its scale, on its stock; a file that is not there at its own size', () => {
    const docket = patched(docketFor(artwork), { artwork: { fit: 'fit' }, product: { finished: A5, bleed: 4 } });
    const ink = inkBorne(docket.sheet.stock);
    expect(printedAs(docket, artwork, 0)).toEqual({ bleed: 4, scale: 0.5, ink });
    expect(printedAs(docket, artwork, 1)).toEqual({ bleed: 4, scale: 1, ink });
  });
});
