import { ReadyPicture } from '../../../../core';
import { PreflightRules } from '../../../../core/preflight';
import { checked, stopChecking } from '../../../../server';
import { endpoint, notThere } from '../../../_api';

const shaOf = (sha: string | undefined): string | null => (sha && /^[0-9a-f]{64}$/.test(sha) ? sha : null);

/**
 * What preflight finds in a file, or how far looking it over has come. `bleed` is what its job asks for, `scale` what it is
 * printed at of its own size, `ink` what its stock bears in one place, per cent; `rules` names those of the shop.
 */
export const GET = endpoint(async ({ params, url }) => {
  const sha = shaOf(params.sha);
  if (sha === null) return notThere();
  const bleed = PreflightRules.shape.bleed.safeParse(Number(url.searchParams.get('bleed') ?? NaN));
  const scale = ReadyPicture.shape.scale.safeParse(Number(url.searchParams.get('scale') ?? NaN));
  const ink = PreflightRules.shape.mostInk.safeParse(Number(url.searchParams.get('ink') ?? NaN));
  const rules = url.searchParams.get('rules');
  try {
    return Response.json(
      await checked(sha, {
        ...(bleed.success ? { bleed: bleed.data } : {}),
        ...(scale.success ? { scale: scale.data } : {}),
        ...(ink.success ? { ink: ink.data } : {}),
        rules,
      }),
    );
  } catch (e) {
    if (e instanceof RangeError) return notThere();
    throw e;
  }
});

/** Stops looking it over. */
export const DELETE = endpoint(({ params }) => {
  const sha = shaOf(params.sha);
  if (sha === null) return Promise.resolve(notThere());
  stopChecking(sha);
  return Promise.resolve(new Response(null, { status: 204 }));
});
