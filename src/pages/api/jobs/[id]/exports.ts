import * as z from 'zod';
import { ProofWish } from '../../../../core';
import { startExport, Written } from '../../../../server';
import { endpoint, idOf, json, Named, notThere } from '../../../_api';
import { wishOf } from '../../../_body';

const Wish = z
  .strictObject({
    proof: ProofWish.nullable().default(null),
    pass: Written.default('all'),
    id: Named.optional(),
  })
  .refine(
    ({ proof, pass }) => proof === null || pass === 'all',
    'A proof is of whole sheets: it is not parted further.',
  );

/** Starts an export. Asked for again under its id, it is not started again. */
export const POST = endpoint(async (context) => {
  const wish = Wish.parse(await wishOf(context));
  const id = await startExport(idOf(context), wish, wish.id);
  return id ? json({ id }, 202) : notThere();
});
