import { join } from 'node:path';
import { ensurePackages, FOR_RUNNING, FOR_TESTS } from './lib/debian.mjs';
import { ensureBuilt, ensureDependencies, root } from './lib/project.mjs';
import { run } from './lib/run.mjs';
import { plainly } from './lib/say.mjs';

/** What is fast and what is not: computing and imposing, or with `ui` the built application in Chromium; of that one part with its name behind. */
plainly();

const name = process.argv[2] === 'ui' ? 'ui' : 'main';
const wanted = name === 'ui' ? 'chromium' : 'qpdf';
ensurePackages([...(name === 'ui' ? FOR_RUNNING : []), ...FOR_TESTS.filter(([, pkg]) => pkg === wanted)]);
ensureDependencies();
if (name === 'ui') await ensureBuilt();
const { build } = await import('esbuild');
const out = join(root, `dist/bench/${name}.mjs`);
await build({
  entryPoints: [join(root, `bench/${name}.ts`)],
  outfile: out,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'error',
});
process.exit(run(process.execPath, [out, ...process.argv.slice(3)], { cwd: root }));
