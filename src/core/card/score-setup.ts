import { stepOf, type Docket } from '../docket';
import { channelFor, scoreRuns, type ScoreRun } from '../finishing';
import type { Plan } from '../sheet';

/** How a creaser is set for pieces of one size. */
export interface ScoreSetup {
  readonly machine: string;
  readonly run: ScoreRun;
  /** The channel that scores are pressed into, mm wide; null where the machine has one for all, or only perforates. */
  readonly channel: number | null;
}

/** How the creaser of a job is set; none where nothing is scored, or it is done in another pass or elsewhere. */
export function scoreSetupsOf({ finish }: Pick<Docket, 'finish'>, plan: Plan): ScoreSetup[] {
  const machine = finish.here ? stepOf(finish, 'score')?.machine : undefined;
  if (machine?.kind !== 'creaser') return [];
  return scoreRuns(plan, finish.route).map((run) => {
    const channel = run.passes.some((p) => p.kind === 'score') ? channelFor(machine, run.caliper) : null;
    return { machine: machine.name, run, channel: channel && channel !== 'none' ? channel.width : null };
  });
}

/** `Scores, head first`: how a pass is fed and measured. */
export const passSaid = ({ kind, lead }: ScoreRun['passes'][number]): string =>
  `${kind === 'score' ? 'Scores' : 'Perforations'}, ${lead} first`;
