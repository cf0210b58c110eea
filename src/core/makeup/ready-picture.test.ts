import { describe, expect, it } from 'vitest';
import { patched, USUAL_COLOUR } from '../docket';
import { A5, artworkOf, docketFor } from '../testing';
import { readyPicture } from './ready-picture';

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
