import { closeSync, fsyncSync, openSync, rmSync, statSync, writeSync } from 'node:fs';
import { plan, type SideName } from '../core';
import { ppfWritten, PREVIEW_DPI, type Preview } from '../core/ticket';
import { greysOf } from './greys';
import { filesOf, type Composed, type ComposeJob } from './compose';
import { openWithMupdf } from './mupdf-file';
import { OpenPdf } from './open';
import { renameDurably } from './write-file';

/** Points in a dot of a preview. */
const DOT = 72 / PREVIEW_DPI;

/** The plates of a sheet in greys, a dot for what an ink key sees. */
function previewsOf(path: string, plates: readonly (readonly [SideName, string])[]): Preview[] {
  const { doc, close } = openWithMupdf(path);
  try {
    return plates.map(([side, ink], i) => {
      const page = doc.loadPage(i);
      try {
        return { side, ink, ...greysOf(page, 1 / DOT) };
      } finally {
        page.destroy();
      }
    });
  } finally {
    close();
  }
}

/**
 * Writes a job's layout as PPF with previews of its inks, for the keys of a press: sheet by sheet, each parted into its
 * plates, which are drawn coarsely and not kept.
 * @param separated writes the plates of sheets
 * @throws PdfSyntaxError where the source cannot be followed; PlateError where a side prints in an ink that has no plate
 */
export function composePreviews(job: ComposeJob, separated: (job: ComposeJob) => Composed): Composed {
  const planned = job.planned ?? plan(job.docket, job.artwork);
  const opened: OpenPdf[] = [];
  const part = `${job.out}.part`;
  const one = `${job.out}.form`;
  let [sides, note]: [number, string | undefined] = [0, undefined];
  const of = (sheet: number): Preview[] => {
    const plates: (readonly [SideName, string])[] = [];
    const composed = separated({
      ...job,
      plates: true,
      planned,
      opened: job.opened ?? opened,
      sheets: [sheet],
      out: one,
      durable: false,
      onProgress: () => undefined,
      onPlate: (side, ink) => plates.push([side, ink]),
    });
    sides += composed.sides;
    note ??= composed.note;
    const previews = previewsOf(one, plates);
    job.onProgress?.(sheet, planned.sheets.length);
    return previews;
  };
  let file: number | null = null;
  try {
    if (!job.opened) for (const path of filesOf(job)) opened.push(new OpenPdf(path));
    file = openSync(part, 'w');
    for (const piece of ppfWritten(job.docket, planned, job.artwork, of)) writeSync(file, piece);
    fsyncSync(file);
    closeSync(file);
    file = null;
    const bytes = statSync(part).size;
    renameDurably(part, job.out);
    return { bytes, sha256: '', sides, ...(note ? { note } : {}) };
  } finally {
    if (file !== null) closeSync(file);
    rmSync(part, { force: true });
    rmSync(one, { force: true });
    for (const it of opened) it.close();
  }
}
