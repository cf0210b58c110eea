import { keepProfile, keptProfiles } from '../../server';
import { MOST_PROFILE, ProfileError } from '../../pdf/icc';
import { endpoint, json, refusal } from '../_api';
import { bytesOf } from '../_body';

/** The profiles of presses that the shop keeps. */
export const GET = endpoint(async () => json(await keptProfiles()));

/** Keeps a profile: the file is the body. */
export const POST = endpoint(async ({ request, url }) => {
  const name = (url.searchParams.get('name') ?? '').replace(/\p{Cc}/gu, '').slice(0, 200);
  const bytes = await bytesOf(request, MOST_PROFILE);
  try {
    return json(await keepProfile(bytes, name));
  } catch (e) {
    if (e instanceof ProfileError) return refusal(422, `${name || 'The file'} was not taken in. ${e.message}`);
    throw e;
  }
});
