import type { APIContext } from 'astro';
import * as z from 'zod';
import { cleanName, dropUpload, readStored, readStoredTable, takeIn, takeUpload } from '../server';
import { TableError } from '../records';
import { ArtworkError, TookTooLong, TookTooMuch } from '../pdf';
import { Named, namedIn, refusal } from './_api';
import { bodyOf, jsonOf, wordOf } from './_body';

const Sha256 = z.string().regex(/^[0-9a-f]{64}$/, 'is no SHA-256');

/** A file by what is known of it here: an upload that has arrived whole, or what the store has under its content. */
const Known = z.union([
  z.strictObject({
    id: Named.optional(),
    upload: z.string().max(64),
    name: z.string().max(1000),
    order: z.string().max(60).optional(),
  }),
  z.strictObject({
    id: Named.optional(),
    sha256: Sha256,
    bytes: z.number().min(0).optional(),
    name: z.string().max(1000),
    password: z.string().max(500).optional(),
    order: z.string().max(60).optional(),
  }),
]);

/** A file that is to become artwork or a table, and what its asker calls the thing to be made of it. */
export interface Arriving<T> {
  readonly id: string | undefined;
  readonly name: string;
  /** The order that it has come for, where that is said. */
  readonly order: string | undefined;
  /** Stores it, and reads it. @throws StoreError, ArtworkError */
  readonly read: () => Promise<T>;
}

export interface Read {
  readonly sha256: string;
  readonly artwork: Awaited<ReturnType<typeof readStored>>;
}

/** A file that came and cannot be artwork, or wants its password: said with what is needed to go on. */
export class NotTaken extends Error {
  constructor(
    readonly code: ArtworkError['code'],
    readonly stored: { readonly sha256: string; readonly bytes: number; readonly name: string },
    message: string,
  ) {
    super(message);
  }

  get response(): Response {
    return refusal(422, this.message, { code: this.code, ...this.stored });
  }
}

/** The file of a request: in its body, or named in it. @throws BadBody, z.ZodError */
export async function arriving(context: APIContext): Promise<Arriving<Read>> {
  return arrivingAs(context, reading);
}

/** The table of a request. @throws BadBody, z.ZodError */
export const arrivingTable = (context: APIContext): Promise<Arriving<{ readonly sha256: string }>> =>
  arrivingAs(context, async (sha256, bytes) => {
    await readStoredTable(sha256, bytes);
    return { sha256 };
  });

type Reading<T> = (sha256: string, bytes: number, name: string, password?: string) => Promise<T>;

async function arrivingAs<T>(context: APIContext, reading: Reading<T>): Promise<Arriving<T>> {
  const { request, url } = context;
  if (/^application\/json\b/i.test(request.headers.get('content-type') ?? '')) {
    const wish = Known.parse(await jsonOf(context));
    const name = cleanName(wish.name);
    if ('upload' in wish)
      return {
        id: wish.id,
        name,
        order: wish.order,
        read: async () => {
          const { sha256, bytes } = await takeUpload(wish.upload);
          return reading(sha256, bytes, name).catch(async (e: unknown) => {
            const refused = e instanceof TableError || (e instanceof NotTaken && e.code !== 'locked');
            if (refused) await dropUpload(wish.upload);
            throw e;
          });
        },
      };
    return {
      id: wish.id,
      name,
      order: wish.order,
      read: () => reading(wish.sha256, wish.bytes ?? 0, name, wish.password),
    };
  }
  const name = cleanName(wordOf(url, 'name'));
  const id = namedIn(url);
  return {
    id,
    name,
    order: url.searchParams.has('order') ? wordOf(url, 'order').slice(0, 60) : undefined,
    read: async () => {
      const { body, expected } = bodyOf(context);
      const { sha256, bytes } = await takeIn(body, expected);
      return reading(sha256, bytes, name);
    },
  };
}

async function reading(sha256: string, bytes: number, name: string, password?: string): Promise<Read> {
  try {
    return { sha256, artwork: await readStored(sha256, bytes, password) };
  } catch (e) {
    const heavy = e instanceof TookTooLong || e instanceof TookTooMuch;
    if (!heavy && !(e instanceof ArtworkError)) throw e;
    const [code, said] = heavy
      ? (['too-large', `This file is too heavy to read. ${e.message} Ask for it to be exported more simply.`] as const)
      : [e.code, e.message];
    throw new NotTaken(code, { sha256, bytes, name }, said);
  }
}
