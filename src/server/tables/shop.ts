import type { Shop } from '../../core';
import { Finisher, Machine, Stock } from '../../core';
import { sql, type Sql } from '../db';

/** The shop's lists, in order. */
export async function readShop(): Promise<Shop> {
  const [stocks, machines, finishers] = await Promise.all(
    ['stocks', 'machines', 'finishers'].map((table) =>
      sql<{ value: unknown }>(`select value from ${table} order by rank, id`),
    ),
  );
  return {
    stocks: stocks!.map((r) => Stock.parse(r.value)),
    machines: machines!.map((r) => Machine.parse(r.value)),
    finishers: finishers!.map((r) => Finisher.parse(r.value)),
  };
}

/** Puts a shop's lists in; what is there under the same id is replaced. */
export async function writeShop(run: Sql, shop: Shop): Promise<void> {
  for (const table of ['stocks', 'machines', 'finishers'] as const)
    for (const [rank, value] of shop[table].entries())
      await run(
        `insert into ${table} (id, rank, value) values ($1, $2, $3) on conflict (id) do update set rank = excluded.rank, value = excluded.value`,
        [value.id, rank, JSON.stringify(value)],
      );
}
