import { stepOf, type Finish, type FinishStep } from '../docket';
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

/** Whether a slitter scores and perforates the sheets that it cuts, as the route has it. */
export const scoresAsItSlits = (route: readonly FinishStep[], { id }: FinisherOf<'slitter'>): boolean =>
  route.some(({ process, machine }) => process === 'score' && machine.kind === 'slitter' && machine.id === id);
