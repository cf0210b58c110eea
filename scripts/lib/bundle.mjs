import { build } from 'esbuild';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..', '..');

/** The face of src/pdf names what draws and composes as well: a program that leaves that to its threads does not load it. */
const onlyWhatIsUsed = {
  name: 'only-what-is-used',
  setup(build) {
    build.onResolve({ filter: /^\.{1,2}\// }, async (args) => {
      if (args.pluginData === 'seen' || args.kind === 'entry-point') return null;
      const found = await build.resolve(args.path, {
        importer: args.importer,
        resolveDir: args.resolveDir,
        kind: args.kind,
        pluginData: 'seen',
      });
      return found.path.includes('/src/pdf/') ? { ...found, sideEffects: false } : found;
    });
  },
};

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
    plugins: [onlyWhatIsUsed],
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    sourcemap: true,
    logLevel: 'error',
  });
}
