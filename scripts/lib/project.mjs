import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run } from './run.mjs';
import { fail, say } from './say.mjs';

export const root = join(import.meta.dirname, '..', '..');
/** A program that came with the dependencies: npx would look for it first, and complain of npm's own settings. */
export const tool = (/** @type {string} */ name) => join(root, 'node_modules', '.bin', name);

function hashOf(/** @type {readonly string[]} */ paths) {
  const hash = createHash('sha256');
  const walk = (/** @type {string} */ path) => {
    const stat = statSync(path, { throwIfNoEntry: false });
    if (!stat) return;
    if (stat.isDirectory()) for (const name of readdirSync(path).sort()) walk(join(path, name));
    else {
      hash.update(path.slice(root.length));
      hash.update(readFileSync(path));
    }
  };
  for (const p of paths) walk(join(root, p));
  return hash.digest('hex');
}

const marked = (/** @type {string} */ file, /** @type {string} */ hash) =>
  existsSync(file) && readFileSync(file, 'utf8') === hash;

/** Installs dependencies from the lock file where they are not those of the lock file. */
export function ensureDependencies() {
  const mark = join(root, 'node_modules', '.sparrow-lock');
  const hash = hashOf(['package-lock.json']);
  if (marked(mark, hash)) return;
  say('installing dependencies');
  if (run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: root }) !== 0)
    fail('npm could not install the dependencies; see above.');
  writeFileSync(mark, hash);
}

/** Builds where a source has changed since the last build. */
export async function ensureBuilt() {
  const mark = join(root, 'dist', '.built');
  const hash = hashOf([
    'src',
    'demo',
    'package-lock.json',
    'astro.config.mjs',
    'scripts/lib/bundle.mjs',
    'scripts/lib/project.mjs',
  ]);
  if (marked(mark, hash)) return;
  say('building');
  mkdirSync(join(root, 'dist'), { recursive: true });
  const { bundle } = await import('./bundle.mjs');
  await bundle();
  if (
    run(tool('astro'), ['build', '--silent'], {
      cwd: root,
      // what calls this may run as a test: the application is always built for production
      env: { ...process.env, NODE_ENV: 'production', VITEST: '', ASTRO_TELEMETRY_DISABLED: '1' },
    }) !== 0
  )
    fail('The application could not be built; see above.');
  writeFileSync(mark, hash);
}
