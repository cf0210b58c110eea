import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createJob, getJob, getJobs, getPrinter } from './client';
import { PrinterAway, PrinterRefused } from './errors';
import { jobAttributes, type JobWish } from './wish';
import { decode, encode, ipp, type Attribute, type Message } from './codec';
import { explain } from './reasons';
import { Group, JobState, Operation, Status } from './tags';

/** A printer that says what it is told to. */
let server: Server;
let uri: string;
let answer: (asked: Message) => { status?: number; body: Buffer } | 'hang up';

beforeAll(async () => {
  server = createServer((req, res) => {
    const parts: Buffer[] = [];
    req.on('data', (b: Buffer) => parts.push(b));
    req.on('end', () => {
      const said = answer(decode(Buffer.concat(parts)).message);
      if (said === 'hang up') return void req.socket.destroy();
      res.writeHead(said.status ?? 200);
      res.end(said.body);
    });
  });
  await new Promise<void>((r) => server.listen(0, '127.0.0.1', r));
  uri = `ipp://127.0.0.1:${(server.address() as AddressInfo).port}/ipp/print`;
});
afterAll(() => server.close());

const reply = (code: number, groups: Message['groups'] = []) => ({
  body: encode({ version: [2, 0], code, requestId: 1, groups }),
});
const job = (id: number, state: number, ...more: Attribute[]) => ({
  tag: Group.job,
  attributes: [ipp.integer('job-id', id), ipp.enum('job-state', state), ...more],
});

describe('the print client', () => {
  it('takes a printer that hangs up, errs or talks nonsense for one that is away', async () => {
    answer = () => 'hang up';
    await expect(getPrinter(uri)).rejects.toBeInstanceOf(PrinterAway);
    answer = () => ({ status: 500, body: Buffer.from('') });
    await expect(getPrinter(uri)).rejects.toThrow(/HTTP 500/);
    answer = () => ({ body: Buffer.from('<html>') });
    await expect(getPrinter(uri)).rejects.toThrow(/not IPP/);
  });

  it('says what a printer refused, in the printer’s words', async () => {
    answer = () =>
      reply(Status.notPossible, [
        { tag: Group.operation, attributes: [ipp.text('status-message', 'not while I eat')] },
      ]);
    await expect(createJob(uri, 'x', [])).rejects.toThrow('The printer refused: not while I eat');
    answer = () => reply(Status.forbidden);
    await expect(createJob(uri, 'x', [])).rejects.toThrow(/status 0x0401/);
    await expect(createJob(uri, 'x', [])).rejects.toBeInstanceOf(PrinterRefused);
  });

  it('knows a job that is gone from one it cannot ask about', async () => {
    answer = () => reply(Status.notFound);
    expect(await getJob(uri, 3)).toBeNull();
    answer = () => reply(Status.gone);
    expect(await getJob(uri, 3)).toBeNull();
    answer = () => reply(Status.internalError);
    await expect(getJob(uri, 3)).rejects.toBeInstanceOf(PrinterRefused);
  });

  it('reads jobs, counting sheets by impressions where the printer does not count sheets', async () => {
    answer = (m) =>
      reply(
        0,
        m.code === Operation.getJobs && m.groups[0]!.attributes.some((a) => a.values[0]!.value === 'completed')
          ? [job(1, JobState.completed, ipp.integer('job-media-sheets-completed', 9))]
          : [
              job(
                2,
                JobState.processing,
                ipp.integer('job-impressions-completed', 7),
                ipp.keyword('job-state-reasons', 'none'),
              ),
            ],
      );
    expect(await getJobs(uri)).toEqual([
      expect.objectContaining({ id: 2, state: 'processing', sheetsDone: 3, reasons: [], documents: null }),
      expect.objectContaining({ id: 1, state: 'completed', sheetsDone: 9 }),
    ]);
  });

  it('asks a printer only for what it knows', () => {
    const wish: JobWish = {
      name: 'x',
      copies: 4,
      sides: 'two-sided-long-edge',
      media: { width: 320, height: 450, grammage: 129.6, name: 'Silk', source: 'tray-2' },
      otherMedia: [],
      hold: true,
    };
    const printer = {
      name: 'p',
      state: 'idle' as const,
      reasons: [],
      accepting: true,
      operations: new Set<number>(),
      formats: [],
      knows: new Set(['copies', 'sides', 'media-col']),
      sides: ['one-sided'],
      mediaMembers: ['media-size'],
      overrides: [],
    };
    expect(jobAttributes(wish, printer)).toEqual([
      ipp.integer('copies', 4),
      ipp.keyword('sides', 'one-sided'),
      ipp.collection('media-col', [
        ipp.collection('media-size', [ipp.integer('x-dimension', 32000), ipp.integer('y-dimension', 45000)]),
      ]),
    ]);
    const all = jobAttributes(wish, {
      ...printer,
      knows: new Set([...printer.knows, 'print-scaling', 'finishings', 'job-hold-until']),
      sides: ['two-sided-long-edge'],
      mediaMembers: ['media-weight-metric'],
    });
    expect(all.map((a) => a.name)).toEqual([
      'copies',
      'sides',
      'media-col',
      'print-scaling',
      'finishings',
      'job-hold-until',
    ]);
    expect(all).toContainEqual(ipp.collection('media-col', [ipp.integer('media-weight-metric', 130)]));
  });

  it('explains what printers say', () => {
    expect(explain(['media-empty'])).toContain('Out of paper');
    expect(explain(['media-jam-error'])).toContain('jammed');
    expect(explain(['printer-stopped', 'cover-open-report'])).toContain('cover');
    expect(explain(['printer-stopped'])).toBe('The printer has stopped.');
    expect(explain(['com.example.odd'])).toBeNull();
  });
});
