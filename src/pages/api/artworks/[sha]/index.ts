import { findArtwork, sql } from '../../../../server';
import { endpoint, json, notThere } from '../../../_api';

/** What is known of a file: its pages and their boxes. It never changes. */
export const GET = endpoint(async ({ params }) => {
  const sha = params.sha ?? '';
  const known = /^[0-9a-f]{64}$/.test(sha) ? await findArtwork(sql, sha) : null;
  return known ? json(known.facts) : notThere();
});
