import { AsyncLocalStorage } from 'node:async_hooks';
import pg from 'pg';
import { databaseUrl } from './config';

let pool: pg.Pool | null = null;

/** Connections kept. A change holds one for some milliseconds; whoever comes when all are taken waits in turn. */
const MOST = 12;
/** How long one waits for a connection, and a query for its answer, before the database counts as away. */
const PATIENCE = 15_000;

function thePool(): pg.Pool {
  if (!pool) {
    pool = new pg.Pool({
      connectionString: databaseUrl(),
      max: MOST,
      connectionTimeoutMillis: PATIENCE,
      query_timeout: PATIENCE,
      idle_in_transaction_session_timeout: 2 * PATIENCE,
    });
    // a connection lost while idle is no reason to fall over: the next query opens another
    pool.on('error', () => undefined);
    // nor is one lost while somebody has it: the pool listens only to those that lie idle. Its query fails and says so
    pool.on('connect', (client) => client.on('error', () => undefined));
  }
  return pool;
}

/** Something that runs SQL: the pool, or a transaction. Whatever reads or writes a table is told which. */
export interface Sql {
  <R extends pg.QueryResultRow = pg.QueryResultRow>(text: string, values?: readonly unknown[]): Promise<R[]>;
}

declare const transacting: unique symbol;
/** SQL inside a transaction. What must not be done by halves asks for this and cannot be given the pool. */
export type Tx = Sql & { readonly [transacting]: true };

const runner = (client: Pick<pg.Pool, 'query'>): Sql =>
  (async (text: string, values: readonly unknown[] = []) => (await client.query(text, [...values])).rows) as Sql;

const inside = new AsyncLocalStorage<true>();

/** A transaction that asks the pool for another connection: twelve of them at once wait for each other for ever. */
class SecondConnection extends Error {
  constructor() {
    super('Inside a transaction everything runs on its own client.');
  }
}

function outside(): pg.Pool {
  if (inside.getStore()) throw new SecondConnection();
  return thePool();
}

/** Runs SQL outside a transaction. @throws where it is called inside of one */
export const sql: Sql = (async (text: string, values?: readonly unknown[]) => runner(outside())(text, values)) as Sql;

/** Runs `work` in a transaction, on one client: all of it holds, or none. */
export async function transaction<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
  const client = await outside().connect();
  let broken: unknown;
  try {
    await client.query('begin');
    const result = await inside.run(true, () => work(runner(client) as Tx));
    await client.query('commit');
    return result;
  } catch (e) {
    await client.query('rollback').catch((lost: unknown) => (broken = lost));
    if (databaseAway(e)) broken = e;
    throw e;
  } finally {
    // a client whose connection is lost must not go back: the next to get it would fail
    client.release(broken !== undefined);
  }
}

export async function closeDatabase(): Promise<void> {
  await pool?.end();
  pool = null;
}

const AWAY = new Set([
  ...['ECONNREFUSED', 'ECONNRESET', 'ENOTFOUND', 'EPIPE', 'ETIMEDOUT', 'EHOSTUNREACH'],
  // SQLSTATE: shut down, crashed, starting up, too many connections, out of memory, connection exceptions
  ...['57P01', '57P02', '57P03', '53300', '53200', '08000', '08003', '08006', '08001', '08004', '25P03'],
]);

const codeOf = (e: unknown): string => (e as { code?: string } | null)?.code ?? '';

/** Whether an error means that the database is not there, rather than that a query is wrong. */
export function databaseAway(e: unknown): boolean {
  const message = e instanceof Error ? e.message : '';
  return (
    AWAY.has(codeOf(e)) ||
    (e instanceof AggregateError && e.errors.some((one) => databaseAway(one))) ||
    /timeout exceeded when trying to connect|Connection terminated|Query read timeout|Client has encountered a connection error|not queryable/.test(
      message,
    )
  );
}

/** Whether the database has no room left (SQLSTATE 53100), or the file system none for us. */
export const diskFull = (e: unknown): boolean => ['53100', 'ENOSPC', 'EDQUOT'].includes(codeOf(e));

/** Whether a value was sent that the database cannot hold: the asker's fault (a zero byte, half a surrogate pair). */
export const unstorable = (e: unknown): boolean => ['22P05', '22021', '22P02', '22003'].includes(codeOf(e));
