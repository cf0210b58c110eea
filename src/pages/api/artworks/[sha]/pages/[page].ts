import { picture, WIDTHS } from '../../../../../server';
import { AHEAD } from '../../../../../ui/client';
import { endpoint, notThere } from '../../../../_api';
import { askedPage, KEPT } from './_asked';

/** A picture of a page at the least of the drawn widths that is not below what is asked for. It never changes. */
export const GET = endpoint(async ({ params, url, request }) => {
  const asked = askedPage(params, url);
  if (!asked) return notThere();
  const wanted = Number(url.searchParams.get('w') ?? WIDTHS[1]);
  const width = WIDTHS.find((w) => w >= wanted) ?? WIDTHS.at(-1)!;
  try {
    const haste = request.headers.has(AHEAD) ? 'ahead' : 'looked-at';
    const jpeg = await picture(asked.sha, asked.page, width, haste, asked.ready);
    return new Response(new Uint8Array(jpeg), { headers: { 'Content-Type': 'image/jpeg', ...KEPT } });
  } catch (e) {
    if (e instanceof RangeError) return notThere();
    throw e;
  }
});
