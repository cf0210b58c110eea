import { setPriority } from 'node:os';
import { parentPort } from 'node:worker_threads';
import { TableError } from '../records';
import { ArtworkError, ImprintError } from './errors';
import { mupdfBytes, outOfMemory } from './mupdf';
import { PdfSyntaxError } from './syntax/objects';
import { TASKS, type Answer, type TaskName } from './tasks';

/** A thread's end of it: does what it is told, and says what came of it. */

const port = parentPort;
if (!port) throw new Error('This belongs in a thread.');

// on Linux a thread has a priority of its own: whoever waits for an answer goes before what is drawn or written
try {
  setPriority(0, 10);
} catch {
  // then it shares as it may
}

/** A thread that holds more than this is replaced after its work: what it has grown to it never gives back. */
const HEAVY = 192 << 20;
const heavy = (): boolean => mupdfBytes() + process.memoryUsage().arrayBuffers > HEAVY;
const say = (answer: Answer): void => port.postMessage(answer);

port.on('message', ({ name, task }: { name: TaskName; task: never }) => {
  const work = TASKS[name] as (task: never, progress: (done: number, total: number) => void) => Promise<unknown>;
  work(task, (done, total) => say({ kind: 'progress', done, total })).then(
    (result) => say({ kind: 'done', result, heavy: heavy() }),
    (e: NodeJS.ErrnoException) =>
      say({
        kind: 'failed',
        message: e.message,
        ...(typeof e.code === 'string' && !(e instanceof ArtworkError) ? { code: e.code } : {}),
        ...(e instanceof ArtworkError ? { artwork: e.code } : {}),
        plain:
          e instanceof PdfSyntaxError
            ? 'syntax'
            : e instanceof ImprintError
              ? 'imprint'
              : e instanceof TableError
                ? 'table'
                : null,
        memory: outOfMemory(e),
        // what failed in a way of its own may have left things in disorder
        heavy: heavy() || !(e instanceof ArtworkError),
      }),
  );
});
