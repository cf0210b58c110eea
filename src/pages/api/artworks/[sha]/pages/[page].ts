import { picture, WIDTHS } from '../../../../../server';
import { AHEAD } from '../../../../../ui/client';
import { endpoint, notThere } from '../../../../_api';

/** A picture of a page at the least of the drawn widths that is not below what is asked for. It never changes. */
export const GET = endpoint(async ({ params, url, request }) => {
  const sha = params.sha ?? '';
  const page = Number(params.page);
  if (!/^[0-9a-f]{64}$/.test(sha) || !Number.isInteger(page)) return notThere();
  const wanted = Number(url.searchParams.get('w') ?? WIDTHS[1]);
  const width = WIDTHS.find((w) => w >= wanted) ?? WIDTHS.at(-1)!;
  try {
    const jpeg = await picture(sha, page, width, request.headers.has(AHEAD) ? 'ahead' : 'looked-at');
    return new Response(new Uint8Array(jpeg), {
      headers: { 'Content-Type': 'image/jpeg', 'Cache-Control': 'public, max-age=31536000, immutable' },
    });
  } catch (e) {
    if (e instanceof RangeError) return notThere();
    throw e;
  }
});
