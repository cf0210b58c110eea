/** A database, a data folder and a press for tests of the server. */
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { SHOP } from '../core/testing';
import { printerOf } from './addresses';
import { closeDatabase, transaction } from './db';
import { canceledBefore, LookAgain, present, step } from './delivering';
import { migrate } from './migrate';
import { writeShop } from './tables/shop';
import { startWork } from './work';
import { closeWorkers } from './workers';
import { writeSheetsOf } from './writing-sheets';

export const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => done(port));
    });
  });

/** Starts a database of its own in a folder of its own, and points the server's settings at both. */
export async function withServer(): Promise<{ dir: string; stop: () => Promise<void> }> {
  const dir = mkdtempSync(join(tmpdir(), 'sparrow-server-'));
  const { startPostgres } = (await import('../../scripts/lib/postgres.mjs' as string)) as {
    startPostgres(folder: string, port: number): Promise<{ url: string; stop(): Promise<void> }>;
  };
  const pg = await startPostgres(dir, await freePort());
  process.env.DATABASE_URL = pg.url;
  process.env.ODD_SPARROW_DATA = dir;
  process.env.ODD_SPARROW_WORKERS = resolve('dist/workers');
  process.env.ODD_SPARROW_MIGRATIONS = resolve('db');
  return {
    dir,
    stop: async () => {
      await pg.stop();
      rmSync(dir, { recursive: true, force: true });
    },
  };
}

/** Takes a delivery on, as its lane would, until the printer has it or it has come to its end. */
export async function deliver(id: string): Promise<void> {
  for (;;) {
    const d = await present(id);
    if (!d || d.phase === 'follow' || d.phase === 'done') return;
    if (d.cancel_wished && (await canceledBefore(d, null))) return;
    if (d.phase === 'compose') await writeSheetsOf(id);
    else
      await step(d, await printerOf(d.machine_id, d.machine)).catch(async (e: unknown) => {
        if (!(e instanceof LookAgain)) throw e;
        await new Promise((r) => setTimeout(r, 200));
      });
  }
}

/** The same with its tables, the tests' shop, and what draws and reads files; nothing runs beside requests. */
export async function withWorkers(): Promise<{ readonly stop: () => Promise<void> }> {
  const server = await withServer();
  await migrate();
  const nothing = async (): Promise<undefined> => undefined;
  startWork({ exports: nothing, pictures: nothing, firstSheet: nothing, sheets: nothing });
  await transaction((tx) => writeShop(tx, SHOP));
  return {
    stop: async () => {
      await closeWorkers();
      await closeDatabase();
      await server.stop();
    },
  };
}
