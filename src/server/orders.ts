import type { OrderFacts } from '../core';
import { checkedPatch, plan } from '../core';
import { layoutWritten, type LayoutFormat } from '../core/ticket';
import { sql } from './db';
import { tell } from './events';
import { whereItStands } from './jobs';
import { NotSendable } from './not-sendable';
import { sourcesOf } from './sources';
import { findOrder, putOrder, setDropped } from './tables/orders';
import { readJob } from './tables/jobs';

/** Orders of an order system: received, waiting for their artwork, gone on with as jobs. */

/** What has become of an order that was received. */
export interface Received {
  readonly number: string;
  /** New, said otherwise than before, the same as before; or the job that was made of it is told. */
  readonly state: 'new' | 'changed' | 'same';
  readonly job: { readonly id: string; readonly number: number } | null;
}

/** Whether two orders say the same: what the database gives back has its fields in another order. */
const alike = (a: OrderFacts, b: OrderFacts): boolean => {
  const sorted = (v: unknown): unknown =>
    Array.isArray(v)
      ? v.map(sorted)
      : typeof v === 'object' && v !== null
        ? Object.fromEntries(
            Object.entries(v)
              .sort(([x], [y]) => (x < y ? -1 : 1))
              .map(([k, value]) => [k, sorted(value)]),
          )
        : v;
  return JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));
};

/**
 * Takes orders in, each under its number: received again they are the same orders. Where a job was made of one already and
 * it says something else now, the job is told in a step of its own: its findings then say in what it differs.
 */
export async function receiveOrders(orders: readonly OrderFacts[]): Promise<Received[]> {
  const received: Received[] = [];
  for (const facts of orders) {
    const before = await findOrder(sql, facts.number);
    const state = !before ? 'new' : alike(before.facts, facts) && !before.dropped ? 'same' : 'changed';
    if (state !== 'same') await putOrder(sql, facts);
    const after = await findOrder(sql, facts.number);
    const job = after?.job_id && after.job_number !== null ? { id: after.job_id, number: after.job_number } : null;
    // whatever was told before: a server that was stopped between the order and its job tells it the next time
    if (job) await tellJob(job.id, facts);
    received.push({ number: facts.number, state, job });
  }
  if (received.some((r) => r.state !== 'same')) tell({ kind: 'jobs' });
  return received;
}

/** A job knows what its order says now; whom it is for and when it is due follow where nobody said otherwise here. */
async function tellJob(id: string, facts: OrderFacts): Promise<void> {
  const row = await readJob(sql, id);
  if (row?.docket.order && alike(row.docket.order, facts)) return;
  await whereItStands(id, null, ({ docket }) => {
    const was = docket.order;
    const follows = <K extends 'customer' | 'due'>(key: K): boolean =>
      facts[key] !== undefined && docket[key] === (was?.[key] ?? null);
    return {
      kind: 'step',
      docket: checkedPatch(
        { ...docket, order: null },
        {
          order: facts,
          ...(follows('customer') ? { customer: facts.customer } : {}),
          ...(follows('due') ? { due: facts.due } : {}),
        },
      ),
      label: `order ${facts.number} changed`,
    };
  });
}

/** Has an order wait no longer, or again. @returns whether there is one that has no job */
export async function dropOrder(number: string, dropped: boolean): Promise<boolean> {
  const there = await setDropped(sql, number, dropped);
  if (there) tell({ kind: 'jobs' });
  return there;
}

/**
 * A job planned, to be told to other programs; null where there is no such job or its artwork is not in the store.
 * @throws NotSendable where not all of it can be laid
 */
export async function laidOut(id: string) {
  const row = await readJob(sql, id);
  const sources = row && (await sourcesOf(sql, row.docket));
  if (!row || !sources) return null;
  const { docket, number } = row;
  const planned = plan(docket, sources.artwork);
  if (planned.tooLarge)
    throw new NotSendable(
      'The job is too large to be laid in one. Mend that first: the layout would not hold all of it.',
    );
  return { docket, number, sources, planned };
}

/** A job's layout as a ticket, in pieces; null where there is no such job or its artwork is not in the store. @throws NotSendable */
export async function layoutOfJob(
  id: string,
  as: LayoutFormat,
): Promise<{ readonly title: string; readonly number: number; readonly pieces: Generator<string> } | null> {
  const it = await laidOut(id);
  if (!it) return null;
  const { docket, number, sources, planned } = it;
  return { title: docket.title, number, pieces: layoutWritten(as, docket, planned, sources.artwork) };
}
