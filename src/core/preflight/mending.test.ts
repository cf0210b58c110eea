import { describe, expect, it } from 'vitest';
import { MadeBleed, USUAL_COLOUR } from '../docket';
import { LIES_AS_IT_IS } from '../pages';
import { artworkOf, docketFor } from '../testing';
import { atScale, preflight, reportFor, rulesAt, type FileLook, type PreflightRules } from '.';

const artwork = artworkOf(1);
const docket = docketFor(artwork);
const { artwork: wish } = docket;
const FILE: FileLook = {
  artwork,
  version: '1.7',
  layers: [],
  pages: [
    {
      whole: true,
      extent: artwork.pages[0]!.bleed,
      pictures: [],
      spaces: {},
      lines: [{ box: { x: 20, y: 20, width: 40, height: 0 }, width: 0.02 }],
      rich: [],
      through: [],
      fonts: [],
      remarks: { printed: 0, unprinted: 0 },
      fields: 0,
    },
  ],
};

const SHA = 'f'.repeat(64);

describe('a file’s report as a job has it', () => {
  const report = preflight(FILE, { ...preflightRules(), weights: { 'thin-lines': 'stop' } });

  it('says that scans are set straight where all of them are, those that are told and those beyond', () => {
    const lies = { angle: 2, middle: { x: 70, y: 100 }, size: { width: 100, height: 150 } };
    const scan = { ...FILE.pages[0]!, lines: [], crooked: lies };
    const told = (pages: number, angle: number): (string | null)[] =>
      reportFor(
        preflight({ ...FILE, pages: Array.from({ length: pages }, () => scan) }),
        {
          ...docket,
          artwork: { ...wish, work: [{ file: 0, pages: 'all', lay: { ...LIES_AS_IT_IS, angle } }] },
        },
        SHA,
        0,
      ).findings.flatMap((f) => (f.check === 'crooked' ? [f.mended] : []));
    expect(told(300, -2)).toEqual(['set straight where they are printed']);
    expect(told(300, -2.04)).toEqual(['set straight where they are printed']);
    expect(told(300, -2.1)).toEqual([null]);
    expect(told(300, 2)).toEqual([null]);
    // no more pages can be wished for one by one
    expect(told(301, -2)).toEqual([null]);
  });

  it('failed, and is mended where the job does something about all that stops it', () => {
    expect(report.outcome).toBe('failed');
    expect(reportFor(report, docket, SHA, 0).outcome).toBe('failed');
    const mended = reportFor(
      report,
      { ...docket, artwork: { ...wish, lines: { under: 0.08, to: 0.1, most: 0.2 } } },
      SHA,
      0,
    );
    expect(mended.outcome).toBe('mended');
    expect(mended.findings.find((f) => f.check === 'thin-lines')!.mended).toBe('thickened where they are printed');
    // bleed that is made thickens no line
    expect(
      reportFor(report, { ...docket, artwork: { ...wish, bleed: MadeBleed.parse({ way: 'mirrored' }) } }, SHA, 0)
        .outcome,
    ).toBe('failed');
  });

  it('passes where somebody let what stops it pass, of this file and by this check', () => {
    const passing = (sha256: string, check: 'thin-lines' | 'fonts') =>
      reportFor(report, { ...docket, artwork: { ...wish, passed: [{ sha256, check }] } }, SHA, 0);
    const of = passing(SHA, 'thin-lines');
    expect(of.outcome).not.toBe('failed');
    expect(of.findings.filter((f) => f.passed).map((f) => f.check)).toEqual(['thin-lines']);
    expect(passing(SHA, 'fonts').outcome).toBe('failed');
    // a corrected file is asked about anew
    expect(passing('0'.repeat(64), 'thin-lines').outcome).toBe('failed');
  });

  it('is clean where nothing was found, whatever else is wished', () => {
    const clean = preflight({ ...FILE, pages: [{ ...FILE.pages[0]!, lines: [] }] });
    expect(
      reportFor(clean, { ...docket, artwork: { ...wish, lines: { under: 0.08, to: 0.1, most: 0.2 } } }, SHA, 0).outcome,
    ).toBe('clean');
  });
});

describe('colours of light', () => {
  const light: FileLook = {
    ...FILE,
    pages: [{ ...FILE.pages[0]!, lines: [], spaces: { rgb: artwork.pages[0]!.trim, lab: artwork.pages[0]!.trim } }],
  };
  const said = (of: Parameters<typeof reportFor>[1]): (string | null)[] =>
    reportFor(preflight(light), of, SHA, 0)
      .findings.filter((f) => f.check === 'rgb' || f.check === 'lab')
      .map((f) => f.mended);
  const profile = { name: 'Coated', sha256: 'a'.repeat(64) };
  const colour = USUAL_COLOUR;

  it('are mended where they are brought to a press that is known', () => {
    expect(said(docket)).toEqual([null, null]);
    expect(said({ ...docket, artwork: { ...wish, colour } })).toEqual([null, null]);
    const brought = ['as sRGB, brought to the press by its profile', 'brought to the press by its profile'];
    expect(said({ ...docket, artwork: { ...wish, colour: { ...colour, profile } } })).toEqual(brought);
    const machine = { ...docket.sheet.machine, profiles: [{ stock: docket.sheet.stock.id, profile }] };
    const measured = { sheet: { ...docket.sheet, machine }, artwork: { ...wish, colour } };
    expect(said({ ...docket, ...measured })).toEqual(brought);
  });
});

function preflightRules(): PreflightRules {
  return {
    weights: {},
    kind: 'odd-sparrow preflight rules' as const,
    name: 'own',
    leastPpi: 200,
    mostPpi: 1200,
    thinnest: 0.08,
    smallest: 8,
    mostInk: 320,
    bleed: 3,
    safe: 3,
  };
}

describe('a file printed at another size', () => {
  const thick: FileLook = {
    ...FILE,
    pages: [
      {
        ...FILE.pages[0]!,
        lines: [{ box: { x: 20, y: 20, width: 40, height: 0 }, width: 0.12 }],
        pictures: [{ box: { x: 20, y: 20, width: 40, height: 40 }, ppi: 150, space: 'cmyk' }],
        rich: [{ box: { x: 20, y: 20, width: 40, height: 4 }, points: 12 }],
      },
    ],
  };
  const found = (scale: number): string[] =>
    preflight(atScale(thick, scale), rulesAt(preflightRules(), scale)).findings.map((f) => f.check);

  it('has lines, letters and pixels of that size', () => {
    expect(found(1)).toEqual(['coarse']);
    // half as large: lines of 0.06 mm, letters of 6 points, 300 pixels an inch; and 3 mm of bleed there are 6 here
    expect(found(0.5)).toEqual(['rich-text', 'thin-lines', 'no-bleed']);
  });
});
