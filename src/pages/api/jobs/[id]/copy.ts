import * as z from 'zod';
import { copyJob } from '../../../../server';
import { endpoint, idOf, json, Named, notThere } from '../../../_api';
import { wishOf } from '../../../_body';

const Wish = z.strictObject({ id: Named.optional() });

/** A new job with the wishes of this one. Asked for again under its id, it is not made again. */
export const POST = endpoint(async (context) => {
  const { id } = Wish.parse(await wishOf(context));
  const made = await copyJob(idOf(context), id);
  return made ? json({ id: made }, 201) : notThere();
});
