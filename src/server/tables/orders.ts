import * as z from 'zod';
import { MOST_WAITING, OrderFacts } from '../../core';
import type { Sql, Tx } from '../db';

const OrderRow = z.object({
  number: z.string(),
  facts: OrderFacts,
  job_id: z.string().nullable(),
  job_number: z.int().nullable(),
  received_at: z.date(),
  dropped: z.boolean(),
});
/** An order as it was received, with the job that was made of it; null while its artwork has not come. */
export type OrderRow = z.infer<typeof OrderRow>;

const ORDER = `select o.number, o.facts, o.job_id, j.number as job_number, o.received_at, o.dropped_at is not null as dropped
  from orders o left join jobs j on j.id = o.job_id`;

/** The orders that wait for their artwork, the first needed first. */
export async function waitingOrders(run: Sql): Promise<OrderRow[]> {
  const rows = await run(
    `${ORDER} where o.job_id is null and o.dropped_at is null
     order by o.facts->>'due' nulls last, o.received_at, o.number limit ${MOST_WAITING}`,
  );
  return rows.map((r) => OrderRow.parse(r));
}

export async function findOrder(run: Sql, number: string): Promise<OrderRow | null> {
  const [row] = await run(`${ORDER} where o.number = $1`, [number]);
  return row ? OrderRow.parse(row) : null;
}

/** Puts down what an order says now; one that was dropped waits again. */
export async function putOrder(run: Sql, facts: OrderFacts): Promise<void> {
  await run(
    `insert into orders (number, facts) values ($1, $2)
     on conflict (number) do update set facts = excluded.facts, changed_at = now(), dropped_at = null`,
    [facts.number, JSON.stringify(facts)],
  );
}

/** Puts down which job an order has become. @returns whether it waited for one */
export async function becomeJob(tx: Tx, number: string, jobId: string): Promise<boolean> {
  const rows = await tx(
    'update orders set job_id = $2, dropped_at = null where number = $1 and job_id is null returning number',
    [number, jobId],
  );
  return rows.length > 0;
}

/** Has an order wait for its artwork no longer, or again. @returns whether there is one without a job */
export async function setDropped(run: Sql, number: string, dropped: boolean): Promise<boolean> {
  const rows = await run(
    `update orders set dropped_at = case when $2 then coalesce(dropped_at, now()) end
     where number = $1 and job_id is null returning number`,
    [number, dropped],
  );
  return rows.length > 0;
}
