import { createReadStream, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { unzipSync } from 'fflate';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { DEFAULT_MARKS, KeptMarks, MarksWish, plan, ProofWish, type Docket, type OrderFacts } from '../core';
import { readOrders } from '../core/ticket';
import { SHOP } from '../core/testing';
import { numberedPages, scratch, writePdf } from '../pdf/testing';
import { copyJob } from './board';
import { closeDatabase, sql, transaction } from './db';
import { patchJob, readStored, takeIn } from './jobs';
import { jobFromArtwork } from './new-job';
import { forgetMarks, keepMarks, keptMarks } from './kept';
import { migrate } from './migrate';
import { proofAsJob } from './proofs';
import { runExport, startExport } from './exports';
import { sourcesOf } from './sources';
import { findExport } from './tables/exports';
import { startWork } from './work';
import { NotSendable } from './not-sendable';
import { dropOrder, layoutOfJob, receiveOrders } from './orders';
import { namesBeside, packageOfJob } from './package';
import { orderFor } from './order-for';
import { listJobs, readJob } from './tables/jobs';
import { findOrder, waitingOrders } from './tables/orders';
import { writeShop } from './tables/shop';
import { withServer } from './testing';
import { closeWorkers } from './workers';

const dir = scratch();
let server: Awaited<ReturnType<typeof withServer>>;

beforeAll(async () => {
  server = await withServer();
  await migrate();
  await transaction((tx) => writeShop(tx, SHOP));
  const nothing = (): Promise<void> => Promise.resolve();
  startWork({ exports: nothing, pictures: nothing, firstSheet: nothing, sheets: nothing });
});
beforeEach(() => sql('delete from orders').then(() => undefined));
afterAll(async () => {
  await closeWorkers();
  await closeDatabase();
  await server.stop();
});

const order = (number: string, more: Partial<OrderFacts> = {}): OrderFacts => ({
  number,
  kind: 'bound',
  copies: 40,
  ...more,
});
async function artworkFor(name: string, said?: string, id: string = randomUUID()) {
  const path = join(dir, 'eight.pdf');
  writePdf(path, numberedPages(8));
  const { sha256, bytes } = await takeIn(createReadStream(path), null);
  const artwork = await readStored(sha256, bytes);
  return jobFromArtwork({ id, sha256, name, artwork, ...(said === undefined ? {} : { order: said }) });
}
const docketOf = async (id: string) => (await readJob(sql, id))!.docket;

describe('orders', () => {
  it('wait for their artwork, the first due first, and are the same when they are sent again', async () => {
    const orders = [order('2', { due: '2026-12-09' }), order('1', { due: '2026-12-03' }), order('3')];
    expect(await receiveOrders(orders)).toEqual(orders.map((o) => ({ number: o.number, state: 'new', job: null })));
    expect((await waitingOrders(sql)).map((o) => o.number)).toEqual(['1', '2', '3']);
    expect(await receiveOrders([order('3'), order('2', { copies: 41 })])).toEqual([
      { number: '3', state: 'same', job: null },
      { number: '2', state: 'changed', job: null },
    ]);
    expect((await findOrder(sql, '2'))!.facts).toEqual(order('2', { copies: 41 }));
  });

  it('become jobs as they say, once', async () => {
    await receiveOrders([order('7', { customer: 'Harbour', due: '2026-12-03', title: 'Tides' })]);
    const made = await artworkFor('anything.pdf', '7');
    expect(made.order).toBe('7');
    expect(await docketOf(made.id)).toMatchObject({
      title: 'Tides',
      customer: 'Harbour',
      due: '2026-12-03',
      order: { number: '7' },
      product: { kind: 'bound', copies: 40 },
    });
    expect(await waitingOrders(sql)).toEqual([]);
    expect((await findOrder(sql, '7'))!.job_id).toBe(made.id);
    expect((await listJobs(sql)).find((j) => j.id === made.id)!.summary.order).toBe('7');
    await expect(artworkFor('other.pdf', '7')).rejects.toThrow(NotSendable);
    await expect(artworkFor('other.pdf', '8')).rejects.toThrow('There is no order 8');
  });

  it('have one artwork where twelve come at once', async () => {
    await receiveOrders([order('12')]);
    const all = await Promise.allSettled(Array.from({ length: 12 }, () => artworkFor('x.pdf', '12')));
    expect(all.filter((a) => a.status === 'fulfilled')).toHaveLength(1);
    for (const a of all) if (a.status === 'rejected') expect(String(a.reason)).toContain('has its artwork already');
    const rows = await sql<{ n: string }>(`select count(*) n from jobs where summary->>'order' = '12'`);
    expect(Number(rows[0]!.n)).toBe(1);
  });

  it('tell the job that was made of them when they say something else, and change nothing of it', async () => {
    await receiveOrders([order('26-9', { due: '2026-12-03' })]);
    const { id } = await artworkFor('26-9 tides.pdf');
    const [again] = await receiveOrders([order('26-9', { copies: 90, due: '2026-12-20' })]);
    expect(again).toMatchObject({ state: 'changed', job: { id } });
    const docket = await docketOf(id);
    expect(docket).toMatchObject({ due: '2026-12-20', product: { copies: 40 }, order: { copies: 90 } });
    const { version } = (await readJob(sql, id))!;
    await receiveOrders([order('26-9', { copies: 90, due: '2026-12-20' })]);
    expect((await readJob(sql, id))!.version).toBe(version);
    // what was said here about the day stays
    await patchJob(id, version, { due: '2027-01-01' }, 'due');
    await receiveOrders([order('26-9', { copies: 90, due: '2026-12-24' })]);
    expect((await docketOf(id)).due).toBe('2027-01-01');
    // facts that are not said any more are not kept
    await receiveOrders([order('26-9')]);
    expect((await docketOf(id)).order).toEqual(order('26-9'));
  });

  it('tell a job that did not hear of it before the server stopped', async () => {
    await receiveOrders([order('26-10')]);
    const { id } = await artworkFor('26-10.pdf');
    await sql(`update orders set facts = facts || '{"copies": 77}' where number = '26-10'`);
    expect(await receiveOrders([order('26-10', { copies: 77 })])).toMatchObject([{ state: 'same' }]);
    expect((await docketOf(id)).order).toMatchObject({ copies: 77 });
  });

  it('are taken off the list and come back', async () => {
    await receiveOrders([order('4')]);
    expect(await dropOrder('4', true)).toBe(true);
    expect(await waitingOrders(sql)).toEqual([]);
    expect(await dropOrder('4', false)).toBe(true);
    await dropOrder('4', true);
    // sent again, it is wanted
    expect(await receiveOrders([order('4')])).toEqual([{ number: '4', state: 'changed', job: null }]);
    expect(await waitingOrders(sql)).toHaveLength(1);
    expect(await dropOrder('5', true)).toBe(false);
  });

  it('are not those of a copy', async () => {
    await receiveOrders([order('26-6')]);
    const { id } = await artworkFor('26-6.pdf');
    expect((await docketOf((await copyJob(id))!)).order).toBeNull();
  });
});

describe('sets of marks', () => {
  const set = (name: string, machine: string | null, itself: boolean, on: boolean): KeptMarks => ({
    name,
    machine,
    itself,
    marks: MarksWish.parse({ ...DEFAULT_MARKS, bar: { on, patch: 5, offset: 3, at: 'tail' } }),
    placed: [],
  });

  it('are kept by name, and those of a machine are on its new jobs by themselves', async () => {
    await keepMarks(set('Plain', 'm', true, false));
    await keepMarks(set('With bar', 'm', true, true));
    await keepMarks(set('Of another', 'other', true, false));
    // one of a machine is put on by itself: the one that was said last
    expect((await keptMarks()).map((k) => [k.name, k.itself])).toEqual([
      ['Of another', true],
      ['Plain', false],
      ['With bar', true],
    ]);
    const { id } = await artworkFor('any.pdf');
    expect((await docketOf(id)).marks.bar.on).toBe(true);
    expect(await forgetMarks('WITH BAR')).toBe(true);
    expect((await docketOf((await artworkFor('any.pdf')).id)).marks.bar.on).toBe(false);
    expect(KeptMarks.safeParse(set('x', null, true, true)).success).toBe(false);
  });
});

it('knows a file by the name that its order says, or by the number that it begins with', () => {
  const waiting = [
    { number: '26-1', facts: order('26-1', { artwork: 'Tides.pdf' }) },
    { number: '26-11', facts: order('26-11') },
    { number: '27', facts: order('27', { artwork: 'same.pdf' }) },
    { number: '28', facts: order('28', { artwork: 'same.pdf' }) },
  ];
  expect(orderFor('tides.pdf', waiting)).toBe('26-1');
  expect(orderFor('26-11_cards.pdf', waiting)).toBe('26-11');
  expect(orderFor('26-1.pdf', waiting)).toBe('26-1');
  expect(orderFor('26-111.pdf', waiting)).toBeNull();
  expect(orderFor('same.pdf', waiting)).toBeNull();
  expect(orderFor('other.pdf', waiting)).toBeNull();
  // a short number is any number
  expect(orderFor('27 sins.pdf', waiting)).toBeNull();
});

it('makes a job of a proof, for another machine, once', async () => {
  const { id } = await artworkFor('proofed.pdf');
  const proof = ProofWish.parse({
    how: 'scaled',
    paper: { width: 297, height: 420 },
    noPrint: { left: 4, right: 4, top: 4, bottom: 4 },
  });
  const exported = (await startExport(id, { pass: 'all', proof }))!;
  await runExport(exported);
  expect((await findExport(sql, exported))!.state).toBe('done');
  const to = { id: randomUUID(), machine: 'm', stock: 'a3' };
  expect(await proofAsJob(exported, to)).toBe(to.id);
  expect(await proofAsJob(exported, to)).toBe(to.id);
  const docket = await docketOf(to.id);
  expect(docket).toMatchObject({
    title: 'Proof of Proofed',
    artwork: { imposed: { kind: 'sheets' } },
    product: { copies: 1 },
    sheet: { stock: { id: 'a3' } },
  });
  const sources = (await sourcesOf(sql, docket))!;
  const planned = plan(docket, sources.artwork);
  expect(planned.sheets.lays.every((l) => l.fits)).toBe(true);
  expect(planned.sheets.main.lay.paper).toEqual({ width: 420, height: 297 });
  const summary = async (job: string) => (await listJobs(sql)).find((j) => j.id === job)!.summary;
  expect(await summary(to.id)).toMatchObject({ stops: 0, sheets: expect.any(Number) as number });
  // what is on fronts alone stays there, and no page is lost
  const panels = (await startExport(id, { pass: 'all', proof: { ...proof, how: 'panels' } }))!;
  await runExport(panels);
  const third = { id: randomUUID(), machine: 'm', stock: 'a3' };
  await proofAsJob(panels, third);
  expect(await summary(third.id)).toMatchObject({ stops: 0 });
  const panelled = await docketOf(third.id);
  const laid = plan(panelled, (await sourcesOf(sql, panelled))!.artwork);
  const printed = [...laid.sheets].flatMap((s) => [...s.front, ...s.back].flatMap((c) => c.page ?? []));
  expect(new Set(printed).size).toBe((await summary(third.id)).pages);
  expect([...laid.sheets].every((s) => s.sides === 1)).toBe(true);
  await expect(proofAsJob(exported, { ...to, id: randomUUID(), machine: 'gone' })).rejects.toThrow(NotSendable);
  const whole = (await startExport(id))!;
  await runExport(whole);
  expect(await proofAsJob(whole, { ...to, id: randomUUID() })).toBeNull();
});

it('gives the layout of a job, every page placed', async () => {
  await receiveOrders([order('26-30', { title: 'Book & more' })]);
  const { id } = await artworkFor('26-30.pdf');
  const layout = (await layoutOfJob(id, 'xjdf'))!;
  const text = [...layout.pieces].join('');
  expect(new Set([...text.matchAll(/ Ord="(\d+)"/g)].map((m) => Number(m[1]))).size).toBe(8);
  expect(readOrders(text)[0]).toMatchObject({ number: '26-30', title: 'Book & more', copies: 40, pages: 8 });
  expect(await layoutOfJob(randomUUID(), 'jdf')).toBeNull();
});

describe('a layout with its PDFs', () => {
  it('is a ZIP in which every file is where the ticket says', async () => {
    await receiveOrders([order('26-31', { title: 'Packed' })]);
    const { id } = await artworkFor('26-31.pdf');
    const it = (await packageOfJob(id))!;
    const parts: Uint8Array[] = [];
    for await (const part of it.parts) parts.push(part);
    const files = unzipSync(Buffer.concat(parts));
    const ticket = Buffer.from(files[`${it.number}.xjdf`]!).toString('utf8');
    const [, url] = /<FileSpec URL="([^"]+)"/.exec(ticket)!;
    expect(Object.keys(files)).toEqual([`${it.number}.xjdf`, decodeURIComponent(url!)]);
    const sources = (await sourcesOf(sql, await docketOf(id)))!;
    expect(Buffer.from(files[decodeURIComponent(url!)]!).equals(readFileSync(sources.source))).toBe(true);
    expect(new Set([...ticket.matchAll(/ Ord="(\d+)"/g)].map((m) => m[1])).size).toBe(8);
    expect(await packageOfJob(randomUUID())).toBeNull();
  });

  it('has names that no folder takes amiss, each once', () => {
    const file = (name: string) => ({ name, sha256: 'x' });
    const names = (first: string, ...more: string[]): string[] =>
      namesBeside({ file: file(first), more: more.map(file) } as unknown as Docket['artwork']);
    expect(names('a.pdf', 'A.PDF', 'a.jpg', '../../etc/x.pdf', '..', 'Tide “table”: 1/2.pdf')).toEqual([
      'a.pdf',
      'A 2.pdf',
      'a 3.pdf',
      '_.._etc_x.pdf',
      'file 5.pdf',
      'Tide _table_ 1_2.pdf',
    ]);
  });
});
