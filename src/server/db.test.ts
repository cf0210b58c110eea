import { randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SHOP } from '../core/testing';
import { numberedPages, scratch, writePdf } from '../pdf/testing';
import { closeDatabase, databaseAway, diskFull, sql, transaction, unstorable } from './db';
import { patchJob, readStored, stepJob, takeIn } from './jobs';
import { jobFromArtwork } from './new-job';
import { migrate } from './migrate';
import { Outdated, readJob } from './tables/jobs';
import { writeShop } from './tables/shop';
import { withServer } from './testing';
import { closeWorkers } from './workers';

const dir = scratch();
let server: Awaited<ReturnType<typeof withServer>>;
beforeAll(async () => {
  server = await withServer();
  await migrate();
  await transaction((tx) => writeShop(tx, SHOP));
});
afterAll(async () => {
  await closeWorkers();
  await closeDatabase();
  await server.stop();
});

/** Ends every connection of the pool, as PostgreSQL does when it is shut down in the middle. */
async function cutAll(): Promise<void> {
  const other = new pg.Client({ connectionString: process.env.DATABASE_URL });
  await other.connect();
  await other.query(
    'select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid() and usename is not null',
  );
  await other.end();
}

async function newJob(): Promise<string> {
  const path = join(dir, 'job.pdf');
  writePdf(path, numberedPages(8));
  const { sha256, bytes } = await takeIn(createReadStream(path), null);
  return (await jobFromArtwork({ sha256, name: 'job.pdf', artwork: await readStored(sha256, bytes) })).id;
}

describe('the database going away', () => {
  it('in the middle of a transaction fails it, says that it is away, and is over with the next', async () => {
    for (let i = 0; i < 20; i++) {
      const broken = transaction(async (tx) => {
        await tx('select 1');
        await cutAll();
        await tx('select 2');
      });
      await expect(broken).rejects.toSatisfy(databaseAway);
      expect(await transaction((tx) => tx('select 3 as n'))).toEqual([{ n: 3 }]);
    }
  });

  it('while a client is held and asks nothing does not end the process', async () => {
    const held = transaction(async (tx) => {
      await cutAll();
      await new Promise((r) => setTimeout(r, 100));
      return tx('select 1');
    });
    await expect(held).rejects.toSatisfy(databaseAway);
    expect(await sql('select 1 as n')).toEqual([{ n: 1 }]);
  });

  it('is told from a query that is wrong, a full disk and what cannot be kept', () => {
    for (const code of ['57P01', '57P02', '57P03', '53300', '08006', 'ECONNREFUSED', 'ECONNRESET'])
      expect([code, databaseAway(Object.assign(new Error('x'), { code }))]).toEqual([code, true]);
    for (const code of ['42601', '23505', '53100', '22P05'])
      expect([code, databaseAway(Object.assign(new Error('x'), { code }))]).toEqual([code, false]);
    expect(databaseAway(new AggregateError([Object.assign(new Error('x'), { code: 'ECONNREFUSED' })]))).toBe(true);
    expect(diskFull(Object.assign(new Error('x'), { code: '53100' }))).toBe(true);
    expect(unstorable(Object.assign(new Error('x'), { code: '22P05' }))).toBe(true);
  });
});

describe('a transaction', () => {
  it('runs on its own client: another connection from within is refused, for it would wait for ever', async () => {
    await expect(transaction(() => sql('select 1'))).rejects.toThrow(/on its own client/);
    await expect(transaction(() => transaction((tx) => tx('select 1')))).rejects.toThrow(/on its own client/);
    expect(await sql('select 1 as n')).toEqual([{ n: 1 }]);
  });

  it('holds or does not: what fails leaves nothing', async () => {
    await sql('create table if not exists trial (n int)');
    await expect(
      transaction(async (tx) => {
        await tx('insert into trial values (1)');
        throw new Error('no');
      }),
    ).rejects.toThrow('no');
    expect(await sql('select * from trial')).toEqual([]);
  });
});

describe('a change', () => {
  it('keeps no password and no place on somebody’s disk, and takes to no file that is not there', async () => {
    const id = await newJob();
    const { name, sha256 } = (await readJob(sql, id))!.docket.artwork.file;
    const file = { name, sha256, password: 'sesame', path: '/home/somebody/a.pdf' };
    const row = await patchJob(id, 1, { artwork: { file, former: [{ name: 'old.pdf', password: 'open' }] } }, 'x');
    expect(row!.docket.artwork.file).toEqual({ name, sha256 });
    const [kept] = await sql<{ docket: unknown }>('select docket from steps where job_id = $1 and seq = 1', [id]);
    expect(JSON.stringify(kept)).not.toMatch(/sesame|open"|somebody/);
    await expect(patchJob(id, 2, { artwork: { file: { name, sha256: 'f'.repeat(64) } } }, 'x')).rejects.toMatchObject({
      status: 404,
    });
    expect((await readJob(sql, id))!.version).toBe(2);
  });
});

describe('changes at once', () => {
  it('twelve to twelve jobs, and fifty to fifty, all take', async () => {
    for (const many of [12, 50]) {
      const ids = await Promise.all(Array.from({ length: many }, newJob));
      const rows = await Promise.all(ids.map((id, i) => patchJob(id, 1, { product: { copies: i + 1 } }, 'x')));
      expect(rows.map((r) => r!.docket.product.copies)).toEqual(ids.map((_, i) => i + 1));
      expect(await Promise.all(ids.map(async (id) => (await readJob(sql, id))!.version))).toEqual(ids.map(() => 2));
    }
  });

  it('of one job from one version: one takes, the others are told what it is now', async () => {
    const id = await newJob();
    const ends = await Promise.allSettled(
      Array.from({ length: 20 }, (_, i) => patchJob(id, 1, { product: { copies: i + 10 } }, `${i}`)),
    );
    const taken = ends.filter((e) => e.status === 'fulfilled');
    expect(taken).toHaveLength(1);
    const now = (await readJob(sql, id))!;
    for (const e of ends)
      if (e.status === 'rejected') {
        expect(e.reason).toBeInstanceOf(Outdated);
        expect((e.reason as Outdated).now.docket).toEqual(now.docket);
      }
    expect([now.version, now.last]).toEqual([2, 1]);
  });

  it('the same one asked for again, its answer lost, is made once; undone and done again as well', async () => {
    const id = await newJob();
    const name = randomUUID();
    const first = await patchJob(id, 1, { product: { copies: 77 } }, '77 copies', name);
    expect(await patchJob(id, 1, { product: { copies: 77 } }, '77 copies', name)).toEqual(first);
    const back = randomUUID();
    const undone = await stepJob(id, 2, -1, back);
    expect(await stepJob(id, 2, -1, back)).toEqual(undone);
    expect([undone!.version, undone!.position, undone!.redo, undone!.undo]).toEqual([3, 0, '77 copies', null]);
    const redone = (await stepJob(id, 3, 1, randomUUID()))!;
    expect([redone.version, redone.undo, redone.redo, redone.docket.product.copies]).toEqual([
      4,
      '77 copies',
      null,
      77,
    ]);
    // what is told without asking is what stands there
    expect({ ...(await readJob(sql, id))! }).toEqual(redone);
  });

  it('a step behind an undo takes the place of what was undone', async () => {
    const id = await newJob();
    for (const [version, copies] of [
      [1, 10],
      [2, 20],
      [3, 30],
    ] as const)
      await patchJob(id, version, { product: { copies } }, `${copies}`);
    await stepJob(id, 4, -1);
    await stepJob(id, 5, -1);
    const other = (await patchJob(id, 6, { product: { copies: 11 } }, '11'))!;
    expect([other.undo, other.redo, other.last, other.docket.product.copies]).toEqual(['11', null, 2, 11]);
    expect(await readJob(sql, id)).toEqual(other);
    const steps = await sql<{ label: string }>('select label from steps where job_id = $1 order by seq', [id]);
    expect(steps.map((s) => s.label)).toEqual(['arrived', '10', '11']);
  });
});
