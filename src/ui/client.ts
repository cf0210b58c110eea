/** Talking to the server from a window. */
export { listen } from './listening';
export type { Heard } from './stream';

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
      // a file goes as it is
      ...(body instanceof Blob
        ? { body }
        : body === undefined
          ? {}
          : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
  } catch {
    throw new Away();
  }
  const data = (await res.json().catch(() => ({}))) as Record<string, unknown>;
  if (!res.ok) throw new Refused(res.status, String(data.message ?? `The server answered ${res.status}.`), data);
  return data as T;
}

/** Says to the server that nobody looks at it yet: what is looked at goes first. */
export const AHEAD = 'X-Ahead';

/** Fetches what will be looked at next, two at a time, until it is given up; what fails is fetched when it is looked at. */
export async function fetchAhead(urls: readonly string[], given: AbortSignal): Promise<void> {
  const waiting = [...urls];
  const some = async (): Promise<void> => {
    for (let url = waiting.shift(); url !== undefined && !given.aborted; url = waiting.shift())
      await fetch(url, { headers: { [AHEAD]: '1' }, signal: given, priority: 'low' })
        .then((res) => res.arrayBuffer())
        .catch(() => undefined);
  };
  await Promise.all([some(), some()]);
}

/** A name for something that is to be made: asked for again under it, it is not made again (RFC 9562, version 4). */
export function newId(): string {
  const b = crypto.getRandomValues(new Uint8Array(16));
  b[6] = (b[6]! & 0x0f) | 0x40;
  b[8] = (b[8]! & 0x3f) | 0x80;
  const hex = [...b].map((v) => v.toString(16).padStart(2, '0')).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}

/** Whether an answer leaves open what was done: then the same may be asked once more, under the same name. */
export const unanswered = (e: unknown): boolean => e instanceof Away || (e instanceof Refused && e.status === 503);

/**
 * Asks for something to be made that carries a name of its own, again and again until there is an answer.
 * @param body with the name as `id`
 * @throws Refused; Away where it does not answer for half a minute
 */
export async function make<T>(path: string, method: string, body: { readonly id: string }): Promise<T> {
  for (let tries = 0; ; tries++) {
    try {
      return await ask<T>(path, method, body);
    } catch (e) {
      if (!unanswered(e) || tries >= 8) throw e;
      await new Promise((r) => setTimeout(r, Math.min(8000, 300 * 2 ** tries)));
    }
  }
}

/** What stands between a file's name in the store and what is done to its content where it is drawn. */
const READY = '~';
/** A file as its pages are drawn: by its name in the store, and with what is done to their content. */
export function drawnFile(sha256: string, ready: object | null): string {
  const said = ready && JSON.stringify(ready);
  // an address bears only so much: pages with more said of them are shown as the file has them
  return said && encodeURIComponent(said).length <= LONGEST ? `${sha256}${READY}${said}` : sha256;
}
const LONGEST = 8000;

/** @param file as {@link drawnFile} names it */
const addressOf = (file: string, page: number, what: string, query: string): string => {
  const at = file.indexOf(READY);
  const ready = at < 0 ? '' : encodeURIComponent(file.slice(at + 1));
  const asked = [query, ready && `ready=${ready}`].filter(Boolean).join('&');
  return `/api/artworks/${at < 0 ? file : file.slice(0, at)}/pages/${page}${what}${asked && `?${asked}`}`;
};

/** The address of a page's picture. @param file as {@link drawnFile} names it */
export const pictureUrl = (file: string, page: number, width: number): string =>
  addressOf(file, page, '', `w=${width}`);
/** The address of its inks. @param at the middle of what is looked at closely, 0 to 1 from the upper left */
export const platesUrl = (file: string, page: number, at?: { readonly x: number; readonly y: number } | null): string =>
  addressOf(file, page, '/plates', at ? `at=${at.x},${at.y}` : '');
