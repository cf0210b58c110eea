import type { APIContext } from 'astro';
import { Readable } from 'node:stream';
import type { ReadableStream as WebStream } from 'node:stream/web';
import { nesting } from '../core';

/** A body that is refused as it stands; `status` is the answer's. */
export class BadBody extends Error {
  constructor(
    readonly status: 400 | 408 | 413,
    message: string,
  ) {
    super(message);
  }
}

const MOST = 2 << 20;
const DEEPEST = 64;
/** A body of words comes in one breath; one that drips is somebody holding a door. */
const WITHIN = 30_000;

/** The body as JSON, no larger and no deeper than can be borne, and in characters that can be kept. @throws BadBody */
export async function jsonOf({ request }: Pick<APIContext, 'request'>, most = MOST): Promise<unknown> {
  return parsed(await textOf(request, most));
}

function parsed(text: string): unknown {
  if (nesting(text) > DEEPEST) throw new BadBody(400, 'The request is nested too deeply.');
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new BadBody(400, 'The request is not JSON.');
  }
  if (!keepable(data))
    throw new BadBody(400, 'The request holds characters that cannot be kept: a zero, or half of a pair.');
  return data;
}

/** The same, where there may be no body: then a wish without words. @throws BadBody */
export async function wishOf(context: Pick<APIContext, 'request'>): Promise<unknown> {
  const text = await textOf(context.request, MOST);
  return text === '' ? {} : parsed(text);
}

async function textOf(request: Request, most: number): Promise<string> {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(await bytesOf(request, most));
  } catch (e) {
    if (e instanceof BadBody) throw e;
    throw new BadBody(400, 'The request is not UTF-8.');
  }
}

/** The body as bytes, no more than can be borne and in one breath. @throws BadBody */
export async function bytesOf(request: Request, most = MOST): Promise<Uint8Array> {
  const tooLarge = (): never => {
    throw new BadBody(413, `That is more than ${most >> 20} MB.`);
  };
  if (Number(request.headers.get('content-length') ?? 0) > most) tooLarge();
  if (!request.body) return new Uint8Array();
  const reader = request.body.getReader();
  const parts: Uint8Array[] = [];
  let size = 0;
  let late = false;
  const timer = setTimeout(() => {
    late = true;
    void reader.cancel().catch(() => undefined);
  }, WITHIN);
  try {
    for (let next = await reader.read(); !next.done; next = await reader.read()) {
      size += next.value.length;
      if (size > most) {
        void reader.cancel().catch(() => undefined);
        tooLarge();
      }
      parts.push(next.value);
    }
  } finally {
    clearTimeout(timer);
  }
  if (late) throw new BadBody(408, 'The request did not arrive in time.');
  return Buffer.concat(parts);
}

/** Whether every text in a value can be kept in the database: no zero byte, no lone surrogate; and no name is a trap. */
export function keepable(v: unknown): boolean {
  if (typeof v === 'string') return !v.includes('\0') && v.isWellFormed();
  if (Array.isArray(v)) return v.every(keepable);
  if (typeof v === 'object' && v !== null)
    return Object.entries(v).every(([key, value]) => key !== '__proto__' && keepable(key) && keepable(value));
  return true;
}

/** A text of the address, if it is one that can be kept. @throws BadBody */
export function wordOf(url: URL, name: string): string {
  const text = url.searchParams.get(name) ?? '';
  if (!text.isWellFormed()) throw new BadBody(400, `${name} holds half of a character.`);
  return text;
}

/** The body as a stream, and its length where it was said. */
export function bodyOf({ request }: Pick<APIContext, 'request'>): { body: Readable; expected: number | null } {
  const length = request.headers.get('content-length');
  return {
    body: request.body ? Readable.fromWeb(request.body as unknown as WebStream) : Readable.from([]),
    expected: length === null ? null : Number(length),
  };
}
