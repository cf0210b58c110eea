import { z } from 'zod';
import { learnCaliper } from '../../../server';
import { endpoint, json, notThere } from '../../_api';

const Lesson = z.strictObject({ caliper: z.number().min(0.01).max(5) });

/** Keeps with the stock the caliper that was measured, in millimetres. */
export const PATCH = endpoint(async ({ params, request }) => {
  const { caliper } = Lesson.parse(await request.json());
  const stock = await learnCaliper(params.id ?? '', caliper);
  return stock ? json(stock) : notThere();
});
