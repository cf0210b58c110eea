import { z } from 'zod';
import { learnReload } from '../../../../server';
import { Machine } from '../../../../core';
import { endpoint, json, notThere } from '../../../_api';

const Learned = z.strictObject({ reload: Machine.shape.reload.unwrap() });

/** Keeps with the machine how its pile goes back in. */
export const PATCH = endpoint(async ({ params, request }) => {
  const { reload } = Learned.parse(await request.json());
  const machine = await learnReload(params.id ?? '', reload);
  return machine ? json(machine) : notThere();
});
