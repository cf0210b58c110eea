import { closeSync, fsyncSync, openSync, renameSync, rmSync, writeSync } from 'node:fs';

export { renameSync as rename } from 'node:fs';
import { dirname } from 'node:path';

/** Writes a file whole or not at all, and on disk for good when it returns. */
export function writeDurably(path: string, bytes: Uint8Array): void {
  const part = `${path}.part`;
  try {
    const fd = openSync(part, 'w');
    try {
      for (let at = 0; at < bytes.length;) at += writeSync(fd, bytes, at);
      fsyncSync(fd);
    } finally {
      closeSync(fd);
    }
    renameDurably(part, path);
  } catch (e) {
    rmSync(part, { force: true });
    throw e;
  }
}

/** Gives a file that is on disk its name, for good. */
export function renameDurably(from: string, to: string): void {
  renameSync(from, to);
  const fd = openSync(dirname(to), 'r');
  try {
    fsyncSync(fd);
  } finally {
    closeSync(fd);
  }
}
