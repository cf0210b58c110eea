import { build } from 'esbuild';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..', '..');

/** Bundles the programs that run beside the web application: command line, workers, stand-in, setup. */
export async function bundle() {
  await build({
    entryPoints: {
      'bin/odd-sparrow': join(root, 'src/cli/main.ts'),
      'bin/floor': join(root, 'src/floor/main.ts'),
      'bin/setup': join(root, 'demo/setup.ts'),
      'bin/server': join(root, 'src/server/main.ts'),
      'bin/folder-lock': join(root, 'src/server/folder-lock.ts'),
      'workers/pdf': join(root, 'src/pdf/worker.ts'),
    },
    outdir: join(root, 'dist'),
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    sourcemap: true,
    logLevel: 'error',
  });
}
