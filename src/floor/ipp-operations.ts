import { createWriteStream, rmSync } from 'node:fs';
import { open, rename, stat } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  ipp,
  numberOf,
  textOf,
  textsOf,
  type Attribute,
  type AttributeGroup,
  type Message,
  type Value,
} from '../machines/ipp/codec';
import { Group, Operation, Status, Tag } from '../machines/ipp/tags';
import { jobAttributes, printerAttributes, type Told } from './ipp-attributes';
import { wishesOf } from './ipp-wishes';
import { Refusal } from './refusal';
import type { Press } from './press';
import type { SpooledJob } from './spool';

export interface IppService {
  readonly press: Press;
  readonly uri: string;
  readonly panel: string;
  /** Looks into a document that has arrived, and makes a sound copy where it needs one. @returns its pages; throws where it is none */
  readonly check: (path: string, copy: string) => Promise<number>;
}

/** The operation attributes of a request, by name. */
export type Operations = ReadonlyMap<string, readonly Value[]>;

/** What a request comes to. */
export interface Answer {
  readonly ignored: readonly Attribute[];
  readonly groups: readonly AttributeGroup[];
}

/** A request as it is answered. */
export interface Asked {
  readonly service: IppService;
  readonly message: Message;
  readonly op: Operations;
  /** What follows the request: a document. */
  readonly rest: Readable;
}
type Answering = (asked: Asked) => Answer | Promise<Answer>;

const NOTHING: Answer = { ignored: [], groups: [] };

async function print({ service, message, op, rest }: Asked): Promise<Answer> {
  checkFormat(op);
  const { ignored, wish } = wishesOf(message, op);
  const job = service.press.create(wish);
  await receive(service, job, rest);
  return { ignored, groups: [jobGroup(service, service.press.job(job.id)!)] };
}

async function send({ service, op, rest }: Asked): Promise<Answer> {
  const job = jobOf(service, op);
  if (!op.has('last-document'))
    throw new Refusal(Status.badRequest, 'The request does not say whether this is the last document.');
  checkFormat(op);
  if (job.documents > 0 || job.completedAt !== null)
    throw new Refusal(Status.notPossible, 'The job has its document already.');
  if (job.reasons.includes('job-incoming'))
    throw new Refusal(Status.notPossible, 'The job’s document is arriving already.');
  await receive(service, job, rest);
  return { ignored: [], groups: [jobGroup(service, service.press.job(job.id)!)] };
}

/** What is done with a job in a state in which it can be done. */
const toJob =
  (can: (job: SpooledJob) => boolean, cannot: string, act: (press: Press, id: number) => void): Answering =>
  ({ service, op }) => {
    const job = jobOf(service, op);
    if (!can(job)) throw new Refusal(Status.notPossible, `The job is ${job.state}${cannot}`);
    act(service.press, job.id);
    return NOTHING;
  };
const waits = (job: SpooledJob): boolean => job.state === 'pending' || job.state === 'held';

const pausing =
  (paused: boolean): Answering =>
  ({ service }) => {
    service.press.pause(paused);
    return NOTHING;
  };

/** What is spoken here, by the code of the operation (RFC 8011, 4.2 and 4.3). */
export const OPERATIONS = new Map<number, Answering>([
  [
    Operation.getPrinterAttributes,
    ({ service: { press, uri, panel }, op }) => ({
      ignored: [],
      groups: [
        { tag: Group.printer, attributes: asked(printerAttributes(press, uri, panel), op, 'printer-description') },
      ],
    }),
  ],
  [
    Operation.validateJob,
    ({ message, op }) => {
      checkFormat(op);
      return { ignored: wishesOf(message, op).ignored, groups: [] };
    },
  ],
  [
    Operation.createJob,
    ({ service, message, op }) => {
      const { ignored, wish } = wishesOf(message, op);
      return { ignored, groups: [jobGroup(service, service.press.create(wish))] };
    },
  ],
  [Operation.printJob, print],
  [Operation.sendDocument, send],
  [
    Operation.getJobAttributes,
    ({ service, op }) => {
      const told = jobAttributes(service.press, jobOf(service, op), service.uri, service.panel);
      return { ignored: [], groups: [{ tag: Group.job, attributes: asked(told, op, 'job-description') }] };
    },
  ],
  [Operation.getJobs, ({ service, op }) => ({ ignored: [], groups: listed(service, op) })],
  [
    Operation.cancelJob,
    toJob(
      (job) => job.completedAt === null,
      ' already.',
      (press, id) => press.end(id, 'canceled', 'job-canceled-by-user'),
    ),
  ],
  [Operation.holdJob, toJob(waits, '; it cannot be held.', (press, id) => press.hold(id))],
  [Operation.releaseJob, toJob(waits, '; there is nothing to release.', (press, id) => press.release(id))],
  [Operation.pausePrinter, pausing(true)],
  [Operation.resumePrinter, pausing(false)],
]);

function checkFormat(op: Operations): void {
  const format = textOf(op.get('document-format'));
  if (format && format !== 'application/pdf')
    throw new Refusal(Status.formatNotSupported, `Only PDF is printed here, not ${format}.`, [
      ipp.mime('document-format', format),
    ]);
  const compression = textOf(op.get('compression'));
  if (compression && compression !== 'none')
    throw new Refusal(Status.compressionNotSupported, 'Documents must not be compressed.', [
      ipp.keyword('compression', compression),
    ]);
}

function jobOf(service: IppService, op: Operations): SpooledJob {
  const uri = textOf(op.get('job-uri'));
  const id = uri ? Number(/(\d+)$/.exec(uri)?.[1]) : numberOf(op.get('job-id'));
  const job = id === undefined ? undefined : service.press.job(id);
  if (!job) throw new Refusal(Status.notFound, `There is no job ${id ?? ''} here.`);
  return job;
}

/** Takes the document to disk, makes sure it is there, and looks into it. */
async function receive(service: IppService, job: SpooledJob, rest: Readable): Promise<void> {
  const { press } = service;
  const path = press.options.spool.path(job.id);
  const part = `${path}.part`;
  const held = (): string[] => (press.job(job.id)?.state === 'held' ? ['job-hold-until-specified'] : []);
  const lacking = (): void => {
    rmSync(part, { force: true });
    if (press.job(job.id)?.completedAt === null)
      press.update(job.id, { reasons: ['job-data-insufficient', ...held()] });
  };
  press.update(job.id, { reasons: ['job-incoming', ...held()] });
  try {
    await pipeline(rest, createWriteStream(part, { flush: true }));
  } catch (e) {
    lacking();
    const full = ['ENOSPC', 'EDQUOT'].includes((e as NodeJS.ErrnoException).code ?? '');
    throw full
      ? new Refusal(Status.temporaryError, 'The spool is full. Make room; then it can be sent again.')
      : new Refusal(Status.badRequest, 'The document was cut short.');
  }
  const { size } = await stat(part);
  let pages: number;
  try {
    pages = await service.check(part, `${path}.work`);
  } catch {
    rmSync(part, { force: true });
    press.end(job.id, 'aborted', 'document-format-error');
    throw new Refusal(Status.formatError, 'The document is no sound PDF.');
  }
  await rename(part, path);
  const folder = await open(press.options.spool.folder, 'r');
  await folder.sync();
  await folder.close();
  // canceled while it came in
  if (press.job(job.id)?.completedAt === null) press.received(job.id, size, pages);
}

/** The attributes a client asked for, by name or by group; all of them by default. */
function asked(told: readonly Told[], op: Operations, description: Told['group']): Attribute[] {
  const names = new Set(textsOf(op.get('requested-attributes')));
  const everything = names.size === 0 || names.has('all');
  return told
    .filter(
      ({ group, attribute }) =>
        everything || names.has(attribute.name) || names.has(group === 'job-template' ? group : description),
    )
    .map(({ attribute }) => attribute);
}

function jobGroup(service: IppService, job: SpooledJob): AttributeGroup {
  const names = new Set(['job-uri', 'job-id', 'job-state', 'job-state-reasons', 'number-of-intervening-jobs']);
  return {
    tag: Group.job,
    attributes: jobAttributes(service.press, job, service.uri, service.panel)
      .map((t) => t.attribute)
      .filter((a) => names.has(a.name)),
  };
}

function listed(service: IppService, op: Operations): AttributeGroup[] {
  const which = textOf(op.get('which-jobs')) ?? 'not-completed';
  if (which !== 'completed' && which !== 'not-completed')
    throw new Refusal(Status.attributesNotSupported, `There is no list of jobs “${which}”.`, [
      ipp.keyword('which-jobs', which),
    ]);
  const mine = op.get('my-jobs')?.[0]?.value === true;
  const user = textOf(op.get('requesting-user-name'));
  const limit = numberOf(op.get('limit')) ?? Infinity;
  let jobs = service.press
    .all()
    .filter((j) => (j.completedAt !== null) === (which === 'completed') && (!mine || j.user === user));
  if (which === 'completed') jobs = [...jobs].reverse();
  const names = textsOf(op.get('requested-attributes'));
  const wanted: Operations = new Map([
    ...op,
    [
      'requested-attributes',
      (names.length > 0 ? names : ['job-uri', 'job-id']).map((value) => ({ tag: Tag.keyword, value })),
    ],
  ]);
  return jobs.slice(0, limit).map((job) => ({
    tag: Group.job,
    attributes: asked(jobAttributes(service.press, job, service.uri, service.panel), wanted, 'job-description'),
  }));
}
