import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { request as httpRequest, type ClientRequest, type IncomingMessage, type RequestOptions } from 'node:http';
import { request as httpsRequest } from 'node:https';
import type { TLSSocket } from 'node:tls';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { PrinterAddress, PrinterAway, PrinterHttp, PrinterUntrusted } from './errors';

/** Where a printer is, and what it must show to be believed. */
export interface PrinterAt {
  /** `ipp:` or `ipps:` (RFC 8010, 4; RFC 7472). */
  readonly uri: string;
  /** The certificate to expect, SHA-256, where the operator has said so; else one that an authority has signed. */
  readonly pin?: string | null;
}

/** Milliseconds and bytes that an exchange may take. */
export interface Patience {
  /** From the last byte sent to the last of the answer: a printer that drips its answer is not waited for. */
  readonly answer: number;
  /** Without a byte going out. */
  readonly stall: number;
  readonly largest: number;
}

const PATIENCE: Patience = { answer: 15_000, stall: 60_000, largest: 4 << 20 };

export interface Endpoint {
  readonly secure: boolean;
  readonly options: RequestOptions;
}

/** An address taken apart. @throws PrinterAddress */
export function endpointOf(uri: string): Endpoint {
  const m = /^(ipps?):\/\/(.*)$/is.exec(uri.trim());
  if (!m) throw new PrinterAddress(uri, 'only ipp and ipps are spoken');
  const secure = m[1]!.toLowerCase() === 'ipps';
  let url: URL;
  try {
    url = new URL(`${secure ? 'https' : 'http'}://${m[2]}`);
  } catch {
    throw new PrinterAddress(uri, 'it is no address');
  }
  if (url.username || url.password) throw new PrinterAddress(uri, 'names and passwords do not belong in it');
  // a URL drops the port that is its scheme's own: both schemes of IPP have 631 (RFC 8010, 4.1.2; RFC 7472, 4.2)
  const said = /^(?:\[[^\]]*\]|[^/:?#]*):(\d+)/.exec(m[2]!)?.[1];
  return {
    secure,
    options: {
      // what stands in brackets is an IPv6 address, and is connected to without them
      hostname: url.hostname.replace(/^\[(.*)\]$/, '$1'),
      port: Number(said ?? 631),
      path: `${url.pathname}${url.search}`,
      method: 'POST',
      agent: false,
    },
  };
}

const plainFingerprint = (pin: string): string => pin.replace(/[^0-9a-f]/gi, '').toUpperCase();

/** Throws where the other side has not shown who it is. */
function checkCertificate(socket: TLSSocket, pin: string | null): void {
  const { fingerprint256 } = socket.getPeerCertificate();
  if (pin) {
    if (plainFingerprint(fingerprint256 ?? '') !== plainFingerprint(pin))
      throw new PrinterUntrusted(fingerprint256 ?? '', 'it is another than the one kept with the machine');
  } else if (!socket.authorized)
    throw new PrinterUntrusted(fingerprint256 ?? '', String(socket.authorizationError ?? 'nobody vouches for it'));
}

/** What is sent, and how long is waited for what. */
interface Sending {
  readonly head: Buffer;
  readonly file: string | undefined;
  readonly pin: string | null;
  readonly secure: boolean;
  readonly signal: AbortSignal | undefined;
  readonly patience: Patience;
}

/** An exchange under way: everything that it has opened is closed by its end, whichever way it ends. */
class Exchange {
  private document: Readable | null = null;
  private timer: NodeJS.Timeout | undefined;
  private ended = false;
  /** Whether an answer has begun: what breaks from then on is its own affair. */
  private answering = false;

  constructor(
    private readonly req: ClientRequest,
    private readonly it: Sending,
    private readonly resolve: (bytes: Buffer) => void,
    private readonly reject: (e: Error) => void,
  ) {}

  run(): void {
    const { req, it } = this;
    req.on('error', (e: NodeJS.ErrnoException) => this.awaySoon(e.code ?? e.message, it.file ? 150 : 0));
    req.on('close', () => this.awaySoon('the connection was closed', it.file ? 200 : 0));
    req.on('response', (res) => this.take(res));
    if (it.signal?.aborted) return this.stop();
    it.signal?.addEventListener('abort', this.stop);
    this.within(it.patience.answer, 'no connection in time');
    if (!it.secure) this.begin();
    else
      req.on('socket', (socket) =>
        socket.once('secureConnect', () => {
          try {
            checkCertificate(socket as TLSSocket, it.pin);
            this.begin();
          } catch (e) {
            this.fail(e as Error);
          }
        }),
      );
  }

  private begin(): void {
    const { req, it } = this;
    const { answer, stall } = it.patience;
    req.write(it.head);
    if (!it.file) {
      req.end();
      this.within(answer, 'no answer in time');
      return;
    }
    this.document = createReadStream(it.file, { highWaterMark: 1 << 18 });
    const count = new Transform({
      transform: (chunk, _encoding, done) => {
        this.within(stall, 'it takes no more bytes');
        done(null, chunk);
      },
    });
    pipeline(this.document, count, req).then(
      () => this.within(Math.max(answer, stall), 'no answer in time'),
      // a printer that refuses in the middle closes at once; what it says may still be on its way
      (e: NodeJS.ErrnoException) => this.awaySoon(e.code ?? e.message, 150),
    );
  }

  private take(res: IncomingMessage): void {
    this.answering = true;
    readWhole(res, this.it.patience.largest).then(
      (bytes) => {
        if (res.statusCode === 200) this.end(() => this.resolve(bytes));
        else this.fail(new PrinterHttp(res.statusCode ?? 0, wordsIn(res, bytes)));
      },
      (e: Error) =>
        e instanceof PrinterAway ? this.fail(e) : this.away((e as NodeJS.ErrnoException).code ?? e.message),
    );
  }

  private end(settle: () => void): void {
    if (this.ended) return;
    this.ended = true;
    clearTimeout(this.timer);
    this.it.signal?.removeEventListener('abort', this.stop);
    this.document?.destroy();
    this.req.destroy();
    settle();
  }

  private fail(e: Error): void {
    this.end(() => this.reject(e));
  }

  private away(reason: string): void {
    this.fail(new PrinterAway(reason));
  }

  private awaySoon(reason: string, ms: number): void {
    setTimeout(() => this.answering || this.away(reason), ms);
  }

  private readonly stop = (): void => this.away('stopped');

  private within(ms: number, reason: string): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.away(reason), ms);
  }
}

/**
 * Sends bytes, and a file behind them, to a printer; gives the whole answer. Everything opened is closed again,
 * whichever way it ends.
 * @throws PrinterAway, PrinterHttp, PrinterUntrusted, PrinterAddress
 */
export async function exchange(
  at: PrinterAt,
  head: Buffer,
  { file, signal, patience }: { file?: string; signal?: AbortSignal; patience?: Partial<Patience> } = {},
): Promise<Buffer> {
  const { secure, options } = endpointOf(at.uri);
  const length = head.length + (file ? (await stat(file)).size : 0);
  const request = {
    ...options,
    headers: { 'Content-Type': 'application/ipp', 'Content-Length': length, Connection: 'close' },
    // a certificate is looked at when it is shown: one that is pinned need not be signed by anybody
    ...(secure ? { rejectUnauthorized: false } : {}),
  };
  const it = { head, file, pin: at.pin ?? null, secure, signal, patience: { ...PATIENCE, ...patience } };
  return new Promise<Buffer>((resolve, reject) =>
    new Exchange(secure ? httpsRequest(request) : httpRequest(request), it, resolve, reject).run(),
  );
}

/** An answer's bytes, no more than may be. */
async function readWhole(res: IncomingMessage, largest: number): Promise<Buffer> {
  const parts: Buffer[] = [];
  let size = 0;
  for await (const part of res as AsyncIterable<Buffer>) {
    size += part.length;
    if (size > largest) throw new PrinterAway('its answer has no end');
    parts.push(part);
  }
  if (!res.complete) throw new PrinterAway('its answer was cut short');
  return Buffer.concat(parts);
}

/** What a page of an error says, as one short line. */
function wordsIn(res: IncomingMessage, bytes: Buffer): string {
  const text = /text|json/.test(res.headers['content-type'] ?? '')
    ? bytes
        .toString('utf8')
        .replace(/<(script|style)[\s\S]*?<\/\1>/gi, ' ')
        .replace(/<[^>]*>/g, ' ')
    : '';
  const line = (text.trim() || (res.statusMessage ?? '')).replace(/[\s\p{Cc}]+/gu, ' ').trim();
  return [...line].slice(0, 160).join('');
}
