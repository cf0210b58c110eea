import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePackages, FOR_RUNNING, FOR_TESTS } from './lib/debian.mjs';
import { ensureBuilt, ensureDependencies, root, tool } from './lib/project.mjs';
import { run } from './lib/run.mjs';
import { plainly, say } from './lib/say.mjs';

plainly();

/** Sets up and runs everything: types, lint, import rules, format, unit tests, the real interface. */
const only = process.argv.slice(2);
const wants = (/** @type {string} */ part) => only.length === 0 || only.includes(part);

// what is only read needs no other programs, and nothing built
const runs = wants('unit') || wants('e2e');
if (runs) ensurePackages([...FOR_RUNNING, ...FOR_TESTS]);
ensureDependencies();
const results = join(root, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

let passed = 0;
let failed = 0;
const check = (/** @type {string} */ name, /** @type {string} */ program, /** @type {readonly string[]} */ args) => {
  say(name);
  if (run(program, args, { cwd: root, env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' } }) === 0) passed++;
  else failed++;
};
if (wants('checks')) {
  run(tool('astro'), ['sync', '--silent'], { cwd: root, env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' } });
  check('types', tool('tsc'), ['--noEmit']);
  check('lint', tool('eslint'), ['.', '--max-warnings', '0']);
  check('import rules', tool('depcruise'), ['--output-type', 'err', 'src', 'demo', 'e2e', 'bench', 'trials']);
  check('format', tool('prettier'), ['--check', '--log-level', 'warn', '.']);
}
if (runs) await ensureBuilt();

/** Adds up a runner's report; a runner that left none has failed. */
const count = (
  /** @type {string} */ name,
  /** @type {number} */ status,
  /** @type {string} */ file,
  /** @type {(report: any) => readonly [number, number]} */ read,
) => {
  if (!existsSync(file)) {
    failed++;
    console.error(`✗ ${name} left no report`);
    return;
  }
  const [good, bad] = read(JSON.parse(readFileSync(file, 'utf8')));
  passed += good;
  failed += bad;
  if (status !== 0 && bad === 0) failed++;
};
if (wants('unit')) {
  say('unit tests');
  const file = join(results, 'unit.json');
  const status = run(tool('vitest'), ['run', '--reporter=dot', '--reporter=json', `--outputFile.json=${file}`], {
    cwd: root,
  });
  count('vitest', status, file, (/** @type {{ numPassedTests: number; numFailedTests: number }} */ r) => [
    r.numPassedTests,
    r.numFailedTests,
  ]);
}
if (wants('e2e')) {
  say('the real interface');
  const file = join(results, 'e2e.json');
  const status = run(tool('playwright'), ['test'], {
    cwd: root,
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: file },
  });
  count('playwright', status, file, ({ stats }) => [stats.expected + stats.flaky, stats.unexpected]);
}
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
