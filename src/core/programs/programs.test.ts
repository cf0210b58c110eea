import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { execFileSync } from 'node:child_process';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SlitProgram, type Reads } from '../shop';
import { ProgramForm, programsWritten, readPrograms } from '.';

const READS: Reads = {
  mark: { side: 12, lead: 8, length: 12, width: 2 },
  code: { symbology: 'code-128', side: 30, lead: 7, width: 40, height: 8 },
};
const CARDS = SlitProgram.parse({
  number: 12,
  name: 'Cards “20 up” & more',
  sheet: { width: 320, height: 450 },
  slits: [10.5, 65.5, 71.5, 126.5],
  crossCuts: [46, 131, 137, 222],
  perforations: { along: [40], across: [] },
});

const folder = mkdtempSync(join(tmpdir(), 'programs-'));
/** What the schema says against a file, as libxml2 sees it; empty where nothing. */
function againstSchema(xml: string): string {
  const file = join(folder, 'it.xml');
  writeFileSync(file, xml);
  try {
    execFileSync('xmllint', ['--noout', '--schema', 'docs/programs.xsd', file], { stdio: 'pipe' });
    return '';
  } catch (e) {
    return String((e as { stderr: Buffer }).stderr);
  }
}

const length = fc.integer({ min: 0, max: 300_000 }).map((v) => v / 1000);
const lines = (most: number) =>
  fc.uniqueArray(length, { maxLength: most }).map((all) => [...all].sort((a, b) => a - b));
const passing = fc.record({ along: lines(4), across: lines(4) });
const program: fc.Arbitrary<SlitProgram> = fc.record({
  number: fc.integer({ min: 1, max: 9999 }),
  name: fc
    .string({ minLength: 1, maxLength: 40, unit: 'grapheme' })
    .filter((s) => s.trim() === s && s.length > 0 && s.length <= 100),
  sheet: fc.constant({ width: 300, height: 300 }),
  slits: lines(8),
  crossCuts: lines(12),
  scores: passing,
  perforations: passing,
});

describe('files of programs', () => {
  it('come back as they were written, and are what the schema says', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(program, { minLength: 1, maxLength: 5, selector: (p) => p.number }),
        fc.constantFrom(null, READS),
        (programs, reads) => {
          const it = { machine: 'Redshank', reads, programs };
          expect(readPrograms(programsWritten(it), null)).toEqual(it);
        },
      ),
      { numRuns: 100 },
    );
    expect(againstSchema(programsWritten({ machine: 'Redshank', reads: READS, programs: [CARDS] }))).toBe('');
    expect(againstSchema(programsWritten({ machine: null, reads: null, programs: [CARDS] }))).toBe('');
  });

  it('are refused by the schema where they are refused here', () => {
    const xml = programsWritten({ machine: 'Redshank', reads: READS, programs: [CARDS, { ...CARDS, number: 13 }] });
    for (const [from, to] of [
      ['number="13"', 'number="12"'],
      ['number="13"', 'number="0"'],
      ['number="13"', 'number="10000"'],
      ['way="along"', 'way="up"'],
      ['at="65.5"', 'at="wide"'],
      ['at="65.5"', 'at="-1"'],
      ['<Sheet across="320" along="450"/>', ''],
      ['symbology="code-128"', 'symbology="other"'],
      [' side="12"', ''],
    ] as const) {
      expect(xml).toContain(from);
      const bad = xml.replace(from, to);
      expect(againstSchema(bad), to).not.toBe('');
      expect(() => readPrograms(bad, null), to).toThrow();
    }
  });

  it('say what is wrong with them', () => {
    const wrap = (inside: string): string => `<Programs xmlns="urn:odd-sparrow:programs:1">${inside}</Programs>`;
    const cases: readonly (readonly [string, string])[] = [
      ['', 'the file is not well-formed'],
      ['not xml', 'the file is not well-formed'],
      ['<Programs/>', 'not the open form'],
      ['<Programs xmlns="urn:somebody:else"><Program number="1"/></Programs>', 'not the open form'],
      [wrap(''), 'There is no program in the file'],
      [wrap('<Program number="1" name="x"/>'), 'Program 1 has no <Sheet>'],
      [wrap('<Program number="1" name="x"><Sheet across="300"/></Program>'), '<Sheet> has no along'],
      [
        wrap('<Program number="1" name="x"><Sheet across="300" along="400"/><Slit at="301"/></Program>'),
        'Program 1: a slit at 301 mm lies beyond its sheet of 300 mm',
      ],
      [
        wrap(
          '<Program number="1" name="x"><Sheet across="300" along="400"/><CrossCut at="301"/><CrossCut at="401"/></Program>',
        ),
        'a cross cut at 401 mm',
      ],
      ['<!DOCTYPE x [<!ENTITY a "b">]><Programs/>', 'DOCTYPE'],
      [wrap(' '.repeat(1 << 20)), 'more than a million letters'],
      [
        wrap(`<Program number="1" name="x"><Sheet across="9" along="9"/>${'<Slit at="1"/>'.repeat(101)}</Program>`),
        'Program 1: slits',
      ],
      [
        wrap('<Reads/><Program number="1" name="x"><Sheet across="300" along="400"/></Program>'),
        '<Reads> has no <Mark>',
      ],
      [
        wrap(`${'<Program number="1" name="x"><Sheet across="300" along="400"/></Program>'.repeat(501)}`),
        '501 programs',
      ],
    ];
    for (const [text, said] of cases) expect(() => readPrograms(text, null), said).toThrow(said);
  });
});

describe('files of a machine’s maker', () => {
  const form = ProgramForm.parse({
    kind: 'odd-sparrow program form',
    version: 1,
    called: 'Bench cutter',
    program: 'Memory/Job',
    millimetres: 0.01,
    number: '@no',
    name: 'Title',
    across: 'Paper@w',
    along: 'Paper@l',
    lines: [
      { is: 'slit', each: 'Knives/Knife', at: '@pos' },
      { is: 'cross cut', each: 'Chops/Chop', at: 'Step', from: 'last' },
      { is: 'perforation', way: 'along', each: 'Wheel', at: '@pos' },
    ],
  });
  const file = `<m:Machine xmlns:m="urn:made-up"><m:Memory>
    <m:Job no="7"><m:Title> Coupons </m:Title><m:Paper w="32000" l="45000"/>
      <m:Knives><m:Knife pos="15700"/><m:Knife pos="900"/></m:Knives>
      <m:Chops><m:Chop><m:Step>3800</m:Step></m:Chop><m:Chop><m:Step>7000,5 um</m:Step></m:Chop></m:Chops>
      <m:Wheel pos="11700"/></m:Job></m:Memory></m:Machine>`;

  it('are read as a form says: where figures stand, in which unit, from the edge or from the line before', () => {
    const { programs, machine, reads } = readPrograms(file, form);
    expect([machine, reads]).toEqual([null, null]);
    expect(programs).toHaveLength(1);
    const [it] = programs;
    expect([it!.number, it!.name, it!.sheet]).toEqual([7, 'Coupons', { width: 320, height: 450 }]);
    expect(it!.slits).toEqual([9, 157]);
    it!.crossCuts.forEach((v, i) => expect(v).toBeCloseTo([38, 108.005][i]!, 6));
    expect(it!.perforations).toEqual({ along: [117], across: [] });
    // our own form is read all the same
    expect(readPrograms(programsWritten({ machine: null, reads: null, programs: [CARDS] }), form).programs).toEqual([
      CARDS,
    ]);
  });

  it('say what is missing', () => {
    expect(() => readPrograms(file.replace('no="7"', ''), form)).toThrow('A <Job> has nothing at @no');
    expect(() => readPrograms(file.replace('pos="900"', 'pos="near"'), form)).toThrow(
      '“near” at @pos of a <Knife> is no number',
    );
    expect(() => readPrograms(file.replaceAll('Memory', 'Store'), form)).toThrow(
      'nor has it programs as “Bench cutter” says',
    );
    expect(readPrograms(file.replace(' Coupons ', ''), form).programs[0]!.name).toBe('Program 7');
  });

  it('have forms that are checked', () => {
    const bad = (change: object): boolean => ProgramForm.safeParse({ ...form, ...change }).success;
    expect(bad({})).toBe(true);
    expect(bad({ number: 'a b' })).toBe(false);
    expect(bad({ number: '' })).toBe(false);
    expect(bad({ number: '../x' })).toBe(false);
    expect(bad({ millimetres: 0 })).toBe(false);
    expect(bad({ lines: [] })).toBe(false);
    expect(bad({ lines: [{ is: 'score', each: 'a', at: '@b' }] })).toBe(false);
    expect(bad({ lines: [{ is: 'slit', way: 'along', each: 'a', at: '@b' }] })).toBe(false);
  });
});

describe('the examples', () => {
  const example = (name: string): string => readFileSync(join('docs/examples/programs', name), 'utf8');

  it('of the open form is what its schema says', () => {
    expect(againstSchema(example('redshank.xml'))).toBe('');
    const { machine, reads, programs } = readPrograms(example('redshank.xml'), null);
    expect([machine, reads?.code?.symbology, programs.length]).toEqual(['Redshank', 'code-128', 1]);
    expect(programs[0]!.perforations).toEqual({ along: [117, 271], across: [] });
  });

  it('of a maker’s file is read by its form: hundredths of a millimetre, cross cuts one behind the other', () => {
    const form = ProgramForm.parse(JSON.parse(example('bench-cutter.form.json')));
    expect(readPrograms(example('bench-cutter.xml'), form).programs).toEqual([
      SlitProgram.parse({
        number: 7,
        name: 'Cards, two by three',
        sheet: { width: 320, height: 450 },
        slits: [20, 105, 190],
        crossCuts: [30, 85, 140, 195],
      }),
    ]);
  });
});
