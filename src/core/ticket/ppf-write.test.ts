import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plan } from '../sheet';
import { artworkOf, flatDocketFor } from '../testing';
import { ppfWritten } from './layout-written';
import { runLengths } from './ppf-write';

/** What a PostScript interpreter makes of run lengths (PLRM, 3.13.3). */
function unpacked(packed: Uint8Array): number[] {
  const out: number[] = [];
  for (let at = 0; ;) {
    const n = packed[at++]!;
    if (n === 128) return at === packed.length ? out : [-1];
    if (n < 128) {
      out.push(...packed.subarray(at, at + n + 1));
      at += n + 1;
    } else {
      out.push(...Array.from({ length: 257 - n }, () => packed[at]!));
      at++;
    }
  }
}

describe('run lengths', () => {
  it('come out as they went in', () => {
    const runs = fc.array(fc.tuple(fc.integer({ min: 0, max: 255 }), fc.integer({ min: 1, max: 400 })), {
      maxLength: 30,
    });
    const any = fc.oneof(
      fc.uint8Array({ maxLength: 700 }),
      runs.map((list) => Uint8Array.from(list.flatMap(([v, n]) => Array.from({ length: n }, () => v)))),
    );
    fc.assert(
      fc.property(any, (bytes) => {
        expect(unpacked(runLengths(bytes))).toEqual([...bytes]);
      }),
    );
  });

  it('are short where nothing changes', () => {
    expect([...runLengths(new Uint8Array(128).fill(255))]).toEqual([129, 255, 128]);
    expect([...runLengths(Uint8Array.from([1, 2, 3]))]).toEqual([2, 1, 2, 3, 128]);
    expect([...runLengths(Uint8Array.from([9, 7, 7, 7]))]).toEqual([0, 9, 254, 7, 128]);
  });
});

describe('previews', () => {
  it('stand on their side, dots by dots, before its marks', () => {
    const artwork = artworkOf(1, { width: 100, height: 150 });
    const docket = flatDocketFor(artwork);
    const preview = {
      side: 'front',
      ink: 'Cyan',
      width: 2,
      height: 3,
      greys: Uint8Array.from([0, 255, 0, 255, 9, 9]),
    } as const;
    const text = [...ppfWritten(docket, plan(docket, artwork), artwork, (n) => (n === 1 ? [preview] : []))].join('');
    const of = text.slice(text.indexOf('CIP3BeginFront'), text.indexOf('CIP3EndFront'));
    expect(of).toContain('/CIP3PreviewImageWidth 2 def\n/CIP3PreviewImageHeight 3 def');
    expect(of).toContain('/CIP3PreviewImageMatrix [2 0 0 -3 0 3] def');
    expect(of).toContain('/CIP3PreviewImageResolution [50.8 50.8] def');
    expect(of).toContain('CIP3PreviewImage\n0500ff00ff090980>\nCIP3EndSeparation');
    expect(text.match(/CIP3BeginPreviewImage/g)).toHaveLength(1);
  });
});
