import type { APIRoute } from 'astro';
import { readJob, sql, type JobRow } from '../server';
import { arriving, NotTaken } from './_arriving';
import { endpoint, idOf, json, notThere } from './_api';
import { jobPage } from './_views';

/** What a job does with a file that was read. @returns it as it then is, or null where it is gone */
type Put = (id: string, sha256: string, name: string, changeId: string | null) => Promise<JobRow | null>;

/** An endpoint that gives a job a file: the one in the body, or one that has arrived or is stored. */
export const taking = (put: Put): APIRoute =>
  endpoint(async (context) => {
    const id = idOf(context);
    if (!(await readJob(sql, id))) return notThere();
    const file = await arriving(context);
    try {
      const { sha256 } = await file.read();
      const row = await put(id, sha256, file.name, file.id ?? null);
      return row ? json(await jobPage(row)) : notThere();
    } catch (e) {
      if (e instanceof NotTaken) return e.response;
      throw e;
    }
  });
