import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { patched, type DocketOf, type Inks, type Patch } from '../../core';
import { flatDocketFor, SHOP } from '../../core/testing';
import { coderOf } from '../../core/codes';
import { readArtwork } from '../read';
import { compose } from '../compose';
import { run, scratch, writePdf } from '../testing';
import { composeSeparated } from '.';
import { differ, greyPages, inkOn, separationsOf } from './testing';
import { CASES, HIGH, RESOURCES, THINGS, WIDE } from './testing-things';

/** Plates judged by Ghostscript: what it parts of the composite is what our plates are. */

const dir = scratch();
let serial = 0;
const IN_GREYS = 0.0016;

async function docketOf(content: string, inks: Inks | null, ...patches: Patch<DocketOf<'flat'>>[]) {
  const source = join(dir, `in${++serial}.pdf`);
  writePdf(
    source,
    [{ entries: `/MediaBox[0 0 ${WIDE} ${HIGH}]/TrimBox[0 0 ${WIDE} ${HIGH}]${RESOURCES}`, content }],
    THINGS,
  );
  const { artwork } = await readArtwork(source, `${source}.work`);
  const base: Patch<DocketOf<'flat'>> = {
    sheet: { stock: { ...SHOP.stocks[2]!, width: 160, height: 120 }, inks },
    product: { finished: { width: 100, height: 60 }, bleed: 0, sides: 'one', copies: 1, lies: { columns: 1, rows: 1 } },
    marks: { slug: { on: false } },
  };
  const docket = [base, ...patches].reduce<DocketOf<'flat'>>((d, p) => patched(d, p), flatDocketFor(artwork));
  return { docket, artwork, source };
}

describe('plates', () => {
  it.each(Object.keys(CASES))('are what Ghostscript parts the composite into: %s', async (name) => {
    const job = await docketOf(CASES[name]!, { front: ['Cyan', 'Magenta', 'Yellow', 'Black', 'Gold'], back: [] });
    const [sheets, out] = [join(dir, `sheets${serial}.pdf`), join(dir, `plates${serial}.pdf`)];
    compose({ ...job, out: sheets });
    const composed = composeSeparated({ ...job, out });
    expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
    expect(composed.sides).toBe(5);
    const [wanted] = await separationsOf(sheets);
    const got = await greyPages(out);
    let ink = 0;
    for (const [i, of] of ['Cyan', 'Magenta', 'Yellow', 'Black', 'Gold'].entries()) {
      const theirs = wanted!.get(of);
      // nothing is in that ink but marks
      if (!theirs) {
        expect(inkOn(got[i]!)).toBeLessThan(0.003);
        continue;
      }
      ink += inkOn(theirs);
      expect([of, differ(theirs, got[i]!) < IN_GREYS || differ(theirs, got[i]!)]).toEqual([of, true]);
    }
    expect(ink).toBeGreaterThan(0.01);
  });
});

/** The colours of content without any picture, as they stand on each plate: what is painted in greys. */
async function greysOf(
  content: string,
  inks: Inks | null = null,
): Promise<{ greys: string[][]; note: string | undefined }> {
  const job = await docketOf(content, inks);
  const out = join(dir, `plates${serial}.pdf`);
  const { note } = composeSeparated({ ...job, out });
  const plain = run('qpdf', '--qdf', '--object-streams=disable', '--normalize-content=n', out, '-');
  const streams = plain.split('stream\n').filter((s) => / re\b/.test(s) && / g\n/.test(s) && !/ cm\n/.test(s));
  return { greys: streams.map((s) => s.match(/^(\S+) [gG]$/gm) ?? []), note };
}

describe('plates of colours made of light', () => {
  it('have what is common to all three in black, and say that no profile was asked', async () => {
    // red .9, green .3, blue .1 is 0.1 cyan, 0.7 magenta, 0.9 yellow: 0.1 of it black
    const { greys, note } = await greysOf('.9 .3 .1 rg 20 20 90 60 re f');
    expect(greys).toEqual([['1 g'], ['0.4 g'], ['0.2 g'], ['0.9 g'], ['1 g']]);
    expect(note).toContain('RGB');
  });

  it('have neutral ones in black alone, which needs no word', async () => {
    const { greys, note } = await greysOf('.25 .25 .25 rg 20 20 90 60 re f');
    expect(greys.map((g) => g.at(-1))).toEqual(['1 g', '1 g', '1 g', '0.25 g', '1 g']);
    expect(note).toBeUndefined();
  });
});

describe('inks of a side', () => {
  const CMYK = ['Cyan', 'Magenta', 'Yellow', 'Black'];

  it('that have no plate are made of the process inks, where they are spot inks', async () => {
    // Gold at 0.5 is 0, 0.1, 0.4, 0.05
    const { greys } = await greysOf('/Gold cs .5 scn 20 20 90 60 re f', { front: CMYK, back: [] });
    expect(greys.map((g) => g.at(-1))).toEqual(['1 g', '0.9 g', '0.6 g', '0.95 g']);
  });

  it('are those that pages name where the job does not say', async () => {
    const job = await docketOf('/Gold cs 1 scn 20 20 90 60 re f', null);
    expect(composeSeparated({ ...job, out: join(dir, 'named.pdf') }).sides).toBe(5);
    const plain = run('qpdf', '--qdf', '--object-streams=disable', join(dir, 'named.pdf'), '-');
    expect(plain.match(/\/DeviceColorant \/\w+/g)).toEqual([...CMYK, 'Gold'].map((i) => `/DeviceColorant /${i}`));
    // each names all that belong together
    expect(plain.match(/\/Pages \[\s*(\d+ 0 R\s*){5}\]/g)).toHaveLength(5);
  });

  it.each([
    ['what is filled', '.3 0 0 1 k 20 20 90 60 re f', 'Cyan'],
    ['what is drawn', '0 .3 .2 1 K 20 20 m 90 60 l S', 'Magenta and Yellow'],
    ['letters', '0 0 .5 0 k BT /F 12 Tf 20 20 Td (a) Tj ET', 'Yellow'],
    ['a picture', 'q 120 0 0 80 20 20 cm /Cmyk Do Q', 'Cyan, Magenta and Yellow'],
    ['a table of colours', 'q 120 0 0 80 20 20 cm /Table Do Q', 'Cyan, Magenta and Yellow'],
    ['a shading', '/Axial sh', 'Cyan, Magenta and Yellow'],
    ['a spot ink by what stands for it', '/Gold cs 1 scn 20 20 90 60 re f', 'Magenta and Yellow'],
  ])('must not be lost: %s', async (_, content, inks) => {
    const job = await docketOf(content, { front: ['Black'], back: [] });
    const out = join(dir, 'lost.pdf');
    expect(() => composeSeparated({ ...job, out })).toThrow(`The front of sheet 1 prints in ${inks}, and has no plate`);
  });

  it('that are a breath in a picture are no loss', async () => {
    const black: Inks = { front: ['Black'], back: [] };
    const out = join(dir, 'faint.pdf');
    expect(composeSeparated({ ...(await docketOf('q 90 0 0 90 0 0 cm /Faint Do Q', black)), out }).sides).toBe(1);
    const seen = await docketOf('q 90 0 0 90 0 0 cm /Seen Do Q', black);
    expect(() => composeSeparated({ ...seen, out })).toThrow('prints in Cyan, and has no plate');
  });

  it('that are set and never painted are no loss', async () => {
    const { greys } = await greysOf('1 0 0 0 k 0 0 0 1 k 20 20 90 60 re f', { front: ['Black'], back: [] });
    expect(greys).toEqual([['1 g', '0 g']]);
  });
});

describe('what is out of order', () => {
  it('is drawn once where a form draws itself', async () => {
    const job = await docketOf('0 0 0 1 k /Me Do', { front: ['Black'], back: [] });
    const out = join(dir, 'self.pdf');
    composeSeparated({ ...job, out });
    expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
  });

  it('says so where a colour is not known', async () => {
    const job = await docketOf('/Nowhere cs 1 scn 0 0 9 9 re f', null);
    expect(() => composeSeparated({ ...job, out: join(dir, 'no.pdf') })).toThrow('colour space that is not there');
  });
});

it('plates of backs are of their own inks, and follow their fronts', async () => {
  const job = await docketOf(
    '0 0 0 1 k 20 20 90 60 re f',
    { front: ['Black', 'Gold'], back: ['Black'] },
    {
      product: { sides: 'two' },
    },
  );
  const out = join(dir, 'backs.pdf');
  const said: [number, number][] = [];
  composeSeparated({ ...job, out, onProgress: (done, total) => said.push([done, total]) });
  const plain = run('qpdf', '--qdf', '--object-streams=disable', out, '-');
  expect(plain.match(/\/DeviceColorant \/\w+/g)).toEqual(
    ['Black', 'Gold', 'Black'].map((i) => `/DeviceColorant /${i}`),
  );
  expect(said.at(-1)).toEqual([1, 1]);
});

describe('marks in inks of their own', () => {
  it('stand on their plates alone, and a die line takes nothing from what it lies on', async () => {
    const mark = { on: true, called: 'A' };
    const placed: DocketOf<'flat'>['placed'] = [
      {
        ...mark,
        id: 'die',
        is: { kind: 'die', weight: 2 },
        ink: 'Die line',
        stands: { by: 'piece', at: ['lead'], off: 0, along: 0, turned: 0, side: 'both', sheets: 'all' },
      },
      {
        ...mark,
        id: 'dot',
        is: { kind: 'dot', diameter: 8 },
        ink: 'Magenta',
        stands: { by: 'paper', at: ['tail-left'], off: 6, along: 0, turned: 0, side: 'both', sheets: 'all' },
      },
      {
        ...mark,
        id: 'code',
        is: { kind: 'code', symbology: 'qr', text: 'A', width: 14, height: 14 },
        ink: 'Gold',
        stands: { by: 'paper', at: ['tail-right'], off: 6, along: 0, turned: 0, side: 'both', sheets: 'all' },
      },
    ];
    const inks = ['Cyan', 'Magenta', 'Yellow', 'Black', 'Gold', 'Die line'];
    const job = await docketOf(
      `0 .8 0 0 k -9 -9 ${WIDE + 18} ${HIGH + 18} re f`,
      { front: inks, back: [] },
      {
        placed,
        marks: { crop: { on: false }, register: { on: false } },
      },
    );
    const coder = await coderOf(job.docket);
    const [sheets, out] = [join(dir, 'marked.pdf'), join(dir, 'marked-plates.pdf')];
    compose({ ...job, coder, out: sheets });
    composeSeparated({ ...job, coder, out });
    const [wanted] = await separationsOf(sheets);
    const got = await greyPages(out);
    inks.forEach((ink, i) => {
      const theirs = wanted!.get(ink)!;
      expect([ink, differ(theirs, got[i]!) < IN_GREYS || differ(theirs, got[i]!)]).toEqual([ink, true]);
    });
    const page = 160 * 120;
    // 100 × 60 at four fifths and a dot of 8; lines of 2 mm round that, half of each outside; nothing of either elsewhere
    expect(inkOn(got[1]!) * page).toBeCloseTo(0.8 * 6000 + Math.PI * 16, -2);
    // drawn in dots of a third of a millimetre, each that is touched
    expect(inkOn(got[5]!) * page).toBeGreaterThan(2 * 2 * (100 + 60));
    expect(inkOn(got[5]!) * page).toBeLessThan(2.5 * 2 * (100 + 60));
    expect(inkOn(got[4]!) * page).toBeGreaterThan(30);
    expect([0, 2, 3].map((i) => inkOn(got[i]!))).toEqual([0, 0, 0]);
  });
});

it('what a hidden layer holds knocks nothing out of any plate', async () => {
  const source = join(dir, 'layered.pdf');
  const layered = {
    ...THINGS,
    140: '<</Type/OCG/Name(Die)>>',
    141: THINGS[102]!.replace('/Subtype/Image', '/Subtype/Image/OC 140 0 R'),
    142: THINGS[105]!.replace('/Subtype/Image', '/Subtype/Image/OC 140 0 R'),
  };
  const entries = `/MediaBox[0 0 ${WIDE} ${HIGH}]${RESOURCES.replace('/Cmyk 102 0 R', '/Cmyk 141 0 R').replace('/Spot 105 0 R', '/Spot 142 0 R')}`;
  const content = '1 1 1 1 k 0 0 300 200 re f q 120 0 0 80 20 20 cm /Cmyk Do Q q 90 0 0 60 160 60 cm /Spot Do Q';
  const properties = '/OCProperties<</OCGs[140 0 R]/D<</BaseState/ON/OFF[140 0 R]>>>>';
  writePdf(source, [{ entries, content }], layered, properties);
  const { artwork } = await readArtwork(source, `${source}.work`);
  const { docket } = await docketOf('', null);
  const out = join(dir, 'layered-plates.pdf');
  composeSeparated({ docket, artwork, source, out });
  const greys = await greyPages(out);
  // 100 × 60 mm of solid ink on 160 × 120, and nothing out of it
  const solid = (100 * 60) / (160 * 120);
  for (const i of [0, 1, 2, 3]) expect(inkOn(greys[i]!)).toBeGreaterThan(solid * 0.99);
});
