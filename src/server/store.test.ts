import {
  createReadStream,
  existsSync,
  mkdirSync,
  readdirSync,
  statSync,
  symlinkSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SHOP } from '../core/testing';
import { numberedPages, scratch, writePdf } from '../pdf/testing';
import { folders } from './config';
import { closeDatabase, sql, transaction } from './db';
import { fileOf } from './delivery';
import { send } from './deliveries';
import { exportFile, resumeExports, runExport, startExport } from './exports';
import { readStored, takeIn } from './jobs';
import { jobFromArtwork } from './new-job';
import { migrate } from './migrate';
import { picture, sweepPictures } from './pictures';
import { keep, storedAt, StoreError, sweepArrivals, sweepStore } from './store';
import { findDelivery } from './tables/deliveries';
import { findExport } from './tables/exports';
import { writeShop } from './tables/shop';
import { withServer } from './testing';
import { answerUpload, dropUpload, takeUpload } from './uploads';
import { closeWorkers } from './workers';
import { writeSheetsOf } from './writing-sheets';

const dir = scratch();
let server: Awaited<ReturnType<typeof withServer>>;
beforeAll(async () => {
  server = await withServer();
  await migrate();
  for (const folder of Object.values(folders)) await mkdir(folder(), { recursive: true });
  const [machine] = SHOP.machines;
  await transaction((tx) => writeShop(tx, { ...SHOP, machines: [{ ...machine!, printer: 'ipp://127.0.0.1:9/x' }] }));
});
afterAll(async () => {
  await closeWorkers();
  await closeDatabase();
  await server.stop();
});

async function newJob(): Promise<{ id: string; sha256: string }> {
  const path = join(dir, 'job.pdf');
  writePdf(path, numberedPages(8));
  const { sha256, bytes } = await takeIn(createReadStream(path), null);
  const { id } = await jobFromArtwork({ sha256, name: 'job.pdf', artwork: await readStored(sha256, bytes) });
  return { id, sha256 };
}

describe('an upload in one breath', () => {
  it('takes as long as it takes, and is ended by a stall', async () => {
    const slow = new PassThrough();
    const kept = keep(slow, null, 150);
    for (let i = 0; i < 8; i++) {
      slow.write('some ');
      await new Promise((r) => setTimeout(r, 60));
    }
    slow.end('more');
    expect((await kept).bytes).toBe(44);
    const stalls = new PassThrough();
    stalls.write('some');
    await expect(keep(stalls, null, 100)).rejects.toMatchObject({ code: 'stalled', status: 408 });
    expect(readdirSync(folders.arriving())).toEqual([]);
  });
});

describe('an upload that can be gone on with', () => {
  const at = 'http://127.0.0.1:4380/api/uploads';
  const tus = { 'Tus-Resumable': '1.0.0' };
  const make = (length: number): Promise<Response> =>
    answerUpload(
      new Request(at, {
        method: 'POST',
        headers: { ...tus, 'Upload-Length': String(length), 'Upload-Metadata': `filename ${btoa('a.pdf')}` },
      }),
    );
  const patch = (url: string, offset: number, body: Uint8Array<ArrayBuffer> | ReadableStream): Promise<Response> =>
    answerUpload(
      new Request(url, {
        method: 'PATCH',
        headers: { ...tus, 'Upload-Offset': String(offset), 'Content-Type': 'application/offset+octet-stream' },
        body,
        duplex: 'half',
      } as RequestInit),
    );
  const offsetAt = async (url: string): Promise<number> =>
    Number((await answerUpload(new Request(url, { method: 'HEAD', headers: tus }))).headers.get('upload-offset'));

  it('is cut in the middle, goes on where it stopped, and is the file it was', async () => {
    const path = join(dir, 'whole.pdf');
    writePdf(path, numberedPages(40));
    const bytes = new Uint8Array(await (await import('node:fs/promises')).readFile(path));
    const made = await make(bytes.length);
    expect(made.status).toBe(201);
    const url = new URL(made.headers.get('location')!, at).href;
    const id = url.split('/').pop()!;
    let sent = false;
    const cut = new ReadableStream({
      async pull(controller) {
        // what has reached the disk by then is there
        if (sent) await new Promise((r) => setTimeout(r, 200));
        if (sent) controller.error(new Error('the line is cut'));
        else controller.enqueue(bytes.subarray(0, 9000));
        sent = true;
      },
    });
    await patch(url, 0, cut).catch(() => undefined);
    const offset = await offsetAt(url);
    expect(offset).toBe(9000);
    await expect(takeUpload(id)).rejects.toMatchObject({ code: 'cut-short', status: 400 });
    // the server may have been started anew since: what has arrived is not swept
    await sweepArrivals();
    expect((await patch(url, offset, bytes.slice(offset))).status).toBe(204);
    const kept = await takeUpload(id);
    expect([kept.bytes, kept.name, statSync(storedAt(kept.sha256)).size]).toEqual([
      bytes.length,
      'a.pdf',
      bytes.length,
    ]);
    expect(kept.sha256).toBe((await takeIn(createReadStream(path), null)).sha256);
    // asked for again, an answer lost or the server killed before there was a job: it is there as before
    expect(await takeUpload(id)).toEqual(kept);
    await dropUpload(id);
    await expect(takeUpload(id)).rejects.toMatchObject({ code: 'unknown', status: 404 });
    expect(statSync(storedAt(kept.sha256)).size).toBe(bytes.length);
    await expect(takeUpload('../../etc/passwd')).rejects.toBeInstanceOf(StoreError);
  });
});

describe('the disk full', () => {
  /** Whatever is written there finds no room. */
  const full = (path: string): void => symlinkSync('/dev/full', path);

  it('in an export: it waits, says so, and is made when there is room', async () => {
    const { id } = await newJob();
    const exported = (await startExport(id))!;
    const out = exportFile(exported);
    mkdirSync(join(dir, 'nothing'), { recursive: true });
    full(`${out}.part`);
    await runExport(exported);
    expect(await findExport(sql, exported)).toMatchObject({
      state: 'waiting',
      message: 'The disk is full. Make room: the export then goes on by itself.',
    });
    expect(existsSync(`${out}.part`)).toBe(false);
    await resumeExports();
    await runExport(exported);
    expect(await findExport(sql, exported)).toMatchObject({ state: 'done', message: null });
    expect(statSync(out).size).toBeGreaterThan(1000);
  });

  it('in a delivery: nothing is given up, and it goes on when there is room', async () => {
    const { id } = await newJob();
    const [sent] = await send(id, 1);
    full(`${fileOf(sent!)}.part`);
    expect(await writeSheetsOf(sent!)).toBeNull();
    expect(await findDelivery(sql, sent!)).toMatchObject({
      phase: 'compose',
      message: expect.stringContaining('The disk is full') as string,
    });
    expect((await writeSheetsOf(sent!))!.phase).toBe('create');
    expect((await findDelivery(sql, sent!))!.message).toBeNull();
  });

  it('in a picture: it is shown all the same, and kept when there is room', async () => {
    const { sha256 } = await newJob();
    const folder = join(folders.pictures(), sha256.slice(0, 2), sha256);
    mkdirSync(folder, { recursive: true });
    full(join(folder, `1-160.jpg.${process.pid}.part`));
    expect((await picture(sha256, 1, 160)).length).toBeGreaterThan(200);
    expect(existsSync(join(folder, '1-160.jpg'))).toBe(false);
    await picture(sha256, 1, 160);
    expect(existsSync(join(folder, '1-160.jpg'))).toBe(true);
  });
});

describe('what nobody wants', () => {
  const old = (path: string): void => utimesSync(path, 1, 1);

  it('is swept: refused files at once, locked ones after a day, half-written pictures', async () => {
    const refused = join(dir, 'words.txt');
    writeFileSync(refused, 'only words');
    const { sha256, bytes } = await takeIn(createReadStream(refused), null);
    await expect(readStored(sha256, bytes)).rejects.toThrow(/neither a PDF/);
    expect(existsSync(storedAt(sha256))).toBe(false);

    const { sha256: used } = await newJob();
    const lone = await keep(createReadStream(join(dir, 'words.txt')), null);
    await sweepStore(sql);
    expect(existsSync(storedAt(lone.sha256))).toBe(true);
    old(storedAt(lone.sha256));
    old(storedAt(used));
    await sweepStore(sql);
    expect([existsSync(storedAt(lone.sha256)), existsSync(storedAt(used))]).toEqual([false, true]);

    await picture(used, 1, 160);
    const folder = join(folders.pictures(), used.slice(0, 2), used);
    writeFileSync(join(folder, '2-160.jpg.77.part'), 'half');
    await sweepPictures();
    // what was seen of it where it was sent is kept as well
    expect(readdirSync(folder).filter((f) => !f.endsWith('-look.json'))).toEqual(['1-160.jpg']);
  });

  it('uploads that nobody has gone on with for a day', async () => {
    writeFileSync(join(folders.uploads(), 'a'.repeat(32)), 'some');
    writeFileSync(join(folders.uploads(), 'b'.repeat(32)), 'some');
    old(join(folders.uploads(), 'a'.repeat(32)));
    await sweepArrivals();
    expect(readdirSync(folders.uploads())).toEqual(['b'.repeat(32)]);
  });
});
