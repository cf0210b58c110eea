import { spawn, spawnSync } from 'node:child_process';

/** Runs a program to its end, its output shown. @returns its exit status */
export function run(program, args, options = {}) {
  return spawnSync(program, args, { stdio: 'inherit', ...options }).status ?? 1;
}

/** What a program prints; null where it fails or is not there. */
export function output(program, args, options = {}) {
  const r = spawnSync(program, args, { encoding: 'utf8', maxBuffer: 1 << 26, ...options });
  return r.status === 0 ? r.stdout : null;
}

/** Starts a program in a process group of its own, so that Ctrl-C reaches it only through us. */
export function start(program, args, options = {}) {
  return spawn(program, args, { stdio: ['ignore', 'pipe', 'pipe'], detached: true, ...options });
}

/** Ends a child: asked first, then made to. */
export async function end(child, signal = 'SIGTERM', patience = 8000) {
  if (!child || child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill(signal);
  const timer = setTimeout(() => child.kill('SIGKILL'), patience);
  await gone;
  clearTimeout(timer);
}

export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
