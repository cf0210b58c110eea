/** A printer that does what printers should not: for tests and trials. It speaks IPP, and prints nothing. */
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { createServer as createSecure } from 'node:https';
import type { AddressInfo } from 'node:net';
import {
  attributesOf,
  decode,
  encode,
  ipp,
  IppIncomplete,
  numberOf,
  textOf,
  type Attribute,
  type Message,
} from '../ipp/codec';
import { Group, JobState, Operation } from '../ipp/tags';

export type Act = 'printer' | 'create' | 'document' | 'job' | 'jobs' | 'cancel';

export type Fault =
  /** The web server answers in the print service's place. */
  | { readonly kind: 'http'; readonly status: number; readonly body?: string }
  /** The connection ends before anything is done. */
  | { readonly kind: 'close' }
  /** It ends when so many bytes of the request have come. */
  | { readonly kind: 'close-after'; readonly bytes: number }
  /** All is done as asked, and the answer never comes: the connection ends. */
  | { readonly kind: 'lost' }
  /** The answer comes byte by byte, so far apart. */
  | { readonly kind: 'drip'; readonly every: number }
  /** The answer has no end. */
  | { readonly kind: 'huge' }
  /** No answer, and no end. */
  | { readonly kind: 'hang' }
  /** Refused, with a status and words of its own. */
  | { readonly kind: 'refuse'; readonly status: number; readonly said: string };

export interface FakeJob {
  readonly id: number;
  name: string;
  state: keyof typeof JobState | number;
  reasons: string[];
  documents: number;
  /** How many times it is asked to print it. */
  copies: number;
  /** Bytes of documents that have come, over all tries. */
  received: number;
}

const ACTS: Readonly<Record<number, Act>> = {
  [Operation.getPrinterAttributes]: 'printer',
  [Operation.createJob]: 'create',
  [Operation.sendDocument]: 'document',
  [Operation.getJobAttributes]: 'job',
  [Operation.getJobs]: 'jobs',
  [Operation.cancelJob]: 'cancel',
};

export class FakePrinter {
  /** What goes wrong, by act; a function decides anew each time. */
  faults: Partial<Record<Act, Fault | (() => Fault | null)>> = {};
  /** Whether it tells how many documents a job has. */
  counts = true;
  /** Every act asked of it, in order. */
  readonly asked: Act[] = [];
  readonly jobs: FakeJob[] = [];
  /** Connections open now. */
  open = 0;
  private next = 1;

  private constructor(
    readonly server: Server,
    readonly uri: string,
  ) {}

  static async start(tls?: { readonly key: string; readonly cert: string }): Promise<FakePrinter> {
    const server = tls ? (createSecure(tls) as unknown as Server) : createServer();
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as AddressInfo;
    const it = new FakePrinter(server, `${tls ? 'ipps' : 'ipp'}://127.0.0.1:${port}/ipp/print`);
    server.on('request', (req, res) => void it.answer(req, res).catch(() => res.destroy()));
    server.on(tls ? 'secureConnection' : 'connection', (socket) => {
      it.open++;
      socket.on('error', () => undefined);
      socket.on('close', () => it.open--);
    });
    return it;
  }

  /** A job of somebody else's, under the next number. */
  foreign(name: string, state: FakeJob['state'] = 'processing'): FakeJob {
    const job: FakeJob = { id: this.next++, name, state, reasons: [], documents: 1, copies: 1, received: 0 };
    this.jobs.push(job);
    return job;
  }

  times(act: Act): number {
    return this.asked.filter((a) => a === act).length;
  }

  async close(): Promise<void> {
    this.server.closeAllConnections();
    await new Promise((resolve) => this.server.close(resolve));
  }

  private async answer(req: IncomingMessage, res: ServerResponse): Promise<void> {
    let bytes = Buffer.alloc(0);
    let message: Message | null = null;
    let fault: Fault | null = null;
    let size = 0;
    for await (const chunk of req as AsyncIterable<Buffer>) {
      size += chunk.length;
      if (!message) {
        bytes = Buffer.concat([bytes, chunk]);
        try {
          ({ message } = decode(bytes));
        } catch (e) {
          if (!(e instanceof IppIncomplete)) throw e;
          continue;
        }
        const act = ACTS[message.code]!;
        this.asked.push(act);
        const wish = this.faults[act];
        fault = typeof wish === 'function' ? wish() : (wish ?? null);
        if (fault?.kind === 'close') return void res.destroy();
        if (fault?.kind === 'http') {
          // as web servers do, it goes on taking what comes, so that its answer is not lost with the connection
          const page = `<html><title>x</title><body><p>${fault.body ?? ''}</p></body></html>`;
          res.writeHead(fault.status, { 'Content-Type': 'text/html', 'Content-Length': Buffer.byteLength(page) });
          res.write(page);
        }
      }
      if (fault?.kind === 'close-after' && size >= fault.bytes) return void res.destroy();
    }
    if (fault?.kind === 'http') return void res.end();
    if (!message || fault?.kind === 'close-after') return void res.destroy();
    if (fault?.kind === 'hang') return;
    if (fault?.kind === 'refuse') return void this.reply(res, message, fault.status, [], fault.said);
    const act = ACTS[message.code]!;
    const { status, attributes } = this.act(act, message, size);
    if (fault?.kind === 'lost') return void res.destroy();
    if (fault?.kind === 'huge') {
      const more = (): void => {
        while (!res.destroyed && res.write(Buffer.alloc(1 << 16))) continue;
        if (!res.destroyed) res.once('drain', more);
      };
      res.writeHead(200, { 'Content-Type': 'application/ipp' });
      return more();
    }
    if (fault?.kind === 'drip') {
      const { every } = fault;
      res.writeHead(200, { 'Content-Type': 'application/ipp' });
      const timer = setInterval(() => res.write(Buffer.from([0])), every);
      res.on('close', () => clearInterval(timer));
      return;
    }
    this.reply(res, message, status, attributes);
  }

  private reply(
    res: ServerResponse,
    m: Message,
    code: number,
    groups: readonly { tag: number; attributes: readonly Attribute[] }[],
    said?: string,
  ): void {
    res.writeHead(200, { 'Content-Type': 'application/ipp' });
    res.end(
      encode({
        version: [2, 0],
        code,
        requestId: m.requestId,
        groups: [
          {
            tag: Group.operation,
            attributes: [
              ipp.charset('attributes-charset', 'utf-8'),
              ipp.language('attributes-natural-language', 'en'),
              ...(said ? [ipp.text('status-message', said)] : []),
            ],
          },
          ...groups,
        ],
      }),
    );
  }

  private act(
    act: Act,
    m: Message,
    size: number,
  ): { status: number; attributes: { tag: number; attributes: readonly Attribute[] }[] } {
    const op = attributesOf(m, Group.operation);
    const job = this.jobs.find((j) => j.id === numberOf(op.get('job-id')));
    const of = (j: FakeJob) => ({ tag: Group.job, attributes: this.told(j) });
    switch (act) {
      case 'printer':
        return {
          status: 0,
          attributes: [
            {
              tag: Group.printer,
              attributes: [
                ipp.name('printer-name', 'Fake'),
                ipp.enum('printer-state', 3),
                ipp.keyword('printer-state-reasons', 'none'),
                ipp.boolean('printer-is-accepting-jobs', true),
                ipp.range('copies-supported', { low: 1, high: 999_999 }),
                ipp.keyword('sides-supported', 'one-sided', 'two-sided-long-edge', 'two-sided-short-edge'),
              ],
            },
          ],
        };
      case 'create': {
        const made: FakeJob = {
          id: this.next++,
          name: textOf(op.get('job-name')) ?? '',
          state: 'pending',
          reasons: ['job-data-insufficient'],
          documents: 0,
          copies: numberOf(attributesOf(m, Group.job).get('copies')) ?? 1,
          received: 0,
        };
        this.jobs.push(made);
        return { status: 0, attributes: [of(made)] };
      }
      case 'document':
        if (!job) return { status: 0x0406, attributes: [] };
        if (job.documents > 0) return { status: 0x0404, attributes: [] };
        job.documents = 1;
        job.received += size;
        job.reasons = [];
        return { status: 0, attributes: [of(job)] };
      case 'job':
        return job ? { status: 0, attributes: [of(job)] } : { status: 0x0406, attributes: [] };
      case 'jobs': {
        const ended = textOf(op.get('which-jobs')) === 'completed';
        return {
          status: 0,
          attributes: this.jobs
            .filter((j) => ['canceled', 'aborted', 'completed'].includes(String(j.state)) === ended)
            .map(of),
        };
      }
      case 'cancel':
        if (job) job.state = 'canceled';
        return { status: job ? 0 : 0x0406, attributes: [] };
    }
  }

  private told(j: FakeJob): Attribute[] {
    return [
      ipp.integer('job-id', j.id),
      ipp.name('job-name', j.name),
      ipp.enum('job-state', typeof j.state === 'number' ? j.state : JobState[j.state]),
      ipp.keyword('job-state-reasons', ...(j.reasons.length > 0 ? j.reasons : ['none'])),
      ipp.integer('job-media-sheets-completed', 0),
      ...(this.counts ? [ipp.integer('number-of-documents', j.documents)] : []),
    ];
  }
}
