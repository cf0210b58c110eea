import type { APIRoute } from 'astro';
import type { Docket } from '../core';
import { readJob, sql } from '../server';
import { cardResponse, endpoint, idOf, notThere } from './_api';

/**
 * Answers with a card of a job, to be printed, with a code that opens the job; 404 where there is no such job, or nothing
 * for a card of that kind.
 * @param what how the file is called behind the job's title
 */
export const cardEndpoint = (
  cardOf: (number: number, docket: Docket, address: string) => Promise<Uint8Array | null>,
  what: string,
): APIRoute =>
  endpoint(async (context) => {
    const row = await readJob(sql, idOf(context));
    const bytes =
      row && (await cardOf(row.number, row.docket, `http://${context.request.headers.get('host')}/jobs/${row.id}`));
    if (!row || !bytes) return notThere();
    return cardResponse(bytes, `${row.number} ${row.docket.title}`, what);
  });
