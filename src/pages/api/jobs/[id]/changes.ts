import * as z from 'zod';
import { patchJob } from '../../../../server';
import { endpoint, idOf, json, Named, notThere } from '../../../_api';
import { jsonOf } from '../../../_body';
import { view } from '../../../_views';

const Change = z.strictObject({
  base: z.int(),
  patch: z.record(z.string(), z.unknown()),
  label: z.string().max(200),
  id: Named.optional(),
});

export const POST = endpoint(async (context) => {
  const { base, patch, label, id } = Change.parse(await jsonOf(context));
  const row = await patchJob(idOf(context), base, patch, label, id);
  return row ? json(view(row)) : notThere();
});
