import { stepOf, type Finish } from '../docket';
import type { FinisherOf } from '../shop';

/** The guillotine that a job is cut on here; null where none is in its route. */
export function guillotineOf(finish: Finish): FinisherOf<'guillotine'> | null {
  const machine = finish.here ? stepOf(finish, 'cut')?.machine : undefined;
  return machine?.kind === 'guillotine' ? machine : null;
}

/** The slitter that a job is cut on here; null where none is in its route. */
export function slitterOf(finish: Finish): FinisherOf<'slitter'> | null {
  const machine = finish.here ? stepOf(finish, 'cut')?.machine : undefined;
  return machine?.kind === 'slitter' ? machine : null;
}
