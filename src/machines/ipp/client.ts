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
import { Group, JobState, Operation, Status } from './tags';

/** The printer cannot be reached, or went away in the middle: whether it has what was sent is not known. */
export class PrinterAway extends Error {
  constructor(readonly reason: string) {
    super(`The printer does not answer (${reason}).`);
    this.name = 'PrinterAway';
  }
}

/** The printer answered, and refused. */
export class PrinterRefused extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message || `The printer refused (status 0x${status.toString(16).padStart(4, '0')}).`);
    this.name = 'PrinterRefused';
  }
}

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

/** The sheet, in millimetres, the short edge as width (PWG 5101.1). */
export interface Media {
  readonly width: number;
  readonly height: number;
  readonly grammage: number;
  readonly name: string;
  /** The tray it is drawn from, as the printer calls it; null where the printer looks for it. */
  readonly source: string | null;
}

/** What a job asks of the printer. */
export interface JobWish {
  readonly name: string;
  readonly copies: number;
  readonly sides: 'one-sided' | 'two-sided-long-edge' | 'two-sided-short-edge';
  readonly media: Media;
  /** Pages of the document, from 1, that are printed on something else. */
  readonly otherMedia: readonly { readonly from: number; readonly to: number; readonly media: Media }[];
  readonly hold: boolean;
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

/** The members of media-col (PWG 5100.3) that a printer understands. */
function mediaCol(media: Media, printer: PrinterFacts): Attribute {
  const hundredths = (mm: number): number => Math.round(mm * 100);
  const members = [
    ipp.collection('media-size', [
      ipp.integer('x-dimension', hundredths(media.width)),
      ipp.integer('y-dimension', hundredths(media.height)),
    ]),
    ipp.integer('media-weight-metric', Math.round(media.grammage)),
    ipp.name('media-info', media.name),
    ...(media.source ? [ipp.keyword('media-source', media.source)] : []),
  ];
  return ipp.collection(
    'media-col',
    members.filter((member) => printer.mediaMembers.includes(member.name)),
  );
}

/**
 * Job template attributes, left out where the printer does not know them.
 * @throws PrinterRefused where pages have stocks of their own and the printer cannot be told: it would print them on
 *   the wrong paper
 */
export function jobAttributes(wish: JobWish, printer: PrinterFacts): Attribute[] {
  const { otherMedia } = wish;
  const mixes = printer.overrides.includes('pages') && printer.overrides.includes('media-col');
  if (otherMedia.length > 0 && !mixes)
    throw new PrinterRefused(
      Status.attributesNotSupported,
      'The printer cannot change stocks inside a job. Say so of the machine’s trays in the Sheet station, then send again: each stock goes as a job of its own.',
    );
  const all: Attribute[] = [
    ipp.integer('copies', wish.copies),
    ipp.keyword('sides', printer.sides.includes(wish.sides) ? wish.sides : 'one-sided'),
    mediaCol(wish.media, printer),
    ...(otherMedia.length > 0
      ? [
          ipp.collection(
            'overrides',
            ...otherMedia.map((o) => [ipp.range('pages', { low: o.from, high: o.to }), mediaCol(o.media, printer)]),
          ),
        ]
      : []),
    // the sheets are imposed to the size they are: a printer that makes them fit spoils them
    ipp.keyword('print-scaling', 'none'),
    ipp.enum('finishings', 3),
    ipp.keyword('multiple-document-handling', 'separate-documents-collated-copies'),
    ...(wish.hold ? [ipp.keyword('job-hold-until', 'indefinite')] : []),
  ];
  return all.filter((a) => printer.knows.has(a.name));
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
