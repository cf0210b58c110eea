import { Machine, Stock, StoredShop, type Shop } from '../../core';
import type { Sql, Tx } from '../db';

/** The lists as they were last read, with their text: they change seldom, and every change of a job asks for them. */
let last: { readonly text: string; readonly shop: Shop } | null = null;

/** The shop's lists, in order. */
export async function readShop(run: Sql): Promise<Shop> {
  const list = (table: string): string =>
    `'${table}', (select coalesce(json_agg(value order by rank, id), '[]') from ${table})`;
  const [row] = await run<{ text: string }>(
    `select json_build_object(${['stocks', 'machines', 'finishers'].map(list).join(', ')})::text as text`,
  );
  const { text } = row!;
  if (last?.text !== text) last = { text, shop: StoredShop.parse(JSON.parse(text)) };
  return last.shop;
}

let read = -Infinity;

/** The shop's lists as they were a second ago at most: for what is told of a job, not for what is done with it. */
export async function recentShop(run: Sql): Promise<Shop> {
  if (last && performance.now() - read < 1000) return last.shop;
  const shop = await readShop(run);
  read = performance.now();
  return shop;
}

/** One machine of the shop, or null where it has none of that id. */
export async function findMachine(run: Sql, id: string): Promise<Machine | null> {
  const [row] = await run<{ value: unknown }>('select value from machines where id = $1', [id]);
  return row ? Machine.parse(row.value) : null;
}

async function amend<T extends { id: string }>(
  run: Tx,
  table: 'stocks' | 'machines',
  id: string,
  parse: (value: unknown) => T,
  change: (now: T) => T,
): Promise<T | null> {
  // locked until the transaction ends: two lessons at once are both kept
  const [row] = await run<{ value: unknown }>(`select value from ${table} where id = $1 for update`, [id]);
  if (!row) return null;
  const changed = parse(change(parse(row.value)));
  await run(`update ${table} set value = $2 where id = $1`, [id, JSON.stringify(changed)]);
  return changed;
}

/** Changes one machine of the shop, in a transaction. @returns it as it is now, or null where there is none */
export const amendMachine = (run: Tx, id: string, change: (now: Machine) => Machine): Promise<Machine | null> =>
  amend(run, 'machines', id, (v) => Machine.parse(v), change);

/** Changes one stock of the shop, in a transaction. @returns it as it is now, or null where there is none */
export const amendStock = (run: Tx, id: string, change: (now: Stock) => Stock): Promise<Stock | null> =>
  amend(run, 'stocks', id, (v) => Stock.parse(v), change);

/** Puts a shop's lists in; what is there under the same id is replaced. */
export async function writeShop(run: Tx, shop: Shop): Promise<void> {
  for (const table of ['stocks', 'machines', 'finishers'] as const)
    for (const [rank, value] of shop[table].entries())
      await run(
        `insert into ${table} (id, rank, value) values ($1, $2, $3) on conflict (id) do update set rank = excluded.rank, value = excluded.value`,
        [value.id, rank, JSON.stringify(value)],
      );
}
