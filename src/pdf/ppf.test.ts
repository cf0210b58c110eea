import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { changed, docketFor, flatDocketFor, artworkOf, SHOP } from '../core/testing';
import { cutsOf, plan, type Docket } from '../core';
import { ppfWritten, type Preview } from '../core/ticket';
import { run, scratch } from './testing';

/** PPF is PostScript: Ghostscript runs what we wrote, with operators that print what they are given. */

const dir = scratch();

/** What stands between the markers of the standard does nothing here; what is defined is printed at the ends. */
const PROLOG = `
/say { exch print ( ) print == } bind def
[ /CIP3BeginFront /CIP3EndFront /CIP3BeginBack /CIP3EndBack /CIP3BeginRegisterMarks /CIP3EndRegisterMarks
  /CIP3BeginCutData /CIP3EndCutData /CIP3BeginFoldProcedures /CIP3EndFoldProcedures /CIP3BeginPreviewImage
  /CIP3EndPreviewImage /CIP3BeginSeparation /CIP3EndSeparation /CIP3BeginCutBlock /CIP3BeginFoldProcedure
  /CIP3BeginSheet ] { {} def } forall
/CIP3EndSheet { (sheet) CIP3AdmSheetName say (extent) CIP3AdmPSExtent say (title) CIP3AdmJobName say } def
/CIP3EndCutBlock { (at) CIP3BlockTrf say (size) CIP3BlockSize say } def
/CIP3EndFoldProcedure { (in) CIP3FoldSheetIn say (fold) CIP3FoldProc say } def
/CIP3PlaceRegisterMark { pop pop (mark) 3 1 roll 2 array astore say } def
/CIP3PreviewImage {
  /hex currentfile CIP3PreviewImageEncoding filter def
  /all hex CIP3PreviewImageCompression filter CIP3PreviewImageWidth CIP3PreviewImageHeight mul string readstring pop def
  hex flushfile
  /sum 0 def all { sum add /sum exch def } forall
  (dots) all length say (sum) sum say
} def
`;

function printed(docket: Docket, artwork: ReturnType<typeof artworkOf>, previews: readonly Preview[] = []): string[] {
  const planned = plan(docket, artwork);
  const file = join(dir, 'layout.ps');
  const ppf = [...ppfWritten(docket, planned, artwork, (n) => (n === 1 ? previews : []))].join('');
  writeFileSync(file, `${PROLOG}${ppf}`, 'latin1');
  return run('gs', '-q', '-dNODISPLAY', '-dBATCH', '-dNOPAUSE', '-dSAFER', file).split('\n').filter(Boolean);
}
const numbers = (line: string): number[] => [...line.matchAll(/-?\d+(?:\.\d+)?/g)].map((m) => Number(m[0]));
const mm = (points: number): number => (points * 25.4) / 72;

describe('PPF, run as the PostScript that it is', () => {
  it('has blocks that are the pieces, and sums up every preview dot by dot', () => {
    const artwork = artworkOf(2, { width: 85, height: 55 });
    const docket = changed(flatDocketFor(artwork), {
      title: 'Cards (a \\ b)',
      sheet: { stock: SHOP.stocks[2]! },
    });
    const greys = Uint8Array.from({ length: 30 * 20 }, (_, i) => (i % 50 < 20 ? 255 : i % 256));
    const preview = { side: 'front', ink: 'Cyan', width: 30, height: 20, greys } as const;
    const lines = printed(docket, artwork, [preview, { ...preview, greys: greys.map((v) => 255 - v) }]);
    expect(lines.filter((l) => l.startsWith('title'))[0]).toBe('title (Cards \\(a \\\\ b\\))');
    const { lay } = plan(docket, artwork).sheets.main;
    const at = lines.filter((l) => l.startsWith('at')).map((l) => numbers(l).slice(4).map(mm));
    const size = lines.filter((l) => l.startsWith('size')).map((l) => numbers(l).map(mm));
    const pieces = cutsOf(lay).pieces;
    expect(at.length % pieces.length).toBe(0);
    pieces.forEach(({ x, y, width, height }, i) => {
      for (const [got, wanted] of [
        [at[i]![0], x],
        [at[i]![1], y],
        [size[i]![0], width],
        [size[i]![1], height],
      ] as const)
        expect(got).toBeCloseTo(wanted, 3);
    });
    const sum = greys.reduce((a, b) => a + b, 0);
    expect(lines.filter((l) => /^(dots|sum)/.test(l))).toEqual([
      'dots 600',
      `sum ${sum}`,
      'dots 600',
      `sum ${255 * 600 - sum}`,
    ]);
  });

  it('has the folds of every sheet', () => {
    const artwork = artworkOf(28);
    const docket = changed(docketFor(artwork), { sheet: { stock: SHOP.stocks[2]!, up: 'one' } });
    const lines = printed(docket, artwork);
    expect(lines.filter((l) => l.startsWith('sheet'))).toHaveLength(7);
    const folds = lines.filter((l) => l.startsWith('fold'));
    expect(folds).toHaveLength(7);
    for (const line of folds) {
      expect(line).toMatch(/^fold \[\[[\d.]+ \/Left \/Down\]\]$/);
      expect(mm(numbers(line)[0]!)).toBeCloseTo(225, 2);
    }
  });
});
