import { existsSync, statSync } from 'node:fs';
import type { Readable } from 'node:stream';
import {
  checkedPatch,
  inspect,
  mark,
  nameSize,
  openLooks,
  pagesArriving,
  copiesSaid,
  piecesSaid,
  posterCopiesSaid,
  postersSaid,
  placedFor,
  plan,
  reckon,
  unpackArtwork,
  withoutSecrets,
  workOf,
  type Artwork,
  type Docket,
  type FileRef,
  type Patch,
} from '../core';
import { ArtworkError, Stopped, withFound } from '../pdf';
import { sql, type Sql } from './db';
import { tell } from './events';
import { dropRefused, keep, storedAt, StoreError, workingCopyAt, type Kept } from './store';
import { sourcesOf } from './sources';
import { findArtwork, findArtworks, recordArtwork } from './tables/artworks';
import {
  changeJob,
  jobIdsUsing,
  putSummary,
  Outdated,
  readJob,
  type Change,
  type JobRow,
  type Summary,
} from './tables/jobs';
import { findTable } from './tables/record-tables';
import { recentHouse, recentShop } from './tables/shop';
import { piecesInWorker, readInWorker } from './workers';
import { drawPictures } from './work';

/** Stores a file as it streams in. It is safe from here on. */
export const takeIn = (body: Readable, expected: number | null): Promise<Kept> => keep(body, expected);

/**
 * Reads a stored file, once: what is known of it already is not read again.
 * @throws ArtworkError where it cannot be artwork
 */
export async function readStored(sha256: string, bytes: number, password?: string): Promise<Artwork> {
  const known = await findArtwork(sql, sha256);
  if (known) return unpackArtwork(known.facts);
  if (!existsSync(storedAt(sha256)))
    throw new StoreError('unknown', 'That file is not in the store any more. Drop it again.');
  const { artwork: read, workingCopy } = await readInWorker(storedAt(sha256), workingCopyAt(sha256), password).catch(
    async (e: unknown) => {
      // what is no artwork is not kept; a locked one waits for its password
      if (e instanceof ArtworkError && e.code !== 'locked') await dropRefused(sql, sha256);
      throw e;
    },
  );
  const artwork = await withPieces(read, workingCopy ? workingCopyAt(sha256) : storedAt(sha256));
  await recordArtwork(sql, sha256, bytes || statSync(storedAt(sha256)).size, artwork, workingCopy);
  return artwork;
}

/** The facts with what is found on the pages; as they are where that takes too long, or cannot be told. */
async function withPieces(artwork: Artwork, path: string): Promise<Artwork> {
  // a picture is the piece
  if (artwork.kind === 'image') return artwork;
  try {
    return withFound(artwork, await piecesInWorker(path, artwork));
  } catch (e) {
    if (e instanceof Stopped) throw e;
    return artwork;
  }
}

/** A name that is only a name: what a browser sends may hold paths, line ends and worse. */
export function cleanName(name: string): string {
  const base = name.toWellFormed().split(/[/\\]/).pop() ?? '';
  const plain = base.replace(/[\u0000-\u001f\u007f\u202a-\u202e\u2066-\u2069]/g, '').trim();
  return [...plain].slice(0, 200).join('') || 'unnamed';
}

export const today = (): string => new Date().toISOString().slice(0, 10);

/** What the list of jobs shows of this docket. */
export async function summarise(run: Sql, docket: Docket, artwork?: Artwork): Promise<Summary> {
  const sha256 = docket.artwork.file.sha256 ?? '';
  const known = artwork ??
    (await sourcesOf(run, docket))?.artwork ?? { pages: [], kind: 'pdf' as const, inks: [], notes: [] };
  const planned = plan(docket, known);
  // a list is one for all windows: it measures as the shop does
  const { unit } = await recentHouse(run);
  const findings = inspect({
    docket,
    artwork: known,
    plan: planned,
    marks: mark(docket, planned),
    shop: await recentShop(run),
    unit,
  });
  const figures = reckon(docket, planned);
  return {
    title: docket.title,
    file: docket.artwork.file.name,
    sha256,
    due: docket.due,
    pages: known.pages.length,
    copies: docket.product.copies,
    made:
      docket.product.kind === 'flat' && planned.product.kind === 'flat'
        ? `${copiesSaid(docket.product, { product: planned.product })} ${piecesSaid(docket.product, { product: planned.product })}`
        : docket.product.kind === 'poster' && planned.product.kind === 'poster'
          ? `${posterCopiesSaid(docket.product.copies, planned.product)} ${postersSaid(planned.product)}`
          : null,
    finished: nameSize(docket.product.finished, unit),
    sheets: Number(figures.find((f) => f.key === 'sheets')?.value ?? 0),
    up: planned.sheets.main.lay.downs.length,
    stock: `${docket.sheet.stock.name} ${docket.sheet.stock.format}`,
    swatch: docket.sheet.stock.swatch,
    stops: findings.filter((f) => f.severity === 'stop').length,
    looks: openLooks(findings).length,
    firstFinding: findings.find((f) => f.severity !== 'fine' && !f.accepted)?.title ?? null,
    customer: docket.customer,
    order: docket.order?.number ?? null,
    machine: docket.sheet.machine.name,
    finishing: docket.finish.here
      ? workOf(docket.finish, planned, docket.product.copies).map(
          ({ step }) => `${step.process} on ${step.machine.name}`,
        )
      : [],
  };
}

/** What the list shows of the jobs that print a file of which more is known now. */
export async function summariseAnew(sha256: string): Promise<void> {
  await summariseJobs(await jobIdsUsing(sql, sha256));
}

/** Works out anew what the list shows of some jobs. */
export async function summariseJobs(ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  for (const id of ids) {
    const row = await readJob(sql, id);
    if (row) await putSummary(sql, id, row.version, await summarise(sql, row.docket));
  }
  tell({ kind: 'jobs' });
}

const told = (row: JobRow | null): JobRow | null => {
  if (row) tell({ kind: 'job', id: row.id, version: row.version });
  return row;
};

const change = async (
  id: string,
  base: number,
  changeId: string | null,
  to: (row: JobRow) => Change | Promise<Change>,
): Promise<JobRow | null> => told(await changeJob(sql, id, base, changeId, to, (docket) => summarise(sql, docket)));

/**
 * Changes a job's docket by a patch.
 * @param changeId what the asker calls the change: asked for again, it is not made again
 * @throws Outdated, z.ZodError
 */
export const patchJob = (
  id: string,
  base: number,
  patch: unknown,
  label: string,
  changeId: string | null = null,
): Promise<JobRow | null> =>
  change(id, base, changeId, async (row) => {
    const docket = withoutSecrets(checkedPatch(row.docket, patch));
    await filesAreThere(docket, row.docket);
    return { kind: 'step', docket, label };
  });

/** @throws StoreError where a docket takes to a file that is not in the store */
async function filesAreThere(docket: Docket, before: Docket): Promise<void> {
  const files = ({ artwork, imprint }: Docket): string[] =>
    [artwork.file, ...artwork.more, ...(imprint.album ? [imprint.album] : [])].map((f) => f.sha256 ?? '');
  const known = new Set(files(before));
  const added = files(docket).filter((sha256) => !known.has(sha256));
  const table = docket.imprint.table?.sha256;
  const newTable = table !== undefined && table !== before.imprint.table?.sha256;
  if (newTable && !(await findTable(sql, table)))
    throw new StoreError('unknown', 'That table is not in the store. Drop it on the job.');
  if (added.length > 0 && (await findArtworks(sql, added)).includes(null))
    throw new StoreError('unknown', 'That file is not in the store. Drop it on the job.');
}

/** Takes the last step back, or brings it again. @throws Outdated */
export const stepJob = (id: string, base: number, by: 1 | -1, changeId: string | null = null): Promise<JobRow | null> =>
  change(id, base, changeId, (row) => ({ kind: 'move', position: row.position + by }));

const filesSaid = ({ artwork: { file, more } }: Docket): string => [file, ...more].map((f) => f.sha256).join(' ');

/** Adds a further file that pages can be taken from, or that fills open places; a docket has at most twenty. */
export async function addFile(
  id: string,
  sha256: string,
  name: string,
  changeId: string | null = null,
): Promise<JobRow | null> {
  const file: FileRef = { name: cleanName(name), sha256 };
  const [facts] = await findArtworks(sql, [sha256]);
  const pages = facts ? unpackArtwork(facts.facts).pages.length : 0;
  const known = new Map<string, Artwork>();
  const before = await readJob(sql, id);
  const sources = before && (await sourcesOf(sql, before.docket));
  if (sources) known.set(filesSaid(before.docket), sources.artwork);
  const after = await whereItStands(id, changeId, ({ docket }) => {
    const more = [...docket.artwork.more, file];
    // where other files came meanwhile its pages wait to be taken by hand
    const artwork = known.get(filesSaid(docket));
    const list = artwork ? pagesArriving(docket, artwork, { file: more.length, pages }) : null;
    const patch: Patch = { artwork: { more }, ...(list ? { product: { pages: list } } : {}) };
    return { kind: 'step', docket: checkedPatch(docket, patch), label: `${file.name} added` };
  });
  drawPictures(sha256);
  return after;
}

/** Gives a job the pictures that its imprints show, or others. */
export async function putAlbum(
  id: string,
  sha256: string,
  name: string,
  changeId: string | null = null,
): Promise<JobRow | null> {
  const album = { name: cleanName(name), sha256 };
  const after = await whereItStands(id, changeId, ({ docket }) => ({
    kind: 'step',
    docket: checkedPatch(docket, { imprint: { album } }),
    label: docket.imprint.album ? `pictures swapped for ${album.name}` : `${album.name} taken as the pictures`,
  }));
  drawPictures(sha256);
  return after;
}

/** Swaps a job's artwork for another file; every wish stays, and the former file is remembered. */
export async function swapArtwork(
  id: string,
  sha256: string,
  name: string,
  changeId: string | null = null,
): Promise<JobRow | null> {
  const file: FileRef = { name: cleanName(name), sha256 };
  const known = await findArtwork(sql, sha256);
  const artwork = known && unpackArtwork(known.facts);
  const after = await whereItStands(id, changeId, ({ docket }) => ({
    kind: 'step',
    docket: checkedPatch(docket, {
      artwork: {
        file,
        former: [docket.artwork.file, ...docket.artwork.former].slice(0, 20),
        ...(artwork ? placedFor(docket, artwork) : {}),
      },
    }),
    label: `artwork swapped for ${file.name}`,
  }));
  drawPictures(sha256);
  return after;
}

/** Changes a job at whatever version it is: for changes that go with any other. */
export async function whereItStands(
  id: string,
  changeId: string | null,
  to: (row: JobRow) => Change,
): Promise<JobRow | null> {
  for (let tries = 0; ; tries++) {
    const row = await readJob(sql, id);
    if (!row) return null;
    try {
      return await change(id, row.version, changeId, to);
    } catch (e) {
      if (!(e instanceof Outdated) || tries > 20) throw e;
    }
  }
}
