import type { Docket, Patch, TableFacts } from '../docket';
import { varies } from './words';

/**
 * What follows from records in the job: each is wanted once, in order when the piles are cut and laid on each other. A job
 * whose order was chosen keeps it.
 */
export function forRecords({ product, imprint }: Docket, table?: TableFacts): Patch {
  if (product.kind !== 'flat' || !varies(imprint)) return {};
  const repeats = product.order.kind === 'repeat' || product.order.kind === 'shared';
  // what was ordered of one card is how many numbers there are
  const records = imprint.records === null && !imprint.table && !table ? { imprint: { records: product.copies } } : {};
  return repeats
    ? { product: { copies: 1, quantities: [], order: { kind: 'stack', lot: null, last: null } }, ...records }
    : records;
}
