import { join } from 'node:path';
import { folders } from './config';
import { tell } from './events';
import { findDelivery, updateDelivery, type Delivery, type DeliveryChange } from './tables/deliveries';

/** Where a delivery's sheets are kept until the printer has them. */
export const fileOf = (id: string): string => join(folders.out(), `delivery-${id}.pdf`);

/** Writes down what has become of a delivery and tells the windows. @returns it as it is now */
export async function put(d: Delivery, change: DeliveryChange): Promise<Delivery> {
  if (await updateDelivery(d.id, change)) tell({ kind: 'delivery', id: d.id, jobId: d.job_id });
  return (await findDelivery(d.id)) ?? d;
}
