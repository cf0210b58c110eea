import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { numberedPages, run, scratch, wordsOf, writePdf } from '../src/pdf/testing';

const dir = scratch();
const here = import.meta.dirname;
const cli = (...args: string[]) =>
  spawnSync('node', [join(here, '../bin/odd-sparrow'), ...args], { encoding: 'utf8', maxBuffer: 1 << 26 });

interface Printed {
  readonly up: number;
  readonly sections: readonly { kind: string }[];
  readonly sheets: readonly Record<
    'front' | 'back',
    { cells: { page: number | null; reading: number; trim: { x: number; y: number; width: number; height: number } }[] }
  >[];
  readonly findings: readonly { id: string; severity: string }[];
}
const planOf = (file: string): Printed => {
  const { status, stdout, stderr } = cli('plan', join(dir, file));
  expect([status, stderr]).toEqual([0, '']);
  return JSON.parse(stdout) as Printed;
};

beforeAll(() => {
  cpSync(join(here, 'examples'), dir, { recursive: true });
  writePdf(join(dir, 'eight-pages.pdf'), numberedPages(8));
  writePdf(join(dir, 'ten-pages.pdf'), numberedPages(10));
  writePdf(join(dir, 'thirty-six-pages.pdf'), numberedPages(36));
  writePdf(join(dir, 'a4-pages.pdf'), numberedPages(8, 595.28, 841.89, 0));
});

describe('the examples of the docket file', () => {
  const examples = readdirSync(join(here, 'examples')).filter((f) => f.endsWith('.json'));
  it('are six', () => expect(examples).toHaveLength(6));

  it.each(examples)('%s is planned and imposed, the words where the plan says', (file) => {
    const printed = planOf(file);
    expect(printed.findings.filter((f) => f.severity === 'stop')).toEqual([]);
    const out = join(dir, `${file}.pdf`);
    expect(cli('impose', join(dir, file), '-o', out)).toMatchObject({ status: 0, stderr: '' });
    expect(run('qpdf', '--check', out)).toContain('No syntax');
    const sides = wordsOf(out);
    expect(sides).toHaveLength(2 * printed.sheets.length);
    printed.sheets.forEach((sheet, s) =>
      (['front', 'back'] as const).forEach((name, k) => {
        for (const { page, trim } of sheet[name].cells) {
          const inside = sides[2 * s + k]!.words.filter(
            (w) =>
              w.x > trim.x &&
              w.x < trim.x + trim.width &&
              w.y > trim.y &&
              w.y < trim.y + trim.height &&
              /^\d+$/.test(w.text),
          );
          expect(inside.map((w) => w.text)).toEqual(page === null ? [] : [String(page)]);
        }
      }),
    );
  });

  it('two-up.json lies two up, awkward-count.json keeps page 10 outside', () => {
    expect(planOf('two-up.json').up).toBe(2);
    const outer = planOf('awkward-count.json').sheets[0]!.front.cells.map((c) => c.page);
    expect(outer.sort((a, b) => a! - b!)).toEqual([1, 10]);
  });

  it('perfect-bound.json has a cover and four sections; wire-and-tabs.json two tabs; version 1 is read as well', () => {
    const kinds = (file: string): string[] => planOf(file).sections.map((s) => s.kind);
    expect(kinds('perfect-bound.json')).toEqual(['cover', 'text', 'text', 'text', 'text']);
    expect(kinds('wire-and-tabs.json')).toEqual(['tab', 'text', 'text', 'tab', 'text', 'text']);
    const old = JSON.parse(readFileSync(join(here, 'examples/bound-at-the-top.json'), 'utf8')) as { version: number };
    expect(old.version).toBe(1);
  });

  it('writes fronts by themselves for a machine that prints one side', () => {
    const out = join(dir, 'fronts.pdf');
    expect(cli('impose', join(dir, 'two-up.json'), '-o', out, '--sides', 'fronts')).toMatchObject({ status: 0 });
    expect(wordsOf(out)).toHaveLength(2);
  });
});

describe('the command line', () => {
  it('prints the schema that the examples satisfy', () => {
    const { status, stdout } = cli('schema');
    const schema = JSON.parse(stdout) as { type: string; required: string[] };
    expect([status, schema.type]).toEqual([0, 'object']);
    const example = JSON.parse(readFileSync(join(here, 'examples/two-up.json'), 'utf8')) as object;
    expect(schema.required.sort()).toEqual(Object.keys(example).sort());
  });

  const complaint = (...args: string[]): string => {
    const { status, stderr, stdout } = cli(...args);
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr.trim().split('\n')).toHaveLength(1);
    return stderr;
  };
  const changed = (name: string, change: (d: Record<string, Record<string, unknown>>) => void): string => {
    const docket = JSON.parse(readFileSync(join(here, 'examples/two-up.json'), 'utf8')) as Record<
      string,
      Record<string, unknown>
    >;
    change(docket);
    writeFileSync(join(dir, name), JSON.stringify(docket));
    return join(dir, name);
  };

  it('says in one line what is wrong, with status 2', () => {
    expect(complaint('plan', join(dir, 'nothing.json'))).toContain('nothing.json is not there');
    writeFileSync(join(dir, 'broken.json'), '{"kind": ');
    expect(complaint('plan', join(dir, 'broken.json'))).toContain('is not JSON');
    expect(
      complaint(
        'plan',
        changed('copies.json', (d) => (d.product!.copies = 0)),
      ),
    ).toContain('product.copies');
    expect(
      complaint(
        'plan',
        changed('odd.json', (d) => (d.product!.colour = 'red')),
      ),
    ).toMatch(/product.*colour/);
    expect(
      complaint(
        'plan',
        changed('gone.json', (d) => (d.artwork!.file = { name: 'x', path: 'x.pdf' })),
      ),
    ).toContain('x.pdf is not there');
    writeFileSync(join(dir, 'letter.txt'), 'Dear printer');
    expect(
      complaint(
        'plan',
        changed('text.json', (d) => (d.artwork!.file = { name: 'x', path: 'letter.txt' })),
      ),
    ).toContain('neither a PDF');
    run('qpdf', '--encrypt', 'sesame', 'o', '256', '--', join(dir, 'eight-pages.pdf'), join(dir, 'locked.pdf'));
    expect(
      complaint(
        'plan',
        changed('locked.json', (d) => (d.artwork!.file = { name: 'x', path: 'locked.pdf' })),
      ),
    ).toContain('artwork.file.password');
    expect(complaint('impose', join(dir, 'two-up.json'), '-o', join(dir, 'no/such/folder.pdf'))).toContain(
      'folder.pdf is not there',
    );
    expect(complaint('impose', join(dir, 'two-up.json'))).toContain('--output');
    expect(complaint('frobnicate')).toContain('frobnicate');
    expect(existsSync(join(dir, 'no'))).toBe(false);
  });

  it('opens a locked file with the docket’s password', () => {
    const file = changed(
      'unlocked.json',
      (d) => (d.artwork!.file = { name: 'x', path: 'locked.pdf', password: 'sesame' }),
    );
    expect(cli('impose', file, '-o', join(dir, 'unlocked.pdf'))).toMatchObject({ status: 0, stderr: '' });
    expect(wordsOf(join(dir, 'unlocked.pdf'))[0]!.words.length).toBeGreaterThan(0);
  });

  it('helps', () => expect(cli('--help')).toMatchObject({ status: 0 }));
});
