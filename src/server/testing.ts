/** A database, a data folder and a press for tests of the server. */
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

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
