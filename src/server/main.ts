import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { dataFolder } from './config';
import { withExchange } from './exchange';
import { FolderTaken, lockFolder } from './folder-lock';
import { guard } from './guard';

/** Listens for the application: the site as it was built, behind what holds for every request. */

const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 4380);

try {
  await lockFolder(dataFolder(), 'server', `the server at http://${host}:${port}`);
} catch (e) {
  if (!(e instanceof FolderTaken)) throw e;
  console.error(`The data folder ${dataFolder()} is in use by ${e.owner}. Stop that one first.`);
  process.exit(1);
}

process.env.ASTRO_NODE_AUTOSTART = 'disabled';
const site = process.env.ODD_SPARROW_SITE ?? join(import.meta.dirname, '..', 'site', 'server', 'entry.mjs');
const { handler } = (await import(pathToFileURL(site).href)) as {
  handler: (req: IncomingMessage, res: ServerResponse) => void;
};

const server = createServer(
  {
    // an upload takes as long as it takes: what ends it is a minute without a byte, which who reads it watches for
    requestTimeout: 0,
    headersTimeout: 20_000,
    keepAliveTimeout: 10_000,
    connectionsCheckingInterval: 5_000,
  },
  (req, res) => {
    res.on('error', () => undefined);
    if (!guard(req, res)) return;
    // only what goes on for long asks how fast it is read
    if (/^\/api\/(events|exports)/.test(req.url ?? '')) withExchange(res, () => handler(req, res));
    else handler(req, res);
  },
);
server.on('clientError', (_e, socket) => {
  if (socket.writable) socket.end('HTTP/1.1 400 Bad Request\r\nConnection: close\r\nContent-Length: 0\r\n\r\n');
});
server.on('error', (e: NodeJS.ErrnoException) => {
  console.error(e.code === 'EADDRINUSE' ? `Port ${port} is taken.` : e.message);
  process.exit(1);
});
server.listen(port, host);

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
    setTimeout(() => process.exit(0), 1000).unref();
  });

// killed, what started it leaves nobody to stop it
const parent = process.ppid;
setInterval(() => process.ppid === parent || process.exit(0), 1000).unref();
