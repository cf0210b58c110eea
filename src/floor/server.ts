import { existsSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { rasterise, readArtwork } from '../pdf';
import { answer, type IppService } from './ipp-service';
import { panelPage } from './panel';
import { Press, sheetsOf } from './press';
import { Spool, type SpooledJob } from './spool';

export interface FloorOptions {
  readonly name: string;
  /** 0 for any free one. */
  readonly port: number;
  readonly spool: string;
  readonly speed: number;
  readonly factor: number;
}

export interface Floor {
  readonly server: Server;
  readonly port: number;
  readonly uri: string;
  readonly press: Press;
  readonly close: () => Promise<void>;
}

/** Starts a stand-in press: a real IPP service on loopback, with a panel to look at it and to provoke trouble. */
export async function startFloor(options: FloorOptions): Promise<Floor> {
  const press = new Press({ ...options, spool: new Spool(options.spool), now: Date.now });
  const server = createServer();
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
    check: async (path) => (await readArtwork(path, `${path}.work`)).artwork.pages.length,
  };
  const timer = setInterval(() => press.tick(), 100);

  server.on('request', (req, res) => {
    const { pathname } = new URL(req.url ?? '/', 'http://floor');
    const send = (status: number, type: string, body: string | Uint8Array): void => {
      res.writeHead(status, { 'Content-Type': type, 'Cache-Control': 'no-store' });
      res.end(body);
    };
    const picture = /^\/pictures\/(\d+)\/(\d+)\.jpg$/.exec(pathname);
    if (req.method === 'POST' && pathname.startsWith('/ipp/')) {
      answer(service, req).then(
        (bytes) => send(200, 'application/ipp', bytes),
        (e: unknown) => {
          console.error(e);
          if (!res.headersSent) send(500, 'text/plain', 'The stand-in failed.');
        },
      );
    } else if (req.method === 'POST' && pathname.startsWith('/provoke/')) {
      // only the panel's own page, or a program, may do this: not another site in the same browser
      const origin = req.headers.origin;
      if (origin && new URL(origin).host !== req.headers.host) return send(403, 'text/plain', 'Not from there.');
      const what = pathname.slice('/provoke/'.length);
      if (what === 'media-empty' || what === 'media-jam') press.provoke(what);
      else if (what === 'clear') press.provoke(null);
      else if (what === 'pause' || what === 'resume') press.pause(what === 'pause');
      else return send(404, 'text/plain', 'There is nothing of that name to provoke.');
      send(200, 'application/json', JSON.stringify(panelState(press)));
    } else if (pathname === '/state') send(200, 'application/json', JSON.stringify(panelState(press)));
    else if (picture) {
      const job = press.job(Number(picture[1]));
      const page = Number(picture[2]);
      const path = job && press.options.spool.path(job.id);
      if (!job || !path || !existsSync(path) || page < 1 || page > Math.min(job.pages, Math.floor(job.printed)))
        return send(404, 'text/plain', 'Not printed yet.');
      try {
        const sound = existsSync(`${path}.work`) ? `${path}.work` : path;
        send(200, 'image/jpeg', rasterise(sound, page, 420));
      } catch (e) {
        send(500, 'text/plain', String(e));
      }
    } else if (pathname === '/') send(200, 'text/html; charset=utf-8', panelPage(press.options.name));
    else send(404, 'text/plain', 'Nothing here.');
  });

  return {
    server,
    port,
    uri,
    press,
    close: async () => {
      clearInterval(timer);
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    },
  };
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
