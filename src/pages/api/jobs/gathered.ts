import * as z from 'zod';
import { gatherJobs, partJobs } from '../../../server';
import { endpoint, json, Named } from '../../_api';
import { wishOf } from '../../_body';

const Jobs = z.array(Named).max(100);
const Wish = z.strictObject({ id: Named.optional(), jobs: Jobs });
const Parted = z.strictObject({ id: Named, jobs: Jobs });

/** One job of several that were just made of files dropped together, where those are cards of one size. */
export const POST = endpoint(async (context) => {
  const { id, jobs } = Wish.parse(await wishOf(context));
  return json(await gatherJobs(jobs, id), 201);
});

/** The single jobs again. */
export const DELETE = endpoint(async (context) => {
  const { id, jobs } = Parted.parse(await wishOf(context));
  await partJobs(id, jobs);
  return json({});
});
