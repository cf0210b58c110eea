import { DOCUMENT_TIMEOUT } from './timeout';
import type { Spool } from './spool';
import { type PrinterFile, type SpooledJob } from './spool';

export interface PressOptions {
  readonly name: string;
  /** Sides an hour, as rated. */
  readonly speed: number;
  /** How many times faster than rated it runs, for demonstrations. */
  readonly factor: number;
  readonly spool: Spool;
  readonly now: () => number;
  /** Seconds that a job may wait for its document. */
  readonly timeout?: number;
}

export type Trouble = PrinterFile['trouble'];

/** The pretended hardware: takes jobs in turn, a side at a time, and stops when there is trouble. */
export class Press {
  private jobs: SpooledJob[];
  private printer: PrinterFile;
  private last: number;
  private savedAt = 0;

  constructor(readonly options: PressOptions) {
    const now = options.now();
    const loaded = options.spool.load(now);
    this.printer = loaded.printer;
    this.jobs = loaded.jobs;
    this.last = now;
    // a document that was on its way when the process ended has not arrived
    for (const job of this.jobs)
      if (job.documents === 0 && job.reasons.includes('job-incoming'))
        this.update(job.id, { reasons: ['job-data-insufficient'] });
    options.spool.savePrinter(this.printer);
  }

  /** Seconds since it was first started, at least 1. */
  upTime(): number {
    return Math.max(1, Math.floor((this.options.now() - this.printer.firstStart) / 1000));
  }

  get paused(): boolean {
    return this.printer.paused;
  }
  get trouble(): Trouble {
    return this.printer.trouble;
  }

  all(): readonly SpooledJob[] {
    return this.jobs;
  }

  job(id: number): SpooledJob | undefined {
    return this.jobs.find((j) => j.id === id);
  }

  private current(): SpooledJob | undefined {
    return this.jobs.find((j) => j.state === 'processing' || j.state === 'stopped');
  }

  state(): { state: 'idle' | 'processing' | 'stopped'; reasons: string[] } {
    const reasons = [
      ...(this.printer.trouble ? [this.printer.trouble] : []),
      ...(this.printer.paused ? ['paused'] : []),
    ];
    if (reasons.length > 0) return { state: 'stopped', reasons };
    return { state: this.current() ? 'processing' : 'idle', reasons: [] };
  }

  create(
    wish: Pick<SpooledJob, 'name' | 'user' | 'copies' | 'sides' | 'finishings' | 'media' | 'others'> & {
      hold: boolean;
      bin?: string;
    },
  ): SpooledJob {
    const { hold, ...rest } = wish;
    const job: SpooledJob = {
      bin: 'face-down',
      ...rest,
      id: this.printer.nextId,
      state: hold ? 'held' : 'pending',
      reasons: ['job-data-insufficient', ...(hold ? ['job-hold-until-specified'] : [])],
      createdAt: this.upTime(),
      processingAt: null,
      completedAt: null,
      documents: 0,
      octets: 0,
      pages: 0,
      printed: 0,
    };
    this.printer = { ...this.printer, nextId: job.id + 1 };
    this.options.spool.savePrinter(this.printer);
    this.jobs = this.options.spool.prune([...this.jobs, job]);
    this.options.spool.save(job);
    return job;
  }

  /** Changes a job and keeps the change before anybody is told. */
  update(id: number, change: Partial<SpooledJob>): SpooledJob {
    const at = this.jobs.findIndex((j) => j.id === id);
    const job = { ...this.jobs[at]!, ...change };
    this.options.spool.save(job);
    this.jobs = this.jobs.map((j) => (j.id === id ? job : j));
    return job;
  }

  received(id: number, octets: number, pages: number): SpooledJob {
    const job = this.job(id)!;
    const held = job.state === 'held';
    return this.update(id, { documents: 1, octets, pages, reasons: held ? ['job-hold-until-specified'] : [] });
  }

  end(id: number, state: 'canceled' | 'aborted' | 'completed', reason: string): SpooledJob {
    return this.update(id, { state, reasons: [reason], completedAt: this.upTime() });
  }

  hold(id: number): void {
    const job = this.job(id)!;
    const waits = job.documents === 0 ? ['job-data-insufficient'] : [];
    this.update(id, { state: 'held', reasons: [...waits, 'job-hold-until-specified'] });
  }

  release(id: number): void {
    const job = this.job(id)!;
    if (job.state === 'held')
      this.update(id, { state: 'pending', reasons: job.documents === 0 ? ['job-data-insufficient'] : [] });
  }

  pause(paused: boolean): void {
    this.setPrinter({ paused });
  }

  provoke(trouble: Trouble): void {
    this.setPrinter({ trouble });
  }

  private setPrinter(change: Partial<PrinterFile>): void {
    this.tick();
    this.printer = { ...this.printer, ...change };
    this.options.spool.savePrinter(this.printer);
    this.tick();
  }

  /** Ends jobs that have waited too long for a document which is not on its way (RFC 8011, 5.4.31). */
  private giveUpWaiting(): void {
    const now = this.upTime();
    for (const job of this.jobs)
      if (
        job.completedAt === null &&
        job.documents === 0 &&
        !job.reasons.includes('job-incoming') &&
        now - job.createdAt >= (this.options.timeout ?? DOCUMENT_TIMEOUT)
      )
        this.end(job.id, 'aborted', 'aborted-by-system');
  }

  /** Lets the time since the last call pass. */
  tick(): void {
    const now = this.options.now();
    let seconds = Math.max(0, (now - this.last) / 1000);
    this.last = now;
    this.giveUpWaiting();
    const perSecond = (this.options.speed * this.options.factor) / 3600;
    const stopped = this.state().state === 'stopped';
    for (;;) {
      const job = this.current();
      if (!job) {
        const next = this.jobs.find((j) => j.state === 'pending' && j.documents > 0);
        if (!next || stopped) return;
        this.update(next.id, { state: 'processing', processingAt: this.upTime(), reasons: ['job-printing'] });
        continue;
      }
      if (stopped) {
        if (job.state !== 'stopped') this.update(job.id, { state: 'stopped', reasons: ['printer-stopped'] });
        return;
      }
      if (job.state === 'stopped') {
        this.update(job.id, { state: 'processing', reasons: ['job-printing'] });
        continue;
      }
      const total = job.pages * job.copies;
      const printed = Math.min(total, job.printed + seconds * perSecond);
      if (printed >= total) {
        seconds -= (total - job.printed) / perSecond;
        this.update(job.id, {
          state: 'completed',
          reasons: ['job-completed-successfully'],
          printed: total,
          completedAt: this.upTime(),
        });
        continue;
      }
      if (Math.floor(printed) > Math.floor(job.printed) && now - this.savedAt > 500) {
        this.savedAt = now;
        this.update(job.id, { printed });
      } else this.jobs = this.jobs.map((j) => (j.id === job.id ? { ...j, printed } : j));
      return;
    }
  }
}

/** Sheets that lie in the output: two sides each where it prints both. */
export function sheetsOf(job: SpooledJob, sides: number): number {
  return job.sides === 'one-sided' ? Math.floor(sides) : Math.floor(sides / 2);
}
