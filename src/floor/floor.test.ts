import { execFile } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { machineFromPrinter } from '../core';
import {
  cancelJob,
  createJob,
  getJob,
  getJobs,
  getPrinter,
  holdJob,
  jobAttributes,
  PrinterAway,
  PrinterRefused,
  releaseJob,
  sendDocument,
  tellOfPrinter,
  type JobWish,
} from '../machines';
import { numberedPages, scratch, writePdf } from '../pdf/testing';
import { Press } from './press';
import { startFloor, type Floor } from './server';
import { Spool } from './spool';
import { otherPrinter, until } from './testing';

const dir = scratch();
const pdf = join(dir, 'sheets.pdf');
const exec = promisify(execFile);
const WISH: JobWish = {
  name: 'Handbook',
  copies: 3,
  sides: 'two-sided-short-edge',
  media: { width: 320, height: 450, grammage: 130, name: 'Silk 130', source: null },
  otherMedia: [],
  hold: false,
};

describe('the stand-in press', () => {
  let floor: Floor;
  beforeAll(async () => {
    writePdf(pdf, numberedPages(4, 1190, 842, 0));
    floor = await startFloor({ name: 'Test press', port: 0, spool: join(dir, 'spool'), speed: 3600, factor: 200 });
  });
  afterAll(() => floor.close());

  it('passes ipptool’s tests of IPP/1.1', async () => {
    const { stdout } = await exec('ipptool', ['-tI', '-f', pdf, floor.uri, 'ipp-1.1.test'], {
      maxBuffer: 1 << 24,
    }).catch((e: { stdout: string }) => e);
    expect(stdout.split('\n').filter((l) => l.includes('[FAIL]'))).toEqual([]);
    expect(stdout).toMatch(/Summary: \d+ tests, \d+ passed, 0 failed/);
  });

  it('prints a job: created, sent, followed to its end, sheets counted', async () => {
    const printer = await getPrinter(floor.uri);
    expect(printer).toMatchObject({ name: 'Test press', accepting: true });
    const id = await createJob(floor.uri, 'Handbook', jobAttributes(WISH, printer));
    expect(await getJob(floor.uri, id)).toMatchObject({ state: 'pending', documents: 0 });
    await sendDocument(floor.uri, id, pdf);
    const done = await until(
      () => getJob(floor.uri, id),
      (j) => j?.state === 'completed',
    );
    // 4 sides × 3 copies, two a sheet
    expect(done).toMatchObject({ sheetsDone: 6, documents: 1, name: 'Handbook' });
    expect(floor.press.job(id)).toMatchObject({ copies: 3, media: { width: 32000, height: 45000, info: 'Silk 130' } });
    expect((await getJobs(floor.uri)).map((j) => j.id)).toContain(id);
    const picture = await fetch(`http://127.0.0.1:${floor.port}/pictures/${id}/1.jpg`);
    expect([picture.status, picture.headers.get('content-type')]).toEqual([200, 'image/jpeg']);
  });

  it('is told which pages are printed on what, from which tray', async () => {
    const printer = await getPrinter(floor.uri);
    expect(printer.overrides).toEqual(['pages', 'media-col']);
    const board = { width: 320, height: 450, grammage: 250, name: 'Board', source: 'large-capacity' };
    const wish = { ...WISH, otherMedia: [{ from: 1, to: 2, media: board }] };
    const id = await createJob(floor.uri, 'Mixed', jobAttributes(wish, printer));
    expect(floor.press.job(id)).toMatchObject({
      media: { info: 'Silk 130' },
      others: [{ from: 1, to: 2, media: { width: 32000, height: 45000, info: 'Board', source: 'large-capacity' } }],
    });
    await cancelJob(floor.uri, id);
    // a printer that cannot change stocks inside a job would print the cover on the text’s paper
    expect(() => jobAttributes(wish, { ...printer, overrides: ['pages'] })).toThrow(
      /cannot change stocks inside a job/,
    );
  });

  it('refuses a document that is no PDF, and one too many', async () => {
    const bad = join(dir, 'bad.pdf');
    writeFileSync(bad, '%PDF-1.4 nothing');
    const printer = await getPrinter(floor.uri);
    const id = await createJob(floor.uri, 'Bad', jobAttributes(WISH, printer));
    await expect(sendDocument(floor.uri, id, bad)).rejects.toThrow(/no sound PDF/);
    expect(await getJob(floor.uri, id)).toMatchObject({ state: 'aborted', reasons: ['document-format-error'] });
    await expect(sendDocument(floor.uri, id, pdf)).rejects.toBeInstanceOf(PrinterRefused);
    expect(await getJob(floor.uri, 4711)).toBeNull();
  });

  it('holds, releases and cancels', async () => {
    const printer = await getPrinter(floor.uri);
    const id = await createJob(floor.uri, 'Held', jobAttributes({ ...WISH, hold: true }, printer));
    await sendDocument(floor.uri, id, pdf);
    expect(await getJob(floor.uri, id)).toMatchObject({ state: 'held' });
    await cancelJob(floor.uri, id);
    expect(await getJob(floor.uri, id)).toMatchObject({ state: 'canceled' });
    await expect(cancelJob(floor.uri, id)).rejects.toThrow(/canceled already/);
    const other = await createJob(floor.uri, 'Held', jobAttributes({ ...WISH, hold: true }, printer));
    await sendDocument(floor.uri, other, pdf);
    await holdJob(floor.uri, other);
    await releaseJob(floor.uri, other);
    await until(
      () => getJob(floor.uri, other),
      (j) => j?.state === 'completed',
    );
  });

  it('stops without paper and goes on when there is some', async () => {
    const provoke = (what: string) => fetch(`http://127.0.0.1:${floor.port}/provoke/${what}`, { method: 'POST' });
    await provoke('media-empty');
    const printer = await getPrinter(floor.uri);
    expect(printer).toMatchObject({ state: 'stopped', reasons: ['media-empty'] });
    const id = await createJob(floor.uri, 'Waits', jobAttributes(WISH, printer));
    await sendDocument(floor.uri, id, pdf);
    await new Promise((r) => setTimeout(r, 300));
    expect((await getJob(floor.uri, id))!.state).toMatch(/pending|stopped/);
    await provoke('clear');
    await until(
      () => getJob(floor.uri, id),
      (j) => j?.state === 'completed',
    );
    expect((await provoke('nonsense')).status).toBe(404);
  });

  it('is away when it is not there', async () => {
    await expect(getPrinter('ipp://127.0.0.1:9/ipp/print')).rejects.toBeInstanceOf(PrinterAway);
  });

  it('is only told things by its own page', async () => {
    const res = await fetch(`http://127.0.0.1:${floor.port}/provoke/media-jam`, {
      method: 'POST',
      headers: { Origin: 'http://elsewhere.test' },
    });
    expect(res.status).toBe(403);
  });
});

describe('the spool', () => {
  it('survives a restart: jobs go on where they were', () => {
    let now = 1_000_000;
    const options = { name: 'x', speed: 3600, factor: 1, now: () => now };
    const folder = join(dir, 'again');
    const first = new Press({ ...options, spool: new Spool(folder) });
    const job = first.create({
      name: 'a',
      user: 'u',
      copies: 5,
      sides: 'one-sided',
      finishings: [],
      media: null,
      others: [],
      hold: false,
    });
    first.received(job.id, 10, 4);
    first.tick();
    now += 10_000;
    first.tick();
    expect(first.job(job.id)!.printed).toBe(10);
    first.provoke('media-jam');
    expect(first.job(job.id)!.state).toBe('stopped');

    const second = new Press({ ...options, spool: new Spool(folder) });
    expect(second.trouble).toBe('media-jam');
    expect(second.job(job.id)).toMatchObject({ state: 'stopped', printed: 10 });
    now += 60_000;
    second.tick();
    expect(second.job(job.id)!.printed).toBe(10);
    second.provoke(null);
    now += 10_000;
    second.tick();
    expect(second.job(job.id)).toMatchObject({ state: 'completed', printed: 20 });
    expect(
      second.create({
        name: 'b',
        user: 'u',
        copies: 1,
        sides: 'one-sided',
        finishings: [],
        media: null,
        others: [],
        hold: true,
      }).id,
    ).toBe(job.id + 1);
  });
});

describe('another maker’s printer', () => {
  it('takes a job from the same client and tells its own figures', async () => {
    const eve = await otherPrinter(dir);
    const { uri } = eve;
    try {
      const printer = await until(
        () => getPrinter(uri).catch(() => null),
        (p) => p !== null,
      );
      const id = await createJob(
        uri,
        'From the sparrow',
        jobAttributes({ ...WISH, media: { ...WISH.media, width: 210, height: 297 } }, printer!),
      );
      await sendDocument(uri, id, pdf);
      const done = await until(
        () => getJob(uri, id),
        (j) => j !== null && ['completed', 'aborted', 'canceled'].includes(j.state),
      );
      expect(done).toMatchObject({ state: 'completed', name: 'From the sparrow' });
      expect(eve.printed().map((f) => readFileSync(f).equals(readFileSync(pdf)))).toEqual([true]);
      // its own figures: letter, legal, A4 and smaller; a sixth and an eighth of an inch round them
      const told = await tellOfPrinter({ uri, pin: null });
      expect(told).toMatchObject({ name: 'Eve', bothSides: true, perMinute: 14, free: null });
      const { machine, asks } = machineFromPrinter(told, { id: randomUUID(), printer: uri, stocks: [] });
      expect(machine).toMatchObject({
        largest: { width: 215.9, height: 355.6 },
        smallest: { width: 76.2, height: 127 },
        noPrint: { left: 6.35, right: 6.35, top: 3.4, bottom: 3.4 },
        speed: 14 * 60,
        sides: 'both',
      });
      expect(asks).toEqual(['click', 'turn', 'trays']);
    } finally {
      await eve.stop();
    }
  });
});
