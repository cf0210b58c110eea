import type { ServerEvent } from '../core';

/** Talking to the server from a window. */

/** The server said no; `message` is for the operator. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly body: Readonly<Record<string, unknown>>,
  ) {
    super(message);
  }
}

/** The server cannot be reached. */
export class Away extends Error {
  constructor() {
    super('Odd Sparrow does not answer. Is it still running? What you do is kept and saved when it answers again.');
  }
}

/** Asks for JSON. @throws Refused, Away */
export async function ask<T>(path: string, method = 'GET', body?: unknown): Promise<T> {
  let res: Response;
  try {
    res = await fetch(path, {
      method,
      ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
  } catch {
    throw new Away();
  }
  const data = (await res.json().catch(() => ({}))) as Record<string, unknown>;
  if (!res.ok) throw new Refused(res.status, String(data.message ?? `The server answered ${res.status}.`), data);
  return data as T;
}

export interface Upload<T> {
  readonly done: Promise<T>;
  readonly cancel: () => void;
}

/** Sends a file as it is, with progress. `done` rejects with Refused or Away, or with null where it was canceled. */
export function upload<T>(
  path: string,
  method: 'POST' | 'PUT',
  file: File,
  onProgress: (share: number) => void,
): Upload<T> {
  const xhr = new XMLHttpRequest();
  const done = new Promise<T>((resolve, reject) => {
    xhr.open(method, path);
    xhr.setRequestHeader('Content-Type', 'application/octet-stream');
    xhr.upload.onprogress = (e) => e.lengthComputable && onProgress(e.loaded / e.total);
    xhr.onload = () => {
      let data: Record<string, unknown> = {};
      try {
        data = JSON.parse(xhr.responseText) as Record<string, unknown>;
      } catch {
        // an answer that is not JSON is told by its status
      }
      if (xhr.status >= 200 && xhr.status < 300) resolve(data as T);
      else reject(new Refused(xhr.status, String(data.message ?? `The server answered ${xhr.status}.`), data));
    };
    xhr.onerror = () => reject(new Away());
    xhr.onabort = () => reject(null);
    xhr.send(file);
  });
  return { done, cancel: () => xhr.abort() };
}

/** What is heard: news, or that the stream is open (again) and whatever was missed is to be asked for. */
export type Heard = ServerEvent | { readonly kind: 'open' };

const listeners = new Set<(e: Heard) => void>();
let source: EventSource | null = null;

/**
 * Listens to the server until told to stop. A window has one stream for all who listen: browsers open only six
 * connections to a server, and pictures need them.
 */
export function listen(heard: (e: Heard) => void): () => void {
  listeners.add(heard);
  if (source?.readyState === EventSource.OPEN) queueMicrotask(() => listeners.has(heard) && heard({ kind: 'open' }));
  if (!source) {
    source = new EventSource('/api/events');
    source.onopen = () => listeners.forEach((l) => l({ kind: 'open' }));
    source.onmessage = (m: MessageEvent<string>) => {
      const event = JSON.parse(m.data) as ServerEvent;
      listeners.forEach((l) => l(event));
    };
  }
  return () => {
    listeners.delete(heard);
    if (listeners.size > 0) return;
    source?.close();
    source = null;
  };
}

/** The address of a page's picture. */
export const pictureUrl = (sha256: string, page: number, width: number): string =>
  `/api/artworks/${sha256}/pages/${page}?w=${width}`;
