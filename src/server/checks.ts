import { existsSync } from 'node:fs';
import { mkdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { preflightRulesOf, printedAs, unpackArtwork, type Artwork, type Docket, type PrintedAs } from '../core';
import {
  atScale,
  preflight,
  reportFor,
  rulesAt,
  type FileLook,
  type JobReport,
  type PreflightReport,
} from '../core/preflight';
import { inWords, Stopped } from '../pdf';
import { diskFull, sql } from './db';
import { folderOf, sourceOf, write } from './pictures';
import { sourcesOf } from './sources';
import { storedAt } from './store';
import { findArtwork } from './tables/artworks';
import { readJob } from './tables/jobs';
import { recentHouse } from './tables/shop';
import { lookInWorker } from './workers';

/** How far a file's being looked over has come. */
export type FileCheck =
  | { readonly state: 'working'; readonly done: number; readonly total: number }
  | { readonly state: 'done'; readonly report: PreflightReport }
  | { readonly state: 'stopped'; readonly why: string };

interface Running {
  done: number;
  total: number;
  readonly stop: AbortController;
}
const running = new Map<string, Running>();
/** Why the last try came to nothing: told once, and then it is tried again. */
const failed = new Map<string, string>();

/** What was seen of a file stays true: its name is what is in it. Another way to look has another number. */
const WAY = 6;
const fileOf = (sha256: string): string => join(folderOf(sha256), `${WAY}-look.json`);

type Seen = Omit<FileLook, 'artwork'>;

/** As a file is printed where nobody says: at its own size, and as the rules have it. */
type Asked = Partial<PrintedAs> & {
  /** The shop's rules, by their name. */
  readonly rules?: string | null | undefined;
};

/**
 * What preflight finds in a file, by the shop's rules; it is looked over once, page by page, behind everything else, and
 * asked for again until that is done.
 * @throws RangeError where there is no such file
 */
export async function checked(sha256: string, { bleed, scale = 1, ink, rules }: Asked = {}): Promise<FileCheck> {
  const row = await findArtwork(sql, sha256);
  if (!row) throw new RangeError('There is no such file.');
  const artwork = unpackArtwork(row.facts);
  const file = fileOf(sha256);
  if (existsSync(file)) {
    const seen = JSON.parse(await readFile(file, 'utf8')) as Seen;
    const kept = preflightRulesOf((await recentHouse(sql)).rules, rules);
    const by = rulesAt({ ...kept, bleed: bleed ?? kept.bleed, mostInk: ink ?? kept.mostInk }, scale);
    return { state: 'done', report: preflight(atScale({ ...seen, artwork }, scale), by) };
  }
  const why = failed.get(sha256);
  if (why !== undefined) {
    failed.delete(sha256);
    return { state: 'stopped', why };
  }
  let now = running.get(sha256);
  if (!now) {
    now = { done: 0, total: artwork.pages.length, stop: new AbortController() };
    running.set(sha256, now);
    void lookOver(sha256, { path: storedAt(sha256), source: sourceOf(sha256, row.working_copy), artwork }, now);
  }
  return { state: 'working', done: now.done, total: now.total };
}

/** Cannot fail: what came of it is told to whoever asks next. */
async function lookOver(sha256: string, task: Parameters<typeof lookInWorker>[0], now: Running): Promise<void> {
  try {
    const { version, layers, pages } = await lookInWorker(
      task,
      (done, total) => Object.assign(now, { done, total }),
      now.stop.signal,
    );
    await mkdir(folderOf(sha256), { recursive: true });
    await write(fileOf(sha256), Buffer.from(JSON.stringify({ version, layers, pages } satisfies Seen)));
  } catch (e) {
    failed.set(
      sha256,
      e instanceof Stopped
        ? 'It was stopped before all pages were looked at.'
        : diskFull(e)
          ? 'There is no room on the disk to keep what was seen. Make room and check again.'
          : `The file cannot be looked over. ${inWords(e)} It is printed all the same.`,
    );
  } finally {
    running.delete(sha256);
  }
}

/** How long somebody waits for files to be looked over, and how often it is asked whether they are, ms. */
const PATIENCE = 30_000;
const BEAT = 100;

/** What the check of one of a job's files came to; null where it could not be looked over, or is not yet. */
export interface CheckedFile {
  readonly name: string;
  readonly report: JobReport | null;
  /** Why there is no report. */
  readonly why: string | null;
}

/** Checks all files of a job. @param patience how long it is waited for those that are being looked over, ms */
async function checkJob(docket: Docket, artwork: Artwork, patience: number): Promise<CheckedFile[]> {
  const until = Date.now() + patience;
  const files = [docket.artwork.file, ...docket.artwork.more];
  return Promise.all(
    files.map(async ({ name, sha256 }, i): Promise<CheckedFile> => {
      if (!sha256) return { name, report: null, why: 'It is not in the store.' };
      const asked = { ...printedAs(docket, artwork, i), rules: docket.artwork.rules };
      for (;;) {
        const check = await checked(sha256, asked).catch((e: unknown) => {
          if (e instanceof RangeError) return { state: 'stopped' as const, why: 'It is not in the store.' };
          throw e;
        });
        if (check.state === 'done') return { name, report: reportFor(check.report, docket, sha256, i), why: null };
        if (check.state === 'stopped') return { name, report: null, why: check.why };
        if (Date.now() >= until)
          return { name, report: null, why: `It is being looked over: page ${check.done} of ${check.total}.` };
        await new Promise((r) => setTimeout(r, BEAT));
      }
    }),
  );
}

/** What the check of a job's files came to, waiting for it a while. */
export const waitedCheck = (docket: Docket, artwork: Artwork): Promise<CheckedFile[]> =>
  checkJob(docket, artwork, PATIENCE);

/** What the check of a job's files came to; null where there is no such job, or its artwork is not in the store. */
export async function checkOfJob(
  id: string,
): Promise<{ readonly number: number; readonly title: string; readonly files: readonly CheckedFile[] } | null> {
  const row = await readJob(sql, id);
  const sources = row && (await sourcesOf(sql, row.docket));
  if (!row || !sources) return null;
  return { number: row.number, title: row.docket.title, files: await waitedCheck(row.docket, sources.artwork) };
}

/** What of a job's files stops it by its rules, in words; null for nothing that is known. */
function stopOf(files: readonly CheckedFile[]): string | null {
  for (const { name, report } of files) {
    const stop = report?.findings.find((f) => f.weight === 'stop' && f.mended === null && !f.passed);
    if (stop)
      return `${name}: ${stop.title}. By the rules “${report!.rules}” that stops the job. Mend it, or let it pass in the Artwork station.`;
  }
  return null;
}

/** What stops a job as far as its files were looked over; the others begin to be. */
export const knownStop = async (docket: Docket, artwork: Artwork): Promise<string | null> =>
  stopOf(await checkJob(docket, artwork, 0));

/** What stops a job, once all of its files were looked over: one that nobody can look over is printed all the same. */
export const stopOfJob = async (docket: Docket, artwork: Artwork): Promise<string | null> =>
  stopOf(await checkJob(docket, artwork, Infinity));

/** Stops looking a file over; nothing where nobody does. */
export const stopChecking = (sha256: string): void => running.get(sha256)?.stop.abort();
