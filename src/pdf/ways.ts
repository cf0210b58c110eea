import { compose, type Composed, type ComposeJob } from './compose';
import { composeApart } from './compose/apart';
import { composeProof } from './compose/proof';
import { composeSeparated } from './separate';

/** Writes a job in the way that it asks for: a proof; as plates or as sheets, a file for every form or all in one. */
export function writer(job: ComposeJob): Composed {
  const { proof } = job;
  if (proof) return composeProof({ ...job, proof });
  const one = job.plates ? composeSeparated : compose;
  return job.apart ? composeApart(job, one) : one(job);
}
