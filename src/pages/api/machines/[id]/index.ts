import { z } from 'zod';
import { learnMachine } from '../../../../server';
import { Machine } from '../../../../core';
import { endpoint, json, notThere } from '../../../_api';

const Lesson = z.strictObject({
  reload: Machine.shape.reload.unwrap().optional(),
  trays: Machine.shape.trays.unwrap().optional(),
  mixes: z.boolean().optional(),
});

/** Keeps with the machine what a job has taught of it. */
export const PATCH = endpoint(async ({ params, request }) => {
  const machine = await learnMachine(params.id ?? '', Lesson.parse(await request.json()));
  return machine ? json(machine) : notThere();
});
