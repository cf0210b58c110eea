import { Worker } from 'node:worker_threads';
import PQueue from 'p-queue';
import { TableError } from '../records';
import { ArtworkError, ImprintError } from './errors';
import { sweepThread } from './scratch';
import { PdfSyntaxError } from './syntax/objects';
import type { Answer, TaskName, Tasks } from './tasks';

/** Work on files that strangers made, each piece in a thread that can be taken away from it. */

/** It was given up after so long. */
export class TookTooLong extends Error {
  constructor(readonly seconds: number) {
    super(`It was given up after ${seconds} seconds.`);
  }
}

/** It wanted more memory than a piece of work may have. */
export class TookTooMuch extends Error {
  constructor() {
    super('It was given up: it wants more memory than there is for one file.');
  }
}

/** It was stopped from outside. */
export class Stopped extends Error {}

export interface HandOptions {
  /** The bundled worker. */
  readonly file: string;
  readonly hands: number;
  /** Seconds that a piece of work may take. */
  readonly seconds: number;
  /** How many stay when there is nothing to do: a new one takes half a second until it can work. */
  readonly stay?: number;
}

export interface RunOptions {
  readonly signal?: AbortSignal;
  readonly onProgress?: (done: number, total: number) => void;
  /** Higher goes first. */
  readonly priority?: number;
  /** What it is called by {@link Hands.hasten} while it waits. */
  readonly id?: string;
}

/** A thread that is idle for so long ends. */
const IDLE = 60_000;

/** What is said to a person of work that failed; what failed in a way it should not is told to the output, not to them. */
export function inWords(e: unknown): string {
  if (
    [PdfSyntaxError, ArtworkError, ImprintError, TableError, TookTooLong, TookTooMuch].some((kind) => e instanceof kind)
  )
    return (e as Error).message;
  console.error(e);
  return 'It failed in a way it should not; what is printed where the program runs says more.';
}

/** Some threads, each at one thing at a time. One that fails, takes too long or has grown heavy is replaced. */
export class Hands {
  private readonly queue: PQueue;
  private readonly free: Hand[] = [];
  private readonly all = new Set<Hand>();
  private readonly waiting = new Map<string, number>();
  private idle: NodeJS.Timeout | undefined;

  constructor(private readonly options: HandOptions) {
    this.queue = new PQueue({ concurrency: options.hands });
  }

  /**
   * Has a piece of work done.
   * @throws ArtworkError, TookTooLong, TookTooMuch, Stopped, or the work's own error with its `code`
   */
  async run<K extends TaskName>(name: K, task: Parameters<Tasks[K]>[0], how: RunOptions = {}): Promise<Result<K>> {
    const { id, priority = 0 } = how;
    if (id === undefined) return (await this.queue.add(() => this.now(name, task, how), { priority })) as Result<K>;
    const begin = (): Promise<unknown> => {
      this.waiting.delete(id);
      return this.now(name, task, how);
    };
    this.waiting.set(id, priority);
    return (await this.queue.add(begin, { priority, id })) as Result<K>;
  }

  /** Has a piece of work that waits go before others; never behind where it is. One in hand, or done, is left alone. */
  hasten(id: string, priority: number): void {
    const now = this.waiting.get(id);
    if (now === undefined || now >= priority) return;
    this.waiting.set(id, priority);
    this.queue.setPriority(id, priority);
  }

  private async now<K extends TaskName>(
    name: K,
    task: Parameters<Tasks[K]>[0],
    { signal, onProgress }: RunOptions,
  ): Promise<unknown> {
    if (signal?.aborted) throw new Stopped();
    const hand = this.take();
    const { seconds } = this.options;
    let timer: NodeJS.Timeout | undefined;
    let stop = (): void => undefined;
    try {
      const answer = await new Promise<Ended>((resolve, reject) => {
        stop = () => reject(new Stopped());
        signal?.addEventListener('abort', stop);
        timer = setTimeout(() => reject(new TookTooLong(seconds)), seconds * 1000);
        hand.heard = (m) => (m.kind === 'progress' ? onProgress?.(m.done, m.total) : resolve(m));
        hand.failed = reject;
        hand.worker.postMessage({ name, task });
      });
      if (answer.heavy) await this.replace(hand);
      else this.keep(hand);
      if (answer.kind === 'done') return answer.result;
      throw errorOf(answer);
    } catch (e) {
      if (this.all.has(hand) && !this.free.includes(hand)) await this.replace(hand);
      throw e;
    } finally {
      clearTimeout(timer);
      signal?.removeEventListener('abort', stop);
    }
  }

  /** Has all hands there, for there will be work. */
  gather(): void {
    while (this.all.size < this.options.hands) this.keep(this.another());
  }

  private take(): Hand {
    clearTimeout(this.idle);
    return this.free.pop() ?? this.another();
  }

  private another(): Hand {
    const worker = new Worker(this.options.file, { resourceLimits: { maxOldGenerationSizeMb: 768 } });
    const hand: Hand = { worker, thread: worker.threadId, heard: () => undefined, failed: () => undefined };
    worker.on('message', (m: Answer) => hand.heard(m));
    worker.on('error', (e: NodeJS.ErrnoException) => {
      this.forget(hand);
      hand.failed(e.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new TookTooMuch() : e);
    });
    worker.on('exit', () => {
      this.forget(hand);
      hand.failed(new Error('The thread ended by itself.'));
    });
    this.all.add(hand);
    return hand;
  }

  private keep(hand: Hand): void {
    hand.heard = () => undefined;
    hand.failed = () => undefined;
    if (this.all.has(hand)) this.free.push(hand);
    clearTimeout(this.idle);
    this.idle = setTimeout(() => {
      for (const idle of this.free.splice(this.options.stay ?? 0)) void this.replace(idle);
    }, IDLE);
    this.idle.unref();
  }

  private forget(hand: Hand): void {
    this.all.delete(hand);
    const at = this.free.indexOf(hand);
    if (at >= 0) this.free.splice(at, 1);
  }

  /** Ends a thread; the next piece of work gets another. What it had open is closed only when it has ended. */
  private async replace(hand: Hand): Promise<void> {
    this.forget(hand);
    hand.failed = () => undefined;
    await hand.worker.terminate();
    sweepThread(hand.thread);
  }

  async close(): Promise<void> {
    clearTimeout(this.idle);
    this.queue.clear();
    this.waiting.clear();
    await Promise.all([...this.all].map((hand) => this.replace(hand)));
  }
}

interface Hand {
  readonly worker: Worker;
  readonly thread: number;
  heard: (m: Answer) => void;
  failed: (e: Error) => void;
}

type Ended = Exclude<Answer, { kind: 'progress' }>;
type Result<K extends TaskName> = Awaited<ReturnType<Tasks[K]>>;

/** An error cannot cross threads with its class: it came as a value. */
function errorOf(m: Extract<Answer, { kind: 'failed' }>): Error {
  if (m.artwork) return new ArtworkError(m.artwork, m.message);
  if (m.memory) return new TookTooMuch();
  if (m.plain === 'imprint') return new ImprintError(m.message);
  if (m.plain === 'table') return new TableError(m.message);
  if (m.plain) return new PdfSyntaxError(m.message);
  return Object.assign(new Error(m.message), { code: m.code });
}
