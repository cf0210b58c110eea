import { KeptMarks } from '../../../core';
import { forgetMarks, keepMarks } from '../../../server';
import { endpoint, json, notThere, refusal } from '../../_api';
import { jsonOf } from '../../_body';

/** Keeps a set of marks under a name, in the place of what was kept under it. */
export const PUT = endpoint(async (context) => {
  const kept = KeptMarks.parse(await jsonOf(context));
  if (kept.name !== (context.params.name ?? '').trim())
    return refusal(400, 'It goes by another name than its address says.');
  await keepMarks(kept);
  return json(kept);
});

/** Keeps it no longer; what jobs have of it stays. */
export const DELETE = endpoint(async (context) =>
  (await forgetMarks(context.params.name ?? '')) ? json({}) : notThere(),
);
