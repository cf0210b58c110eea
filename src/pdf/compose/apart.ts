import { closeSync, fsyncSync, openSync, readSync, rmSync, writeSync } from 'node:fs';
import { Zip, ZipPassThrough } from 'fflate';
import { plan } from '../../core';
import { OpenPdf } from '../open';
import { renameDurably, rename } from '../write-file';
import { filesOf, type Composed, type ComposeJob } from '.';

/** A day before which no ZIP can be dated (its dates begin in 1980): the same sheets give the same bytes. */
const DATED = new Date(1980, 0, 2);
const CHUNK = 1 << 20;

/** A form's file by its number, so that a folder lists them in order: `form-03.pdf` of 12. */
export const formName = (number: number, of: number): string =>
  `form-${String(number).padStart(String(of).length, '0')}.pdf`;

/**
 * Writes every sheet as a PDF of its own, together in a ZIP: plates are made form by form. The artwork files are opened
 * once for all; no sheet is held whole.
 * @param write writes one of them
 * @throws PdfSyntaxError where the source cannot be followed
 */
export function composeApart(job: ComposeJob, write: (one: ComposeJob) => Composed): Composed {
  const planned = job.planned ?? plan(job.docket, job.artwork);
  const numbers = job.sheets ?? Array.from({ length: planned.sheets.length }, (_, i) => i + 1);
  const opened: OpenPdf[] = [];
  const part = `${job.out}.part`;
  const one = `${job.out}.form`;
  let file: number | null = null;
  let bytes = 0;
  let sides = 0;
  let note: string | undefined;
  try {
    if (!job.opened) for (const path of filesOf(job)) opened.push(new OpenPdf(path));
    const files = job.opened ?? opened;
    file = openSync(part, 'w');
    const into = file;
    let failed: Error | null = null;
    const zip = new Zip((e, data) => {
      if (e) failed = e;
      else bytes += writeAll(into, data);
    });
    numbers.forEach((number, i) => {
      const composed = write({
        ...job,
        onProgress: () => undefined,
        planned,
        opened: files,
        sheets: [number],
        out: one,
        durable: false,
      });
      sides += composed.sides;
      note ??= composed.note;
      addTo(zip, formName(i + 1, numbers.length), one);
      if (failed) throw failed;
      job.onProgress?.(i + 1, numbers.length);
    });
    zip.end();
    fsyncSync(file);
    closeSync(file);
    file = null;
    (job.durable === false ? rename : renameDurably)(part, job.out);
    return { bytes, sha256: '', sides, ...(note ? { note } : {}) };
  } catch (e) {
    if (file !== null) closeSync(file);
    rmSync(part, { force: true });
    throw e;
  } finally {
    rmSync(one, { force: true });
    for (const f of opened) f.close();
  }
}

function writeAll(file: number, data: Uint8Array): number {
  for (let at = 0; at < data.length;) at += writeSync(file, data, at);
  return data.length;
}

/** Adds a file as it is: a PDF's streams are packed already. */
function addTo(zip: Zip, name: string, path: string): void {
  const entry = new ZipPassThrough(name);
  entry.mtime = DATED;
  zip.add(entry);
  const from = openSync(path, 'r');
  try {
    const buffer = Buffer.alloc(CHUNK);
    for (;;) {
      const n = readSync(from, buffer, 0, CHUNK, null);
      // what is handed on is written at once, and the buffer free again
      entry.push(buffer.subarray(0, n), n < CHUNK);
      if (n < CHUNK) return;
    }
  } finally {
    closeSync(from);
  }
}
