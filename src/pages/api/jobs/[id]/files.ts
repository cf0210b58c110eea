import { addFile, cleanName, readJob, readStored, takeIn } from '../../../../server';
import { ArtworkError } from '../../../../pdf';
import { bodyOf, endpoint, idOf, json, notThere, refusal } from '../../../_api';
import { jobPage } from '../../../_views';

/** Adds the file in the body to those that the job takes pages from. */
export const POST = endpoint(async (context) => {
  const id = idOf(context);
  const before = await readJob(id);
  if (!before) return notThere();
  if (before.docket.artwork.more.length >= 20) return refusal(422, 'A job has at most twenty further files.');
  const name = cleanName(context.url.searchParams.get('name') ?? '');
  const { body, expected } = bodyOf(context);
  const { sha256, bytes } = await takeIn(body, expected);
  try {
    await readStored(sha256, bytes);
  } catch (e) {
    if (e instanceof ArtworkError) return refusal(422, e.message, { code: e.code });
    throw e;
  }
  const row = await addFile(id, sha256, name);
  return row ? json(await jobPage(row)) : notThere();
});
