import { statfs } from 'node:fs/promises';
import { join } from 'node:path';
import { FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import { folders } from './config';
import { keepArrived, StoreError, STALL, type Kept } from './store';

/** Uploads that can be gone on with where they were cut (the tus protocol, 1.0). */

let server: Server | null = null;
let store: FileStore | null = null;

const ID = /^[0-9a-f]{32}$/;
/** A disk with less room than this is full for our purposes. */
const ROOM = 4 << 20;

function theStore(): FileStore {
  return (store ??= new FileStore({ directory: folders.uploads(), expirationPeriodInMilliseconds: 86_400_000 }));
}

function theServer(): Server {
  return (server ??= new Server({
    path: '/api/uploads',
    datastore: theStore(),
    relativeLocation: true,
    respectForwardedHeaders: false,
    namingFunction: () => crypto.randomUUID().replaceAll('-', ''),
    onResponseError: async (_req, e) => {
      const status = 'status_code' in e ? e.status_code : 500;
      const { bavail, bsize } = await statfs(folders.uploads());
      if (status >= 500 && bavail * bsize < ROOM)
        return { status_code: 507, body: 'The disk is full. Make room; the upload then goes on where it stopped.' };
      return status >= 500
        ? { status_code: status, body: 'The file could not be written. Try again; what has arrived is kept.' }
        : undefined;
    },
  }));
}

/** Answers a request of the upload protocol. A minute without a byte ends it; it can be gone on with. */
export function answerUpload(request: Request): Promise<Response> {
  if (!request.body) return theServer().handleWeb(request);
  let timer: NodeJS.Timeout | undefined;
  const watched = request.body.pipeThrough(
    new TransformStream<Uint8Array, Uint8Array>({
      start(controller) {
        timer = setTimeout(() => controller.error(new Error('stalled')), STALL);
      },
      transform(chunk, controller) {
        timer?.refresh();
        controller.enqueue(chunk);
      },
      flush: () => clearTimeout(timer),
    }),
  );
  return theServer()
    .handleWeb(
      new Request(request.url, {
        method: request.method,
        headers: request.headers,
        body: watched,
        signal: request.signal,
        duplex: 'half',
      } as RequestInit),
    )
    .finally(() => clearTimeout(timer));
}

/** Takes a whole upload into the store; asked for again, again. @throws StoreError where it is not known, or not whole yet */
export async function takeUpload(id: string): Promise<Kept & { readonly name: string }> {
  const unknown = new StoreError('unknown', 'That upload is not known here any more. Drop the file again.');
  if (!ID.test(id)) throw unknown;
  const it = await theStore()
    .getUpload(id)
    .catch(() => null);
  if (!it) throw unknown;
  if (it.size === undefined || it.offset !== it.size)
    throw new StoreError('cut-short', 'The file has not arrived whole yet.');
  return { ...(await keepArrived(join(folders.uploads(), id), it.size)), name: it.metadata?.filename ?? '' };
}

/** Forgets an upload that came to nothing; others are swept after a day. */
export async function dropUpload(id: string): Promise<void> {
  await theStore()
    .remove(id)
    .catch(() => undefined);
}
