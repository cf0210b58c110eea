import { z } from 'zod';
import { startExport } from '../../../../server';
import { endpoint, idOf, json, notThere } from '../../../_api';

const Wish = z.strictObject({ pass: z.enum(['all', 'fronts', 'backs']).default('all') });

export const POST = endpoint(async (context) => {
  const text = await context.request.text();
  const { pass } = Wish.parse(text ? JSON.parse(text) : {});
  const id = await startExport(idOf(context), pass);
  return id ? json({ id }, 202) : notThere();
});
