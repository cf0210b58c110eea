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
import { exchange, type Patience, type PrinterAt } from './transport';

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

/** A state of RFC 8011, or one that is not known here: then the job is somewhere between its beginning and its end. */
export type JobStateName = keyof typeof JobState | 'unknown';

export interface PrinterJob {
  readonly id: number;
  readonly name: string;
  readonly state: JobStateName;
  readonly reasons: readonly string[];
  readonly message: string;
  readonly sheetsDone: number;
  /** How many documents it has of the job; null where it does not say. */
  readonly documents: number | null;
  /** How large they are, in kilobytes; null where it does not say. */
  readonly kilobytes: number | null;
}

const USER = 'odd-sparrow';
/** A name is at most this long, in octets of UTF-8 (RFC 8011, 5.1.3). */
const LONGEST_NAME = 255;
let lastRequest = 0;

/** As much of a text as fits a number of octets, no letter cut in two. */
export function octets(text: string, most = LONGEST_NAME): string {
  let size = 0;
  let out = '';
  for (const { segment } of new Intl.Segmenter('en', { granularity: 'grapheme' }).segment(text.toWellFormed())) {
    size += Buffer.byteLength(segment);
    if (size > most) break;
    out += segment;
  }
  return out;
}

interface Sent {
  readonly operation: number;
  readonly operationAttributes?: readonly Attribute[];
  readonly jobAttributes?: readonly Attribute[];
  /** A file that follows the message. */
  readonly file?: string;
  readonly signal?: AbortSignal;
  readonly patience?: Partial<Patience>;
}

/** A printer by its address, or by all that is known of it. */
export type Printer = PrinterAt | string;
const known = (at: Printer): PrinterAt => (typeof at === 'string' ? { uri: at } : at);

/** Sends one request and reads the answer. @throws PrinterAway, PrinterRefused, PrinterHttp, PrinterUntrusted, PrinterAddress */
async function send(at: Printer, sent: Sent): Promise<Message> {
  const groups = [
    {
      tag: Group.operation,
      attributes: [
        ipp.charset('attributes-charset', 'utf-8'),
        ipp.language('attributes-natural-language', 'en'),
        ipp.uri('printer-uri', known(at).uri),
        ...(sent.operationAttributes ?? []),
      ],
    },
    ...(sent.jobAttributes ? [{ tag: Group.job, attributes: sent.jobAttributes }] : []),
  ];
  const head = encode({ version: [2, 0], code: sent.operation, requestId: ++lastRequest, groups });
  const { file, signal, patience } = sent;
  const answer = await exchange(known(at), head, { file, signal, patience });
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

/** Everything the printer says of itself (RFC 8011, 4.2.5). */
export const askPrinter = (at: Printer, timeout = 5_000): Promise<Message> =>
  send(at, {
    operation: Operation.getPrinterAttributes,
    operationAttributes: [ipp.name('requesting-user-name', USER)],
    patience: { answer: timeout },
  });

/** What the printer says of itself that sending goes by. */
export async function getPrinter(at: Printer, timeout?: number): Promise<PrinterFacts> {
  const m = await askPrinter(at, timeout);
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
export async function createJob(at: Printer, name: string, attributes: readonly Attribute[]): Promise<number> {
  const m = await send(at, {
    operation: Operation.createJob,
    operationAttributes: [user, ipp.name('job-name', octets(name))],
    jobAttributes: attributes,
  });
  const id = numberOf(attributesOf(m, Group.job).get('job-id'));
  if (id === undefined) throw new PrinterAway('it did not number the job');
  return id;
}

/** Sends the job's one document, a PDF on disk. Waits as long as bytes move. */
export async function sendDocument(at: Printer, jobId: number, file: string, signal?: AbortSignal): Promise<void> {
  await send(at, {
    operation: Operation.sendDocument,
    operationAttributes: [
      ipp.integer('job-id', jobId),
      user,
      ipp.mime('document-format', 'application/pdf'),
      ipp.boolean('last-document', true),
    ],
    file,
    signal,
    // it may look into the document before it answers
    patience: { stall: 60_000, answer: 120_000 },
  });
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
  'job-k-octets',
  'sides',
];

function readJob(a: ReadonlyMap<string, readonly Value[]>): PrinterJob | null {
  const id = numberOf(a.get('job-id'));
  if (id === undefined) return null;
  const state = (Object.entries(JobState).find(([, n]) => n === numberOf(a.get('job-state')))?.[0] ??
    'unknown') as JobStateName;
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
    kilobytes: numberOf(a.get('job-k-octets')) ?? null,
  };
}

/** A job, or null where the printer knows none of that number any more. */
export async function getJob(at: Printer, jobId: number): Promise<PrinterJob | null> {
  try {
    const m = await send(at, {
      operation: Operation.getJobAttributes,
      operationAttributes: [ipp.integer('job-id', jobId), user, ipp.keyword('requested-attributes', ...WANTED)],
    });
    const job = readJob(attributesOf(m, Group.job));
    // an answer about another job, or none, is no answer
    if (job?.id !== jobId) throw new PrinterAway('its answer is not about the job that was asked for');
    return job;
  } catch (e) {
    if (e instanceof PrinterRefused && (e.status === Status.notFound || e.status === Status.gone)) return null;
    throw e;
  }
}

/** Every job the printer remembers, done or not. */
export async function getJobs(at: Printer): Promise<PrinterJob[]> {
  const lists = await Promise.all(
    ['not-completed', 'completed'].map((which) =>
      send(at, {
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

const onJob = (operation: number) => async (at: Printer, jobId: number) => {
  await send(at, { operation, operationAttributes: [ipp.integer('job-id', jobId), user] });
};

export const cancelJob = onJob(Operation.cancelJob);
export const releaseJob = onJob(Operation.releaseJob);
export const holdJob = onJob(Operation.holdJob);
