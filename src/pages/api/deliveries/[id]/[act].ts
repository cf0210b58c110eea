import * as z from 'zod';
import { cancelDelivery, goOn, releaseDelivery, sendAgain } from '../../../../server';
import { endpoint, idOf, json, Named, notThere, refusal } from '../../../_api';
import { wishOf } from '../../../_body';

type Act = (
  id: string,
  named: string | undefined,
  good: number,
) => Promise<boolean | string | readonly string[] | null>;

const ACTS: Readonly<Record<string, Act>> = {
  cancel: cancelDelivery,
  release: releaseDelivery,
  again: sendAgain,
  on: (id, named, good) => goOn(id, good, named),
};

const Wish = z.strictObject({
  id: Named.optional(),
  /** For going on: sheets that came out well. */
  good: z.int().min(0).max(100_000_000).default(0),
});

export const POST = endpoint(async (context) => {
  const name = context.params.act ?? '';
  // what stands on every object is no act
  const act = Object.hasOwn(ACTS, name) ? ACTS[name] : undefined;
  if (!act) return notThere();
  const { id, good } = Wish.parse(await wishOf(context));
  const done = await act(idOf(context), id, good);
  return done ? json({ id: done }) : refusal(409, 'That is too late: the delivery has moved on.');
});
