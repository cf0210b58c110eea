/** Something the operator can mend, said in one clear line. */
export class Trouble extends Error {}

/**
 * Stops with one clear line.
 * @returns {never}
 */
export function fail(/** @type {string} */ line) {
  throw new Trouble(line);
}

export const say = (/** @type {string} */ line) => console.log(`· ${line}`);

/** Has what goes wrong in this process said in one line where it can be, and ends it. */
export function plainly() {
  const end = (/** @type {unknown} */ e) => {
    console.error(e instanceof Trouble ? `✗ ${e.message}` : e);
    process.exit(1);
  };
  process.on('uncaughtException', end);
  process.on('unhandledRejection', end);
}
