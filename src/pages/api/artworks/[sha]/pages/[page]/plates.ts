import * as z from 'zod';
import { PdfSyntaxError, TookTooLong, TookTooMuch } from '../../../../../../pdf';
import { plates } from '../../../../../../server';
import { endpoint, notThere, refusal } from '../../../../../_api';
import { askedPage, KEPT } from '../_asked';

/** The middle of what is looked at closely: two numbers from 0 to 1. */
const At = z
  .string()
  .regex(/^[\d.]+,[\d.]+$/)
  .transform((text) => text.split(',').map(Number))
  .pipe(z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]))
  .transform(([x, y]) => ({ x, y }));

/** The inks of a page, each a picture; or of a part of it. */
export const GET = endpoint(async ({ params, url }) => {
  const asked = askedPage(params, url);
  if (!asked) return notThere();
  const said = url.searchParams.get('at');
  const at = said === null ? null : At.safeParse(said);
  if (at && !at.success) return notThere();
  try {
    const json = await plates(asked.sha, asked.page, asked.ready, at?.data ?? null);
    return new Response(json, { headers: { 'Content-Type': 'application/json', ...KEPT } });
  } catch (e) {
    if (e instanceof RangeError) return notThere();
    if (e instanceof TookTooLong || e instanceof TookTooMuch)
      return refusal(422, 'There is too much on this page to part it into its inks here. It is printed all the same.');
    if (e instanceof PdfSyntaxError)
      return refusal(422, `This page cannot be parted into its inks. ${e.message} It is printed all the same.`);
    throw e;
  }
});
