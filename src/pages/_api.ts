import type { APIContext, APIRoute } from 'astro';
import { ZodError } from 'zod';
import { Readable } from 'node:stream';
import type { ReadableStream as WebStream } from 'node:stream/web';
import { firstProblem } from '../core';
import { PrinterAway, PrinterRefused } from '../machines';
import { ArtworkError } from '../pdf';
import { boot, databaseAway, NotSendable, Outdated, StoreError } from '../server';
import { view } from './_views';

export const json = (data: unknown, status = 200): Response =>
  new Response(JSON.stringify(data), {
    status,
    headers: { 'Content-Type': 'application/json', 'Cache-Control': 'no-store' },
  });

export const refusal = (status: number, message: string, more: object = {}): Response =>
  json({ message, ...more }, status);

export const notThere = (): Response => refusal(404, 'It is not there any more.');

/** An endpoint: everything that can go wrong is answered in the operator's words. */
export function endpoint(handle: (context: APIContext) => Promise<Response>): APIRoute {
  return async (context) => {
    try {
      await boot();
      return await handle(context);
    } catch (e) {
      if (e instanceof Outdated) return refusal(409, e.message, { now: view(e.now) });
      if (e instanceof ZodError) return refusal(400, firstProblem(e));
      if (e instanceof ArtworkError) return refusal(422, e.message, { code: e.code });
      if (e instanceof StoreError) return refusal(e.code === 'disk-full' ? 507 : 400, e.message);
      if (e instanceof NotSendable) return refusal(409, e.message);
      if (e instanceof PrinterAway || e instanceof PrinterRefused) return refusal(502, e.message);
      if (e instanceof SyntaxError) return refusal(400, 'The request is not JSON.');
      if (databaseAway(e))
        return refusal(503, 'The database does not answer. Nothing was changed; try again in a moment.');
      console.error(e);
      return refusal(
        500,
        'Something failed here. Nothing was changed; try again, and if it fails again look at the server’s output.',
      );
    }
  };
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** The id in the path; a name that cannot be one is like one that is not there. */
export const idOf = (context: APIContext): string =>
  UUID.test(context.params.id ?? '') ? context.params.id! : '00000000-0000-0000-0000-000000000000';

/** The body as a stream, and its length where it was said. */
export function bodyOf({ request }: APIContext): { body: Readable; expected: number | null } {
  const length = request.headers.get('content-length');
  return {
    body: request.body ? Readable.fromWeb(request.body as unknown as WebStream) : Readable.from([]),
    expected: length === null ? null : Number(length),
  };
}
