import { randomUUID } from 'node:crypto';
import { newDocket, orderedDocket, patched, type Artwork, type FileRef, type Patch, type ProductKind } from '../core';
import { sql, transaction } from './db';
import { tell } from './events';
import { cleanName, summarise, today } from './jobs';
import { marksOfMachine } from './kept';
import { NotSendable } from './not-sendable';
import { orderFor } from './order-for';
import { createJob, jobsUsing } from './tables/jobs';
import { becomeJob, findOrder, waitingOrders, type OrderRow } from './tables/orders';
import { readShop } from './tables/shop';
import { drawFirst, drawPictures } from './work';

/** A file's name without folders, control characters and its ending, for a title. */
export function titleFrom(name: string): string {
  const base = cleanName(name).replace(/\.(pdf|png|jpe?g|tiff?)$/i, '');
  const spaced = base.replace(/[_-]+/g, ' ').trim();
  return spaced ? spaced.charAt(0).toUpperCase() + spaced.slice(1) : 'Untitled';
}

/** A job to be made of a stored file. */
export interface NewJob {
  /** What the asker calls it: asked for again, it is not made twice. */
  readonly id?: string;
  readonly sha256: string;
  readonly name: string;
  readonly artwork: Artwork;
  readonly wish?: Patch;
  readonly title?: string;
  /** What is made of it, and how many; without it what it looks like. */
  readonly kind?: ProductKind;
  readonly copies?: number;
  /** The order that it is the artwork of; where none is said, the one that its name says. */
  readonly order?: string;
}

/** Makes a job of a stored file: planned at once, by the shop's defaults. */
export async function jobFromArtwork({
  id = randomUUID(),
  sha256,
  name,
  artwork,
  wish = {},
  title,
  kind,
  copies,
  order,
}: NewJob): Promise<{ id: string; same: number[]; order: string | null }> {
  const shop = await readShop(sql);
  if (shop.stocks.length === 0 || shop.machines.length === 0)
    throw new NotSendable(
      'The shop has no paper or no press yet. Put some in on the Shop page, then drop the file once more.',
    );
  const file: FileRef = { name: cleanName(name), sha256 };
  // what was made here is nobody's artwork
  const ordered = kind === undefined ? await orderOf(cleanName(name), order) : null;
  const called = title ?? titleFrom(name);
  const fresh = ordered
    ? orderedDocket(ordered.facts, called, file, artwork, shop, today())
    : newDocket(called, file, artwork, shop, today(), kind);
  // the marks that the shop keeps with the machine; what is wished for this job goes before
  const marked = patched(fresh, (await marksOfMachine(fresh.sheet.machine.id)) ?? {});
  const docket = patched(patched(marked, copies === undefined ? {} : { product: { copies } }), wish);
  const same = await transaction(async (tx) => {
    const others = await jobsUsing(tx, sha256);
    const made = await createJob(tx, id, docket, await summarise(tx, docket, artwork), 'arrived');
    // of two files that come for one order at once, one is its artwork
    if (made && ordered && !(await becomeJob(tx, ordered.number, id))) throw hasArtwork(ordered.number);
    return others;
  });
  drawFirst(docket, artwork);
  drawPictures(sha256);
  tell({ kind: 'jobs' });
  return { id, same, order: ordered?.number ?? null };
}

const hasArtwork = (number: string): NotSendable =>
  new NotSendable(`Order ${number} has its artwork already. Open its job, and swap the artwork there.`);

/** The order that a file has come for: the one that is said, or the one that its name says. @throws NotSendable */
async function orderOf(name: string, said?: string): Promise<OrderRow | null> {
  if (said === undefined) {
    const waiting = await waitingOrders(sql);
    const number = orderFor(name, waiting);
    return waiting.find((o) => o.number === number) ?? null;
  }
  const order = await findOrder(sql, said);
  if (!order) throw new NotSendable(`There is no order ${said}. Send its ticket first, or drop the file without it.`);
  if (order.job_id !== null) throw hasArtwork(said);
  return order;
}
