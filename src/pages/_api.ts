import type { APIContext, APIRoute } from 'astro';
import * as z from 'zod';
import { firstProblem } from '../core';
import { TicketError } from '../core/ticket';
import { PrinterAddress, PrinterAway, PrinterHttp, PrinterRefused, PrinterUntrusted } from '../machines';
import { ArtworkError } from '../pdf';
import {
  boot,
  databaseAway,
  diskFull,
  FolderTaken,
  NotSendable,
  Outdated,
  SentBefore,
  StillPrinting,
  StoreError,
  unstorable,
} from '../server';
import { BadBody } from './_body';
import { deliveryView, view } from './_views';

export const json = (data: unknown, status = 200): Response =>
  new Response(JSON.stringify(data), {
    status,
    headers: {
      'Content-Type': 'application/json',
      'Cache-Control': 'no-store',
      ...(status === 503 ? { 'Retry-After': '1' } : {}),
    },
  });

export const refusal = (status: number, message: string, more: object = {}): Response =>
  json({ message, ...more }, status);

export const notThere = (): Response => refusal(404, 'It is not there any more.');

const PRINTER_ERRORS = [PrinterAway, PrinterRefused, PrinterHttp, PrinterUntrusted, PrinterAddress];

/** An endpoint: everything that can go wrong is answered in the operator's words. */
export function endpoint(handle: (context: APIContext) => Promise<Response>): APIRoute {
  return async (context) => {
    try {
      await boot();
      return await handle(context);
    } catch (e) {
      if (e instanceof BadBody) return refusal(e.status, e.message);
      if (e instanceof Outdated) return refusal(409, e.message, { now: view(e.now) });
      if (e instanceof z.ZodError) return refusal(400, firstProblem(e));
      if (e instanceof TicketError) return refusal(422, e.message, { code: 'ticket' });
      if (e instanceof ArtworkError) return refusal(422, e.message, { code: e.code });
      if (e instanceof StoreError) return refusal(e.status, e.message);
      if (e instanceof SentBefore)
        return refusal(409, e.message, { code: 'sent-before', deliveries: e.deliveries.map(deliveryView) });
      if (e instanceof StillPrinting)
        return refusal(409, e.message, { code: 'printing', deliveries: e.deliveries.map(deliveryView) });
      if (e instanceof NotSendable) return refusal(409, e.message);
      if (PRINTER_ERRORS.some((kind) => e instanceof kind)) return refusal(502, (e as Error).message);
      if (e instanceof FolderTaken)
        return refusal(503, `The data folder is in use by ${e.owner}. Stop that one first.`);
      if (diskFull(e))
        return refusal(507, 'The disk is full. Make room, then try again; what was there before is as it was.');
      if (databaseAway(e))
        return refusal(503, 'The database does not answer. Nothing was changed; try again in a moment.');
      if (unstorable(e)) return refusal(400, 'The request holds characters or numbers that cannot be kept.');
      console.error(e);
      return refusal(
        500,
        'Something failed here. Nothing was changed; try again, and if it fails again look at the server’s output.',
      );
    }
  };
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** What an asker calls the thing to be made: asked for again under the same name, it is not made again. */
export const Named = z.string().regex(UUID, 'is no UUID');

/** The id in the path; a name that cannot be one is like one that is not there. */
export const idOf = (context: Pick<APIContext, 'params'>): string =>
  UUID.test(context.params.id ?? '') ? context.params.id! : '00000000-0000-0000-0000-000000000000';

/** The name that a request with a file for a body gives in its address, if it gives one. @throws z.ZodError */
export const namedIn = (url: URL): string | undefined => {
  const id = url.searchParams.get('id');
  return id === null ? undefined : Named.parse(id);
};

/** A PDF that travels with a job, shown in place. @param job its number and title @param what it is, as its name says */
export function cardResponse(bytes: Uint8Array, job: string, what: string): Response {
  const name = `${job.replace(/[^\p{L}\p{N} -]/gu, '').trim()} ${what}.pdf`;
  return new Response(new Uint8Array(bytes), {
    headers: {
      'Content-Type': 'application/pdf',
      'Content-Disposition': `inline; filename*=UTF-8''${encodeURIComponent(name)}`,
      'Cache-Control': 'no-store',
    },
  });
}

/** A text that is kept as a file. @param name with its ending; what no file system takes is left out of it */
export const fileResponse = (text: string, name: string, type: string): Response =>
  new Response(text, {
    headers: {
      'Content-Type': type,
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name.replace(/[^\p{L}\p{N} .-]/gu, '').trim())}`,
      'Cache-Control': 'no-store',
    },
  });
