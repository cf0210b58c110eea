import { existsSync } from 'node:fs';
import { mkdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { unpackArtwork } from '../core';
import {
  atScale,
  DEFAULT_RULES,
  preflight,
  rulesAt,
  type FileLook,
  type PreflightReport,
  type PreflightRules,
} from '../core/preflight';
import { inWords, Stopped } from '../pdf';
import { diskFull, sql } from './db';
import { folderOf, sourceOf, write } from './pictures';
import { storedAt } from './store';
import { findArtwork } from './tables/artworks';
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
const WAY = 3;
const fileOf = (sha256: string): string => join(folderOf(sha256), `${WAY}-look.json`);

type Seen = Omit<FileLook, 'artwork'>;

/**
 * What preflight finds in a file, by the rules that are given; it is looked over once, page by page, behind everything
 * else, and asked for again until that is done.
 * @param scale what it is printed at of its own size
 * @throws RangeError where there is no such file
 */
export async function checked(sha256: string, rules: Partial<PreflightRules> = {}, scale = 1): Promise<FileCheck> {
  const row = await findArtwork(sql, sha256);
  if (!row) throw new RangeError('There is no such file.');
  const artwork = unpackArtwork(row.facts);
  const file = fileOf(sha256);
  if (existsSync(file)) {
    const seen = JSON.parse(await readFile(file, 'utf8')) as Seen;
    const by = rulesAt({ ...DEFAULT_RULES, ...rules }, scale);
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

/** Stops looking a file over; nothing where nobody does. */
export const stopChecking = (sha256: string): void => running.get(sha256)?.stop.abort();
