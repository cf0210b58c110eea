import { randomUUID } from 'node:crypto';
import {
  alikeRun,
  checkedPatch,
  newDocket,
  patched,
  proposedStock,
  unpackArtwork,
  type Artwork,
  type Docket,
  type FileRef,
  withFiles,
} from '../core';
import { StillPrinting } from './board';
import { sql, transaction } from './db';
import { tell } from './events';
import { summarise, today } from './jobs';
import { marksOfMachine } from './kept';
import { findArtworks } from './tables/artworks';
import { openOfJob } from './tables/deliveries';
import { createJob, lockJob, readJob, setRemoved, type JobRow } from './tables/jobs';
import { readShop } from './tables/shop';
import { drawFirst } from './work';

/** Fewer files that are dropped together are as many jobs, though they are cards of one size. */
const LEAST = 3;

/** What became of files that were dropped together. */
export interface Gathered {
  /** The job that they are one run of; null where they are no cards of one size. */
  readonly id: string | null;
  /** What it is called. */
  readonly title: string | null;
}

const NOT_ALIKE: Gathered = { id: null, title: null };

/** A job just as it arrived: nobody has changed anything, and it is nobody's order. */
const isFresh = ({ docket, last, removed }: JobRow): boolean =>
  last === 0 && !removed && docket.order === null && docket.artwork.more.length === 0;

/**
 * Makes one job of jobs that were just made of files dropped together, where those are cards of one size; the single ones
 * leave the list, and can be brought back. Jobs that somebody has changed meanwhile stay as they are.
 * @param id what the asker calls the new job: asked for again, it is not made twice
 */
export async function gatherJobs(jobs: readonly string[], id: string = randomUUID()): Promise<Gathered> {
  const before = await readJob(sql, id);
  if (before) return { id, title: before.docket.title };
  const rows = (await Promise.all(jobs.map((job) => readJob(sql, job)))).filter((row) => row !== null);
  if (rows.length < LEAST || rows.length !== new Set(jobs).size || !rows.every(isFresh)) return NOT_ALIKE;
  const refs = rows.map((row) => row.docket.artwork.file);
  const known = await findArtworks(
    sql,
    refs.map((ref) => ref.sha256 ?? ''),
  );
  const files = known.flatMap((row) => (row ? [unpackArtwork(row.facts)] : []));
  const made = files.length === refs.length ? await oneRun(refs, files) : null;
  if (!made) return NOT_ALIKE;
  const { docket, artwork } = made;
  const taken = await transaction(async (tx) => {
    // in one order, so that two who gather the same do not wait for each other
    for (const job of [...jobs].sort()) await lockJob(tx, job);
    // somebody who asked for the same was quicker
    if (await readJob(tx, id)) return true;
    const now = await Promise.all(jobs.map((job) => readJob(tx, job)));
    if (!now.every((row) => row && isFresh(row))) return false;
    await createJob(tx, id, docket, await summarise(tx, docket, artwork), 'files taken together');
    for (const job of jobs) await setRemoved(tx, job, true);
    return true;
  });
  if (!taken) return NOT_ALIKE;
  drawFirst(docket, artwork);
  tell({ kind: 'jobs' });
  return { id, title: docket.title };
}

/** The docket of files that are cards of one size; null where they are not. */
async function oneRun(
  refs: readonly FileRef[],
  files: readonly Artwork[],
): Promise<{ docket: Docket; artwork: Artwork } | null> {
  const run = alikeRun(files);
  const [first, ...others] = files;
  if (!run || !first) return null;
  const shop = await readShop(sql);
  const artwork = withFiles(first!, others);
  const fresh = newDocket(titleOf(refs, run.pieces), refs[0]!, first, shop, today(), 'flat');
  const marked = patched(fresh, (await marksOfMachine(fresh.sheet.machine.id)) ?? {});
  const docket = checkedPatch(checkedPatch(marked, { artwork: { more: refs.slice(1) } }), run.patch);
  const stock = proposedStock(docket, artwork, shop);
  return { docket: stock ? { ...docket, sheet: { ...docket.sheet, stock } } : docket, artwork };
}

const titleOf = ([first]: readonly FileRef[], pieces: number): string =>
  `${pieces} cards: ${first!.name.replace(/\.[^.]+$/, '')} and others`;

/**
 * Brings jobs back that were taken together, and takes the one off the list that was made of them.
 * @throws StillPrinting where a machine has that one
 */
export async function partJobs(id: string, jobs: readonly string[]): Promise<void> {
  await transaction(async (tx) => {
    await lockJob(tx, id);
    const open = await openOfJob(tx, id);
    if (open.length > 0) throw new StillPrinting(open);
    for (const job of jobs) await setRemoved(tx, job, false);
    await setRemoved(tx, id, true);
  });
  tell({ kind: 'jobs' });
}
