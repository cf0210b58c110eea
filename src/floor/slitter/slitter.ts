import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import * as z from 'zod';
import type { Guide } from '../../core';
import { programsWritten, readPrograms, type Programs } from '../../core/programs';
import type { DeviceSignal } from '../../core/ticket';
import { writeSurely } from '../spool';
import type { Slip } from './sheet';
import type { Flaw } from './pass';
import type { SheetToPass, Told } from './worker';

/** The pretended slitter: takes stacks from the press's output, and works them sheet by sheet. */

const Stop = z.enum(['no-mark', 'no-code', 'no-program', 'other-sheet', 'out-of-square', 'not-loaded', 'failed']);
export type StopReason = z.infer<typeof Stop>;

export const Stack = z.object({
  /** The press's job. */
  job: z.int(),
  name: z.string(),
  /** Sheets that are unlike, and how often each comes. */
  unlike: z.int(),
  copies: z.int(),
  /** Pages of the document for a sheet. */
  sides: z.int(),
  /** Sheets that are through, and those that were put aside. */
  done: z.int(),
  aside: z.int(),
  state: z.enum(['waiting', 'running', 'stopped', 'done']),
  stop: Stop.nullable(),
  /** What its code said, where it stopped for what it says. */
  said: z.string().nullable(),
  /** The program that it was worked by last, and how the sheet lay then, degrees. */
  program: z.string().nullable(),
  degrees: z.number().nullable(),
  /** Pieces of each sheet whose pieces are kept, from the first. */
  pieces: z.array(z.int()),
});
export type Stack = z.infer<typeof Stack>;

export interface SlitterOptions {
  readonly name: string;
  readonly guide: Guide;
  readonly folder: string;
  /** Sheets an hour, as rated, and how many times faster it runs. */
  readonly speed: number;
  readonly factor: number;
  /** The bundled thread. */
  readonly worker: string;
  /** The document of a press's job. */
  readonly document: (job: number) => string;
  /** How a sheet slips; as a feeder has it where nothing is said. */
  readonly slip?: (job: number, sheet: number) => Slip;
  /** Is told of every change. */
  readonly onChange?: (slitter: Slitter) => void;
}

/** Stacks that are remembered, and sheets of one whose pieces are kept to be looked at. */
const MOST_STACKS = 30;
const MOST_KEPT = 6;
/** Milliseconds that looking at a sheet may take: what takes longer is a document that no printer bears. */
const LONGEST = 60_000;

/** A slip within a degree and two millimetres: another for every sheet, the same for one that passes again. */
function slipOf(job: number, sheet: number): Slip {
  const part = (n: number): number => {
    const x = Math.sin(job * 127.1 + sheet * 311.7 + n * 74.7) * 43_758.5453;
    return 2 * (x - Math.floor(x)) - 1;
  };
  return { degrees: part(1), across: 2 * part(2), along: 2 * part(3) };
}

/** The stacks of a file; none of one that is no such file. */
function stacksIn(text: string | null): Stack[] {
  if (text === null) return [];
  try {
    return z.array(Stack).parse(JSON.parse(text));
  } catch {
    return [];
  }
}

export class Slitter {
  private stacks: Stack[] = [];
  private loaded: Programs = { machine: null, reads: null, programs: [] };
  private flaw: Flaw | null = null;
  private working = false;
  private closed = false;
  private thread: Worker | null = null;

  constructor(readonly options: SlitterOptions) {
    mkdirSync(options.folder, { recursive: true });
    const programs = this.read('programs.xml');
    if (programs !== null) this.loaded = readPrograms(programs, null);
    this.stacks = stacksIn(this.read('stacks.json'));
    // what was in it when the process ended lies in the feeder still
    void this.work();
  }

  private at(name: string): string {
    return join(this.options.folder, name);
  }

  private read(name: string): string | null {
    return existsSync(this.at(name)) ? readFileSync(this.at(name), 'utf8') : null;
  }

  get programs(): Programs {
    return this.loaded;
  }
  all(): readonly Stack[] {
    return this.stacks;
  }
  get flawOfNext(): Flaw | null {
    return this.flaw;
  }

  /** The stack in it, running or stopped; null where it has none. */
  get current(): Stack | null {
    return this.stacks.find((s) => s.state === 'running' || s.state === 'stopped') ?? null;
  }

  /** How it stands, for those who are told. */
  standing(): DeviceSignal {
    const { current } = this;
    const sheets = current ? current.unlike * current.copies : 0;
    return {
      device: this.options.name,
      state: current === null ? 'idle' : current.state === 'stopped' ? 'stopped' : 'running',
      reason: current?.stop ?? null,
      job: current && {
        name: current.name.slice(0, 300),
        done: current.done,
        percent: Math.round((1000 * (current.done + current.aside)) / Math.max(1, sheets)) / 10,
      },
    };
  }

  /** The picture of a piece that came out; null where there is none. */
  piece(job: number, sheet: number, piece: number): Uint8Array | null {
    const file = this.at(`${job}-${sheet}-${piece}.jpg`);
    return existsSync(file) ? readFileSync(file) : null;
  }

  /** Loads programs: one of a number that it has takes that one's place. @throws TicketError for a file that is none */
  load(text: string): number {
    const { programs, reads, machine } = readPrograms(text, null);
    const others = this.loaded.programs.filter((p) => !programs.some((q) => q.number === p.number));
    this.loaded = {
      machine: machine ?? this.loaded.machine,
      reads: reads ?? this.loaded.reads,
      programs: [...others, ...programs].sort((a, b) => a.number - b.number),
    };
    writeSurely(this.options.folder, 'programs.xml', programsWritten(this.loaded));
    this.options.onChange?.(this);
    return programs.length;
  }

  /** Takes a stack from the press. @throws RangeError where it has been taken already */
  take(stack: Pick<Stack, 'job' | 'name' | 'unlike' | 'copies' | 'sides'>): void {
    if (this.stacks.some((s) => s.job === stack.job)) throw new RangeError('That stack is here already.');
    const fresh: Stack = {
      ...stack,
      done: 0,
      aside: 0,
      state: 'waiting',
      stop: null,
      said: null,
      program: null,
      degrees: null,
      pieces: [],
    };
    for (const old of this.stacks
      .filter((s) => s.state === 'done')
      .slice(0, Math.max(0, this.stacks.length + 1 - MOST_STACKS)))
      this.forget(old);
    this.stacks = [...this.stacks, fresh];
    this.save();
    void this.work();
  }

  private forget(stack: Stack): void {
    this.stacks = this.stacks.filter((s) => s !== stack);
    stack.pieces.forEach((count, sheet) => {
      for (let i = 0; i < count; i++) rmSync(this.at(`${stack.job}-${sheet}-${i}.jpg`), { force: true });
    });
  }

  /** Goes on after it stopped: the sheet that it stopped at passes again, or is put aside. */
  goOn(putAside: boolean): void {
    const { current } = this;
    if (current?.state !== 'stopped') return;
    this.change(current.job, {
      state: 'running',
      stop: null,
      said: null,
      aside: current.aside + (putAside ? 1 : 0),
    });
    void this.work();
  }

  /** What is wrong with the next sheet that is looked at. */
  spoil(flaw: Flaw): void {
    this.flaw = flaw;
    this.options.onChange?.(this);
  }

  private change(job: number, to: Partial<Stack>): void {
    this.stacks = this.stacks.map((s) => (s.job === job ? { ...s, ...to } : s));
    this.save();
  }

  /** Every change is on disk before anybody hears of it. */
  private save(): void {
    writeSurely(this.options.folder, 'stacks.json', JSON.stringify(this.stacks));
    this.options.onChange?.(this);
  }

  /** Works what waits, sheet by sheet, until it stops or nothing is left. */
  private async work(): Promise<void> {
    if (this.working) return;
    this.working = true;
    try {
      for (;;) {
        const stack = this.current ?? this.stacks.find((s) => s.state === 'waiting');
        if (this.closed || !stack || stack.state === 'stopped') return;
        await this.next(stack);
      }
    } finally {
      this.working = false;
    }
  }

  private async next(stack: Stack): Promise<void> {
    const { speed, factor } = this.options;
    const passed = stack.done + stack.aside;
    if (passed >= stack.unlike * stack.copies) return this.change(stack.job, { state: 'done' });
    if (stack.state === 'waiting') this.change(stack.job, { state: 'running' });
    const sheet = passed % stack.unlike;
    // copies of a sheet are the same picture: what was looked at once is counted from then on
    if (passed < stack.unlike) {
      const told = await this.pass(stack, sheet);
      if (this.closed) return;
      if (told.kind !== 'cut') {
        const [stop, said] =
          told.kind === 'failed' ? (['failed', told.message] as const) : ([told.stop, told.said] as const);
        return this.change(stack.job, { state: 'stopped', stop, said });
      }
      const kept = sheet < MOST_KEPT ? told.pieces : [];
      kept.forEach((jpeg, i) => writeFileSync(this.at(`${stack.job}-${sheet}-${i}.jpg`), jpeg));
      this.change(stack.job, {
        done: stack.done + 1,
        program: `${told.program} ${told.name}`,
        degrees: told.degrees,
        pieces: sheet < MOST_KEPT ? [...stack.pieces, kept.length] : stack.pieces,
      });
    } else this.change(stack.job, { done: stack.done + 1 });
    await new Promise((r) => setTimeout(r, 3_600_000 / speed / factor));
  }

  private async pass(
    { job, sides }: Stack,
    sheet: number,
  ): Promise<Exclude<Told, { kind: 'stopped' }> | { kind: 'stopped'; stop: StopReason; said: string | null }> {
    const { reads, programs } = this.loaded;
    if (!reads) return { kind: 'stopped', stop: 'not-loaded', said: null };
    const { flaw } = this;
    this.flaw = null;
    const told = await this.ask({
      path: this.options.document(job),
      page: sheet * sides + 1,
      machine: { guide: this.options.guide, reads, programs },
      slip: (this.options.slip ?? slipOf)(job, sheet),
      flaw,
    });
    return told.kind === 'stopped' ? { kind: 'stopped', ...told.stopped } : told;
  }

  private ask(task: SheetToPass): Promise<Told> {
    const thread = (this.thread ??= new Worker(this.options.worker));
    return new Promise((resolve) => {
      const end = (told: Told): void => {
        clearTimeout(late);
        thread.off('message', end).off('error', fell).off('exit', fell);
        resolve(told);
      };
      const fell = (e: unknown): void => {
        this.thread = null;
        end({ kind: 'failed', message: e instanceof Error ? e.message : 'The thread ended.' });
      };
      const late = setTimeout(() => {
        fell(new Error('It took too long.'));
        void thread.terminate();
      }, LONGEST);
      thread.on('message', end).on('error', fell).on('exit', fell);
      thread.postMessage(task);
    });
  }

  async close(): Promise<void> {
    this.closed = true;
    await this.thread?.terminate();
  }
}
