import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { request as httpRequest } from 'node:http';
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
  type Value,
} from './codec';
import { PrinterAway, PrinterRefused } from './errors';
import { Group, JobState, Operation, Status } from './tags';

export interface PrinterFacts {
  readonly name: string;
  readonly state: 'idle' | 'processing' | 'stopped';
  readonly reasons: readonly string[];
  readonly accepting: boolean;
  /** Names of the job attributes it knows, by the `…-supported` it tells. */
  readonly knows: ReadonlySet<string>;
  readonly operations: ReadonlySet<number>;
  readonly formats: readonly string[];
  readonly sides: readonly string[];
  /** Members of media-col that it understands. */
  readonly mediaMembers: readonly string[];
  /** What it lets pages of a document have of their own (PWG 5100.6, overrides). */
  readonly overrides: readonly string[];
}

export type JobStateName = keyof typeof JobState;

export interface PrinterJob {
  readonly id: number;
  readonly name: string;
  readonly state: JobStateName;
  readonly reasons: readonly string[];
  readonly message: string;
  readonly sheetsDone: number;
  /** How many documents it has of the job; null where it does not say. */
  readonly documents: number | null;
}

const USER = 'odd-sparrow';
let lastRequest = 0;

function toHttp(uri: string): URL {
  const url = new URL(uri.replace(/^ipp:/i, 'http:'));
  if (!url.port) url.port = '631';
  return url;
}

interface Sent {
  readonly operation: number;
  readonly operationAttributes?: readonly Attribute[];
  readonly jobAttributes?: readonly Attribute[];
  /** A file that follows the message. */
  readonly file?: string;
  readonly signal?: AbortSignal;
}

/** Sends one request and reads the answer. @throws PrinterAway, PrinterRefused */
async function send(uri: string, sent: Sent, timeout = 15_000): Promise<Message> {
  const groups = [
    {
      tag: Group.operation,
      attributes: [
        ipp.charset('attributes-charset', 'utf-8'),
        ipp.language('attributes-natural-language', 'en'),
        ipp.uri('printer-uri', uri),
        ...(sent.operationAttributes ?? []),
      ],
    },
    ...(sent.jobAttributes ? [{ tag: Group.job, attributes: sent.jobAttributes }] : []),
  ];
  const head = encode({ version: [2, 0], code: sent.operation, requestId: ++lastRequest, groups });
  const fileSize = sent.file ? (await stat(sent.file)).size : 0;
  const answer = await new Promise<Buffer>((resolve, reject) => {
    const url = toHttp(uri);
    const away = (reason: string): void => reject(new PrinterAway(reason));
    const req = httpRequest(
      {
        host: url.hostname,
        port: url.port,
        path: url.pathname,
        method: 'POST',
        headers: { 'Content-Type': 'application/ipp', 'Content-Length': head.length + fileSize },
        signal: sent.signal,
      },
      (res) => {
        const parts: Buffer[] = [];
        res.on('data', (b: Buffer) => parts.push(b));
        res.on('end', () => {
          if (res.statusCode === 200) resolve(Buffer.concat(parts));
          else away(`HTTP ${res.statusCode}`);
        });
        res.on('error', (e) => away(e.message));
      },
    );
    req.setTimeout(timeout, () => req.destroy(new Error('no answer in time')));
    req.on('error', (e: NodeJS.ErrnoException) => away(e.code ?? e.message));
    req.write(head);
    if (!sent.file) req.end();
    else {
      const file = createReadStream(sent.file, { highWaterMark: 1 << 18 });
      file.on('error', (e) => req.destroy(e));
      file.pipe(req);
    }
  });
  let message: Message;
  try {
    ({ message } = decode(answer));
  } catch {
    throw new PrinterAway('its answer is not IPP');
  }
  if (message.code >= 0x0100) {
    const said = textOf(attributesOf(message, Group.operation).get('status-message'));
    throw new PrinterRefused(message.code, said ? `The printer refused: ${said}` : '');
  }
  return message;
}

/** What the printer says of itself. */
export async function getPrinter(uri: string, timeout = 5_000): Promise<PrinterFacts> {
  const m = await send(
    uri,
    { operation: Operation.getPrinterAttributes, operationAttributes: [ipp.name('requesting-user-name', USER)] },
    timeout,
  );
  const a = attributesOf(m, Group.printer);
  const state = numberOf(a.get('printer-state'));
  return {
    name: textOf(a.get('printer-name')) ?? 'printer',
    state: state === 3 ? 'idle' : state === 4 ? 'processing' : 'stopped',
    reasons: textsOf(a.get('printer-state-reasons')).filter((r) => r !== 'none'),
    accepting: a.get('printer-is-accepting-jobs')?.[0]?.value !== false,
    knows: new Set([...a.keys()].filter((k) => k.endsWith('-supported')).map((k) => k.slice(0, -'-supported'.length))),
    operations: new Set(
      (a.get('operations-supported') ?? []).flatMap((v) => (typeof v.value === 'number' ? [v.value] : [])),
    ),
    formats: textsOf(a.get('document-format-supported')),
    sides: textsOf(a.get('sides-supported')),
    mediaMembers: textsOf(a.get('media-col-supported')),
    overrides: textsOf(a.get('overrides-supported')),
  };
}

const user = ipp.name('requesting-user-name', USER);

/** Creates a job without a document. @returns its number on the printer */
export async function createJob(uri: string, name: string, attributes: readonly Attribute[]): Promise<number> {
  const m = await send(uri, {
    operation: Operation.createJob,
    operationAttributes: [user, ipp.name('job-name', name)],
    jobAttributes: attributes,
  });
  const id = numberOf(attributesOf(m, Group.job).get('job-id'));
  if (id === undefined) throw new PrinterAway('it did not number the job');
  return id;
}

/** Sends the job's one document, a PDF on disk. Waits as long as bytes move. */
export async function sendDocument(uri: string, jobId: number, file: string, signal?: AbortSignal): Promise<void> {
  await send(
    uri,
    {
      operation: Operation.sendDocument,
      operationAttributes: [
        ipp.integer('job-id', jobId),
        user,
        ipp.mime('document-format', 'application/pdf'),
        ipp.boolean('last-document', true),
      ],
      file,
      signal,
    },
    120_000,
  );
}

const WANTED = [
  'job-id',
  'job-name',
  'job-state',
  'job-state-reasons',
  'job-state-message',
  'job-media-sheets-completed',
  'job-impressions-completed',
  'number-of-documents',
  'sides',
];

function readJob(a: ReadonlyMap<string, readonly Value[]>): PrinterJob | null {
  const id = numberOf(a.get('job-id'));
  const state = Object.entries(JobState).find(([, n]) => n === numberOf(a.get('job-state')))?.[0] as
    JobStateName | undefined;
  if (id === undefined || !state) return null;
  return {
    id,
    name: textOf(a.get('job-name')) ?? '',
    state,
    reasons: textsOf(a.get('job-state-reasons')).filter((r) => r !== 'none'),
    message: textOf(a.get('job-state-message')) ?? '',
    sheetsDone:
      numberOf(a.get('job-media-sheets-completed')) ??
      Math.floor((numberOf(a.get('job-impressions-completed')) ?? 0) / 2),
    documents: numberOf(a.get('number-of-documents')) ?? null,
  };
}

/** A job, or null where the printer knows none of that number any more. */
export async function getJob(uri: string, jobId: number): Promise<PrinterJob | null> {
  try {
    const m = await send(uri, {
      operation: Operation.getJobAttributes,
      operationAttributes: [ipp.integer('job-id', jobId), user, ipp.keyword('requested-attributes', ...WANTED)],
    });
    return readJob(attributesOf(m, Group.job));
  } catch (e) {
    if (e instanceof PrinterRefused && (e.status === Status.notFound || e.status === Status.gone)) return null;
    throw e;
  }
}

/** Every job the printer remembers, done or not. */
export async function getJobs(uri: string): Promise<PrinterJob[]> {
  const lists = await Promise.all(
    ['not-completed', 'completed'].map((which) =>
      send(uri, {
        operation: Operation.getJobs,
        operationAttributes: [user, ipp.keyword('requested-attributes', ...WANTED), ipp.keyword('which-jobs', which)],
      }),
    ),
  );
  return lists.flatMap((m) =>
    m.groups
      .filter((g) => g.tag === Group.job)
      .map((g) => readJob(new Map(g.attributes.map((a) => [a.name, a.values]))))
      .filter((j) => j !== null),
  );
}

const onJob = (operation: number) => async (uri: string, jobId: number) => {
  await send(uri, { operation, operationAttributes: [ipp.integer('job-id', jobId), user] });
};

export const cancelJob = onJob(Operation.cancelJob);
export const releaseJob = onJob(Operation.releaseJob);
export const holdJob = onJob(Operation.holdJob);
