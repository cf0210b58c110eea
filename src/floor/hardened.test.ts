import { execFile } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { connect } from 'node:net';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createJob, getJob, PrinterRefused, sendDocument } from '../machines';
import { encode, ipp } from '../machines/ipp/codec';
import { Group, Operation } from '../machines/ipp/tags';
import { numberedPages, scratch, writePdf } from '../pdf/testing';
import { Press } from './press';
import { startFloor, type Floor } from './server';
import { Spool } from './spool';

const exec = promisify(execFile);
const dir = scratch();
const pdf = join(dir, 'two.pdf');
let floor: Floor;
let web: string;

beforeAll(async () => {
  writePdf(pdf, numberedPages(2));
  floor = await startFloor({ name: 'Test press', port: 0, spool: join(dir, 'spool'), speed: 3600, factor: 400 });
  web = `http://127.0.0.1:${floor.port}`;
});
afterAll(() => floor.close());

const raw = (lines: string): Promise<string> =>
  new Promise((resolve) => {
    const socket = connect(floor.port, '127.0.0.1', () => socket.write(lines.replaceAll('\n', '\r\n')));
    let said = '';
    socket.on('data', (d) => (said += String(d)));
    socket.on('close', () => resolve(said));
    socket.on('error', () => resolve(said));
  });
const host = (): string => `Host: 127.0.0.1:${floor.port}`;

describe('the stand-in press', () => {
  it('passes ipptool’s tests of IPP/2.0', async () => {
    const { stdout } = await exec('ipptool', ['-tI', '-f', pdf, floor.uri, 'ipp-2.0.test'], {
      maxBuffer: 1 << 24,
    }).catch((e: { stdout: string }) => e);
    expect(stdout.split('\n').filter((l) => l.includes('[FAIL]'))).toEqual([]);
    expect(stdout).toMatch(/Required Printer Description Attributes +\[PASS\]/);
  });

  it('goes on whatever it is asked', async () => {
    for (const lines of [
      `GET // HTTP/1.1\n${host()}\nConnection: close\n\n`,
      `POST /provoke/pause HTTP/1.1\n${host()}\nOrigin: null\nContent-Length: 0\nConnection: close\n\n`,
      `GET http:// HTTP/1.1\n${host()}\nConnection: close\n\n`,
      `GET /%ff%fe HTTP/1.1\n${host()}\nConnection: close\n\n`,
      'nonsense\n\n',
      `POST /ipp/print HTTP/1.1\n${host()}\nContent-Type: application/ipp\nContent-Length: 5\nConnection: close\n\nab`,
    ])
      if (!lines.endsWith('ab')) await raw(lines);
      else
        connect(floor.port, '127.0.0.1', function (this: { end: (s: string) => void }) {
          this.end(lines.replaceAll('\n', '\r\n'));
        });
    expect((await fetch(`${web}/state`)).status).toBe(200);
    expect(floor.press.paused).toBe(false);
  });

  it('prints for nobody’s web page, and under no other name', async () => {
    const message = encode({
      version: [2, 0],
      code: Operation.createJob,
      requestId: 1,
      groups: [
        {
          tag: Group.operation,
          attributes: [
            ipp.charset('attributes-charset', 'utf-8'),
            ipp.language('attributes-natural-language', 'en'),
            ipp.uri('printer-uri', floor.uri),
          ],
        },
      ],
    });
    const ask = (headers: Record<string, string>): Promise<number> =>
      new Promise((resolve, reject) => {
        const req = request(`${web}/ipp/print`, { method: 'POST', headers }, (res) => {
          res.resume();
          resolve(res.statusCode!);
        });
        req.on('error', reject);
        req.end(message);
      });
    const before = floor.press.all().length;
    const type = { 'Content-Type': 'application/ipp' };
    expect(await ask({ 'Content-Type': 'text/plain' })).toBe(415);
    expect(await ask({ ...type, Origin: 'http://elsewhere.example' })).toBe(403);
    expect(await ask({ ...type, Origin: 'null' })).toBe(403);
    expect(await ask({ ...type, Host: 'elsewhere.example' })).toBe(421);
    expect(floor.press.all()).toHaveLength(before);
    expect(await ask(type)).toBe(200);
    expect(await ask({ ...type, Origin: web })).toBe(200);
    expect(floor.press.all()).toHaveLength(before + 2);
    for (const origin of ['null', 'http://elsewhere.example'])
      expect((await fetch(`${web}/provoke/pause`, { method: 'POST', headers: { Origin: origin } })).status).toBe(403);
  });

  it('takes one document a job at a time: two sent at once are not written into each other', async () => {
    floor.press.pause(true);
    const id = await createJob(floor.uri, 'Two at once', []);
    const large = join(dir, 'large.pdf');
    writeFileSync(large, Buffer.concat([readFileSync(pdf), Buffer.alloc(20 << 20, 0x20)]));
    const ends = await Promise.allSettled([sendDocument(floor.uri, id, large), sendDocument(floor.uri, id, pdf)]);
    const taken = ends.filter((e) => e.status === 'fulfilled');
    expect(taken).toHaveLength(1);
    const refused = ends.find((e) => e.status === 'rejected')!;
    expect(refused.reason).toBeInstanceOf(PrinterRefused);
    expect((refused.reason as PrinterRefused).status).toBe(0x0404);
    // what lies in the spool is one of the two, whole
    const spooled = readFileSync(join(dir, 'spool', `${id}.pdf`));
    expect([large, pdf].some((path) => readFileSync(path).equals(spooled))).toBe(true);
    expect(existsSync(join(dir, 'spool', `${id}.pdf.part`))).toBe(false);
    expect(await getJob(floor.uri, id)).toMatchObject({ documents: 1 });
    floor.press.pause(false);
  });

  it('lacks a document that was cut, says so, and can be sent it again', async () => {
    floor.press.pause(true);
    const id = await createJob(floor.uri, 'Cut', []);
    const stop = new AbortController();
    const big = join(dir, 'big.pdf');
    writeFileSync(big, Buffer.concat([readFileSync(pdf), Buffer.alloc(60 << 20, 0x20)]));
    const sent = sendDocument(floor.uri, id, big, stop.signal);
    await expect.poll(async () => (await getJob(floor.uri, id))!.reasons, { interval: 5 }).toContain('job-incoming');
    stop.abort();
    await expect(sent).rejects.toThrow();
    await expect.poll(async () => (await getJob(floor.uri, id))!.reasons).toEqual(['job-data-insufficient']);
    await sendDocument(floor.uri, id, pdf);
    expect(await getJob(floor.uri, id)).toMatchObject({ documents: 1 });
    floor.press.pause(false);
  });

  it('goes on though a document takes for ever to draw', async () => {
    const forms: Record<number, string> = {};
    for (let i = 0; i < 30; i++)
      forms[100 + i] =
        `<</Type/XObject/Subtype/Form/BBox[0 0 300 400]/Resources<</XObject<</N ${101 + i} 0 R>>>>/Length 11>>\nstream\n/N Do /N Do\nendstream`;
    forms[130] = '<</Type/XObject/Subtype/Form/BBox[0 0 9 9]/Length 15>>\nstream\n0 0 0.5 0.5 re f\nendstream';
    writePdf(
      join(dir, 'deep.pdf'),
      [{ entries: '/MediaBox[0 0 300 400]/Resources<</XObject<</N 100 0 R>>>>', content: '/N Do' }],
      forms,
    );
    const id = await createJob(floor.uri, 'Deep', []);
    await sendDocument(floor.uri, id, join(dir, 'deep.pdf'));
    await expect.poll(async () => (await getJob(floor.uri, id))!.state).toBe('completed');
    const picture = fetch(`${web}/pictures/${id}/1.jpg`);
    expect((await fetch(`${web}/state`)).status).toBe(200);
    expect((await picture).status).toBe(422);
  });
});

describe('the time-out that the press tells', () => {
  it('is kept: a job whose document does not come is given up', () => {
    let now = 1_000_000;
    const press = new Press({
      name: 'Clock',
      speed: 3600,
      factor: 1,
      spool: new Spool(join(dir, 'clock')),
      now: () => now,
    });
    const wish = {
      name: 'x',
      user: 'u',
      copies: 1,
      sides: 'one-sided',
      finishings: [],
      media: null,
      others: [],
      hold: false,
    };
    const waits = press.create(wish).id;
    const arrives = press.create(wish).id;
    press.update(arrives, { reasons: ['job-incoming'] });
    now += 299_000;
    press.tick();
    expect(press.job(waits)!.state).toBe('pending');
    now += 2_000;
    press.tick();
    expect([press.job(waits)!.state, press.job(waits)!.reasons]).toEqual(['aborted', ['aborted-by-system']]);
    // one that is arriving is not
    expect(press.job(arrives)!.state).toBe('pending');
  });
});
