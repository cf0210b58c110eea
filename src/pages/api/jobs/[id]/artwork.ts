import { z } from 'zod';
import { cleanName, findArtwork, readJob, readStored, swapArtwork, takeIn } from '../../../../server';
import { ArtworkError } from '../../../../pdf';
import { bodyOf, endpoint, idOf, json, notThere, refusal } from '../../../_api';
import { jobPage } from '../../../_views';

const FromStore = z.strictObject({
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  name: z.string(),
  bytes: z.number().optional(),
  password: z.string().max(500).optional(),
});

/** Swaps the job's artwork: for the file in the body, or for one that is stored (a former one, or one now unlocked). */
export const PUT = endpoint(async (context) => {
  const id = idOf(context);
  if (!(await readJob(id))) return notThere();
  let sha256: string;
  let name: string;
  if (context.request.headers.get('content-type') === 'application/json') {
    const wish = FromStore.parse(await context.request.json());
    ({ sha256, name } = wish);
    if (wish.password !== undefined) await readStored(sha256, wish.bytes ?? 0, wish.password);
    else if (!(await findArtwork(sha256))) return notThere();
  } else {
    name = cleanName(context.url.searchParams.get('name') ?? '');
    const { body, expected } = bodyOf(context);
    const taken = await takeIn(body, expected);
    sha256 = taken.sha256;
    try {
      await readStored(sha256, taken.bytes);
    } catch (e) {
      if (e instanceof ArtworkError) return refusal(422, e.message, { code: e.code, sha256, bytes: taken.bytes, name });
      throw e;
    }
  }
  const row = await swapArtwork(id, sha256, name);
  return row ? json(await jobPage(row)) : notThere();
});
