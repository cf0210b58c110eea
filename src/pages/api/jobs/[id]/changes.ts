import { z } from 'zod';
import { patchJob } from '../../../../server';
import { endpoint, idOf, json, notThere } from '../../../_api';
import { view } from '../../../_views';

const Change = z.strictObject({ base: z.int(), patch: z.record(z.string(), z.unknown()), label: z.string().max(200) });

export const POST = endpoint(async (context) => {
  const { base, patch, label } = Change.parse(await context.request.json());
  const row = await patchJob(idOf(context), base, patch, label);
  return row ? json(view(row)) : notThere();
});
