import { createReadStream, existsSync } from 'node:fs';
import { plan, type PageRun, type Patch } from '../core';
import { sql } from './db';
import { exportFile } from './exports';
import { readStored, takeIn } from './jobs';
import { jobFromArtwork } from './new-job';
import { NotSendable } from './not-sendable';
import { sourcesOf } from './sources';
import { findExport } from './tables/exports';
import { readJob } from './tables/jobs';
import { readShop } from './tables/shop';

/** Pages beyond which backs are printed as well: so many entries a page list bears, a page and a blank each. */
const MOST_FRONTS = 2500;

/** Every page on a front of its own, its back blank. */
const onFronts = (pages: number): PageRun[] =>
  Array.from({ length: pages }, (_, i): PageRun[] => [
    { kind: 'pages', file: 0, from: i + 1, to: i + 1, turn: 0 },
    { kind: 'blanks', count: 1 },
  ]).flat();

/** Where a proof goes: a machine and what lies in it. */
export interface ProofTo {
  /** What the asker calls the job: asked for again, it is not made twice. */
  readonly id: string;
  readonly machine: string;
  readonly stock: string;
}

/**
 * Makes a job of a proof that was written, for a machine: its pages are passed through as they are, each once.
 * @returns its id, or null where there is no such proof
 * @throws NotSendable where the shop has not that machine or stock
 */
export async function proofAsJob(exportId: string, { id, machine, stock }: ProofTo): Promise<string | null> {
  const it = await findExport(sql, exportId);
  if (!it?.proof || it.state !== 'done' || !existsSync(exportFile(exportId))) return null;
  if (await readJob(sql, id)) return id;
  const shop = await readShop(sql);
  const on = shop.machines.find((m) => m.id === machine);
  const paper = shop.stocks.find((s) => s.id === stock);
  if (!on || !paper) throw new NotSendable('That machine or that paper is not in the shop any more.');
  const title = `Proof of ${it.docket.title}`.slice(0, 300);
  const { sha256, bytes } = await takeIn(createReadStream(exportFile(exportId)), null);
  const artwork = await readStored(sha256, bytes);
  const sources = await sourcesOf(sql, it.docket);
  // a back is proofed on the back of its front where every sheet has both
  const backed =
    it.proof.how !== 'panels' &&
    !it.proof.together &&
    sources !== null &&
    plan(it.docket, sources.artwork).sheets.blocks.every((b) => b.sides === 2);
  const single = !backed && artwork.pages.length <= MOST_FRONTS;
  const wish: Patch = {
    customer: it.docket.customer,
    artwork: { imposed: { kind: 'sheets' } },
    sheet: { machine: on, stock: paper, work: single ? 'one-sided' : 'sheetwise' },
    product: { blanks: { kind: 'end' }, ...(single ? { pages: onFronts(artwork.pages.length) } : {}) },
    finish: { here: false },
  };
  await jobFromArtwork({ id, sha256, name: `${title}.pdf`, artwork, title, wish, kind: 'bound', copies: 1 });
  return id;
}
