import { compose, type Composed, type ComposeJob } from './compose';
import { composeApart } from './compose/apart';
import { composeProof } from './compose/proof';

/**
 * Writes a job in the way that it asks for: a proof; as plates or as sheets, a file for every form or all in one.
 * @param separated writes plates: only who is asked for some needs what unpacks pictures
 */
export function writer(job: ComposeJob, separated?: (job: ComposeJob) => Composed): Composed {
  const { proof } = job;
  if (proof) return composeProof({ ...job, proof });
  if (job.plates && !separated) throw new RangeError('Plates are written where pictures can be unpacked.');
  const one = job.plates ? separated! : compose;
  return job.apart ? composeApart(job, one) : one(job);
}
