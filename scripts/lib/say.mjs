/** Stops with one clear line. */
export function fail(line) {
  console.error(`✗ ${line}`);
  process.exit(1);
}

export const say = (line) => console.log(`· ${line}`);
