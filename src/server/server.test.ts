import { createReadStream, existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startFloor, type Floor } from '../floor/server';
import {
  createJob as createOnPrinter,
  getJobs,
  getPrinter,
  jobAttributes,
  sendDocument,
  type PrinterJob,
} from '../machines';
import { numberedPages, scratch, wordsOf, writePdf } from '../pdf/testing';
import { House, isKind, stepOf, type Patch } from '../core';
import { coverOn, SHOP } from '../core/testing';
import { checkOfJob } from './checks';
import { folders } from './config';
import { closeDatabase, sql, transaction } from './db';
import { cancelDelivery, send, sendAgain } from './deliveries';
import { step } from './delivering';
import { follow } from './following';
import { closeLanes } from './lanes';
import { cancelExport, exportFile, runExport, startExport } from './exports';
import { addFile, cleanName, patchJob, readStored, stepJob, swapArtwork, takeIn } from './jobs';
import { jobFromArtwork, titleFrom } from './new-job';
import { migrate } from './migrate';
import { learnCaliper, learnMachine } from './learned';
import { testRun } from './passes';
import { lookForInk } from './ink';
import { fillPictures, picture } from './pictures';
import { changeHouse } from './shop';
import { sourcesOf } from './sources';
import { keep, StoreError, storedAt, sweepArrivals } from './store';
import { findArtwork, unseenArtworks } from './tables/artworks';
import { findDelivery, updateDelivery } from './tables/deliveries';
import { findExport } from './tables/exports';
import { listJobs, Outdated, readJob, setRemoved } from './tables/jobs';
import { readShop, writeShop } from './tables/shop';
import { closeWorkers, composeInWorker } from './workers';
import { deliver, withServer } from './testing';
import { writeSheetsOf } from './writing-sheets';

const dir = scratch();
let server: Awaited<ReturnType<typeof withServer>>;
let floor: Floor;

beforeAll(async () => {
  server = await withServer();
  floor = await startFloor({ name: 'Plover', port: 0, spool: join(dir, 'spool'), speed: 3600, factor: 400 });
  await migrate();
  const [machine] = SHOP.machines;
  await transaction((run) => writeShop(run, { ...SHOP, machines: [{ ...machine!, printer: floor.uri }] }));
});
afterAll(async () => {
  await closeLanes();
  await floor.close();
  await closeWorkers();
  await closeDatabase();
  await server.stop();
});

async function newJob(
  pages = 8,
  name = `made-${pages}.pdf`,
  objects: Readonly<Record<number, string>> = {},
): Promise<{ id: string; sha256: string }> {
  const path = join(dir, name);
  writePdf(path, numberedPages(pages), objects);
  const { sha256, bytes } = await takeIn(createReadStream(path), null);
  const { id } = await jobFromArtwork({ sha256, name, artwork: await readStored(sha256, bytes) });
  return { id, sha256 };
}

describe('the database', () => {
  it('is brought up to date once', async () => expect(await migrate()).toEqual([]));
  it('keeps the shop in its order', async () => {
    expect((await readShop(sql)).stocks.map((s) => s.id)).toEqual(['a4', 'a3', 'sra3']);
  });
});

describe('the store', () => {
  it('keeps the same content once, under its SHA-256', async () => {
    const first = await keep(Readable.from([Buffer.from('abc')]), 3);
    // FIPS 180-2's own example
    expect(first.sha256).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
    expect(await keep(Readable.from([Buffer.from('a'), Buffer.from('bc')]), null)).toEqual(first);
    expect(readFileSync(storedAt(first.sha256), 'utf8')).toBe('abc');
  });

  it('keeps nothing of what does not arrive whole', async () => {
    await expect(keep(Readable.from([Buffer.from('ab')]), 3)).rejects.toMatchObject({ code: 'cut-short' });
    const broken = new Readable({
      read() {
        this.push(Buffer.alloc(100_000));
        this.destroy(new Error('the browser is gone'));
      },
    });
    await expect(keep(broken, null)).rejects.toBeInstanceOf(StoreError);
    expect(readdirSync(join(folders.store(), 'arriving'))).toEqual([]);
  });

  it('says that the disk is full, and keeps nothing', async () => {
    const full = new Readable({
      read() {
        this.destroy(Object.assign(new Error('no space'), { code: 'ENOSPC' }));
      },
    });
    await expect(keep(full, null)).rejects.toMatchObject({
      code: 'disk-full',
      message: expect.stringContaining('Make room') as string,
    });
    await sweepArrivals();
  });

  it('takes names as names only', () => {
    expect(cleanName('../../etc/pass\nwd\u202e.pdf')).toBe('passwd.pdf');
    expect(cleanName('C:\\tmp\\a.pdf')).toBe('a.pdf');
    expect(cleanName('/')).toBe('unnamed');
    expect([...cleanName('🐦'.repeat(500))]).toHaveLength(200);
    expect(titleFrom('tide_almanac-2.PDF')).toBe('Tide almanac 2');
    expect(titleFrom('.pdf')).toBe('Untitled');
  });
});

describe('a job', () => {
  it('is undone and redone without end; a change after an undo ends the redo', async () => {
    const { id } = await newJob();
    for (const copies of [1, 2, 3]) {
      const { version } = (await readJob(sql, id))!;
      await patchJob(id, version, { product: { copies } }, `${copies} copies`);
    }
    let row = (await readJob(sql, id))!;
    expect([row.version, row.undo, row.redo]).toEqual([4, '3 copies', null]);
    row = (await stepJob(id, row.version, -1))!;
    row = (await stepJob(id, row.version, -1))!;
    expect([row.docket.product.copies, row.undo, row.redo]).toEqual([1, '1 copies', '2 copies']);
    row = (await stepJob(id, row.version, 1))!;
    expect(row.docket.product.copies).toBe(2);
    row = (await patchJob(id, row.version, { product: { copies: 9 } }, 'nine'))!;
    expect(row.redo).toBeNull();
    for (let i = 0; i < 5; i++) row = (await stepJob(id, row.version, -1))!;
    expect([row.docket.product.copies, row.undo]).toEqual([100, null]);
    expect((await listJobs(sql)).find((j) => j.id === id)!.summary.copies).toBe(100);
  });

  it('takes a change only on the version it was made on, of many at once just one', async () => {
    const { id } = await newJob();
    await expect(patchJob(id, 7, { product: { copies: 5 } }, 'x')).rejects.toBeInstanceOf(Outdated);
    const outcomes = await Promise.allSettled(
      [1, 2, 3, 4, 5].map((copies) => patchJob(id, 1, { product: { copies } }, 'x')),
    );
    expect(outcomes.filter((o) => o.status === 'fulfilled')).toHaveLength(1);
    expect((await readJob(sql, id))!.version).toBe(2);
    await expect(patchJob(id, 2, { product: { copies: 0 } }, 'x')).rejects.toThrow();
    expect((await readJob(sql, id))!.version).toBe(2);
  });

  it('keeps every wish when its file is swapped, and remembers the former one', async () => {
    const { id, sha256 } = await newJob(8);
    await patchJob(id, 1, { product: { copies: 321 } }, 'x');
    const other = await newJob(12);
    const row = (await swapArtwork(id, other.sha256, 'corrected.pdf'))!;
    expect(row.docket.product.copies).toBe(321);
    expect(row.docket.artwork.file).toEqual({ name: 'corrected.pdf', sha256: other.sha256 });
    expect(row.docket.artwork.former).toEqual([{ name: 'made-8.pdf', sha256 }]);
    expect((await stepJob(id, row.version, -1))!.docket.artwork.file.sha256).toBe(sha256);
  });

  it('goes off the list and comes back', async () => {
    const { id } = await newJob();
    await setRemoved(sql, id, true);
    expect((await listJobs(sql)).some((j) => j.id === id)).toBe(false);
    await setRemoved(sql, id, false);
    expect((await listJobs(sql)).some((j) => j.id === id)).toBe(true);
  });
});

describe('pictures', () => {
  it('are drawn once and kept', async () => {
    const { sha256 } = await newJob(3, 'pictures.pdf');
    const [a, b] = await Promise.all([picture(sha256, 1, 160), picture(sha256, 1, 160)]);
    expect(a).toBe(b);
    expect(a.subarray(0, 2).toString('hex')).toBe('ffd8');
    await fillPictures(sha256);
    expect(readdirSync(join(folders.pictures(), sha256.slice(0, 2), sha256)).sort()).toEqual([
      '1-160.jpg',
      '2-160.jpg',
      '3-160.jpg',
    ]);
    await expect(picture(sha256, 4, 160)).rejects.toBeInstanceOf(RangeError);
  });
});

describe('where pages have ink', () => {
  it('is found in their pictures, and no bleed is missed where the paper is white', async () => {
    // `Page n` stands in the middle of white pages; their trim has no bleed by its box
    const { id, sha256 } = await newJob(5);
    const summary = async () => (await listJobs(sql)).find((j) => j.id === id)!.summary;
    const before = await summary();
    // stopped in the middle, nothing is put down, and it is found again
    await picture(sha256, 1, 160);
    await lookForInk(sha256);
    expect((await findArtwork(sql, sha256))!.facts.alike.some((p) => p.ink)).toBe(false);
    expect(await unseenArtworks(sql)).toContain(sha256);
    await fillPictures(sha256);
    await lookForInk(sha256);
    expect(await unseenArtworks(sql)).not.toContain(sha256);
    const { facts } = (await findArtwork(sql, sha256))!;
    const [page] = facts.alike;
    expect(facts.pages).toHaveLength(5);
    // deep inside the trim on all sides: the pages are as alike as before
    expect(facts.alike).toHaveLength(1);
    expect(page!.ink!.x - page!.trim.x).toBe(15);
    expect(page!.ink!.width).toBeCloseTo(page!.trim.width - 30);
    // what the list says of the job is what is known now
    const after = await summary();
    expect([before.looks - after.looks, before.firstFinding]).toEqual([1, 'The artwork has no bleed']);
    expect(after.firstFinding).not.toBe('The artwork has no bleed');
  });
});

describe('an export', () => {
  it('is written, and forgotten when canceled', async () => {
    const { id } = await newJob();
    const done = (await startExport(id))!;
    await runExport(done);
    expect(await findExport(sql, done)).toMatchObject({ state: 'done', done: 2 });
    expect(readFileSync(exportFile(done)).subarray(0, 5).toString()).toBe('%PDF-');
    const stopped = (await startExport(id))!;
    expect(await cancelExport(stopped)).toBe(true);
    await runExport(stopped);
    expect((await findExport(sql, stopped))!.state).toBe('canceled');
    expect(existsSync(exportFile(stopped))).toBe(false);
    expect(await cancelExport(stopped)).toBe(false);
  });

  it('stops in the middle when told to', async () => {
    const { id, sha256 } = await newJob(4000, 'long.pdf');
    const { docket } = (await readJob(sql, id))!;
    const artwork = (await findArtwork(sql, sha256))!;
    const { unpackArtwork } = await import('../core');
    const abort = new AbortController();
    const out = join(dir, 'stopped.pdf');
    const seen: number[] = [];
    await expect(
      composeInWorker(
        { docket, artwork: unpackArtwork(artwork.facts), source: storedAt(sha256), out },
        (done) => {
          seen.push(done);
          abort.abort();
        },
        abort.signal,
      ),
    ).rejects.toThrow();
    expect(seen[0]).toBeLessThan(1000);
  });
});

/** Follows until the delivery has ended. */
async function untilEnded(id: string) {
  for (let i = 0; i < 400; i++) {
    await follow('m', { uri: floor.uri });
    const d = (await findDelivery(sql, id))!;
    if (d.phase === 'done') return d;
    await new Promise((r) => setTimeout(r, 30));
  }
  throw new Error('It did not end.');
}
const onPress = async (id: string): Promise<PrinterJob[]> =>
  (await getJobs(floor.uri)).filter((j) => j.name.includes(id.slice(0, 13)));

async function accepted(): Promise<string> {
  const { id } = await newJob();
  await patchJob(id, 1, { product: { copies: 3 }, sheet: { up: 'one' } }, 'x');
  return (await send(id, 2))[0]!;
}

describe('a job of several files and stocks', () => {
  async function withCover(): Promise<{ id: string; version: number }> {
    const { id } = await newJob(16);
    const path = join(dir, 'cover.pdf');
    writePdf(path, numberedPages(4));
    const { sha256, bytes } = await takeIn(createReadStream(path), null);
    await readStored(sha256, bytes);
    const row = (await addFile(id, sha256, '../cover.pdf'))!;
    expect(row.docket.artwork.more).toEqual([{ name: 'cover.pdf', sha256 }]);
    const board = { ...SHOP.stocks[2]!, id: 'board', name: 'Board' };
    const after = await patchJob(
      id,
      row.version,
      {
        product: {
          copies: 3,
          cover: coverOn(board, 1, { printed: 'outside' }),
        },
        sheet: { up: 'one' },
      },
      'cover',
    );
    return { id, version: after!.version };
  }

  it('of flat work has the pages of a further file in its open places', async () => {
    const { id } = await newJob(3);
    const pages = [
      { kind: 'pages', file: 0, from: 1, to: 1, turn: 0 },
      { kind: 'blanks', count: 2 },
    ] as const;
    const patch: Patch = {
      product: {
        kind: 'flat',
        copies: 10,
        finished: { width: 100, height: 60 },
        bleed: 0,
        sides: 'one',
        pages: [...pages],
      },
    };
    const flat = await patchJob(id, 1, patch, 'flat');
    expect(flat!.docket.product.pages).toEqual(pages);
    const path = join(dir, 'late.pdf');
    writePdf(path, numberedPages(1));
    const { sha256, bytes } = await takeIn(createReadStream(path), null);
    await readStored(sha256, bytes);
    const row = (await addFile(id, sha256, 'late.pdf'))!;
    expect(row.docket.product.pages).toEqual([
      pages[0],
      { kind: 'pages', file: 1, from: 1, to: 1, turn: 0 },
      { kind: 'blanks', count: 1 },
    ]);
  });

  it('takes pages of all of them', async () => {
    const { id } = await withCover();
    const { docket } = (await readJob(sql, id))!;
    const sources = (await sourcesOf(sql, docket))!;
    expect(sources.artwork.pages).toHaveLength(16);
    expect(sources.artwork.more!.map((m) => m.length)).toEqual([4]);
    expect(sources.more).toHaveLength(1);
    const e = (await startExport(id))!;
    await runExport(e);
    // the cover’s sheet and four of the text, two sides each
    expect(wordsOf(exportFile(e))).toHaveLength(10);
  });

  it('is sent as a delivery for every run, each printed by its own count and sides', async () => {
    const { id, version } = await withCover();
    const ids = await send(id, version);
    expect(ids).toHaveLength(2);
    for (const d of ids) await deliver(d);
    const [cover, text] = await Promise.all(ids.map(untilEnded));
    expect(cover).toMatchObject({ run: 0, state: 'completed', sheets_total: 3, sheets_done: 3 });
    expect(text).toMatchObject({ run: 1, state: 'completed', sheets_total: 12, sheets_done: 12 });
    // sent again, it is the same run
    const again = (await sendAgain(ids[0]!))!;
    expect((await findDelivery(sql, again))!.run).toBe(0);
  });

  it('is one delivery where the machine draws from several trays: the cover’s pages are asked for on its stock', async () => {
    const { id, version } = await withCover();
    const row = (await readJob(sql, id))!;
    const machine = {
      ...row.docket.sheet.machine,
      mixes: true,
      trays: [{ name: 'Bypass', stock: 'board', source: 'tray-2' }],
    };
    const after = await patchJob(
      id,
      version,
      { product: { cover: { printed: 'both' } }, sheet: { machine } },
      'several trays',
    );
    const { trays } = (await readShop(sql)).machines.find((m) => m.id === machine.id)!;
    await learnMachine(machine.id, { trays: machine.trays });
    const ids = await send(id, after!.version);
    expect(ids).toHaveLength(1);
    await deliver(ids[0]!);
    // three copies of the cover’s sheet and of four sheets of text
    expect(await untilEnded(ids[0]!)).toMatchObject({ state: 'completed', sheets_total: 15, sheets_done: 15 });
    const [job] = await onPress(ids[0]!);
    const { media, others, pages, copies } = floor.press.job(job!.id)!;
    expect([pages, copies]).toEqual([10, 3]);
    // the cover is the first sheet: what the whole job is asked for on, and the text’s pages on their own
    expect(media).toMatchObject({ info: 'Board', source: 'tray-2' });
    expect(others).toEqual([{ from: 3, to: 10, media: { width: 32000, height: 45000, info: 'Plain 90', weight: 90 } }]);
    // of five sheets of spoilage a stock the text, four sheets, is printed once more, and its cover with it
    const spoils = { ...machine, spoilage: { sheets: 5, percent: 0 } };
    const more = await patchJob(id, after!.version, { sheet: { machine: spoils }, send: { overs: true } }, 'overs');
    const [fourth] = await send(id, more!.version, { before: 'keep' });
    await deliver(fourth!);
    expect(await untilEnded(fourth!)).toMatchObject({ state: 'completed', sheets_total: 20, sheets_done: 20 });
    // loaded anew since: the printer looks for the stock itself, rather than draw from a tray with another in it
    await learnMachine(machine.id, { trays });
    const again = (await sendAgain(ids[0]!))!;
    await deliver(again);
    await untilEnded(again);
    const [later] = await onPress(again);
    expect(floor.press.job(later!.id)!.media).toEqual({
      width: 32000,
      height: 45000,
      info: 'Board',
      weight: expect.any(Number) as number,
    });
  });

  it('does not go where its file is not what the shop’s rules ask for, until that is let pass', async () => {
    const strict = House.parse({ rules: [{ name: 'Strict' }, { name: 'Loose', weights: { fonts: 'off' } }] });
    await changeHouse(strict);
    try {
      const { id, sha256 } = await newJob(12, 'made-12.pdf', {
        3: '<</Type/Font/Subtype/Type1/BaseFont/GullSans>>',
      });
      const change = async (artwork: Patch['artwork']): Promise<number> =>
        (await patchJob(id, (await readJob(sql, id))!.version, { artwork }, 'a wish'))!.version;
      const version = await change({ rules: null });
      const said =
        'made-12.pdf: Fonts are not in the file. By the rules “Strict” that stops the job. Mend it, or let it pass in the Artwork station.';
      // accepted at once, and looked over before a sheet is written
      const [unseen] = await send(id, version);
      await deliver(unseen!);
      expect(await findDelivery(sql, unseen!)).toMatchObject({ phase: 'done', state: 'aborted', message: said });
      expect(await onPress(unseen!)).toEqual([]);
      // known since: it is not even accepted
      await expect(send(id, version)).rejects.toThrow(said);
      // by other rules, and where somebody let it pass
      const [first] = await send(id, await change({ rules: 'Loose' }));
      expect(first).toBeDefined();
      expect(await cancelDelivery(first!)).toBe(true);
      const passed = [{ sha256, check: 'fonts' as const }];
      const later = await change({ rules: null, passed });
      expect((await checkOfJob(id))!.files).toMatchObject([
        { name: 'made-12.pdf', why: null, report: { rules: 'Strict' } },
      ]);
      expect(await send(id, later, { before: 'keep' })).toHaveLength(1);
    } finally {
      await changeHouse(House.parse({}));
    }
  });

  it('is accepted as a whole or not at all', async () => {
    const { id, version } = await withCover();
    const row = (await readJob(sql, id))!;
    const mute = { ...row.docket.sheet.machine, id: 'mute', name: 'Dunlin', printer: null };
    await patchJob(id, version, { product: { cover: { machine: mute } } }, 'cover elsewhere');
    const count = async (): Promise<number> =>
      (await sql<{ n: number }>('select count(*)::int as n from deliveries where job_id = $1', [id]))[0]!.n;
    await expect(send(id, version + 1)).rejects.toThrow(/The shop has no machine Dunlin/);
    expect(await count()).toBe(0);
  });

  it('is exported side by side for a machine that prints one', async () => {
    const { id } = await newJob(12);
    await patchJob(id, 1, { sheet: { up: 'one' } }, 'x');
    const fronts = (await startExport(id, { pass: 'fronts', proof: null }))!;
    await runExport(fronts);
    expect(wordsOf(exportFile(fronts))).toHaveLength(3);
    expect((await findExport(sql, fronts))!.pass).toBe('fronts');
  });

  it('was stored by version 1 or 2 and is read', async () => {
    const { id } = await newJob(8);
    const { docket } = (await readJob(sql, id))!;
    if (!isKind(docket, 'bound')) throw new Error('It is no book.');
    const { binding, fold, sections, trims, ...product } = docket.product;
    const stitcher = stepOf(docket.finish, 'stitch')!.machine;
    const { mostSheets, ...stitches } = stitcher;
    const machine = Object.fromEntries(Object.entries(stitches).filter(([key]) => key !== 'kind'));
    const old = {
      ...docket,
      sheet: { ...docket.sheet, fold, sections, trims },
      finish: { stitch: true, folder: null, finisher: { ...machine, does: ['stitch'], maxSheets: mostSheets } },
    };
    for (const stored of [
      { ...old, version: 1, product: { ...product, kind: binding.kind } },
      { ...old, version: 2, product: { ...product, binding } },
    ]) {
      await sql('update steps set docket = $2 where job_id = $1', [id, JSON.stringify(stored)]);
      expect((await readJob(sql, id))!.docket).toEqual(docket);
    }
  });
  it('is planned on a shop that version 2 has stored: its finishing machines are read by what they did', async () => {
    const before = await readShop(sql);
    const old = { id: 'z', name: 'Zander', does: ['fold'], maxSheets: 1, maxFolds: 2, speed: 10, makeReady: 1 };
    const value = JSON.stringify({ ...old, largest: { width: 300, height: 400 } });
    await sql('insert into finishers (id, rank, value) values ($1, 99, $2)', ['z', value]);
    expect((await readShop(sql)).finishers.at(-1)).toMatchObject({ kind: 'folder', mostFolds: 2 });
    await sql('delete from finishers where id = $1', ['z']);
    expect(await readShop(sql)).toEqual(before);
  });
});

describe('what is learned of a machine', () => {
  it('is kept with it: how its pile goes back in', async () => {
    const { machines } = await readShop(sql);
    const reload = { turn: 'tumble' as const, order: 'reversed' as const, learned: true };
    const [{ id, reload: before }] = machines as [(typeof machines)[0]];
    expect(await learnMachine(id, { reload })).toMatchObject({ reload });
    expect((await readShop(sql)).machines[0]!.reload).toEqual(reload);
    expect(await learnMachine('nobody', { reload })).toBeNull();
    await learnMachine(id, { reload: before });
  });
  it('is all kept, though two jobs teach it at once: trays, and how it turns', async () => {
    const { machines } = await readShop(sql);
    const { id, reload, trays } = machines[0]!;
    const loaded = [{ name: 'Upper', stock: 'sra3', source: null }];
    const learned = { ...reload, learned: true };
    await Promise.all([learnMachine(id, { trays: loaded }), learnMachine(id, { reload: learned })]);
    expect((await readShop(sql)).machines[0]).toMatchObject({ trays: loaded, reload: learned });
    await learnMachine(id, { trays, reload });
  });
  it('and of a stock: the caliper that was measured', async () => {
    const { stocks } = await readShop(sql);
    const { id, caliper } = stocks[0]!;
    expect(await learnCaliper(id, 0.131)).toMatchObject({ caliper: 0.131, calipers: 'measured' });
    expect((await readShop(sql)).stocks[0]!.caliper).toBe(0.131);
    expect(await learnCaliper('nobody', 0.1)).toBeNull();
    await learnCaliper(id, caliper);
  });
  it('by a test run of two sheets', async () => {
    const { machines } = await readShop(sql);
    const bytes = (await testRun(machines[0]!.id, { width: 420, height: 297 }, 'backs'))!;
    expect(Buffer.from(bytes).subarray(0, 5).toString()).toBe('%PDF-');
    expect(await testRun('nobody', { width: 420, height: 297 }, 'backs')).toBeNull();
  });
});

describe('a delivery', () => {
  it('is printed once: sheets counted by the press', async () => {
    const id = await accepted();
    await deliver(id);
    expect((await findDelivery(sql, id))!.phase).toBe('follow');
    // 3 copies one up, 2 sheets each
    expect(await untilEnded(id)).toMatchObject({ state: 'completed', sheets_done: 6, sheets_total: 6 });
    expect(await onPress(id)).toHaveLength(1);
    // what is at its end is not sent again, however often it is asked for
    await deliver(id);
    expect(await onPress(id)).toHaveLength(1);
    expect(readdirSync(folders.out()).filter((f) => f.includes(id))).toEqual([]);
  });

  it('asks for the job of another window’s version to be looked at first', async () => {
    const { id } = await newJob();
    await patchJob(id, 1, { product: { copies: 2 } }, 'x');
    await expect(send(id, 1)).rejects.toThrow(/changed in another window/);
    await patchJob(id, 2, { sheet: { stock: SHOP.stocks[0]! }, product: { trimming: 'trimmed' } }, 'A4');
    await expect(send(id, 3)).rejects.toThrow(/do not fit the sheet. Mend that first/);
  });

  it('killed after the printer made the job but before that was written down: it is found, not made twice', async () => {
    const id = await accepted();
    // what the server does up to the moment it is killed
    await deliverUntil(id, 'create');
    await updateDelivery(sql, id, { phase: 'creating' });
    const d = (await findDelivery(sql, id))!;
    const printer = await getPrinter(floor.uri);
    const wish = {
      name: `${d.docket.title} [${id.slice(0, 13)}]`,
      copies: 3,
      sides: 'two-sided-short-edge' as const,
      media: { width: 320, height: 450, grammage: 90, name: 'x', source: null },
      otherMedia: [],
      hold: false,
    };
    await createOnPrinter(floor.uri, wish.name, jobAttributes(wish, printer));
    // and what it does when it is back
    await deliver(id);
    expect(await untilEnded(id)).toMatchObject({ state: 'completed' });
    expect(await onPress(id)).toHaveLength(1);
  });

  it('killed before the printer heard of it: it is made then', async () => {
    const id = await accepted();
    await deliverUntil(id, 'create');
    await updateDelivery(sql, id, { phase: 'creating' });
    await deliver(id);
    await untilEnded(id);
    expect(await onPress(id)).toHaveLength(1);
  });

  it('killed after the document went but before that was written down: it is not sent twice', async () => {
    const id = await accepted();
    await deliverUntil(id, 'created');
    await updateDelivery(sql, id, { phase: 'sending' });
    const d = (await findDelivery(sql, id))!;
    await sendDocument(floor.uri, d.printer_job!, join(folders.out(), `delivery-${id}.pdf`));
    await deliver(id);
    expect(await untilEnded(id)).toMatchObject({ state: 'completed', sheets_done: 6 });
    expect(await onPress(id)).toHaveLength(1);
  });

  it('killed before the document went: the same job gets it', async () => {
    const id = await accepted();
    await deliverUntil(id, 'created');
    await updateDelivery(sql, id, { phase: 'sending' });
    await deliver(id);
    expect(await untilEnded(id)).toMatchObject({ state: 'completed', sheets_done: 6 });
    expect(await onPress(id)).toHaveLength(1);
  });

  it('is canceled before it goes, and can be sent again', async () => {
    const id = await accepted();
    expect(await cancelDelivery(id)).toBe(true);
    await deliver(id);
    expect(await findDelivery(sql, id)).toMatchObject({ phase: 'done', state: 'canceled' });
    expect(await onPress(id)).toEqual([]);
    const again = (await sendAgain(id))!;
    await deliver(again);
    expect(await untilEnded(again)).toMatchObject({ state: 'completed' });
  });

  it('is canceled on the press, and says when the press forgot it', async () => {
    floor.press.pause(true);
    const id = await accepted();
    await deliver(id);
    await follow('m', { uri: floor.uri });
    expect(await findDelivery(sql, id)).toMatchObject({
      state: 'pending',
      message: 'Paused at the printer. Resume it there.',
    });
    await cancelDelivery(id);
    expect(await untilEnded(id)).toMatchObject({ state: 'canceled' });
    floor.press.pause(false);
    const lost = await accepted();
    await deliverUntil(lost, 'created');
    await updateDelivery(sql, lost, { phase: 'follow', printer_job: 9999 });
    expect(await untilEnded(lost)).toMatchObject({ state: 'unsure' });
  });
});

/** Lets a delivery come just to a phase, as if the server were killed there. */
async function deliverUntil(id: string, phase: 'create' | 'created'): Promise<void> {
  for (let d = (await findDelivery(sql, id))!; d.phase !== phase; d = (await findDelivery(sql, id))!)
    if (d.phase === 'compose') await writeSheetsOf(id);
    else await step(d, { uri: floor.uri });
}
