import { rmSync } from 'node:fs';
import { plan, type Plan } from '../../core';
import { OpenPdf } from '../open';
import { rename, renameDurably } from '../write-file';
import { PdfWriter } from './writer';
import { compose, type Composed, type ComposeJob } from '.';

/**
 * Writes a PDF that is made of the imposed sheets: they are imposed as ever beside it, that file is open while it is read,
 * and gone afterwards. What was there before stays until the new file is whole.
 * @param write is given the file to write, the sheets, and where they lie
 * @throws PdfSyntaxError where the source cannot be followed
 */
export function fromSheets(
  job: ComposeJob,
  write: (out: PdfWriter, opened: OpenPdf, planned: Plan, sheets: string) => Composed,
): Composed {
  const planned = job.planned ?? plan(job.docket, job.artwork);
  const sheets = `${job.out}.sheets`;
  const part = `${job.out}.part`;
  let opened: OpenPdf | null = null;
  let writer: PdfWriter | null = null;
  try {
    compose({ ...job, planned, pass: 'all', out: sheets, durable: false, hashed: false });
    opened = new OpenPdf(sheets);
    writer = new PdfWriter(part, opened.file.version >= 2 ? '2.0' : '1.7', job);
    const composed = write(writer, opened, planned, sheets);
    (job.durable === false ? rename : renameDurably)(part, job.out);
    return composed;
  } catch (e) {
    if (writer) {
      writer.abandon();
      rmSync(part, { force: true });
    }
    throw e;
  } finally {
    opened?.close();
    rmSync(sheets, { force: true });
  }
}
