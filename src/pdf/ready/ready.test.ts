import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { patched, type ArtworkWish, type DocketOf, type Patch } from '../../core';
import { flatDocketFor, SHOP } from '../../core/testing';
import { compose, type ComposeJob } from '../compose';
import { readArtwork } from '../read';
import { differ, inkOn, separationsOf, type Greys } from '../separate/testing';
import { CASES, HIGH, RESOURCES, THINGS, WIDE } from '../separate/testing-things';
import { run, scratch, writePdf } from '../testing';
import { readierFor } from '.';

/** Inks that became others, judged by Ghostscript: its separations of what was written, and of what was there before. */

const dir = scratch();
let serial = 0;

async function jobOf(content: string, things = THINGS, resources = RESOURCES): Promise<ComposeJob> {
  const source = join(dir, `in${++serial}.pdf`);
  const boxes = `/MediaBox[0 0 ${WIDE} ${HIGH}]/TrimBox[0 0 ${WIDE} ${HIGH}]`;
  writePdf(source, [{ entries: `${boxes}${resources}`, content }], things);
  const { artwork } = await readArtwork(source, `${source}.work`);
  const base: Patch<DocketOf<'flat'>> = {
    sheet: { stock: { ...SHOP.stocks[2]!, width: 160, height: 120 } },
    product: { finished: { width: 100, height: 60 }, bleed: 0, sides: 'one', copies: 1, lies: { columns: 1, rows: 1 } },
    marks: { slug: { on: false }, crop: { on: false } },
  };
  return { docket: patched(flatDocketFor(artwork), base), artwork, source, out: join(dir, `out${serial}.pdf`) };
}

function written(job: ComposeJob, wish: Partial<ArtworkWish>): string {
  const out = join(dir, `ready${++serial}.pdf`);
  const docket = patched(job.docket, { artwork: wish });
  compose({ ...job, docket, out, readier: readierFor(null) });
  expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
  return out;
}

const NOTHING = new Uint8Array();
const near = (a: Greys | undefined, b: Greys | undefined): number =>
  a && b ? differ(a, b) : inkOn(a ?? b ?? NOTHING) || 0;
/** Dots from the edge of the sheet to its middle. */
const HALF = 227;
const ALL = ['Cyan', 'Magenta', 'Yellow', 'Black'];

describe('an ink made another', () => {
  it.each(Object.keys(CASES))('is on its plate what the other was: %s', async (name) => {
    const job = await jobOf(CASES[name]!);
    const before = written(job, {});
    const [was] = await separationsOf(before);
    const [is] = await separationsOf(written(job, { inks: [{ ink: 'Gold', becomes: { ink: 'Pale silver' } }] }));
    expect(is!.has('Gold')).toBe(false);
    expect(near(was!.get('Gold'), is!.get('Pale silver'))).toBeLessThan(1e-6);
    for (const ink of ALL) expect([ink, near(was!.get(ink), is!.get(ink))]).toEqual([ink, 0]);
  });

  it('is so where a pattern that has no colour of its own is stamped in it', async () => {
    const things = { ...THINGS, 150: '[/Pattern 120 0 R]' };
    const resources = '/Resources<</ColorSpace<</Gold 120 0 R/Stamped 150 0 R>>/Pattern<</Stamp 117 0 R>>>>';
    const job = await jobOf(
      '.3 0 0 0 k 0 0 50 90 re f /Stamped cs .7 /Stamp scn 20 20 150 120 re f',
      things,
      resources,
    );
    const [was] = await separationsOf(written(job, {}));
    const [is] = await separationsOf(written(job, { inks: [{ ink: 'Gold', becomes: { ink: 'Silver' } }] }));
    expect(inkOn(is!.get('Silver')!)).toBeGreaterThan(0.01);
    expect(near(was!.get('Gold'), is!.get('Silver'))).toBe(0);
    const [mixed] = await separationsOf(written(job, { inks: [{ ink: 'Gold', becomes: 'process' }] }));
    // four fifths of yellow where there is gold
    expect(inkOn(mixed!.get('Yellow')!) / inkOn(was!.get('Gold')!)).toBeCloseTo(0.8, 1);
    expect(near(was!.get('Cyan'), mixed!.get('Cyan'))).toBe(0);
    const [out] = await separationsOf(written(job, { inks: [{ ink: 'Gold', becomes: 'nothing' }] }));
    expect(out!.has('Gold')).toBe(false);
  });

  it('prints on the sheet ahead alone, where it is wished there', async () => {
    const job = await jobOf('.2 0 0 0 k 20 20 90 60 re f /Gold cs .8 scn 80 60 90 60 re f');
    const [was] = await separationsOf(written(job, {}));
    const sheets = await separationsOf(written(job, { inks: [{ ink: 'Gold', becomes: 'ahead' }] }));
    expect(sheets.length).toBe(2);
    for (const ink of [...ALL, 'Gold']) expect([ink, near(was!.get(ink), sheets[0]!.get(ink))]).toEqual([ink, 0]);
    expect(sheets[1]!.has('Gold')).toBe(false);
    const [out] = await separationsOf(written(job, { inks: [{ ink: 'Gold', becomes: 'nothing' }] }));
    for (const ink of ALL) expect([ink, near(out!.get(ink), sheets[1]!.get(ink))]).toEqual([ink, 0]);
    // seen on the screen alone it is on no sheet
    const seen = await separationsOf(written(job, { inks: [{ ink: 'Gold', becomes: 'screen' }] }));
    expect(seen.map((s) => s.has('Gold'))).toEqual([false]);
  });

  it('may be a process ink', async () => {
    const job = await jobOf('.2 0 0 0 k 20 20 90 60 re f /Gold cs .8 scn 80 60 90 60 re f');
    const [was] = await separationsOf(written(job, {}));
    const [is] = await separationsOf(written(job, { inks: [{ ink: 'gold', becomes: { ink: 'Magenta' } }] }));
    expect(is!.has('Gold')).toBe(false);
    expect(near(was!.get('Gold'), is!.get('Magenta'))).toBe(0);
    expect(near(was!.get('Cyan'), is!.get('Cyan'))).toBe(0);
  });

  it('that is in the same colour already adds to it', async () => {
    // 40 per cent of magenta and 30 of gold, which becomes magenta: 70; and 80 with 60 is all of it
    const job = await jobOf('/Both cs .4 .3 scn 0 0 300 85 re f .8 .6 scn 0 85 300 90 re f');
    const [is] = await separationsOf(written(job, { inks: [{ ink: 'Gold', becomes: { ink: 'Magenta' } }] }));
    const plate = is!.get('Magenta')!;
    expect(new Set(plate.filter((_, i) => i % 97 === 0))).toContain(76);
    expect(new Set(plate.filter((_, i) => i % 97 === 0))).toContain(0);
  });
});

describe('an ink in process inks', () => {
  // what Ghostscript makes of an ink that it has no plate for
  const asGhostscript = (pdf: string): Promise<Map<string, Greys>[]> => separationsOf(pdf, 72, '-dMaxSpots=0');
  const told = Object.keys(CASES).filter((name) => !/overprint|subtracted|let through|take their colour/.test(name));

  it.each(told)('is what stands for it: %s', async (name) => {
    const job = await jobOf(CASES[name]!);
    const [wanted] = await asGhostscript(written(job, {}));
    const out = written(job, { inks: [{ ink: 'Gold', becomes: 'process' }] });
    const [is] = await separationsOf(out);
    expect([...is!.keys()].filter((ink) => !ALL.includes(ink))).toEqual([]);
    for (const ink of ALL)
      expect([ink, near(wanted!.get(ink), is!.get(ink)) < 0.002 || near(wanted!.get(ink), is!.get(ink))]).toEqual([
        ink,
        true,
      ]);
  });

  it('is what stands for it in pictures whose numbers are turned over, or do not run from none to all', async () => {
    for (const decode of ['[1 0]', '[.2 .7]']) {
      const things = { ...THINGS, 105: THINGS[105]!.replace('/BitsPerComponent', `/Decode${decode}/BitsPerComponent`) };
      const job = await jobOf(CASES['pictures of a spot ink, and by a table']!, things);
      const [wanted] = await asGhostscript(written(job, {}));
      const [is] = await separationsOf(written(job, { inks: [{ ink: 'Gold', becomes: 'process' }] }));
      for (const ink of ALL)
        expect([decode, ink, near(wanted!.get(ink), is!.get(ink)) < 0.002]).toEqual([decode, ink, true]);
    }
  });

  it('leaves alone what it overprinted', async () => {
    const job = await jobOf(
      '1 0 0 0 k 20 20 150 90 re f /Over0 gs /Gold cs 1 scn 60 40 60 60 re f 0 .3 0 0 k 130 30 20 20 re f',
    );
    // with its fast colours Ghostscript lays all process inks over
    const separated = (pdf: string) => separationsOf(pdf, 72, '-dUseFastColor=false');
    const [was] = await separated(written(job, {}));
    const [is] = await separated(written(job, { inks: [{ ink: 'Gold', becomes: 'process' }] }));
    // cyan is under the gold as it was, and not under the magenta, which overprints nothing of what is 0 in it
    expect(near(was!.get('Cyan'), is!.get('Cyan'))).toBe(0);
    expect(inkOn(is!.get('Yellow')!)).toBeGreaterThan(0.01);
  });
});

describe('an ink left out', () => {
  it('is painted nowhere, and what lies under it is whole', async () => {
    const under = '1 0 0 0 k 20 20 150 90 re f 0 0 1 0 k 200 20 40 40 re f';
    const cut =
      '/Gold CS 1 SCN 2 w 40 40 90 60 re S /Gold cs 30 30 20 20 re f q 30 0 0 30 60 60 cm /Spot Do Q BT /F 20 Tf 20 30 Td (cut) Tj ET /Radial sh 1 0 0 RG 0 0 1 0 K 9 w 190 10 m 250 10 l S';
    const [wanted] = await separationsOf(written(await jobOf(`${under} 9 w 0 0 1 0 K 190 10 m 250 10 l S`), {}));
    const job = await jobOf(`${under} ${cut}`);
    const [is] = await separationsOf(written(job, { inks: [{ ink: 'Gold', becomes: 'nothing' }] }));
    expect([...is!.keys()].sort()).toEqual([...wanted!.keys()].sort());
    for (const ink of ALL) expect([ink, near(wanted!.get(ink), is!.get(ink))]).toEqual([ink, 0]);
  });

  it('leaves others that mix as each of them is alone, where there is no plate for them', async () => {
    // cyan stands for the cut, magenta and yellow for the gold, black for the silver
    const program = '{ 3 1 roll dup 0.2 mul exch 0.8 mul 4 -1 roll 0.5 mul }';
    const things = {
      ...THINGS,
      140: '[/DeviceN[/Cut/Gold/Silver]/DeviceCMYK 141 0 R]',
      141: `<</FunctionType 4/Domain[0 1 0 1 0 1]/Range[0 1 0 1 0 1 0 1]/Length ${program.length}>>\nstream\n${program}\nendstream`,
    };
    const content = '/Three cs .9 .5 .4 scn 0 0 300 200 re f';
    const job = await jobOf(content, things, '/Resources<</ColorSpace<</Three 140 0 R>>>>');
    const middle = async (wish: Partial<ArtworkWish>): Promise<number[]> => {
      const [page] = await separationsOf(written(job, wish), 72, '-dMaxSpots=0');
      return ALL.map((ink) => {
        const plate = page!.get(ink)!;
        return Math.round(((255 - plate[(plate.length >> 1) + HALF]!) / 255) * 100);
      });
    };
    expect(await middle({})).toEqual([90, 10, 40, 20]);
    expect(await middle({ inks: [{ ink: 'Cut', becomes: 'nothing' }] })).toEqual([0, 10, 40, 20]);
  });

  it('leaves the others of a colour', async () => {
    const job = await jobOf('/Both cs .6 .5 scn 80 60 90 60 re f q 120 0 0 80 20 20 cm /Two Do Q');
    const [was] = await separationsOf(written(job, {}));
    const [is] = await separationsOf(written(job, { inks: [{ ink: 'Gold', becomes: 'nothing' }] }));
    expect(is!.has('Gold')).toBe(false);
    expect(near(was!.get('Magenta'), is!.get('Magenta'))).toBeLessThan(0.002);
  });
});

describe('what is done to content', () => {
  it('leaves pages alone that it is not about, and can be taken back', async () => {
    const job = await jobOf(CASES['pictures of process inks']!);
    const [before, after] = [
      written(job, {}),
      written(job, { inks: [{ ink: 'Nickel', becomes: 'nothing' }], lines: null }),
    ];
    expect(readFileSync(after).equals(readFileSync(before))).toBe(true);
  });
});
