import type { APIRoute } from 'astro';
import { z } from 'zod';
import { stepJob } from '../server';
import { endpoint, idOf, json, notThere } from './_api';
import { view } from './_views';

/** The endpoint that steps a job's history back or forth. */
export const stepping = (by: 1 | -1): APIRoute =>
  endpoint(async (context) => {
    const { base } = z.strictObject({ base: z.int() }).parse(await context.request.json());
    const row = await stepJob(idOf(context), base, by);
    return row ? json(view(row)) : notThere();
  });
