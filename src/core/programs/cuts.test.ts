import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import * as fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { cutFrom, cutsOf, type Stage } from '../cutting';
import { type Docket, type Patch } from '../docket';
import { plan } from '../sheet';
import { PileProgram } from '../shop';
import { artworkOf, changed, docketFor, flatDocketFor, GUILLOTINE, SHOP } from '../testing';
import { pilesOfJob, pilesWritten, readPiles } from '.';

const dir = mkdtempSync(join(tmpdir(), 'cuts-'));
afterAll(() => rmSync(dir, { recursive: true }));
const artwork = artworkOf(2, { width: 85, height: 55 }, 0);
const CUT: Patch = { finish: { here: true, route: [{ process: 'cut', machine: GUILLOTINE }] } } as Patch;
const cards = (...more: Patch[]): Docket =>
  [CUT, { sheet: { stock: SHOP.stocks[2]! }, product: { bleed: 0, copies: 2100 } } as Patch, ...more].reduce<Docket>(
    (d, p) => changed(d as never, p),
    flatDocketFor(artwork),
  );

describe('programs of guillotines as a file', () => {
  it('are written by the schema, and read again as they were', () => {
    const docket = cards();
    const piles = pilesOfJob(docket, plan(docket, artwork), '12 Cards');
    expect(piles.cannot).toBeNull();
    expect(piles.programs.map((p) => [p.name, p.pile])).toEqual([['12 Cards: card', { width: 450, height: 320 }]]);
    const text = pilesWritten(piles);
    const file = join(dir, 'cuts.xml');
    writeFileSync(file, text);
    execFileSync('xmllint', ['--noout', '--schema', 'docs/cuts.xsd', file], { stdio: 'pipe' });
    const back = readPiles(text);
    expect(back.machine).toBe(GUILLOTINE.name);
    expect(pilesWritten(back)).toBe(text);
    // 2,100 cards at 29 up are 73 sheets: all of them are one lift
    expect(back.programs[0]!.each).toBe(73);
  });

  it('have so many cuts and piles as any sheet takes, and no more', () => {
    const cut = { turns: 0, measure: 10, waste: false };
    const pile = { x: 0, y: 0, width: 450, height: 320 };
    const of = (cuts: number): boolean =>
      PileProgram.safeParse({
        name: 'x',
        pile: { width: 450, height: 320 },
        each: 1,
        stages: [{ lies: 0, piles: [pile], cuts: Array.from({ length: cuts }, () => cut) }],
      }).success;
    expect([of(1999), of(2000)]).toEqual([true, false]);
  });

  it('are as the example in the docs is', () => {
    const path = 'docs/examples/cuts/avocet.xml';
    execFileSync('xmllint', ['--noout', '--schema', 'docs/cuts.xsd', path], { stdio: 'pipe' });
    const { machine, programs } = readPiles(readFileSync(path, 'utf8'));
    expect([machine, programs.length, programs[0]!.pile]).toEqual(['Avocet', 1, { width: 450, height: 320 }]);
    // cards of 90 × 50: each comes out of it, and only they are as large
    const out = cutFrom({ stages: programs[0]!.stages as unknown as Stage[] }, programs[0]!.pile);
    expect(out.filter((r) => Math.abs(r.width * r.height - 90 * 50) < 1).length).toBeGreaterThan(10);
  });

  it('give the pieces of the plan, whatever is laid', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 140 }),
        fc.integer({ min: 30, max: 140 }),
        fc.constantFrom(0, 2, 6),
        (width, height, gap) => {
          const docket = cards({
            product: { finished: { width, height }, lies: { gap: { across: gap, down: gap }, way: 'mixed' } },
          } as Patch);
          const planned = plan(docket, artwork);
          const { programs } = readPiles(pilesWritten(pilesOfJob(docket, planned, 'x')));
          const { lay } = planned.sheets.main;
          const out = cutFrom({ stages: programs[0]!.stages as unknown as Stage[] }, programs[0]!.pile);
          for (const piece of cutsOf(lay).pieces)
            expect(
              out.some((r) => (['x', 'y', 'width', 'height'] as const).every((k) => Math.abs(r[k] - piece[k]) < 0.02)),
            ).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('are of bound blocks as well, behind those of the sheets', () => {
    const pages = artworkOf(28);
    const [stitcher] = SHOP.finishers.filter((f) => f.kind === 'stitcher');
    const docket = changed(docketFor(pages), {
      sheet: { stock: SHOP.stocks[2]!, up: 'one' },
      finish: {
        here: true,
        route: [
          { process: 'stitch', machine: { ...stitcher!, trims: 'nothing' } },
          { process: 'trim', machine: GUILLOTINE },
        ],
      },
    } as Patch);
    const { programs } = pilesOfJob(docket, plan(docket, pages), 'Handbook');
    expect(programs).toHaveLength(1);
    expect(programs[0]).toMatchObject({ name: 'Handbook: booklets', pile: { width: 225, height: 320 } });
    expect(programs[0]!.stages.flatMap((s) => s.cuts.map((c) => c.measure))).toEqual([148, 265, 210]);
  });

  it('that cannot be worked there are not written', () => {
    const docket = cards({
      finish: { route: [{ process: 'cut', machine: { ...GUILLOTINE, memory: 2 } }] },
    } as Patch);
    expect(pilesOfJob(docket, plan(docket, artwork), 'x').cannot).toMatch(/too long for Avocet. Mend that first/);
  });

  it.each([
    ['<Programs xmlns="urn:odd-sparrow:cuts:1"/>', /begins with <Programs>/],
    ['<CutPrograms xmlns="urn:other"/>', /not the open form/],
    ['<CutPrograms xmlns="urn:odd-sparrow:cuts:1"/>', /no program in the file/],
    [
      one(
        '<Stage lies="0"><Pile x="0" y="0" width="90" height="50"/><Cut turn="0" measure="20" falls="waste"/></Stage>',
      ),
      /cannot be worked. A pile is to be cut that no cut before has made/,
    ],
    [
      one(
        '<Stage lies="0"><Pile x="0" y="0" width="100" height="50"/><Cut turn="0" measure="60" falls="waste"/></Stage>',
      ),
      /cannot be worked. A pile 50.000 mm deep is not cut 60.000 mm/,
    ],
    [
      one(
        '<Stage lies="4"><Pile x="0" y="0" width="100" height="50"/><Cut turn="0" measure="20" falls="waste"/></Stage>',
      ),
      /Program “A”/,
    ],
    [
      one('<Stage lies="0"><Pile x="0" y="0" width="100" height="50"/><Cut turn="0" falls="waste"/></Stage>'),
      /<Cut> has no measure/,
    ],
    ['<!DOCTYPE x [<!ENTITY a "b">]><CutPrograms xmlns="urn:odd-sparrow:cuts:1"/>', /./],
  ])('are refused in words where they are none: %#', (text, why) => {
    expect(() => readPiles(text)).toThrow(why);
  });
});

function one(stages: string): string {
  return `<CutPrograms xmlns="urn:odd-sparrow:cuts:1"><CutProgram name="A" width="100" height="50" each="10">${stages}</CutProgram></CutPrograms>`;
}
