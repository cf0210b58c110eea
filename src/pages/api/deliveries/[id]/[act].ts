import { cancelDelivery, releaseDelivery, sendAgain } from '../../../../server';
import { endpoint, idOf, json, notThere, refusal } from '../../../_api';

const ACTS: Readonly<Record<string, (id: string) => Promise<boolean | string | null>>> = {
  cancel: cancelDelivery,
  release: releaseDelivery,
  again: sendAgain,
};

export const POST = endpoint(async (context) => {
  const act = ACTS[context.params.act ?? ''];
  if (!act) return notThere();
  const done = await act(idOf(context));
  return done ? json({ id: done }) : refusal(409, 'That is too late: the delivery has moved on.');
});
