import { join } from 'node:path';
import { ensurePackages, FOR_TESTS } from './lib/debian.mjs';
import { ensureDependencies, root } from './lib/project.mjs';
import { run } from './lib/run.mjs';
import { plainly } from './lib/say.mjs';

plainly();

ensurePackages(FOR_TESTS.filter(([, name]) => name === 'qpdf'));
ensureDependencies();
const { build } = await import('esbuild');
const out = join(root, 'dist/bench/main.mjs');
await build({
  entryPoints: [join(root, 'bench/main.ts')],
  outfile: out,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'error',
});
process.exit(run(process.execPath, [out], { cwd: root }));
