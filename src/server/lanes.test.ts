import { createReadStream, readdirSync, readlinkSync } from 'node:fs';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { SHOP } from '../core/testing';
import { FakePrinter } from '../machines/testing/fake-printer';
import type { PrinterJob } from '../machines';
import { numberedPages, scratch, writePdf } from '../pdf/testing';
import { folders } from './config';
import { closeDatabase, sql, transaction } from './db';
import { cancelDelivery, send, sendAgain } from './deliveries';
import { afterLostAnswer } from './delivering';
import { isOurs, nameOn } from './delivery';
import { patchJob, readStored, takeIn } from './jobs';
import { jobFromArtwork } from './new-job';
import { closeLanes, pauseAfter, wakeAll, wakeLane } from './lanes';
import { migrate } from './migrate';
import { findDelivery, type Delivery } from './tables/deliveries';
import { readJob } from './tables/jobs';
import { writeShop } from './tables/shop';
import { withServer } from './testing';
import { startWork } from './work';
import { closeWorkers } from './workers';
import { writeSheetsOf } from './writing-sheets';

const dir = scratch();
let server: Awaited<ReturnType<typeof withServer>>;
let bad: FakePrinter;
let good: FakePrinter;

beforeAll(async () => {
  server = await withServer();
  await migrate();
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
  bad = await FakePrinter.start();
  good = await FakePrinter.start();
  const [machine] = SHOP.machines;
  await transaction((tx) =>
    writeShop(tx, {
      ...SHOP,
      machines: [
        { ...machine!, printer: bad.uri },
        { ...machine!, id: 'other', name: 'Dunlin', printer: good.uri },
      ],
    }),
  );
  return async () => {
    await closeLanes();
    await Promise.all([bad.close(), good.close()]);
    await sql(`update deliveries set phase = 'done', state = 'canceled' where phase <> 'done'`);
  };
});
afterAll(async () => {
  await closeWorkers();
  await closeDatabase();
  await server.stop();
});

async function newJob(machine: 'm' | 'other' = 'm'): Promise<{ id: string; version: number }> {
  const path = join(dir, 'job.pdf');
  writePdf(path, numberedPages(8));
  const { sha256, bytes } = await takeIn(createReadStream(path), null);
  const { id } = await jobFromArtwork({ sha256, name: 'job.pdf', artwork: await readStored(sha256, bytes) });
  if (machine === 'm') return { id, version: 1 };
  const row = (await readJob(sql, id))!;
  await patchJob(id, 1, { sheet: { machine: { ...row.docket.sheet.machine, id: 'other', name: 'Dunlin' } } }, 'x');
  return { id, version: 2 };
}
async function accepted(machine: 'm' | 'other' = 'm'): Promise<string> {
  const { id, version } = await newJob(machine);
  return (await send(id, version))[0]!;
}
async function until(id: string, good: (d: Delivery) => boolean, tries = 300): Promise<Delivery> {
  for (let i = 0; i < tries; i++) {
    const d = (await findDelivery(sql, id))!;
    if (good(d)) return d;
    await new Promise((r) => setTimeout(r, 50));
  }
  throw new Error(`It did not come to pass: ${JSON.stringify({ ...(await findDelivery(sql, id)), docket: 0 })}`);
}
const pause = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms));

describe('a bad printer', () => {
  it.each([
    [
      'wants a password',
      { kind: 'http', status: 401, body: 'Authorization required' },
      /user name and password.*Authorization required/,
    ],
    ['has failed', { kind: 'http', status: 500, body: 'Out of memory' }, /own service failed.*Out of memory/],
    ['closes the connection', { kind: 'close' }, /does not answer/],
    ['refuses for now', { kind: 'refuse', status: 0x0507, said: 'Warming up' }, /does not take it now.*Warming up/],
  ] as const)('that %s holds up nobody else, and is not asked without pause', async (_what, fault, said) => {
    bad.faults = { create: fault };
    const stuck = await accepted();
    const others = [await accepted('other'), await accepted('other')];
    for (const id of others) expect((await until(id, (d) => d.phase === 'follow')).state).toBe('pending');
    const d = await until(stuck, (x) => x.message !== null);
    expect(d.message).toMatch(said);
    expect(d.phase).not.toBe('done');
    // half a second, one, two, four: some few times, where one without pause would ask hundreds of times
    await pause(3000);
    expect(bad.times('create')).toBeLessThanOrEqual(8);
    // and it is sent, once, when the printer has come to its senses
    bad.faults = {};
    await until(stuck, (x) => x.phase === 'follow', 200);
    expect(bad.jobs.filter((j) => j.documents === 1)).toHaveLength(1);
  });

  it('that finds the sheets too large ends the delivery in its own words, and keeps no empty job', async () => {
    bad.faults = { document: { kind: 'http', status: 413, body: 'Limit is 1 MB' } };
    const d = await until(await accepted(), (x) => x.phase === 'done');
    expect([d.state, d.message]).toEqual(['aborted', expect.stringMatching(/too large a file.*Limit is 1 MB/)]);
    await pause(100);
    expect(bad.jobs[0]!.state).toBe('canceled');
    expect(readdirSync(folders.out()).filter((f) => f.includes(d.id))).toEqual([]);
  });

  it('that cuts every document off gets it ever more seldom, and nothing of ours stays open', async () => {
    bad.faults = { document: { kind: 'close-after', bytes: 4000 } };
    const id = await accepted();
    const before = openFiles(id);
    await until(id, () => bad.times('document') === 1);
    await pause(3500);
    // once; it says that it lacks it, and must go on saying so for five seconds before it is sent again
    expect(bad.times('document')).toBe(1);
    expect(openFiles(id)).toBeLessThanOrEqual(before + 1);
    // canceled between attempts: at once, though the next is some time away
    expect(await cancelDelivery(id)).toBe(true);
    expect((await until(id, (d) => d.phase === 'done', 60)).state).toBe('canceled');
  });

  it('that drips, or whose answer has no end, freezes following of its own jobs only', async () => {
    const mine = await accepted('other');
    const slow = await accepted();
    await until(slow, (d) => d.phase === 'follow');
    await until(mine, (d) => d.phase === 'follow');
    bad.faults = { job: { kind: 'huge' } };
    await until(slow, (d) => /its answer has no end/.test(d.message ?? ''));
    bad.faults = { job: { kind: 'drip', every: 50 } };
    good.jobs[0]!.state = 'completed';
    expect((await until(mine, (d) => d.phase === 'done', 60)).state).toBe('completed');
    bad.faults = {};
    bad.jobs[0]!.state = 'completed';
  });
});

/** Descriptors of this process that hold a delivery's sheets. */
function openFiles(id: string): number {
  return readdirSync('/proc/self/fd').filter((fd) => {
    try {
      return readlinkSync(`/proc/self/fd/${fd}`).includes(id);
    } catch {
      return false;
    }
  }).length;
}

describe('an answer that was lost', () => {
  it('to the making of the job: it is found by its name, and not made twice', async () => {
    let first = true;
    bad.faults = { create: () => (first ? ((first = false), { kind: 'lost' }) : null) };
    await until(await accepted(), (d) => d.phase === 'follow');
    expect(bad.jobs).toHaveLength(1);
  });

  it('to the document: the printer is asked, and does not get it twice', async () => {
    bad.faults = { document: { kind: 'lost' } };
    await until(await accepted(), (d) => d.phase === 'follow');
    expect([bad.times('document'), bad.jobs[0]!.documents]).toEqual([1, 1]);
  });

  it('while the printer says that it is receiving: it is waited for', async () => {
    bad.faults = { document: { kind: 'close-after', bytes: 2000 } };
    const id = await accepted();
    await until(id, (d) => d.phase === 'sending' && bad.times('document') === 1);
    bad.jobs[0]!.reasons = ['job-incoming'];
    await pause(2500);
    expect(bad.times('document')).toBe(1);
    // what it was receiving it has
    bad.jobs[0]!.documents = 1;
    bad.jobs[0]!.reasons = [];
    await until(id, (d) => d.phase === 'follow');
    expect(bad.times('document')).toBe(1);
  });

  it('to a document it has, when asked for again: not possible means that it is asked, not that it failed', async () => {
    const id = await accepted();
    bad.faults = { document: { kind: 'refuse', status: 0x0404, said: 'Already has its document' } };
    await until(id, (d) => bad.times('document') === 1 && d.phase === 'sending');
    bad.jobs[0]!.documents = 1;
    bad.jobs[0]!.reasons = [];
    expect((await until(id, (d) => d.phase === 'follow')).state).not.toBe('aborted');
  });

  const d = { id: '0123abcd-0000-4000-8000-000000000000', docket: { title: 'Tide tables' } } as Delivery;
  const job: PrinterJob = {
    id: 1,
    name: 'Tide tables [0123abcd-0000]',
    state: 'pending',
    reasons: [],
    message: '',
    sheetsDone: 0,
    documents: 0,
    kilobytes: null,
  };
  it.each([
    ['it has it', { documents: 1 }, false, { phase: 'follow' }],
    ['it is receiving it', { reasons: ['job-incoming'] }, true, null],
    ['it has just begun to lack it', { reasons: ['job-data-insufficient'] }, false, null],
    ['it has lacked it for some time', { reasons: ['job-data-insufficient'] }, true, { phase: 'created' }],
    ['it gave the job up for want of it', { state: 'aborted' }, false, { phase: 'create', printer_job: null }],
    ['it could not read it', { state: 'aborted', reasons: ['document-format-error'] }, false, { phase: 'follow' }],
    ['it does not count, and complains of nothing', { documents: null }, false, { phase: 'follow' }],
    [
      'it does not count, and lacks it',
      { documents: null, reasons: ['job-data-insufficient'] },
      true,
      { phase: 'created' },
    ],
    ['it is in a state that nobody knows', { documents: null, state: 'unknown' }, false, { phase: 'follow' }],
    ['it prints', { documents: null, state: 'processing' }, false, { phase: 'follow' }],
  ] as const)('%s', (_what, change, lasting, expected) => {
    expect(afterLostAnswer(d, { ...job, ...change } as PrinterJob, lasting)).toEqual(expected);
  });
  it('it forgot the job, or has somebody else’s under the number', () => {
    expect(afterLostAnswer(d, null, false)).toMatchObject({ phase: 'done', state: 'unsure' });
    expect(afterLostAnswer(d, { ...job, name: 'Invoices', documents: 1 }, false)).toMatchObject({ state: 'unsure' });
  });
});

describe('what a printer tells', () => {
  it('of another’s job under our number is not taken for ours', async () => {
    const id = await accepted();
    await until(id, (d) => d.phase === 'follow');
    bad.jobs[0]!.name = 'Somebody’s invoices';
    bad.jobs[0]!.state = 'completed';
    expect(await until(id, (d) => d.phase === 'done')).toMatchObject({
      state: 'unsure',
      message: expect.stringContaining('another job') as string,
    });
  });

  it('that is no state we know is no end', async () => {
    const id = await accepted();
    await until(id, (d) => d.phase === 'follow');
    bad.jobs[0]!.state = 42;
    await pause(2000);
    expect((await findDelivery(sql, id))!.phase).toBe('follow');
    bad.jobs[0]!.state = 'completed';
    expect((await until(id, (d) => d.phase === 'done')).state).toBe('completed');
  });
});

describe('a delivery', () => {
  it('is named by who asks for it: asked for twice, or twelve times at once, it is sent once', async () => {
    const { id } = await newJob();
    const name = randomUUID();
    const answers = await Promise.all(Array.from({ length: 12 }, () => send(id, 1, { id: name })));
    expect(new Set(answers.map(String)).size).toBe(1);
    // changed since: what was accepted stays accepted
    await patchJob(id, 1, { product: { copies: 9 } }, 'x');
    expect(await send(id, 1, { id: name })).toEqual(answers[0]);
    await until(answers[0]![0]!, (d) => d.phase === 'follow');
    await wakeAll();
    await pause(300);
    expect([bad.times('create'), bad.times('document')]).toEqual([1, 1]);
    const again = randomUUID();
    bad.jobs[0]!.state = 'canceled';
    await until(answers[0]![0]!, (d) => d.phase === 'done');
    expect(await Promise.all([sendAgain(answers[0]![0]!, again), sendAgain(answers[0]![0]!, again)])).toEqual([
      again,
      again,
    ]);
    await until(again, (d) => d.phase === 'follow');
    expect(bad.times('create')).toBe(2);
  });

  it('goes to the shop’s address of its machine, whatever its docket says', async () => {
    const { id } = await newJob();
    const row = (await readJob(sql, id))!;
    await patchJob(
      id,
      1,
      { sheet: { machine: { ...row.docket.sheet.machine, printer: good.uri } } },
      'another address',
    );
    await until((await send(id, 2))[0]!, (d) => d.phase === 'follow');
    expect([bad.times('create'), good.asked]).toEqual([1, []]);
  });

  it('for a machine whose address is none says so, and goes when it is mended', async () => {
    const [machine] = SHOP.machines;
    const put = (printer: string) =>
      transaction((tx) => writeShop(tx, { ...SHOP, machines: [{ ...machine!, printer }] }));
    const { id } = await newJob();
    await put('lpd://127.0.0.1/queue');
    const sent = (await send(id, 1))[0]!;
    expect((await until(sent, (d) => d.message !== null)).message).toMatch(/lpd:.*only ipp and ipps are spoken/);
    await put(bad.uri);
    await until(sent, (d) => d.phase === 'follow', 200);
  });

  it('has a name of 255 octets at most, with its mark whole', () => {
    const long = { id: randomUUID(), docket: { title: '🐦'.repeat(200) } } as Delivery;
    expect(Buffer.byteLength(nameOn(long))).toBeLessThanOrEqual(255);
    expect(nameOn(long).isWellFormed()).toBe(true);
    expect(isOurs(long, { name: nameOn(long) })).toBe(true);
  });
});

describe('the pause before the next attempt', () => {
  it('doubles from half a second, up to the longest, and is never the same for two', () => {
    const shortest = (n: number): number => pauseAfter(n, 60_000, 0);
    const longest = (n: number): number => pauseAfter(n, 60_000, 1);
    expect([1, 2, 3, 4].map(longest)).toEqual([500, 1000, 2000, 4000]);
    expect([1, 2, 3, 4].map(shortest)).toEqual([250, 500, 1000, 2000]);
    expect([longest(30), shortest(300)]).toEqual([60_000, 30_000]);
  });
});
