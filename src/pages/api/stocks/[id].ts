import * as z from 'zod';
import { learnCaliper } from '../../../server';
import { endpoint, json, notThere } from '../../_api';
import { jsonOf } from '../../_body';

const Lesson = z.strictObject({ caliper: z.number().min(0.01).max(5) });

/** Keeps with the stock the caliper that was measured, in millimetres. */
export const PATCH = endpoint(async (context) => {
  const { caliper } = Lesson.parse(await jsonOf(context));
  const stock = await learnCaliper(context.params.id ?? '', caliper);
  return stock ? json(stock) : notThere();
});
