import * as z from 'zod';
import { SHOP_VALUES } from '../../../../../core';
import { dropValue, putValue, retireValue } from '../../../../../server';
import { endpoint, json, notThere, refusal } from '../../../../_api';
import { jsonOf } from '../../../../_body';
import { listOf, valueIdOf } from '../../../../_shop';

/** Puts a stock or a machine into its list, anew or in the place of what it was. */
export const PUT = endpoint(async (context) => {
  const list = listOf(context);
  if (!list) return notThere();
  const value = SHOP_VALUES[list].parse(await jsonOf(context));
  if (value.id !== valueIdOf(context)) return refusal(400, 'It goes by another id than its address says.');
  await putValue(list, value);
  return json(value);
});

const Retire = z.strictObject({ retired: z.boolean() });

/** Takes it out of use, or back into it. */
export const PATCH = endpoint(async (context) => {
  const list = listOf(context);
  const { retired } = Retire.parse(await jsonOf(context));
  return list && (await retireValue(list, valueIdOf(context), retired)) ? json({}) : notThere();
});

/** Takes it out for good; what jobs have is not taken out. */
export const DELETE = endpoint(async (context) => {
  const list = listOf(context);
  return list && (await dropValue(list, valueIdOf(context))) ? json({}) : notThere();
});
