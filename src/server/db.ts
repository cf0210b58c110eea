import pg from 'pg';
import { databaseUrl } from './config';

let pool: pg.Pool | null = null;

function thePool(): pg.Pool {
  if (!pool) {
    pool = new pg.Pool({ connectionString: databaseUrl(), max: 12, connectionTimeoutMillis: 4000 });
    // a connection lost while idle is no reason to fall over: the next query opens another
    pool.on('error', () => undefined);
  }
  return pool;
}

/** Something that runs SQL: the pool, or a transaction. */
export interface Sql {
  <R extends pg.QueryResultRow = pg.QueryResultRow>(text: string, values?: readonly unknown[]): Promise<R[]>;
}

const runner = (client: Pick<pg.Pool, 'query'>): Sql =>
  (async (text: string, values: readonly unknown[] = []) => (await client.query(text, [...values])).rows) as Sql;

/** Runs SQL outside a transaction. */
export const sql: Sql = ((text: string, values?: readonly unknown[]) => runner(thePool())(text, values)) as Sql;

/** Runs `work` in a transaction: all of it holds, or none. */
export async function transaction<T>(work: (sql: Sql) => Promise<T>): Promise<T> {
  const client = await thePool().connect();
  try {
    await client.query('begin');
    const result = await work(runner(client));
    await client.query('commit');
    return result;
  } catch (e) {
    await client.query('rollback').catch(() => undefined);
    throw e;
  } finally {
    client.release();
  }
}

/** Does `work` unless another process is at the same thing; then nothing. */
export async function alone(key: string, work: () => Promise<void>): Promise<void> {
  const client = await thePool().connect();
  try {
    const { rows } = await client.query<{ got: boolean }>(
      'select pg_try_advisory_lock(hashtextextended($1, 7)) as got',
      [key],
    );
    if (!rows[0]?.got) return;
    try {
      await work();
    } finally {
      await client.query('select pg_advisory_unlock(hashtextextended($1, 7))', [key]).catch(() => undefined);
    }
  } finally {
    client.release();
  }
}

export async function closeDatabase(): Promise<void> {
  await pool?.end();
  pool = null;
}

/** Whether an error means that the database is not there, rather than that a query is wrong. */
export function databaseAway(e: unknown): boolean {
  const code = (e as { code?: string } | null)?.code ?? '';
  const message = e instanceof Error ? e.message : '';
  return (
    ['ECONNREFUSED', 'ECONNRESET', 'ENOTFOUND', 'EPIPE', '57P01', '57P03', '08006', '08001'].includes(code) ||
    /timeout exceeded when trying to connect|Connection terminated/.test(message)
  );
}
