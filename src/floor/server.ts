import { existsSync, rmSync } from 'node:fs';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join, resolve } from 'node:path';
import { Hands } from '../pdf';
import type { IppService } from './ipp-operations';
import { answer } from './ipp-service';
import { answerDesk, Desk } from './orders';
import { panelPage } from './panel';
import { Press, sheetsOf } from './press';
import type { Asked } from './asked';
import { answerGuillotine, Guillotine, type Looking } from './guillotine';
import { answerSlitter, Slitter } from './slitter';
import { Spool, type SpooledJob } from './spool';
import { tellingTo, type Telling } from './telling';

export interface FloorOptions {
  readonly name: string;
  /** 0 for any free one. */
  readonly port: number;
  readonly spool: string;
  readonly speed: number;
  readonly factor: number;
  /** What the slitter beside it is called, and the guillotine. */
  readonly slitter?: string;
  readonly guillotine?: string;
  /** Seconds that a job may wait for its document. */
  readonly timeout?: number;
  /** Where Odd Sparrow answers, for the order system beside the press; without it there is none. */
  readonly application?: string | undefined;
}

export interface Floor {
  readonly server: Server;
  readonly port: number;
  readonly uri: string;
  readonly press: Press;
  readonly slitter: Slitter;
  readonly guillotine: Guillotine;
  readonly close: () => Promise<void>;
}

/** What requests are answered with. */
interface Answering {
  readonly press: Press;
  readonly service: IppService;
  readonly hands: Hands;
  readonly desk: Desk | null;
  readonly slitter: Slitter;
  readonly guillotine: Guillotine;
  readonly looking: Looking;
}

function sending(res: ServerResponse): Asked['send'] {
  return (status, type, body) => {
    if (res.headersSent) return;
    res.writeHead(status, {
      'Content-Type': type,
      'Cache-Control': 'no-store',
      'X-Content-Type-Options': 'nosniff',
      ...(status >= 400 ? { Connection: 'close' } : {}),
    });
    res.end(body);
  };
}

function answerIpp({ service }: Answering, { req, send }: Asked): void {
  // a form of another site can send any text, and this type only with leave that it never gets
  if (!/^application\/ipp\b/i.test(req.headers['content-type'] ?? ''))
    return send(415, 'text/plain', 'Only application/ipp is answered here.');
  // who sends nothing for a minute has gone
  req.setTimeout(60_000, () => req.destroy());
  answer(service, req).then(
    (bytes) => send(200, 'application/ipp', bytes),
    (e: unknown) => {
      // who hung up in the middle is no failure of ours
      if (!req.destroyed) console.error(e);
      send(500, 'text/plain', 'The stand-in failed.');
    },
  );
}

function provoke({ press }: Answering, { pathname, send }: Asked): void {
  const what = pathname.slice('/provoke/'.length);
  if (what === 'media-empty' || what === 'media-jam') press.provoke(what);
  else if (what === 'clear') press.provoke(null);
  else if (what === 'pause' || what === 'resume') press.pause(what === 'pause');
  else return send(404, 'text/plain', 'There is nothing of that name to provoke.');
  send(200, 'application/json', JSON.stringify(panelState(press)));
}

/** A page of a job that has been printed. */
function showPicture({ press, hands }: Answering, { send }: Asked, id: number, page: number): void {
  const job = press.job(id);
  const path = job && press.options.spool.path(job.id);
  if (!job || !path || !existsSync(path) || page < 1 || page > Math.min(job.pages, Math.floor(job.printed)))
    return send(404, 'text/plain', 'Not printed yet.');
  const sound = existsSync(`${path}.work`) ? `${path}.work` : path;
  hands.run('draw', { path: sound, page, width: 420 }).then(
    (jpeg) => send(200, 'image/jpeg', jpeg),
    (e: Error) => send(422, 'text/plain', `This page cannot be drawn. ${e.message}`),
  );
}

function answerRequest(by: Answering, asked: Asked): void {
  const { press } = by;
  const { req, pathname, send } = asked;
  const problem = askedWrongly(req);
  if (problem) return send(problem.status, 'text/plain', problem.message);
  const picture = /^\/pictures\/(\d+)\/(\d+)\.jpg$/.exec(pathname);
  if (req.method === 'POST' && pathname.startsWith('/ipp/')) answerIpp(by, asked);
  else if (answerDesk(by.desk, asked) || answerFinishers(by, asked)) return;
  else if (req.method === 'POST' && pathname.startsWith('/provoke/')) provoke(by, asked);
  else if (pathname === '/state') send(200, 'application/json', JSON.stringify(panelState(press)));
  else if (picture) showPicture(by, asked, Number(picture[1]), Number(picture[2]));
  else if (pathname === '/') send(200, 'text/html; charset=utf-8', panelPage(press.options.name));
  else send(404, 'text/plain', 'Nothing here.');
}

/** What is asked of the machines beside the press: a stack that one of them has the other does not take. */
function answerFinishers({ press, slitter, guillotine, looking }: Answering, asked: Asked): boolean {
  const atSlitter = (job: number): boolean => slitter.all().some((s) => s.job === job);
  return (
    answerSlitter(slitter, press, asked, (job) => guillotine.has(job)) ||
    answerGuillotine(guillotine, press, asked, { looking, elsewhere: atSlitter })
  );
}

/** Prints what is to be printed, ten times a second. */
const ticking = (press: Press): NodeJS.Timeout =>
  setInterval(() => {
    try {
      press.tick();
    } catch (e) {
      // a spool without room: what is printed next is written down when there is some
      console.error((e as Error).message);
    }
  }, 100);

/** The slitter that stands beside the press, its guide on the right: what it is loaded with is in the press's folder. */
const slitterBeside = (
  press: Press,
  { spool, factor, slitter = 'Redshank' }: FloorOptions,
  onChange: (slitter: Slitter) => void,
): Slitter =>
  new Slitter({
    onChange,
    name: slitter,
    guide: 'right',
    folder: join(spool, 'slitter'),
    speed: 900,
    factor,
    worker: join(resolve(process.env.ODD_SPARROW_WORKERS ?? 'dist/workers'), 'slitter.mjs'),
    document: (job) => soundOf(press, job),
  });

/** The document of a press's job, as it can be followed. */
function soundOf(press: Press, job: number): string {
  const path = press.options.spool.path(job);
  return existsSync(`${path}.work`) ? `${path}.work` : path;
}

/** Wide enough to be looked at on the guillotine's table, pixels. */
const WIDE = 1100;

/** Looks into documents for the guillotine; the page that was drawn last is kept: every pile of a sheet shows a part of it. */
function lookingBy(press: Press, hands: Hands): Looking {
  let last: { readonly of: string; readonly drawn: Promise<Uint8Array> } | null = null;
  return {
    sizeOf: async (job, page) => {
      const copy = `${press.options.spool.path(job)}.size`;
      try {
        const { artwork } = await hands.run('read', { path: soundOf(press, job), copy });
        const { width, height } = artwork.pages[page - 1]!.media;
        return { width, height };
      } finally {
        rmSync(copy, { force: true });
      }
    },
    draw: (job, page) => {
      const of = `${job} ${page}`;
      if (last?.of !== of) {
        const drawn = hands.run('draw', { path: soundOf(press, job), page, width: WIDE });
        last = { of, drawn };
        // what could not be drawn is tried again
        drawn.catch(() => (last = null));
      }
      return last.drawn;
    },
  };
}

/** Starts a stand-in press: a real IPP service on loopback, with a panel to look at it and to provoke trouble. */
export async function startFloor(options: FloorOptions): Promise<Floor> {
  // what arrives is looked into in a thread that can be taken away from it: the press must go on
  const hands = new Hands({
    file: join(resolve(process.env.ODD_SPARROW_WORKERS ?? 'dist/workers'), 'pdf.mjs'),
    hands: 1,
    seconds: 30,
  });
  const press = new Press({ ...options, spool: new Spool(options.spool), now: Date.now });
  const server = createServer({ requestTimeout: 0, headersTimeout: 20_000 });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(options.port, '127.0.0.1', resolve);
  });
  const { port } = server.address() as AddressInfo;
  const uri = `ipp://127.0.0.1:${port}/ipp/print`;
  const service: IppService = {
    press,
    uri,
    panel: `http://127.0.0.1:${port}/`,
    check: async (path, copy) => (await hands.run('read', { path, copy })).artwork.pages.length,
  };
  const desk = options.application === undefined ? null : new Desk(options.application);
  const { application, guillotine: named = 'Avocet' } = options;
  const tellings: Telling[] = [];
  const told = (): Telling['changed'] => {
    if (application === undefined) return () => undefined;
    const telling = tellingTo(application);
    tellings.push(telling);
    return telling.changed;
  };
  const [ofSlitter, ofGuillotine] = [told(), told()];
  const slitter = slitterBeside(press, options, ofSlitter);
  const guillotine = new Guillotine({
    name: named,
    folder: join(options.spool, 'guillotine'),
    onChange: ofGuillotine,
  });
  ofSlitter(slitter);
  ofGuillotine(guillotine);
  const timer = ticking(press);
  server.on('clientError', (_e, socket) => {
    if (socket.writable) socket.end('HTTP/1.1 400 Bad Request\r\nConnection: close\r\nContent-Length: 0\r\n\r\n');
  });
  const looking = lookingBy(press, hands);
  server.on('request', (req, res) => {
    res.on('error', () => undefined);
    const pathname = (req.url ?? '/').split('?')[0]!;
    answerRequest({ press, service, hands, desk, slitter, guillotine, looking }, { req, pathname, send: sending(res) });
  });

  return {
    server,
    port,
    uri,
    press,
    slitter,
    guillotine,
    close: async () => {
      clearInterval(timer);
      for (const telling of tellings) telling.close();
      await slitter.close();
      await hands.close();
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}

/**
 * Why a request is not answered, by who asks: only under its own name on this machine, and by no page of another site in
 * the same browser. An Origin is compared as it stands; `null` is nobody's.
 */
function askedWrongly(req: IncomingMessage): { status: number; message: string } | null {
  const host = req.headers.host ?? '';
  if (!/^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/i.test(host)) return { status: 421, message: 'Not under this name.' };
  const { origin } = req.headers;
  if (origin !== undefined && origin !== `http://${host}`) return { status: 403, message: 'Not from there.' };
  return null;
}

function panelState(press: Press) {
  const { state, reasons } = press.state();
  const shown = (j: SpooledJob) => ({
    id: j.id,
    name: j.name,
    state: j.state,
    copies: j.copies,
    pages: j.pages,
    sides: j.sides,
    stocks: [...new Set([j.media?.info ?? '', ...j.others.map((o) => o.media.info)])].filter((s) => s !== ''),
    sheets: sheetsOf(j, j.pages * j.copies),
    sheetsDone: sheetsOf(j, j.printed),
    pictures: Math.min(j.pages, Math.floor(j.printed)),
  });
  return { state, reasons, jobs: [...press.all()].reverse().slice(0, 12).map(shown) };
}
