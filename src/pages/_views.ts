import { withoutSecrets } from '../core';
import {
  findArtwork,
  findArtworks,
  findTable,
  pictureProgress,
  readShop,
  sql,
  type Delivery,
  type JobRow,
  type OrderRow,
} from '../server';
import type { DeliveryView, JobPage, JobView, OrderView } from '../ui/views';

/** What a window is shown of a job: passwords and the like stay here. */
export function view(row: JobRow): JobView {
  return {
    id: row.id,
    number: row.number,
    version: row.version,
    docket: withoutSecrets(row.docket),
    undo: row.undo,
    redo: row.redo,
  };
}

/** What is shown of an order. */
export function orderView(o: OrderRow): OrderView {
  return {
    number: o.number,
    facts: o.facts,
    job: o.job_id !== null && o.job_number !== null ? { id: o.job_id, number: o.job_number } : null,
    waiting: o.job_id === null && !o.dropped,
    received: o.received_at.toISOString(),
  };
}

export function deliveryView(d: Delivery): DeliveryView {
  return {
    id: d.id,
    number: d.number,
    jobId: d.job_id,
    jobNumber: d.job_number,
    title: d.docket.title,
    machine: d.machine,
    state: d.state,
    message: d.message,
    canceling: d.cancel_wished,
    open: d.phase !== 'done',
    sheetsDone: d.sheets_done,
    sheetsTotal: d.sheets_total,
    sheetsEach: d.sheets_each,
    part: d.part,
    copies: d.docket.product.copies,
    version: d.job_version,
    versionAt: d.version_at?.toISOString() ?? null,
    present: d.present,
    at: d.created_at.toISOString(),
  };
}

/** Everything the job's screen begins with. */
export async function jobPage(row: JobRow): Promise<JobPage> {
  const sha256 = row.docket.artwork.file.sha256 ?? '';
  const files = [sha256, ...row.docket.artwork.more.map((f) => f.sha256 ?? '')];
  const { table: tableRef, album: albumRef } = row.docket.imprint;
  const [shop, artworks, table, album] = await Promise.all([
    readShop(sql),
    findArtworks(sql, files),
    tableRef?.sha256 === undefined ? null : findTable(sql, tableRef.sha256),
    albumRef?.sha256 === undefined ? null : findArtwork(sql, albumRef.sha256),
  ]);
  const [artwork, ...more] = artworks.map((a) => a?.facts ?? null);
  return {
    job: view(row),
    artwork: artwork ?? null,
    more,
    table,
    album: album?.facts ?? null,
    shop,
    pictures: pictureProgress(sha256),
    removed: row.removed,
  };
}
