import {
  madeReady,
  type MadeColour,
  writeBy,
  type Artwork,
  type CutCard,
  type FoundOnPage,
  type JobCard,
  type PileSlips,
  type TableFacts,
  type Unit,
  type Writing,
} from '../core';
import { coderOf } from '../core/codes';
import type { FileLook } from '../core/preflight';
import { readTable } from '../records';
import type { ArtworkError } from './errors';
import { writer, type Parted } from './ways';
import type { Composed, ComposeJob } from './compose';
import { findPieces } from './find-pieces';
import type { Press } from './icc';
import type { PagePlates } from './page-plates';
import type { CheckReport } from './report';
import { rasterise, type ReadyPage } from './raster';
import type { WallCard } from './wall';
import { coarsestPicture } from './resolution';
import { readArtwork, type ReadArtwork } from './read';

/** What a card is written with: where its job is opened, whose it is, how figures are written there. */
interface OfCard {
  readonly address: string;
  readonly unit: Unit;
  readonly house: string;
  readonly writing: Writing;
}

/** What threads do, by name. */
export interface Tasks {
  readonly read: (task: { path: string; copy: string; password?: string }) => Promise<ReadArtwork>;
  readonly draw: (task: { path: string; page: number; width: number; ready?: ReadyPage }) => Promise<Uint8Array>;
  /** A page parted into its inks. */
  readonly plates: (task: {
    path: string;
    page: number;
    ready?: ReadyPage;
    at?: { x: number; y: number };
  }) => Promise<PagePlates>;
  /** Pixels an inch of a page's coarsest picture. */
  readonly coarsest: (task: { path: string; page: number }) => Promise<number | null>;
  /** Reads a file, and looks it over as preflight asks. */
  readonly look: (task: { path: string; copy: string; password?: string }, progress: Progress) => Promise<FileLook>;
  /** Looks a file over that has been read. @param source what can be drawn of it */
  readonly lookOver: (
    task: { path: string; source: string; artwork: Artwork },
    progress: Progress,
  ) => Promise<FileLook>;
  /** What is found on each page besides its boxes. */
  readonly pieces: (task: { path: string; pages: Artwork['pages'] }) => Promise<(FoundOnPage | null)[]>;
  /** Reads a table, and keeps its rows at `out`. */
  readonly table: (task: { path: string; out: string }) => Promise<TableFacts>;
  /** The card that travels with a job, and the one that lies at the guillotine, as PDF. */
  readonly jobCard: (task: OfCard & { card: JobCard; thumbs: readonly (Uint8Array | null)[] }) => Promise<Uint8Array>;
  readonly cutCard: (task: OfCard & { card: CutCard }) => Promise<Uint8Array>;
  /** The slips that lie on its piles, and the map that a poster is hung by. */
  readonly slips: (task: OfCard & { card: PileSlips }) => Promise<Uint8Array>;
  readonly checkReport: (task: Pick<OfCard, 'house' | 'writing'> & { report: CheckReport }) => Promise<Uint8Array>;
  readonly wallCard: (task: OfCard & { card: WallCard }) => Promise<Uint8Array>;
  readonly impose: (
    task: Omit<ComposeJob, 'onProgress' | 'onPlate' | 'opened' | 'coder' | 'readier'>,
    progress: Progress,
  ) => Promise<Composed>;
}
export type TaskName = keyof Tasks;
export type Progress = (done: number, total: number) => void;

/** What a thread says. `heavy`: it has grown, and is better replaced. */
export type Answer =
  | { readonly kind: 'progress'; readonly done: number; readonly total: number }
  | { readonly kind: 'done'; readonly result: unknown; readonly heavy: boolean }
  | {
      readonly kind: 'failed';
      readonly message: string;
      readonly code?: string;
      readonly artwork?: ArtworkError['code'];
      /** What the message, meant for people, is about; null where it is not for them. */
      readonly plain: 'syntax' | 'imprint' | 'table' | null;
      readonly memory: boolean;
      readonly heavy: boolean;
    };

export const TASKS: Tasks = {
  read: ({ path, copy, password }) => readArtwork(path, copy, password),
  draw: async ({ path, page, width, ready }) =>
    rasterise(path, page, width, ready, ready && (await pressOf(ready.wish.colour, ready.profile))),
  plates: async ({ path, page, ready, at }) => {
    const press = ready && (await pressOf(ready.wish.colour, ready.profile));
    return (await import('./page-plates')).pagePlates(path, page, ready, press, at);
  },
  coarsest: async ({ path, page }) => coarsestPicture(path, page),
  look: async ({ path, copy, password }, progress) => {
    const { artwork, workingCopy } = await readArtwork(path, copy, password);
    const { lookAtFile } = await import('./look-file');
    return lookAtFile(path, workingCopy ? copy : path, artwork, progress);
  },
  lookOver: async ({ path, source, artwork }, progress) => {
    const { lookAtFile } = await import('./look-file');
    return lookAtFile(path, source, artwork, progress);
  },
  pieces: async ({ path, pages }) => findPieces(path, { pages }),
  table: ({ path, out }) => readTable(path, out),
  // what sets letters is loaded where a card is written, not where pages are drawn
  jobCard: async ({ card, address, thumbs, writing, ...of }) => {
    writeBy(writing);
    const { writeJobCard } = await import('./card');
    return writeJobCard(card, address, thumbs, of);
  },
  cutCard: async ({ card, address, writing, ...of }) => {
    writeBy(writing);
    const { writeCutCard } = await import('./cut-card');
    return writeCutCard(card, address, of);
  },
  slips: async ({ card, address, house }) => {
    const { writePileSlips } = await import('./slips');
    return writePileSlips(card, address, { house });
  },
  checkReport: async ({ report, house, writing }) => {
    writeBy(writing);
    const { writeCheckReport } = await import('./report');
    return writeCheckReport(report, { house });
  },
  wallCard: async ({ card, address, writing, ...of }) => {
    writeBy(writing);
    const { writeWallCard } = await import('./wall');
    return writeWallCard(card, address, of);
  },
  impose: async (task, progress) => {
    let said = 0;
    const parted = task.plates || task.previews ? await partedBy() : undefined;
    const job: ComposeJob = {
      ...task,
      ...(await readying(task)),
      coder: await coderOf(task.docket),
      onProgress: (done, total) => {
        const now = performance.now();
        if (now - said < 100 && done < total) return;
        said = now;
        progress(done, total);
      },
    };
    return writer(job, parted);
  },
};

/** What writes pages as they are wished, where something is: it unpacks pictures. */
async function readying({
  docket,
  profile,
}: Pick<ComposeJob, 'docket' | 'profile'>): Promise<Pick<ComposeJob, 'readier'>> {
  const wish = madeReady(docket);
  if (!wish) return {};
  const { readierFor } = await import('./ready');
  return { readier: readierFor(await pressOf(wish.colour, profile)) };
}

/** The press that colours are brought to, where they are: its engine is loaded where it is wanted. */
async function pressOf(colour: MadeColour | null, profile: string | null | undefined): Promise<Press | null> {
  return colour ? (await import('./icc')).pressFor(profile ?? null, colour) : null;
}

async function partedBy(): Promise<Parted> {
  const [{ composeSeparated }, { composePreviews }] = await Promise.all([import('./separate'), import('./previews')]);
  return { plates: composeSeparated, previews: composePreviews };
}
