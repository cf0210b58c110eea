import { createReadStream, existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { COMMON_SHOPS, ShopFile, shopFileText, type Patch } from '../core';
import { SHOP } from '../core/testing';
import { FakePrinter } from '../machines/testing/fake-printer';
import { numberedPages, scratch, wordsOf, writePdf } from '../pdf/testing';
import { cardOf } from './card';
import { folders } from './config';
import { closeDatabase, sql, transaction } from './db';
import { goOn, send, SentBefore } from './deliveries';
import { fileOf } from './delivery';
import { bringBack, copyJob, markDone, removeJob, StillPrinting } from './board';
import { patchJob, readStored, takeIn } from './jobs';
import { jobFromArtwork } from './new-job';
import { closeLanes, wakeAll, wakeLane } from './lanes';
import { migrate } from './migrate';
import { NotSendable } from './not-sendable';
import { dropValue, importShop, jobsHaving, putValue, retireValue, shopFile } from './shop';
import { findDelivery, type Delivery } from './tables/deliveries';
import { listJobs, readJob, type ListedRow } from './tables/jobs';
import { readShop, writeShop } from './tables/shop';
import { withServer } from './testing';
import { startWork } from './work';
import { closeWorkers } from './workers';
import { writeSheetsOf } from './writing-sheets';

const dir = scratch();
const folder = join(dir, 'hot');
let server: Awaited<ReturnType<typeof withServer>>;
let printer: FakePrinter;

beforeAll(async () => {
  server = await withServer();
  await migrate();
  mkdirSync(folders.out(), { recursive: true });
  startWork({
    exports: async () => undefined,
    pictures: async () => undefined,
    firstSheet: async () => undefined,
    sheets: async (id) => {
      const d = await writeSheetsOf(id);
      if (d) wakeLane(d.machine_id);
    },
  });
});
beforeEach(async () => {
  printer = await FakePrinter.start();
  const [machine] = SHOP.machines;
  const machines = [
    { ...machine!, printer: printer.uri },
    { ...machine!, id: 'folder', name: 'Hot folder', folder },
  ];
  await transaction((tx) => writeShop(tx, { ...SHOP, machines }));
  return async () => {
    await closeLanes();
    await printer.close();
    await sql(`update deliveries set phase = 'done', state = 'canceled' where phase <> 'done'`);
  };
});
afterAll(async () => {
  await closeWorkers();
  await closeDatabase();
  await server.stop();
});

async function newJob(wish: Patch = {}, pages = 8): Promise<string> {
  const path = join(dir, `job-${pages}.pdf`);
  writePdf(path, numberedPages(pages));
  const { sha256, bytes } = await takeIn(createReadStream(path), null);
  const { id } = await jobFromArtwork({ sha256, name: 'job.pdf', artwork: await readStored(sha256, bytes), wish });
  return id;
}
async function until(id: string, is: (d: Delivery) => boolean): Promise<Delivery> {
  for (let tries = 0; tries < 600; tries++) {
    const d = await findDelivery(sql, id);
    if (d && is(d)) return d;
    await new Promise((r) => setTimeout(r, 50));
  }
  throw new Error(`It never came: ${JSON.stringify(await findDelivery(sql, id))}`);
}
const listed = async (id: string): Promise<ListedRow> => (await listJobs(sql)).find((j) => j.id === id)!;
const failing = async <T>(work: Promise<unknown>): Promise<T> => (await work.catch((e: unknown) => e)) as T;

describe('a job that is sent again', () => {
  it('is asked about, with what is under way; then that goes on, or is canceled for it', async () => {
    const id = await newJob({ product: { copies: 9 } });
    const [first] = await send(id, 1);
    const d = await until(first!, (x) => x.phase === 'follow');
    expect(d).toMatchObject({ job_version: 1, present: true, part: null, sheets_each: 2, sheets_total: 10 });
    // what has nothing to do with the sheets changes nothing of them
    await patchJob(id, 1, { due: '2027-01-05', customer: 'Somebody' }, 'x');
    expect((await findDelivery(sql, first!))!.present).toBe(true);
    await patchJob(id, 2, { product: { copies: 20 } }, 'x');
    expect(await listed(id)).toMatchObject({ standing: 'on the floor', changed: true });
    const asked = await failing<SentBefore>(send(id, 3));
    expect(asked).toBeInstanceOf(SentBefore);
    expect(asked.deliveries.map((x) => [x.id, x.present])).toEqual([[first, false]]);
    const kept = await send(id, 3, { before: 'keep' });
    expect(kept).toHaveLength(1);
    expect((await findDelivery(sql, first!))!.cancel_wished).toBe(false);
    const name = randomUUID();
    const other = await send(id, 3, { id: name, before: 'cancel' });
    // asked for again under its name it is the same, and not asked about
    expect(await send(id, 3, { id: name })).toEqual(other);
    for (const old of [first!, ...kept]) {
      const was = await until(
        old,
        (x) => x.cancel_wished || x.phase === 'done' || printer.jobs.some((j) => j.state === 'canceled'),
      );
      expect(was.id).toBe(old);
    }
    expect((await findDelivery(sql, other[0]!))!.cancel_wished).toBe(false);
  });

  it('twelve at once under one name are one, and none of them is asked', async () => {
    const id = await newJob();
    const name = randomUUID();
    const answers = await Promise.all(Array.from({ length: 12 }, () => send(id, 1, { id: name })));
    expect(new Set(answers.map(String)).size).toBe(1);
  });

  it('by twelve windows at once, each under a name of its own, is sent once; the others are asked', async () => {
    const id = await newJob();
    const each = (before?: 'cancel') =>
      Promise.allSettled(Array.from({ length: 12 }, () => send(id, 1, { id: randomUUID(), before })));
    const went = await each();
    expect(went.filter((r) => r.status === 'fulfilled')).toHaveLength(1);
    for (const r of went) if (r.status === 'rejected') expect(r.reason).toBeInstanceOf(SentBefore);
    // all of them wish theirs in place of what is there: one stays
    const instead = await each('cancel');
    expect(instead.filter((r) => r.status === 'rejected')).toEqual([]);
    // one that the printer has already is asked of it first, and gone when it says so
    const left = (): Promise<unknown[]> =>
      sql(`select 1 from deliveries where job_id = $1 and phase <> 'done' and not cancel_wished`, [id]);
    await expect.poll(async () => (await left()).length, { timeout: 20_000 }).toBe(1);
  });
});

describe('parts of a job', () => {
  it('are printed as they are wished: sheets by their place, so many times', async () => {
    const id = await newJob({ product: { copies: 9 } }, 16);
    const parts = [
      { sheets: { from: 2, to: 3 }, times: 4 },
      { sheets: null, times: 1 },
    ];
    const ids = await send(id, 1, { only: { load: 0, parts } });
    expect(ids).toHaveLength(2);
    const [some, all] = await Promise.all(ids.map((x) => until(x, (d) => d.phase === 'follow')));
    expect(some).toMatchObject({ sheets_each: 2, sheets_total: 8, part: parts[0] });
    expect(all).toMatchObject({ sheets_each: 4, sheets_total: 4 });
    const copies = printer.jobs.map((j) => j.copies).sort();
    expect(copies).toEqual([1, 4]);
    const wrong = await failing<Error>(
      send(id, 1, { only: { load: 0, parts: [{ sheets: { from: 9, to: 9 }, times: 1 }] } }),
    );
    expect(wrong).toBeInstanceOf(NotSendable);
  });

  it('after a jam it goes on behind the good sheets, with the version that was printed', async () => {
    const id = await newJob({ product: { copies: 5 }, sheet: { up: 'one' } }, 8);
    const [first] = await send(id, 1);
    const d = await until(first!, (x) => x.phase === 'follow');
    expect([d.sheets_each, d.sheets_total]).toEqual([2, 10]);
    await patchJob(id, 1, { product: { copies: 50 } }, 'x');
    const name = randomUUID();
    // five good: two whole copies, and the first sheet of the third
    const more = (await goOn(first!, 5, name))!;
    expect(await goOn(first!, 5, name)).toEqual(more);
    const rest = await Promise.all(more.map((x) => findDelivery(sql, x)));
    expect(rest.map((x) => [x!.part, x!.sheets_total, x!.docket.product.copies, x!.job_version])).toEqual([
      [{ sheets: { from: 2, to: 2 }, times: 1 }, 1, 5, 1],
      [{ sheets: { from: 1, to: 2 }, times: 2 }, 4, 5, 1],
    ]);
    await until(first!, (x) => x.cancel_wished || x.phase === 'done');
    const none = await failing<Error>(goOn(first!, 10));
    expect(none).toBeInstanceOf(NotSendable);
    // another window that goes on with it, or prints it once more, is told who does already
    const twice = await failing<Error>(goOn(first!, 5));
    expect(twice).toBeInstanceOf(NotSendable);
    expect(twice.message).toMatch(/^D\d+ and D\d+ go on with D\d+ already\./);
  });

  it('goes on once, though twelve windows ask at once under names of their own', async () => {
    const id = await newJob({ product: { copies: 5 }, sheet: { up: 'one' } }, 8);
    const [first] = await send(id, 1);
    await until(first!, (x) => x.phase === 'follow');
    const all = await Promise.allSettled(Array.from({ length: 12 }, () => goOn(first!, 4)));
    expect(all.filter((r) => r.status === 'fulfilled')).toHaveLength(1);
    for (const r of all) if (r.status === 'rejected') expect(r.reason).toBeInstanceOf(NotSendable);
    // six are left of ten, once
    const [{ n }] = (await sql(`select sum(sheets_total)::int as n from deliveries where goes_on_from = $1`, [
      first,
    ])) as [{ n: number }];
    expect(n).toBe(6);
  });
});

describe('the board', () => {
  it('has copies, removed ones that come back, and those that are made', async () => {
    const id = await newJob({ due: '2027-03-01', customer: 'Gullcroft Tool Library' });
    const copy = (await copyJob(id))!;
    expect(await copyJob(id, copy)).toBe(copy);
    const [of, made] = [(await readJob(sql, id))!, (await readJob(sql, copy))!];
    expect(made.docket).toEqual({ ...of.docket, due: null, date: made.docket.date });
    expect(made.undo).toBeNull();
    expect((await listed(copy)).summary.customer).toBe('Gullcroft Tool Library');
    expect(await copyJob(randomUUID())).toBeNull();

    await removeJob(copy);
    expect(await listed(copy)).toBeUndefined();
    expect((await listJobs(sql, true)).map((j) => j.id)).toContain(copy);
    await bringBack(copy);
    expect((await listed(copy)).standing).toBe('to decide');
    await markDone(copy, true);
    expect((await listed(copy)).standing).toBe('done');
    await markDone(copy, false);
    expect((await listed(copy)).standing).toBe('to decide');
    // needed first, what has no day last
    const days = (await listJobs(sql)).map((j) => j.summary.due);
    expect(days.indexOf('2027-03-01')).toBeLessThan(days.indexOf(null));
  });

  it('a job on a machine is not removed unasked: then it is printed to its end, or stopped', async () => {
    const id = await newJob();
    const [d] = await send(id, 1);
    await until(d!, (x) => x.phase === 'follow');
    expect(await failing(removeJob(id))).toBeInstanceOf(StillPrinting);
    await removeJob(id, 'print');
    expect((await findDelivery(sql, d!))!.cancel_wished).toBe(false);
    await bringBack(id);
    await removeJob(id, 'stop');
    await until(d!, (x) => x.cancel_wished || x.state === 'canceled' || printer.jobs[0]!.state === 'canceled');
  });
});

describe('a folder as a machine', () => {
  it('gets the sheets and a job card, whole, once it is there', async () => {
    rmSync(folder, { recursive: true, force: true });
    const [, machine] = (await readShop(sql)).machines;
    const id = await newJob({ title: 'Tides: a/b', product: { copies: 6 }, sheet: { machine: machine! } });
    const [d] = await send(id, 1);
    const waits = await until(d!, (x) => x.message !== null);
    expect(waits.message).toContain(`The folder ${folder} is not there`);
    expect(waits.phase).not.toBe('done');
    mkdirSync(folder);
    await wakeAll();
    const done = await until(d!, (x) => x.phase === 'done');
    expect(done).toMatchObject({ state: 'completed', sheets_done: done.sheets_total });
    const base = `D${done.number} Tides a b, 3 times`;
    expect(readdirSync(folder).sort()).toEqual([`${base}, job card.pdf`, `${base}.pdf`]);
    expect(wordsOf(join(folder, `${base}.pdf`))).toHaveLength(4);
    expect(execFileSync('pdftotext', [join(folder, `${base}, job card.pdf`), '-'], { encoding: 'utf8' })).toContain(
      'Tides',
    );
    // what was written for it goes when it is known to be done
    await expect.poll(() => existsSync(fileOf(d!)), { timeout: 20_000 }).toBe(false);
    expect(await listed(id)).toMatchObject({ standing: 'to finish' });
  });
});

describe('the job card', () => {
  it('says the job, its paper, its sums and what was let stand; its code opens the job', async () => {
    const id = await newJob({
      customer: 'Gullcroft Harbour Office',
      due: '2026-12-11',
      product: { copies: 400 },
      accepted: [],
    });
    const row = (await readJob(sql, id))!;
    const address = `http://127.0.0.1:4380/jobs/${id}`;
    const file = join(dir, 'card.pdf');
    const { writeFileSync } = await import('node:fs');
    writeFileSync(file, (await cardOf(row.number, row.docket, address))!);
    const text = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ');
    for (const said of [
      `${row.number} Job`,
      'Due Fri 11 Dec, for Gullcroft Harbour Office',
      '400 copies of an 8-page, saddle-stitched booklet, A5 upright, bound on the left',
      'two sides, 200 times',
      '400 sheets Plain 90 SRA3, long grain',
      'Fold and stitch on Heron',
      address,
    ])
      expect(text).toContain(said);
    const info = execFileSync('pdfinfo', [file], { encoding: 'utf8' });
    expect(info).toMatch(/Pages: +1/);
    expect(info).toMatch(/Page size: +595\.\d+ x 841\.\d+ pts \(A4\)/);
  });
});

describe('the shop’s file', () => {
  it('exported, taken into an empty shop and exported again is the same bytes', async () => {
    await putValue('stocks', {
      ...SHOP.stocks[0]!,
      id: 'zebra',
      name: 'Zebra',
      priced: { by: 'kilogram', cents: 210 },
    });
    await retireValue('stocks', 'a3', true);
    const text = shopFileText(await shopFile());
    await sql('truncate stocks, machines, finishers, house');
    expect((await readShop(sql)).stocks).toEqual([]);
    const file = ShopFile.parse(JSON.parse(text));
    expect(await importShop(file, true)).toEqual({
      added: file.stocks.length + file.machines.length + file.finishers.length,
      replaced: 0,
    });
    expect(shopFileText(await shopFile())).toBe(text);
    expect((await importShop(file, true)).added).toBe(0);
    expect(shopFileText(await shopFile())).toBe(text);
    expect((await readShop(sql)).stocks.map((s) => s.id)).not.toContain('a3');
    await retireValue('stocks', 'a3', false);
    for (const { file: common } of COMMON_SHOPS) await importShop(common(), false);
  });

  it('what jobs have is not deleted, and they keep it when it is changed', async () => {
    const id = await newJob();
    const { stock } = (await readJob(sql, id))!.docket.sheet;
    expect((await jobsHaving(stock.id)).map((j) => j.id)).toContain(id);
    expect(await failing(dropValue('stocks', stock.id))).toBeInstanceOf(NotSendable);
    await putValue('stocks', { ...stock, price: stock.price + 1 });
    expect((await readJob(sql, id))!.docket.sheet.stock).toEqual(stock);
    expect(await dropValue('stocks', 'zebra')).toBe(true);
    expect(await dropValue('stocks', 'zebra')).toBe(false);
    await putValue('stocks', stock);
  });

  it('an empty shop says so when something is dropped', async () => {
    await retireValue('machines', 'm', true);
    await retireValue('machines', 'folder', true);
    await retireValue('machines', 'press', true);
    expect(String(await failing(newJob()))).toContain('no press yet');
    for (const id of ['m', 'folder', 'press']) await retireValue('machines', id, false);
    expect(readFileSync(join(dir, 'job-8.pdf')).length).toBeGreaterThan(0);
  });
});
