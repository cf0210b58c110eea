import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import {
  checkedPatch,
  inspect,
  mark,
  nameSize,
  newDocket,
  patched,
  plan,
  reckon,
  unpackArtwork,
  type Artwork,
  type Docket,
  type FileRef,
  type Patch,
} from '../core';
import { tell } from './events';
import { keep, storedAt, workingCopyAt } from './store';
import { sourcesOf } from './sources';
import { findArtwork, recordArtwork } from './tables/artworks';
import { changeJob, createJob, jobsUsing, readJob, type JobRow, type Summary } from './tables/jobs';
import { readShop } from './tables/shop';
import { readInWorker } from './workers';
import { wake } from './work';

/** Stores a file as it streams in. It is safe from here on, whatever it turns out to be. */
export const takeIn = (body: Readable, expected: number | null): Promise<{ sha256: string; bytes: number }> =>
  keep(body, expected);

/**
 * Reads a stored file, once: what is known of it already is not read again.
 * @throws ArtworkError where it cannot be artwork
 */
export async function readStored(sha256: string, bytes: number, password?: string): Promise<Artwork> {
  const known = await findArtwork(sha256);
  if (known) return unpackArtwork(known.facts);
  const { artwork, workingCopy } = await readInWorker(storedAt(sha256), workingCopyAt(sha256), password);
  await recordArtwork(sha256, bytes, artwork, workingCopy);
  return artwork;
}

/** A file's name without folders, control characters and its ending, for a title. */
export function titleFrom(name: string): string {
  const base = cleanName(name).replace(/\.(pdf|png|jpe?g|tiff?)$/i, '');
  const spaced = base.replace(/[_-]+/g, ' ').trim();
  return spaced ? spaced.charAt(0).toUpperCase() + spaced.slice(1) : 'Untitled';
}

/** A name that is only a name: what a browser sends may hold paths, line ends and worse. */
export function cleanName(name: string): string {
  const base = name.split(/[/\\]/).pop() ?? '';

  const plain = base.replace(/[\u0000-\u001f\u007f\u202a-\u202e\u2066-\u2069]/g, '').trim();
  return [...plain].slice(0, 200).join('') || 'unnamed';
}

const today = (): string => new Date().toISOString().slice(0, 10);

/** Makes a job of a stored file: planned at once, by the shop's defaults. */
export async function jobFromArtwork(
  sha256: string,
  name: string,
  artwork: Artwork,
  wish: Patch = {},
  title?: string,
): Promise<{ id: string; same: number[] }> {
  const same = await jobsUsing(sha256);
  const shop = await readShop();
  const file: FileRef = { name: cleanName(name), sha256 };
  const docket = patched(newDocket(title ?? titleFrom(name), file, artwork, shop, today()), wish);
  const id = randomUUID();
  await createJob(id, docket, await summarise(docket, artwork), 'arrived');
  await wake('pictures', { sha256 });
  tell({ kind: 'jobs' });
  return { id, same };
}

/** What the list of jobs shows of this docket. */
export async function summarise(docket: Docket, artwork?: Artwork): Promise<Summary> {
  const sha256 = docket.artwork.file.sha256 ?? '';
  const known = artwork ??
    (await sourcesOf(docket))?.artwork ?? { pages: [], kind: 'pdf' as const, inks: [], notes: [] };
  const planned = plan(docket, known);
  const findings = inspect({
    docket,
    artwork: known,
    plan: planned,
    marks: mark(docket, planned),
    shop: await readShop(),
    unit: 'mm',
  });
  const figures = reckon(docket, planned);
  return {
    title: docket.title,
    file: docket.artwork.file.name,
    sha256,
    due: docket.due,
    pages: known.pages.length,
    copies: docket.product.copies,
    finished: nameSize(docket.product.finished),
    sheets: Number(figures.find((f) => f.key === 'sheets')?.value ?? 0),
    up: planned.layout.slots.length,
    stock: `${docket.sheet.stock.name} ${docket.sheet.stock.format}`,
    swatch: docket.sheet.stock.swatch,
    stops: findings.filter((f) => f.severity === 'stop').length,
    looks: findings.filter((f) => f.severity === 'look').length,
    firstFinding: findings.find((f) => f.severity !== 'fine')?.title ?? null,
  };
}

const told = (row: JobRow | null): JobRow | null => {
  if (row) {
    tell({ kind: 'job', id: row.id, version: row.version });
    tell({ kind: 'jobs' });
  }
  return row;
};

/** Changes a job's docket by a patch. @throws Outdated, z.ZodError */
export async function patchJob(id: string, base: number, patch: unknown, label: string): Promise<JobRow | null> {
  return told(
    await changeJob(
      id,
      base,
      async (row) => ({ kind: 'step', docket: checkedPatch(row.docket, patch), label }),
      (docket) => summarise(docket),
    ),
  );
}

/** Takes the last step back, or brings it again. @throws Outdated */
export async function stepJob(id: string, base: number, by: 1 | -1): Promise<JobRow | null> {
  return told(
    await changeJob(
      id,
      base,
      async (row) => ({ kind: 'move', position: row.position + by }),
      (docket) => summarise(docket),
    ),
  );
}

/** Adds a further file that pages can be taken from; a docket has at most twenty. */
export async function addFile(id: string, sha256: string, name: string): Promise<JobRow | null> {
  const row = await readJob(id);
  if (!row) return null;
  const file: FileRef = { name: cleanName(name), sha256 };
  const after = await patchJob(
    id,
    row.version,
    { artwork: { more: [...row.docket.artwork.more, file] } },
    `${file.name} added`,
  );
  await wake('pictures', { sha256 });
  return after;
}

/** Swaps a job's artwork for another file; every wish stays, and the former file is remembered. */
export async function swapArtwork(id: string, sha256: string, name: string): Promise<JobRow | null> {
  const row = await readJob(id);
  if (!row) return null;
  const file: FileRef = { name: cleanName(name), sha256 };
  const before = row.docket.artwork;
  const after = await patchJob(
    id,
    row.version,
    { artwork: { file, former: [before.file, ...before.former].slice(0, 20) } },
    `artwork swapped for ${file.name}`,
  );
  await wake('pictures', { sha256 });
  return after;
}
