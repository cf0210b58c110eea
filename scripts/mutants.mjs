import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensurePackages, FOR_TESTS } from './lib/debian.mjs';
import { ensureDependencies, root } from './lib/project.mjs';
import { fail, plainly } from './lib/say.mjs';

/**
 * Changes what computes and what reads and writes PDF, one small thing at a time, and counts the changes that no test
 * notices. All of it takes a night on two cores. `--share 20` tries a twentieth, spread evenly: the same lines each
 * time, so that two runs can be compared; `--from 3` begins that many windows further on; paths keep to some files.
 */
plainly();
const { values, positionals } = parseArgs({
  options: { share: { type: 'string', default: '1' }, from: { type: 'string', default: '0' } },
  allowPositionals: true,
});
const share = Number(values.share);
const from = Number(values.from);
if (!Number.isInteger(share) || share < 1 || !Number.isInteger(from) || from < 0)
  fail('--share and --from are whole numbers: --share 20 tries a twentieth of the mutants.');
ensurePackages(FOR_TESTS);
ensureDependencies();
const { Stryker } = await import('@stryker-mutator/core');

/** Lines of a window: enough for most of what a statement holds, few enough for an even spread. */
const WINDOW = 12;
const wanted = positionals.length > 0 ? positionals : ['src/core', 'src/pdf'];
const files = readdirSync(join(root, 'src'), { recursive: true })
  .map((name) => `src/${name}`)
  .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts') && wanted.some((w) => name.startsWith(w)))
  .sort();
if (files.length === 0) fail(`No file of src/core or src/pdf begins with ${wanted.join(' or ')}.`);
const mutate = [];
let window = 0;
for (const file of files) {
  const lines = readFileSync(join(root, file), 'utf8').split('\n').length;
  if (share === 1) mutate.push(file);
  else
    for (let line = 1; line <= lines; line += WINDOW)
      if (window++ % share === from % share) mutate.push(`${file}:${line}-${Math.min(line + WINDOW - 1, lines)}`);
}

mkdirSync(join(root, 'var/mutants'), { recursive: true });
const results = await new Stryker({
  mutate,
  testRunner: 'vitest',
  plugins: ['@stryker-mutator/vitest-runner'],
  vitest: { configFile: 'vitest.mutants.config.ts' },
  coverageAnalysis: 'perTest',
  // what a message says is not held by tests, so that it can be bettered; names of kinds are held by the compiler
  mutator: { excludedMutations: ['StringLiteral'] },
  ignorePatterns: ['/dist', '/var', '/docs', '/e2e', '/test-results', '/bench', '/trials', '/public', '/.astro'],
  tempDirName: 'var/mutants/copy',
  reporters: ['clear-text', 'progress-append-only', 'json'],
  clearTextReporter: { allowColor: false, logTests: false, allowEmojis: false, reportTests: false },
  jsonReporter: { fileName: 'var/mutants/report.json' },
  timeoutMS: 20_000,
  dryRunTimeoutMinutes: 30,
  concurrency: 2,
  allowConsoleColors: false,
  logLevel: /** @type {any} */ ('warn'),
}).runMutationTest();

const byFolder = new Map();
let killed = 0;
let counted = 0;
for (const { fileName, status } of results) {
  if (status === 'Ignored' || status === 'CompileError' || status === 'RuntimeError') continue;
  const folder = fileName.split('/').slice(0, 3).join('/');
  const at = byFolder.get(folder) ?? [0, 0];
  byFolder.set(folder, at);
  at[1]++;
  counted++;
  if (status === 'Killed' || status === 'Timeout') {
    at[0]++;
    killed++;
  }
}
for (const [folder, [k, n]] of byFolder) console.log(`${folder.padEnd(28)} ${k} of ${n}`);
const percent = (100 * killed) / counted;
console.log(`${killed} of ${counted} mutants noticed: ${percent.toFixed(1)} %`);
process.exit(percent >= 85 ? 0 : 1);
