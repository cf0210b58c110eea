import { compose, type Composed, type ComposeJob } from './compose';
import { composeApart } from './compose/apart';
import { composeProof } from './compose/proof';

/** What parts sheets into their inks. */
export interface Parted {
  readonly plates: (job: ComposeJob) => Composed;
  readonly previews: (job: ComposeJob, plates: (job: ComposeJob) => Composed) => Composed;
}

/**
 * Writes a job in the way that it asks for: a proof; as plates or as sheets, a file for every form or all in one.
 * @param parted writes plates, and previews of them: only who is asked for some needs what unpacks and draws pictures
 */
export function writer(job: ComposeJob, parted?: Parted): Composed {
  const { proof } = job;
  if (proof) return composeProof({ ...job, proof });
  if ((job.plates || job.previews) && !parted)
    throw new RangeError('Plates are written where pictures can be unpacked.');
  if (job.previews) return parted!.previews(job, parted!.plates);
  const one = job.plates ? parted!.plates : compose;
  return job.apart ? composeApart(job, one) : one(job);
}
