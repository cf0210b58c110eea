import { z } from 'zod';
import { learnMachine } from '../../../../server';
import { Machine } from '../../../../core';
import { endpoint, json, notThere } from '../../../_api';
import { jsonOf } from '../../../_body';

const Lesson = z.strictObject({
  reload: Machine.shape.reload.unwrap().optional(),
  trays: Machine.shape.trays.unwrap().optional(),
  mixes: z.boolean().optional(),
});

/** Keeps with the machine what a job has taught of it. */
export const PATCH = endpoint(async (context) => {
  const machine = await learnMachine(context.params.id ?? '', Lesson.parse(await jsonOf(context)));
  return machine ? json(machine) : notThere();
});
