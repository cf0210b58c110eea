import {
  Finisher,
  House,
  Machine,
  SHOP_LISTS,
  ShopFile,
  Stock,
  StoredShop,
  upgradedFinisher,
  type Shop,
  type ShopList,
  type ShopValue,
} from '../../core';
import type { Sql, Tx } from '../db';

/** The lists as they were last read, with their text: they change seldom, and every change of a job asks for them. */
let last: { readonly text: string; readonly shop: Shop } | null = null;

/** The shop's lists, in order; without what is retired. */
export async function readShop(run: Sql): Promise<Shop> {
  const list = (table: string): string =>
    `'${table}', (select coalesce(json_agg(value order by rank, id) filter (where not retired), '[]') from ${table})`;
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

/** One finishing machine of the shop, or null where it has none of that id. */
export async function findFinisher(run: Sql, id: string): Promise<Finisher | null> {
  const [row] = await run<{ value: unknown }>('select value from finishers where id = $1', [id]);
  return row ? Finisher.parse(upgradedFinisher(row.value)) : null;
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
  for (const table of SHOP_LISTS)
    for (const [rank, value] of shop[table].entries())
      await run(
        `insert into ${table} (id, rank, value) values ($1, $2, $3) on conflict (id) do update set rank = excluded.rank, value = excluded.value`,
        [value.id, rank, JSON.stringify(value)],
      );
}

/** How the shop is called, measures and writes. */
export async function readHouse(run: Sql): Promise<House> {
  const [row] = await run<{ value: unknown }>('select value from house where id = 1');
  return House.parse(row?.value ?? {});
}

let recent: { readonly house: House; readonly at: number } | null = null;
let forgotten = 0;

/** What was read of it holds no more: to be called when a change has been committed, not before. */
export function forgetHouse(): void {
  recent = null;
  forgotten++;
}

/** The same as it was a second ago at most: for what is told of a job, not for what is done with it. */
export async function recentHouse(run: Sql): Promise<House> {
  if (recent && performance.now() - recent.at < 1000) return recent.house;
  const before = forgotten;
  const house = await readHouse(run);
  // what was read while it was being changed is not kept
  if (before === forgotten) recent = { house, at: performance.now() };
  return house;
}

export async function writeHouse(run: Sql, value: House): Promise<void> {
  await run('insert into house (id, value) values (1, $1) on conflict (id) do update set value = excluded.value', [
    JSON.stringify(value),
  ]);
}

/** All that the shop has, what is retired too, in order. */
export async function readShopFile(run: Sql): Promise<ShopFile> {
  const lists = await Promise.all(
    SHOP_LISTS.map((table) =>
      run<{ value: unknown; retired: boolean }>(`select value, retired from ${table} order by rank, id`),
    ),
  );
  const [stocks, machines, finishers] = lists;
  return ShopFile.parse({
    kind: 'odd-sparrow shop',
    version: 1,
    house: await readHouse(run),
    stocks,
    machines,
    finishers: finishers!.map((f) => ({ ...f, value: upgradedFinisher(f.value) })),
  });
}

/** Whether the shop has, or had, anything of that id in a list. */
export async function inShop(run: Sql, list: ShopList, id: string): Promise<boolean> {
  return (await run(`select 1 as there from ${list} where id = $1`, [id])).length > 0;
}

/** Puts one value into a list: in the place of the one under its id, else behind the others. */
export async function putInShop(run: Sql, list: ShopList, value: ShopValue, retired?: boolean): Promise<void> {
  await run(
    `insert into ${list} (id, rank, value, retired)
     values ($1, (select coalesce(max(rank), -1) + 1 from ${list}), $2, coalesce($3, false))
     on conflict (id) do update set value = excluded.value, retired = coalesce($3, ${list}.retired)`,
    [value.id, JSON.stringify(value), retired ?? null],
  );
}

/** Takes a value out of use, or back into it. @returns whether there is one */
export async function retireInShop(run: Sql, list: ShopList, id: string, retired: boolean): Promise<boolean> {
  return (await run(`update ${list} set retired = $2 where id = $1 returning id`, [id, retired])).length > 0;
}

/** Takes a value out of a list for good. */
export async function dropFromShop(run: Sql, list: ShopList, id: string): Promise<boolean> {
  return (await run(`delete from ${list} where id = $1 returning id`, [id])).length > 0;
}

/** The jobs on the list that have something of the shop under an id, wherever in their docket. */
export async function jobsWith(run: Sql, id: string): Promise<{ id: string; number: number; title: string }[]> {
  return run(
    `select j.id, j.number, j.summary->>'title' as title from jobs j
     join steps s on s.job_id = j.id and s.seq = j.position
     where j.removed_at is null
       and jsonb_path_exists(s.docket, '$.**.id ? (@ == $id)', jsonb_build_object('id', $1::text))
     order by j.number desc limit 50`,
    [id],
  );
}
