import { composeApart } from './apart';
import { composeProof } from './proof';
import { compose, type Composed, type ComposeJob } from '.';

/** Writes a job in the way that it asks for: a proof, a file for every form, or all sheets in one. */
export function writer(job: ComposeJob): Composed {
  const { proof } = job;
  if (proof) return composeProof({ ...job, proof });
  return (job.apart ? composeApart : compose)(job);
}
