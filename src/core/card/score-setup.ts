import { stepOf, type Docket } from '../docket';
import { scoreRuns, type ScoreRun } from '../finishing';
import type { Plan } from '../sheet';

/** How a creaser is set for pieces of one size. */
export interface ScoreSetup {
  readonly machine: string;
  readonly run: ScoreRun;
}

/** How the creaser of a job is set; none where nothing is scored, or it is done in another pass or elsewhere. */
export function scoreSetupsOf({ finish }: Pick<Docket, 'finish'>, plan: Plan): ScoreSetup[] {
  const machine = finish.here ? stepOf(finish, 'score')?.machine : undefined;
  return machine?.kind === 'creaser' ? scoreRuns(plan).map((run) => ({ machine: machine.name, run })) : [];
}

/** `Scores, head first`: how a pass is fed and measured. */
export const passSaid = ({ kind, lead }: ScoreRun['passes'][number]): string =>
  `${kind === 'score' ? 'Scores' : 'Perforations'}, ${lead} first`;
