import { availableParallelism } from 'node:os';
import type { Artwork, FoundOnPage, TableFacts } from '../core';
import type { FileLook } from '../core/preflight';
import {
  Hands,
  sniff,
  type Composed,
  type ComposeJob,
  type PagePlates,
  type ReadArtwork,
  type ReadyPage,
  type Tasks,
} from '../pdf';
import { workerFile } from './config';

/**
 * Reading, unpacking, drawing and composing have threads of their own: a page that is drawn without end holds up no file that
 * arrives, and pictures never wait for sheets.
 */
const pools = { read: null, unpack: null, look: null, draw: null, card: null, impose: null } as Record<
  'read' | 'unpack' | 'look' | 'draw' | 'card' | 'impose',
  Hands | null
>;

/** Seconds that reading a file, a ZIP of pictures, looking a file over, drawing a page, writing a card and composing may take. */
export const LIMITS = { read: 60, unpack: 1200, look: 300, draw: 10, card: 60, impose: 3600 } as const;

function pool(name: keyof typeof pools): Hands {
  return (pools[name] ??= new Hands({
    file: workerFile(),
    // a spread is two pages, looked at together
    hands: name === 'draw' ? Math.max(2, availableParallelism() - 1) : 1,
    seconds: LIMITS[name],
    stay: name === 'draw' ? 1 : 0,
  }));
}

/** Reads artwork. @throws ArtworkError, TookTooLong, TookTooMuch */
export const readInWorker = async (path: string, copy: string, password?: string): Promise<ReadArtwork> => {
  // what has been read is looked at
  pool('draw').gather();
  // thousands of pictures take minutes: other files that arrive do not wait for them
  return pool(sniff(path) === 'zip' ? 'unpack' : 'read').run('read', { path, copy, password });
};

/** Writes the card that travels with a job, as PDF. @throws TookTooLong, TookTooMuch */
export const jobCardInWorker = (task: Parameters<Tasks['jobCard']>[0]): Promise<Uint8Array> =>
  pool('card').run('jobCard', task);

/** Writes the card that lies at the guillotine, as PDF. @throws TookTooLong, TookTooMuch */
export const cutCardInWorker = (task: Parameters<Tasks['cutCard']>[0]): Promise<Uint8Array> =>
  pool('card').run('cutCard', task);

/** Writes the slips that lie on a job's piles, as PDF. @throws TookTooLong, TookTooMuch */
export const slipsInWorker = (task: Parameters<Tasks['slips']>[0]): Promise<Uint8Array> =>
  pool('card').run('slips', task);

/** Writes what the check of a job's files came to, as PDF. @throws TookTooLong, TookTooMuch */
export const checkReportInWorker = (task: Parameters<Tasks['checkReport']>[0]): Promise<Uint8Array> =>
  pool('card').run('checkReport', task);

/** Writes the map that a poster is hung by, as PDF. @throws TookTooLong, TookTooMuch */
export const wallCardInWorker = (task: Parameters<Tasks['wallCard']>[0]): Promise<Uint8Array> =>
  pool('card').run('wallCard', task);

/** Reads a table, and keeps its rows. @throws TableError, TookTooLong, TookTooMuch */
export const readTableInWorker = (path: string, out: string): Promise<TableFacts> =>
  pool('read').run('table', { path, out });

/** Who waits for a picture: somebody who looks, somebody who will, nobody yet. */
export type Haste = 'looked-at' | 'ahead' | 'filling';
const PRIORITY: Readonly<Record<Haste, number>> = { 'looked-at': 2, ahead: 1, filling: 0 };

/** Draws a page, as JPEG; `id` is what it is called by {@link hastenDrawing}. @throws TookTooLong, TookTooMuch */
export const drawInWorker = (
  path: string,
  page: number,
  width: number,
  { haste, id, ready }: { readonly haste: Haste; readonly id: string; readonly ready: ReadyPage | null },
): Promise<Uint8Array> =>
  pool('draw').run('draw', { path, page, width, ...(ready ? { ready } : {}) }, { priority: PRIORITY[haste], id });

/** A page parted into its inks, as somebody looks at it. @throws TookTooLong, TookTooMuch */
export const platesInWorker = (
  path: string,
  page: number,
  ready: ReadyPage | null,
  at: Close | null = null,
): Promise<PagePlates> =>
  pool('draw').run(
    'plates',
    { path, page, ...(ready ? { ready } : {}), ...(at ? { at } : {}) },
    { priority: PRIORITY['looked-at'] },
  );
/** Where a page is looked at closely, 0 to 1 from its upper left. */
export interface Close {
  readonly x: number;
  readonly y: number;
}

/** Pixels an inch of a page's coarsest picture, when nothing is waited for. @throws TookTooLong, TookTooMuch */
export const coarsestInWorker = (path: string, page: number): Promise<number | null> =>
  pool('draw').run('coarsest', { path, page }, { priority: PRIORITY.filling });

/**
 * Looks where on their pages pieces stand. What takes longer is no file that is made ready by itself.
 * @throws TookTooLong, TookTooMuch
 */
export const piecesInWorker = (path: string, { pages }: Artwork): Promise<(FoundOnPage | null)[]> =>
  pool('draw').run('pieces', { path, pages }, { priority: PRIORITY['looked-at'] });

/** Looks a file over as preflight asks; the signal stops it. @throws TookTooLong, TookTooMuch, Stopped */
export const lookInWorker = (
  task: { path: string; source: string; artwork: Artwork },
  onProgress: (done: number, total: number) => void,
  signal: AbortSignal,
): Promise<FileLook> => pool('look').run('lookOver', task, { onProgress, signal });

/** Somebody looks now at what was to be drawn later. */
export const hastenDrawing = (id: string, haste: Haste): void => pool('draw').hasten(id, PRIORITY[haste]);

/** Composes; the signal stops it at once. */
export const composeInWorker = (
  job: Omit<ComposeJob, 'onProgress' | 'coder'>,
  onProgress: (done: number, total: number) => void,
  signal: AbortSignal,
): Promise<Composed> => pool('impose').run('impose', job, { onProgress, signal });

export async function closeWorkers(): Promise<void> {
  for (const name of ['read', 'look', 'draw', 'impose'] as const) {
    await pools[name]?.close();
    pools[name] = null;
  }
}
