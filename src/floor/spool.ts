import {
  closeSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';

/** What pages are printed on: hundredths of a millimetre, its name, and the tray it was asked from. */
export const PrintedOn = z.object({
  width: z.number(),
  height: z.number(),
  info: z.string(),
  /** g/m², where it was said. */
  weight: z.number().optional(),
  source: z.string().optional(),
});
export type PrintedOn = z.infer<typeof PrintedOn>;

/** A job on the stand-in, as it is kept on disk. Times are seconds of the printer's up-time. */
export const SpooledJob = z.object({
  id: z.int(),
  name: z.string(),
  user: z.string(),
  state: z.enum(['pending', 'held', 'processing', 'stopped', 'canceled', 'aborted', 'completed']),
  reasons: z.array(z.string()),
  createdAt: z.number(),
  processingAt: z.number().nullable(),
  completedAt: z.number().nullable(),
  copies: z.int(),
  sides: z.string(),
  finishings: z.array(z.int()),
  media: PrintedOn.nullable(),
  /** Pages of the document that are printed on something else. */
  others: z.array(z.object({ from: z.int(), to: z.int(), media: PrintedOn })).default([]),
  /** The output bin it goes to. */
  bin: z.string().default('face-down'),
  /** Documents received whole: none or one. */
  documents: z.int(),
  octets: z.int(),
  pages: z.int(),
  /** Sides printed so far, over all copies. */
  printed: z.number(),
});
export type SpooledJob = z.infer<typeof SpooledJob>;

export const PrinterFile = z.object({
  nextId: z.int(),
  firstStart: z.number(),
  paused: z.boolean(),
  trouble: z.enum(['media-empty', 'media-jam']).nullable(),
});
export type PrinterFile = z.infer<typeof PrinterFile>;

/** Finished jobs kept for looking at; older ones go. */
const KEPT = 40;

/** The spool folder: every change is on disk before anybody hears of it. */
export class Spool {
  constructor(private readonly dir: string) {
    mkdirSync(dir, { recursive: true });
    // documents that were on their way when the process ended have not arrived
    for (const file of readdirSync(dir)) if (/\.(part|tmp)$/.test(file)) rmSync(join(dir, file), { force: true });
  }

  get folder(): string {
    return this.dir;
  }

  path(id: number): string {
    return join(this.dir, `${id}.pdf`);
  }

  load(now: number): { printer: PrinterFile; jobs: SpooledJob[] } {
    let printer: PrinterFile = { nextId: 1, firstStart: now, paused: false, trouble: null };
    const jobs: SpooledJob[] = [];
    for (const file of readdirSync(this.dir)) {
      if (!file.endsWith('.json')) continue;
      try {
        const data: unknown = JSON.parse(readFileSync(join(this.dir, file), 'utf8'));
        if (file === 'printer.json') printer = PrinterFile.parse(data);
        else jobs.push(SpooledJob.parse(data));
      } catch {
        // a file half written by hand or by another version is no job
      }
    }
    jobs.sort((a, b) => a.id - b.id);
    const highest = jobs.at(-1)?.id ?? 0;
    return { printer: { ...printer, nextId: Math.max(printer.nextId, highest + 1) }, jobs };
  }

  savePrinter(printer: PrinterFile): void {
    this.write('printer.json', printer);
  }

  save(job: SpooledJob): void {
    this.write(`${job.id}.json`, job);
  }

  /** Forgets the oldest finished jobs. @returns those left */
  prune(jobs: readonly SpooledJob[]): SpooledJob[] {
    const done = jobs.filter((j) => j.completedAt !== null);
    const gone = new Set(done.slice(0, Math.max(0, done.length - KEPT)).map((j) => j.id));
    for (const id of gone)
      for (const ext of ['json', 'pdf', 'pdf.work']) rmSync(join(this.dir, `${id}.${ext}`), { force: true });
    return jobs.filter((j) => !gone.has(j.id));
  }

  private write(name: string, data: unknown): void {
    writeSurely(this.dir, name, JSON.stringify(data));
  }
}

/** Writes a file of a folder: whole or not at all, and on the disk when it returns. */
export function writeSurely(folder: string, name: string, text: string): void {
  const temporary = join(folder, `${name}.tmp`);
  const fd = openSync(temporary, 'w');
  writeSync(fd, text);
  fsyncSync(fd);
  closeSync(fd);
  renameSync(temporary, join(folder, name));
}
