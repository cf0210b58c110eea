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

export type ServerEvent =
  | { readonly kind: 'job'; readonly id: string; readonly version: number }
  | { readonly kind: 'jobs' }
  | { readonly kind: 'pictures'; readonly sha256: string; readonly done: number; readonly total: number }
  | {
      readonly kind: 'export';
      readonly id: string;
      readonly state: string;
      readonly done: number;
      readonly total: number;
      readonly message: string | null;
    }
  | { readonly kind: 'delivery'; readonly id: string; readonly jobId: string }
  /** The stream is open (again): whatever was missed is to be asked for. */
  | { readonly kind: 'open' };

/** Listens to the server until told to stop. */
export function listen(heard: (e: ServerEvent) => void): () => void {
  const source = new EventSource('/api/events');
  source.onopen = () => heard({ kind: 'open' });
  source.onmessage = (m: MessageEvent<string>) => heard(JSON.parse(m.data) as ServerEvent);
  return () => source.close();
}

/** The address of a page's picture. */
export const pictureUrl = (sha256: string, page: number, width: number): string =>
  `/api/artworks/${sha256}/pages/${page}?w=${width}`;
