import { join } from 'node:path';
import { ensurePackages, FOR_RUNNING, FOR_TESTS } from './lib/debian.mjs';
import { ensureBuilt, ensureDependencies, root } from './lib/project.mjs';
import { run } from './lib/run.mjs';
import { plainly } from './lib/say.mjs';

/** Runs one of the long trials: hostile, soak, load. They are no part of the tests: they take minutes. */
plainly();
const [name, ...rest] = process.argv.slice(2);
ensurePackages([...FOR_RUNNING, ...FOR_TESTS]);
ensureDependencies();
await ensureBuilt();
const { build } = await import('esbuild');
const out = join(root, 'dist/trials', `${name}.mjs`);
await build({
  entryPoints: [join(root, 'trials', `${name}.ts`)],
  outfile: out,
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  logLevel: 'error',
});
process.exit(run(process.execPath, [out, ...rest], { cwd: root }));
