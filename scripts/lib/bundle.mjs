import { build } from 'esbuild';
import { rmSync } from 'node:fs';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..', '..');

/** The face of src/pdf names what draws and composes as well: a program that leaves that to its threads does not load it. */
const onlyWhatIsUsed = {
  name: 'only-what-is-used',
  setup(/** @type {import('esbuild').PluginBuild} */ build) {
    build.onResolve({ filter: /^\.{1,2}\// }, async (/** @type {import('esbuild').OnResolveArgs} */ args) => {
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

/** What brings programs of its own, or files that it looks for beside itself. */
const APART = ['mupdf', 'lcms-wasm', 'sharp', 'opentype.js', '@fontsource/*'];

/**
 * Bundles the command line, with the packages that it uses: looking up and reading a hundred small files takes longer
 * than imposing a booklet. What is seldom wanted stands in files that are loaded when it is.
 */
const commandLine = () =>
  build({
    entryPoints: { 'bin/odd-sparrow': join(root, 'src/cli/main.ts') },
    outdir: join(root, 'dist'),
    chunkNames: 'bin/parts/[name]-[hash]',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    minifySyntax: true,
    minifyWhitespace: true,
    plugins: [onlyWhatIsUsed],
    platform: 'node',
    target: 'node20',
    format: 'esm',
    external: APART,
    // packages written for CommonJS ask for what Node.js has
    banner: { js: "import{createRequire as odd_require}from'node:module';const require=odd_require(import.meta.url);" },
    logLevel: 'error',
  });

/** Bundles the programs that run beside the web application: command line, workers, stand-in, setup. */
export async function bundle() {
  rmSync(join(root, 'dist/bin/parts'), { recursive: true, force: true });
  await commandLine();
  await build({
    entryPoints: {
      'bin/floor': join(root, 'src/floor/main.ts'),
      'bin/setup': join(root, 'demo/setup.ts'),
      'bin/server': join(root, 'src/server/main.ts'),
      'bin/folder-lock': join(root, 'src/server/folder-lock.ts'),
      'workers/pdf': join(root, 'src/pdf/worker.ts'),
      'workers/slitter': join(root, 'src/floor/slitter/worker.ts'),
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
