import { KeptImprint } from '../../../core';
import { forgetImprint, keepImprint } from '../../../server';
import { endpoint, json, notThere, refusal } from '../../_api';
import { jsonOf } from '../../_body';

/** Keeps imprints under a name, in the place of what was kept under it. */
export const PUT = endpoint(async (context) => {
  const kept = KeptImprint.parse(await jsonOf(context));
  if (kept.name !== (context.params.name ?? '').trim())
    return refusal(400, 'It goes by another name than its address says.');
  await keepImprint(kept);
  return json(kept);
});

/** Keeps them no longer; what jobs have of them stays. */
export const DELETE = endpoint(async (context) =>
  (await forgetImprint(context.params.name ?? '')) ? json({}) : notThere(),
);
