import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { JobFinding, JobReport } from '../core/preflight';
import { writeCheckReport } from './report';
import { run, scratch } from './testing';

const finding = (part: Partial<JobFinding>): JobFinding => ({
  check: 'fonts',
  weight: 'stop',
  title: 'Fonts are missing',
  why: 'Another font is printed.',
  mend: 'Embed them.',
  count: 1,
  places: [{ page: 3, box: null, said: 'Gull Sans' }],
  mended: null,
  passed: false,
  ...part,
});
const report = (findings: readonly JobFinding[], part: Partial<JobReport> = {}): JobReport => ({
  outcome: 'failed',
  rules: 'House rules',
  pages: 1200,
  inks: ['Gold'],
  findings,
  ...part,
});

async function textOf(
  ...files: Parameters<typeof writeCheckReport>[0]['files']
): Promise<{ text: string; pages: number }> {
  const path = join(scratch(), 'report.pdf');
  const of = { number: 12, title: 'Tide almanac', customer: 'Harbour office', files };
  writeFileSync(path, await writeCheckReport(of, { house: 'Bindweed Lane' }));
  const pages = Number(/Pages:\s+(\d+)/.exec(run('pdfinfo', path))![1]);
  return { text: run('pdftotext', '-layout', path, '-').replace(/\s+/g, ' '), pages };
}

describe('the report of a check', () => {
  it('says whose files they are, what they came to, and finding by finding what is wrong and where', async () => {
    const { text, pages } = await textOf({ name: 'almanac.pdf', report: report([finding({})]), why: null });
    for (const said of [
      '12 Tide almanac',
      'Check of the artwork, for Harbour office',
      'almanac.pdf',
      'Failed: it is not printed as it is',
      '1 200 pages, checked by “House rules”; spot inks: Gold',
      'Fonts are missing',
      'stops the job',
      'Another font is printed.',
      'Embed them.',
      'page 3: Gull Sans',
      'Bindweed Lane',
      '1 of 1',
    ])
      expect(text.replaceAll('\u202f', ' '), said).toContain(said);
    expect(pages).toBe(1);
  });

  it('says what is done about a finding in place of what to do', async () => {
    const { text } = await textOf({
      name: 'a.pdf',
      report: report(
        [
          finding({ mended: 'thickened where they are printed', title: 'Thin lines' }),
          finding({ passed: true, mend: 'Ask the customer.' }),
        ],
        { outcome: 'mended' },
      ),
      why: null,
    });
    expect(text).toContain('Mended: it is printed with what is said below');
    expect(text).toContain('thickened where they are printed');
    expect(text).toContain('let pass: it is printed all the same');
    expect(text).not.toMatch(/Embed them|Ask the customer|stops the job/);
  });

  it('goes on over as many pages as it takes, and counts what it leaves out', async () => {
    const places = Array.from({ length: 100 }, (_, i) => ({ page: i + 1, box: null, said: `picture ${i + 1}` }));
    const many = Array.from({ length: 20 }, (_, i) => finding({ title: `Finding ${i + 1}`, count: 2500, places }));
    const { text, pages } = await textOf(
      { name: 'a.pdf', report: report(many), why: null },
      { name: 'b.pdf', report: null, why: 'It cannot be read.' },
    );
    expect(pages).toBeGreaterThan(4);
    for (const said of ['Finding 1 (2 500)', 'Finding 20', 'picture 12', 'and 2 488 more', 'It cannot be read.'])
      expect(text.replaceAll('\u202f', ' '), said).toContain(said);
    expect(text).not.toContain('picture 13');
    expect(text).toContain(`${pages} of ${pages}`);
  });
});
