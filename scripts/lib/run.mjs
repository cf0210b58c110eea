import { spawn, spawnSync } from 'node:child_process';

/** Runs a program to its end, its output shown. @returns its exit status */
export function run(/** @type {string} */ program, /** @type {readonly string[]} */ args, options = {}) {
  return spawnSync(program, args, { stdio: 'inherit', ...options }).status ?? 1;
}

/** What a program prints; null where it fails or is not there. */
export function output(/** @type {string} */ program, /** @type {readonly string[]} */ args, options = {}) {
  const r = spawnSync(program, args, { encoding: 'utf8', maxBuffer: 1 << 26, ...options });
  return r.status === 0 ? r.stdout : null;
}

/**
 * Starts a program in a process group of its own, so that Ctrl-C reaches it only through us.
 * @returns {import('node:child_process').ChildProcessByStdio<null, import('node:stream').Readable, import('node:stream').Readable>}
 */
export function start(/** @type {string} */ program, /** @type {readonly string[]} */ args, options = {}) {
  return /** @type {any} */ (spawn(program, args, { stdio: ['ignore', 'pipe', 'pipe'], detached: true, ...options }));
}

/**
 * Ends a child: asked first, then made to.
 * @param {import('node:child_process').ChildProcess | null | undefined} child
 * @param {NodeJS.Signals} [signal]
 * @param {number} [patience] ms until it is made to
 */
export async function end(child, signal = 'SIGTERM', patience = 8000) {
  if (!child || child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill(signal);
  const timer = setTimeout(() => child.kill('SIGKILL'), patience);
  await gone;
  clearTimeout(timer);
}

export const sleep = (/** @type {number} */ ms) => new Promise((resolve) => setTimeout(resolve, ms));
