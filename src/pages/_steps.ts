import type { APIRoute } from 'astro';
import * as z from 'zod';
import { stepJob } from '../server';
import { endpoint, idOf, json, Named, notThere } from './_api';
import { jsonOf } from './_body';
import { view } from './_views';

const Step = z.strictObject({ base: z.int(), id: Named.optional() });

/** The endpoint that steps a job's history back or forth. */
export const stepping = (by: 1 | -1): APIRoute =>
  endpoint(async (context) => {
    const { base, id } = Step.parse(await jsonOf(context));
    const row = await stepJob(idOf(context), base, by, id);
    return row ? json(view(row)) : notThere();
  });
