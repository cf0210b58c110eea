import { say } from './say.mjs';
import { sleep } from './run.mjs';

/** Pauses before something that ended is started again, in ms; the last one holds for all that follow. */
const PAUSES = [0, 500, 1000, 2000, 5000, 10_000];
/** What has run for so long has come up: its next end is a first one again. */
const SETTLED = 10_000;

/**
 * @typedef {object} Watched
 * @property {Promise<unknown>} gone when it ends, and why
 * @property {() => Promise<void>} stop
 * @property {import('node:child_process').ChildProcess} [child]
 */

/**
 * Keeps something running: started again where it ends by itself, each time after a longer pause, and said so.
 * @template {{ gone: Promise<unknown>, stop: () => Promise<void> }} T
 * @param start starts it; gives `gone`, a promise of its end, and `stop`
 */
export async function watch(
  /** @type {string} */ name,
  /** @type {() => Promise<T>} */ start,
  { pauses = PAUSES, settled = SETTLED, tell = say } = {},
) {
  let stopping = false;
  let failures = 0;
  /** @type {(value?: unknown) => void} */
  let wakeUp = () => undefined;
  let current = await start();
  const keep = async () => {
    for (;;) {
      const since = Date.now();
      const why = await current.gone;
      if (stopping) return;
      if (Date.now() - since > settled) failures = 0;
      for (;;) {
        const pause = pauses[Math.min(failures++, pauses.length - 1)] ?? 0;
        tell(
          `${name} ended by itself (${why ?? 'unknown'}); ${pause ? `started again in ${pause / 1000} s` : 'starting it again'}`,
        );
        await Promise.race([sleep(pause), new Promise((r) => (wakeUp = r))]);
        if (stopping) return;
        try {
          current = await start();
          tell(`${name} is running again`);
          break;
        } catch (e) {
          tell(`${name} does not start: ${e instanceof Error ? e.message : String(e)}`);
        }
      }
    }
  };
  const kept = keep();
  return {
    get current() {
      return current;
    },
    stop: async () => {
      stopping = true;
      wakeUp();
      await current.stop();
      await Promise.race([kept, sleep(5000)]);
    },
  };
}

/**
 * A child process as something to watch.
 * @returns {Watched & { child: import('node:child_process').ChildProcess }}
 */
export const asWatched = (
  /** @type {import('node:child_process').ChildProcess} */ child,
  /** @type {() => Promise<void>} */ stop,
) => ({
  child,
  gone: new Promise((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) resolve(child.signalCode ?? child.exitCode);
    else
      child.once('exit', (/** @type {number | null} */ code, /** @type {NodeJS.Signals | null} */ signal) =>
        resolve(signal ?? `status ${code}`),
      );
  }),
  stop,
});
