import { join } from 'node:path';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  attributesOf,
  decode,
  encode,
  ipp,
  numberOf,
  textOf,
  textsOf,
  type Attribute,
  type Message,
} from '../machines/ipp/codec';
import { Group, JobState, Operation, Status } from '../machines/ipp/tags';
import { numberedPages, scratch, writePdf } from '../pdf/testing';
import { startFloor, type Floor } from './server';

const dir = scratch();
let floor: Floor;
let pdf: Buffer;

beforeAll(async () => {
  writePdf(join(dir, 'two.pdf'), numberedPages(2));
  pdf = readFileSync(join(dir, 'two.pdf'));
  floor = await startFloor({ name: 'Bench', port: 0, spool: join(dir, 'spool'), speed: 3600, factor: 1 });
  floor.press.pause(true);
});
afterAll(() => floor.close());

interface Asked {
  readonly code: number;
  readonly operation?: readonly Attribute[];
  readonly job?: readonly Attribute[];
  readonly data?: Buffer;
  readonly version?: readonly [number, number];
  readonly head?: readonly Attribute[];
}

/** Sends a request as bytes and reads the answer. */
async function ask({ code, operation = [], job, data, version = [2, 0], head }: Asked): Promise<Message> {
  const first = head ?? [
    ipp.charset('attributes-charset', 'utf-8'),
    ipp.language('attributes-natural-language', 'en'),
    ipp.uri('printer-uri', floor.uri),
  ];
  const bytes = encode({
    version,
    code,
    requestId: 5,
    groups: [
      { tag: Group.operation, attributes: [...first, ...operation] },
      ...(job ? [{ tag: Group.job, attributes: job }] : []),
    ],
  });
  const res = await fetch(floor.uri.replace('ipp:', 'http:'), {
    method: 'POST',
    headers: { 'Content-Type': 'application/ipp' },
    body: new Uint8Array(data ? Buffer.concat([bytes, data]) : bytes),
  });
  const { message } = decode(Buffer.from(await res.arrayBuffer()));
  expect(message.requestId).toBe(5);
  return message;
}
const print = (job: readonly Attribute[], operation: readonly Attribute[] = []): Promise<Message> =>
  ask({ code: Operation.printJob, operation, job, data: pdf });
const idOf = (m: Message): number => numberOf(attributesOf(m, Group.job).get('job-id'))!;

describe('the press’s print service', () => {
  it('answers in the version it was asked in, and not in one it does not speak', async () => {
    expect((await ask({ code: Operation.getPrinterAttributes, version: [1, 1] })).version).toEqual([1, 1]);
    expect((await ask({ code: Operation.getPrinterAttributes, version: [3, 0] })).code).toBe(
      Status.versionNotSupported,
    );
  });

  it('wants charset and language first, a charset it knows, and a printer', async () => {
    const charset = ipp.charset('attributes-charset', 'utf-8');
    const language = ipp.language('attributes-natural-language', 'en');
    const uri = ipp.uri('printer-uri', floor.uri);
    expect((await ask({ code: Operation.getJobs, head: [language, charset, uri] })).code).toBe(Status.badRequest);
    expect((await ask({ code: Operation.getJobs, head: [charset, language] })).code).toBe(Status.badRequest);
    expect(
      (await ask({ code: Operation.getJobs, head: [ipp.charset('attributes-charset', 'ebcdic'), language, uri] })).code,
    ).toBe(Status.charsetNotSupported);
    expect(
      (await ask({ code: Operation.getJobs, head: [charset, language, ipp.uri('printer-uri', 'http://x/')] })).code,
    ).toBe(Status.badRequest);
  });

  it('says that it does not know an operation', async () =>
    expect((await ask({ code: 0x0003 })).code).toBe(Status.operationNotSupported));

  it('tells only what was asked for', async () => {
    const m = await ask({
      code: Operation.getPrinterAttributes,
      operation: [ipp.keyword('requested-attributes', 'printer-name', 'sides-supported')],
    });
    expect([...attributesOf(m, Group.printer).keys()].sort()).toEqual(['printer-name', 'sides-supported']);
    const template = await ask({
      code: Operation.getPrinterAttributes,
      operation: [ipp.keyword('requested-attributes', 'job-template')],
    });
    expect(attributesOf(template, Group.printer).has('copies-supported')).toBe(true);
    expect(attributesOf(template, Group.printer).has('printer-name')).toBe(false);
  });

  it('takes a job’s wishes, and gives them back', async () => {
    const size = ipp.collection('media-size', [ipp.integer('x-dimension', 32000), ipp.integer('y-dimension', 45000)]);
    const m = await print(
      [
        ipp.integer('copies', 12),
        ipp.keyword('sides', 'two-sided-long-edge'),
        ipp.enum('finishings', 3),
        ipp.collection('media-col', [size, ipp.name('media-info', 'Silk')]),
      ],
      [ipp.name('job-name', 'Wünsche'), ipp.name('requesting-user-name', 'anna')],
    );
    expect(m.code).toBe(Status.ok);
    const job = attributesOf(
      await ask({ code: Operation.getJobAttributes, operation: [ipp.integer('job-id', idOf(m))] }),
      Group.job,
    );
    expect(textOf(job.get('job-name'))).toBe('Wünsche');
    expect(numberOf(job.get('copies'))).toBe(12);
    expect(textOf(job.get('sides'))).toBe('two-sided-long-edge');
    expect(numberOf(job.get('job-state'))).toBe(JobState.pending);
    // 2 sides, 12 copies, both sides of a sheet
    expect(numberOf(job.get('job-media-sheets'))).toBe(12);
    expect(job.get('media-col')![0]!.value).toContainEqual(size);
    expect(floor.press.job(idOf(m))!.media).toEqual({ width: 32000, height: 45000, info: 'Silk' });
  });

  it('finds a job by its address as well', async () => {
    const m = await print([]);
    const uri = textOf(attributesOf(m, Group.job).get('job-uri'))!;
    const head = [
      ipp.charset('attributes-charset', 'utf-8'),
      ipp.language('attributes-natural-language', 'en'),
      ipp.uri('job-uri', uri),
    ];
    expect(idOf(await ask({ code: Operation.getJobAttributes, head }))).toBe(idOf(m));
  });

  it('knows sheets by their standard names', async () => {
    const m = await print([ipp.keyword('media', 'na_letter_8.5x11in')]);
    expect(floor.press.job(idOf(m))!.media).toMatchObject({ width: 21590, height: 27940 });
  });

  it('ignores wishes it cannot meet and says which, or refuses where they are meant to the letter', async () => {
    const wishes = [ipp.integer('copies', 0), ipp.keyword('sides', 'on-the-edge'), ipp.keyword('scented', 'yes')];
    const lenient = await print(wishes);
    expect(lenient.code).toBe(Status.okIgnored);
    expect([...attributesOf(lenient, Group.unsupported).keys()].sort()).toEqual(['copies', 'scented', 'sides']);
    expect(floor.press.job(idOf(lenient))).toMatchObject({ copies: 1, sides: 'one-sided' });
    const before = floor.press.all().length;
    const strict = await print(wishes, [ipp.boolean('ipp-attribute-fidelity', true)]);
    expect(strict.code).toBe(Status.attributesNotSupported);
    expect(floor.press.all()).toHaveLength(before);
  });

  it('takes PDF only, not packed', async () => {
    expect(
      (await ask({ code: Operation.validateJob, operation: [ipp.mime('document-format', 'image/jpeg')] })).code,
    ).toBe(Status.formatNotSupported);
    expect((await ask({ code: Operation.validateJob, operation: [ipp.keyword('compression', 'gzip')] })).code).toBe(
      Status.compressionNotSupported,
    );
    expect(
      (await ask({ code: Operation.validateJob, operation: [ipp.mime('document-format', 'application/pdf')] })).code,
    ).toBe(Status.ok);
  });

  it('wants to know whether a document is the last', async () => {
    const id = idOf(await ask({ code: Operation.createJob, job: [] }));
    expect((await ask({ code: Operation.sendDocument, operation: [ipp.integer('job-id', id)], data: pdf })).code).toBe(
      Status.badRequest,
    );
    expect(
      (
        await ask({
          code: Operation.sendDocument,
          operation: [ipp.integer('job-id', id), ipp.boolean('last-document', true)],
          data: pdf,
        })
      ).code,
    ).toBe(Status.ok);
  });

  it('lists jobs: mine, not all, done or not', async () => {
    const mine = idOf(await print([], [ipp.name('requesting-user-name', 'brida')]));
    const list = async (...operation: Attribute[]): Promise<number[]> =>
      (await ask({ code: Operation.getJobs, operation })).groups
        .filter((g) => g.tag === Group.job)
        .map((g) => numberOf(new Map(g.attributes.map((a) => [a.name, a.values])).get('job-id'))!);
    expect(await list(ipp.name('requesting-user-name', 'brida'), ipp.boolean('my-jobs', true))).toEqual([mine]);
    expect(await list(ipp.integer('limit', 2))).toHaveLength(2);
    await ask({ code: Operation.cancelJob, operation: [ipp.integer('job-id', mine)] });
    expect(await list(ipp.keyword('which-jobs', 'completed'))).toContain(mine);
    expect((await ask({ code: Operation.getJobs, operation: [ipp.keyword('which-jobs', 'lost')] })).code).toBe(
      Status.attributesNotSupported,
    );
  });

  it('holds only what waits, and pauses and resumes', async () => {
    const id = idOf(await print([ipp.keyword('job-hold-until', 'indefinite')]));
    expect(floor.press.job(id)!.state).toBe('held');
    expect((await ask({ code: Operation.releaseJob, operation: [ipp.integer('job-id', id)] })).code).toBe(Status.ok);
    expect((await ask({ code: Operation.holdJob, operation: [ipp.integer('job-id', id)] })).code).toBe(Status.ok);
    await ask({ code: Operation.cancelJob, operation: [ipp.integer('job-id', id)] });
    expect((await ask({ code: Operation.holdJob, operation: [ipp.integer('job-id', id)] })).code).toBe(
      Status.notPossible,
    );
    expect((await ask({ code: Operation.getJobAttributes, operation: [ipp.integer('job-id', 9999)] })).code).toBe(
      Status.notFound,
    );
    await ask({ code: Operation.resumePrinter });
    expect(floor.press.paused).toBe(false);
    await ask({ code: Operation.pausePrinter });
    const printer = attributesOf(await ask({ code: Operation.getPrinterAttributes }), Group.printer);
    expect(textsOf(printer.get('printer-state-reasons'))).toEqual(['paused']);
  });

  it('answers what is no IPP with a bad request', async () => {
    const res = await fetch(floor.uri.replace('ipp:', 'http:'), {
      method: 'POST',
      headers: { 'Content-Type': 'application/ipp' },
      body: 'hello',
    });
    expect(decode(Buffer.from(await res.arrayBuffer())).message.code).toBe(Status.badRequest);
    expect((await fetch(`http://127.0.0.1:${floor.port}/nothing`)).status).toBe(404);
    expect((await fetch(`http://127.0.0.1:${floor.port}/pictures/1/1.jpg`)).status).toBe(404);
  });
});
