import * as z from 'zod';
import { MOST_ROWS, someRows } from '../../../../server';
import { endpoint, json, notThere } from '../../../_api';

const Places = z
  .string()
  .regex(/^\d{1,6}(,\d{1,6})*$/, 'names rows by their numbers, with commas between')
  .transform((s) => s.split(',').map(Number))
  .refine((all) => all.length <= MOST_ROWS, `names more than ${MOST_ROWS} rows`);

/** Some rows of a table, by their places from 0. They never change. */
export const GET = endpoint(async ({ params, url }) => {
  const sha = params.sha ?? '';
  const places = Places.parse(url.searchParams.get('at') ?? '');
  const rows = /^[0-9a-f]{64}$/.test(sha) ? await someRows(sha, places) : null;
  return rows ? json(rows) : notThere();
});
