import * as z from 'zod';
import { learnMachine } from '../../../../server';
import { Machine } from '../../../../core';
import { endpointOf } from '../../../../machines';
import { endpoint, json, notThere } from '../../../_api';
import { jsonOf } from '../../../_body';

const Lesson = z.strictObject({
  reload: Machine.shape.reload.unwrap().optional(),
  trays: Machine.shape.trays.unwrap().optional(),
  mixes: z.boolean().optional(),
  printer: Machine.shape.printer
    .refine(
      (uri) => uri === null || speaks(uri),
      'is no address of a print service: ipp://host/path or ipps://host/path',
    )
    .optional(),
  certificate: Machine.shape.certificate.unwrap().optional(),
});

function speaks(uri: string): boolean {
  try {
    endpointOf(uri);
    return true;
  } catch {
    return false;
  }
}

/** Keeps with the machine what a job has taught of it. */
export const PATCH = endpoint(async (context) => {
  const machine = await learnMachine(context.params.id ?? '', Lesson.parse(await jsonOf(context)));
  return machine ? json(machine) : notThere();
});
