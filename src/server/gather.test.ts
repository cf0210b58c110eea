import { createReadStream, statSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SHOP } from '../core/testing';
import { scratch } from '../pdf/testing';
import { writeCards } from '../pdf/testing-cards';
import { closeDatabase, sql, transaction } from './db';
import { gatherJobs, partJobs } from './gather';
import { patchJob, readStored, takeIn } from './jobs';
import { migrate } from './migrate';
import { jobFromArtwork } from './new-job';
import { listJobs, readJob } from './tables/jobs';
import { writeShop } from './tables/shop';
import { withServer } from './testing';
import { startWork } from './work';
import { closeWorkers } from './workers';

const dir = scratch();
let server: Awaited<ReturnType<typeof withServer>>;
let paths: string[] = [];

beforeAll(async () => {
  server = await withServer();
  await migrate();
  const nothing = async (): Promise<undefined> => undefined;
  startWork({ exports: nothing, pictures: nothing, firstSheet: nothing, sheets: nothing });
  await transaction((tx) => writeShop(tx, SHOP));
  paths = await writeCards(dir);
}, 120_000);
afterAll(async () => {
  await closeWorkers();
  await closeDatabase();
  await server.stop();
});

/** Jobs of the card files, as they are when they were just dropped. */
async function dropped(count = paths.length): Promise<string[]> {
  const ids = [];
  for (const path of paths.slice(0, count)) {
    const { sha256 } = await takeIn(createReadStream(path), statSync(path).size);
    const artwork = await readStored(sha256, statSync(path).size);
    ids.push((await jobFromArtwork({ sha256, name: path.split('/').at(-1)!, artwork })).id);
  }
  return ids;
}
const listed = async (): Promise<Set<string>> => new Set((await listJobs(sql)).map((j) => j.id));

describe('files dropped together', () => {
  it('that are cards of one size become one job, in the place of their own, and are single ones again', async () => {
    const jobs = await dropped();
    const { id, title } = await gatherJobs(jobs);
    expect(title).toBe('8 cards: without bleed and others');
    const { docket } = (await readJob(sql, id!))!;
    expect(docket.artwork.more).toHaveLength(6);
    expect(docket.artwork.bleed?.way).toBe('mirrored');
    const list = await listed();
    expect([list.has(id!), jobs.some((job) => list.has(job))]).toEqual([true, false]);
    await partJobs(id!, jobs);
    const after = await listed();
    expect([after.has(id!), jobs.every((job) => after.has(job))]).toEqual([false, true]);
  });

  it('asked for again under its id it is made once, by twelve at once as well', async () => {
    const jobs = await dropped(4);
    const id = randomUUID();
    const before = (await listed()).size;
    const all = await Promise.all(Array.from({ length: 12 }, () => gatherJobs(jobs, id)));
    expect(new Set(all.map((g) => g.id))).toEqual(new Set([id]));
    expect((await listed()).size).toBe(before - 3);
    expect((await gatherJobs(jobs, id)).id).toBe(id);
  });

  it('that somebody has changed meanwhile stay as they are, as do two, unknown ones, and one named twice', async () => {
    const jobs = await dropped(4);
    const { version } = (await readJob(sql, jobs[1]!))!;
    await patchJob(jobs[1]!, version, { product: { copies: 7 } }, 'copies');
    expect((await gatherJobs(jobs)).id).toBeNull();
    const fresh = await dropped(3);
    expect((await gatherJobs(fresh.slice(0, 2))).id).toBeNull();
    expect((await gatherJobs([...fresh, randomUUID()])).id).toBeNull();
    expect((await gatherJobs([fresh[0]!, fresh[0]!, fresh[1]!])).id).toBeNull();
    expect([...fresh, ...jobs].every((job) => job.length > 0)).toBe(true);
    const list = await listed();
    for (const job of [...fresh, ...jobs]) expect(list.has(job)).toBe(true);
  });
});
