import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { threadId } from 'node:worker_threads';

/** Folders for what is made on the way, named for the process and thread that made them so that others can clear up. */

const PREFIX = 'odd-sparrow-';
const NAME = /^odd-sparrow-(\d+)-(\d+)-/;

/** A folder that is the caller's to remove. */
export const scratchFolder = (): string => mkdtempSync(join(tmpdir(), `${PREFIX}${process.pid}-${threadId}-`));

/** Removes the folders of a thread of this process that has ended. */
export function sweepThread(thread: number): void {
  sweep((pid, of) => pid === process.pid && of === thread);
}

/** Removes the folders of processes that have ended, however they did. */
export function sweepEnded(): void {
  sweep((pid) => pid !== process.pid && !existsSync(`/proc/${pid}`));
}

function sweep(gone: (pid: number, thread: number) => boolean): void {
  for (const name of readdirSync(tmpdir())) {
    const m = NAME.exec(name);
    if (!m || !gone(Number(m[1]), Number(m[2]))) continue;
    try {
      rmSync(join(tmpdir(), name), { recursive: true, force: true });
    } catch {
      // somebody else's: theirs to remove
    }
  }
}
