import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { run as commandLine } from '../src/cli/program';
import { PreflightRules } from '../src/core/preflight';
import { CHECK_IDS } from '../src/core/shop';
import { numberedPages, scratch, writePdf } from '../src/pdf/testing';
import { CARD_FILES } from '../src/pdf/testing-cards';

const here = import.meta.dirname;
const dir = scratch();
const text = readFileSync(join(here, 'artwork.md'), 'utf8');

/** Runs the command line in this process. */
async function check(...args: string[]) {
  let stdout = '';
  let stderr = '';
  const out = (said: string): void => void (stdout += said);
  const err = (said: string): void => void (stderr += said);
  const status = await commandLine(['check', ...args], { out, err, worker: join(here, '../dist/workers/pdf.mjs') });
  return { status, stdout, stderr };
}

describe('the page on artwork', () => {
  it('shows rules that are read, and names every check', () => {
    const [, json] = /```json\n([\s\S]*?)```/.exec(text)!;
    expect(PreflightRules.parse(JSON.parse(json!)).weights['thin-lines']).toBe('stop');
    for (const id of CHECK_IDS) expect(text, id).toContain(`\`${id}\``);
  });
});

describe('a file is checked from the command line', () => {
  const file = join(dir, 'eight.pdf');
  const cards = join(dir, 'marked.pdf');
  writePdf(file, numberedPages(8), { 3: '<</Type/Font/Subtype/Type1/BaseFont/GullSans>>' });
  writePdf(cards, [CARD_FILES['with marks.pdf']!]);

  it('in words, and stopped for what cannot be printed as it is', async () => {
    const { status, stdout, stderr } = await check(file);
    expect(status).toBe(3);
    expect(stdout).toContain('8 pages, not to be printed as it is');
    expect(stdout).toContain('stop: Fonts are not in the file (8)');
    expect(stdout).toContain('page 1: GullSans');
    expect(stdout).toContain('… 3 more');
    expect(stderr).toContain('is not to be printed as it is');
  });

  it('by rules of its own, as JSON', async () => {
    const rules = join(dir, 'rules.json');
    writeFileSync(
      rules,
      JSON.stringify({ name: 'Lenient', weights: { 'standard-fonts': 'fine', 'rich-text': 'off' } }),
    );
    const { status, stdout, stderr } = await check(cards, '--rules', rules, '--json');
    expect([status, stderr]).toEqual([0, '']);
    const report = JSON.parse(stdout) as { outcome: string; rules: string; findings: { check: string }[] };
    expect([report.outcome, report.rules]).toEqual(['clean', 'Lenient']);
    expect(report.findings.map((f) => f.check)).toContain('standard-fonts');
  });

  it('and what cannot be read is said in one line', async () => {
    const none = join(dir, 'none.pdf');
    expect(await check(none)).toEqual({ status: 2, stdout: '', stderr: `odd-sparrow: ${none} is not there.\n` });
    const odd = join(dir, 'odd.json');
    writeFileSync(odd, '{"weights":{"fonts":"perhaps"}}');
    expect((await check(file, '--rules', odd)).stderr).toContain('weights.fonts');
    writeFileSync(odd, '{');
    expect((await check(file, '--rules', odd)).stderr).toContain('is no JSON');
    const words = join(dir, 'words.pdf');
    writeFileSync(words, 'not a PDF at all');
    expect((await check(words)).status).toBe(2);
  });
});
