import { describe, expect, it } from 'vitest';
import { patched, type Docket, type Patch } from '../docket';
import { USUAL_TRAPS } from '../shop';
import { artworkOf, docketFor, look } from '../testing';

const artwork = artworkOf(8);
const PRESS: Patch = { sheet: { machine: { plate: 900 } } };
const by = (who: 'sheets' | 'press'): Patch => ({ artwork: { traps: { by: who, settings: USUAL_TRAPS } } });
const seen = (...patches: Patch[]) =>
  look(
    patches.reduce<Docket>((d, p) => patched(d, p), docketFor(artwork)),
    artwork,
  );
const ids = (it_: ReturnType<typeof seen>): string[] =>
  it_.findings.map((f) => f.id).filter((id) => id.startsWith('traps'));

describe('traps', () => {
  it('are said where they are made, with their widths', () => {
    expect(ids(seen(PRESS))).toEqual([]);
    const it_ = seen(PRESS, by('sheets'));
    expect(ids(it_)).toEqual(['traps-done']);
    expect(it_.find('traps-done')).toMatchObject({
      severity: 'fine',
      title: 'Colours are trapped by “Sheetfed”',
      detail: expect.stringMatching(/^By 0\.08 mm, 0\.12 mm into black\./) as string,
    });
    expect(it_.find('traps-done')!.remedies.map((r) => r.label)).toEqual(['Leave it to the press', 'Without traps']);
  });

  it('are said where a ticket tells the press', () => {
    const it_ = seen(PRESS, by('press'));
    expect(ids(it_)).toEqual(['traps-press']);
    expect(it_.find('traps-press')!.remedies.map((r) => r.label)).toEqual(['Trap on the sheets', 'Without traps']);
  });

  it('are off where nothing is printed from plates, and may be taken off', () => {
    const it_ = seen(by('sheets'));
    expect(ids(it_)).toEqual(['traps-off']);
    expect(it_.find('traps-off')!.remedies.map((r) => r.patch)).toEqual([{ artwork: { traps: null } }]);
  });
});
