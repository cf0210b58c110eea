import * as z from 'zod';
import { cancelDelivery, releaseDelivery, sendAgain } from '../../../../server';
import { endpoint, idOf, json, Named, notThere, refusal } from '../../../_api';
import { wishOf } from '../../../_body';

type Act = (id: string, named: string | undefined) => Promise<boolean | string | null>;

const ACTS: Readonly<Record<string, Act>> = {
  cancel: cancelDelivery,
  release: releaseDelivery,
  again: sendAgain,
};

const Wish = z.strictObject({ id: Named.optional() });

export const POST = endpoint(async (context) => {
  const name = context.params.act ?? '';
  // what stands on every object is no act
  const act = Object.hasOwn(ACTS, name) ? ACTS[name] : undefined;
  if (!act) return notThere();
  const { id } = Wish.parse(await wishOf(context));
  const done = await act(idOf(context), id);
  return done ? json({ id: done }) : refusal(409, 'That is too late: the delivery has moved on.');
});
