import { z } from 'zod';
import { cleanName, jobFromArtwork, listJobs, readStored, takeIn } from '../../../server';
import { ArtworkError } from '../../../pdf';
import { bodyOf, endpoint, json, refusal } from '../../_api';

export const GET = endpoint(async () => json(await listJobs()));

const FromStore = z.strictObject({
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  bytes: z.number(),
  name: z.string(),
  password: z.string().max(500),
});

/** A new job: of the file in the body, or of one that arrived before and needed its password. */
export const POST = endpoint(async (context) => {
  if (context.request.headers.get('content-type') === 'application/json') {
    const { sha256, bytes, name, password } = FromStore.parse(await context.request.json());
    const artwork = await readStored(sha256, bytes, password);
    return json(await jobFromArtwork(sha256, name, artwork), 201);
  }
  const name = cleanName(context.url.searchParams.get('name') ?? '');
  const { body, expected } = bodyOf(context);
  const { sha256, bytes } = await takeIn(body, expected);
  try {
    const artwork = await readStored(sha256, bytes);
    return json(await jobFromArtwork(sha256, name, artwork), 201);
  } catch (e) {
    if (e instanceof ArtworkError) return refusal(422, e.message, { code: e.code, sha256, bytes, name });
    throw e;
  }
});
