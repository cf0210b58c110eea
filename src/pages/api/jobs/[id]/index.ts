import * as z from 'zod';
import { bringBack, markDone, readJob, removeJob, sql } from '../../../../server';
import { endpoint, idOf, json, notThere } from '../../../_api';
import { jsonOf } from '../../../_body';
import { jobPage } from '../../../_views';

export const GET = endpoint(async (context) => {
  const row = await readJob(sql, idOf(context));
  return row ? json(await jobPage(row)) : notThere();
});

const Press = z.enum(['stop', 'print']).optional();

/** Takes the job off the list; PUT brings it back. */
export const DELETE = endpoint(async (context) => {
  const press = Press.parse(context.url.searchParams.get('press') ?? undefined);
  return (await removeJob(idOf(context), press)) ? json({}) : notThere();
});
export const PUT = endpoint(async (context) => ((await bringBack(idOf(context))) ? json({}) : notThere()));

const Mark = z.strictObject({ done: z.boolean() });

/** Puts down that the job is made, or not yet. */
export const PATCH = endpoint(async (context) => {
  const { done } = Mark.parse(await jsonOf(context));
  return (await markDone(idOf(context), done)) ? json({}) : notThere();
});
