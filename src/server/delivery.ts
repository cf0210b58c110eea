import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { octets } from '../machines';
import { folders } from './config';
import { sql } from './db';
import { tell } from './events';
import { findDelivery, updateDelivery, type Delivery, type DeliveryChange } from './tables/deliveries';

/** Where a delivery's sheets are kept until the printer has them. */
export const fileOf = (id: string): string => join(folders.out(), `delivery-${id}.pdf`);

/** By what a delivery is told from others among a printer's jobs: part of its id, which nobody else's job has. */
const markOf = (d: Pick<Delivery, 'id'>): string => `[${d.id.slice(0, 13)}]`;

/** The name a job has on the printer: it is found by it again when an answer was lost. At most 255 octets. */
export function nameOn(d: Delivery): string {
  const mark = markOf(d);
  return `${octets([...d.docket.title].slice(0, 80).join(''), 255 - mark.length - 1)} ${mark}`;
}

/** Whether a job on a printer is this delivery, and not one that got its number since. */
export const isOurs = (d: Delivery, job: { readonly name: string }): boolean => job.name.includes(markOf(d));

/** Writes down what has become of a delivery and tells the windows. @returns it as it is now */
export async function put(d: Delivery, change: DeliveryChange): Promise<Delivery> {
  if (await updateDelivery(sql, d.id, change)) tell({ kind: 'delivery', id: d.id, jobId: d.job_id });
  if (change.phase === 'done' || change.phase === 'follow') await rm(fileOf(d.id), { force: true });
  return (await findDelivery(sql, d.id)) ?? d;
}
