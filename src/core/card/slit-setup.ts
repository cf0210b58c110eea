import { cutsOf } from '../cutting';
import type { Docket } from '../docket';
import { slitRuns, slitterOf, type SlitRun } from '../finishing';
import { onPaper, type OnPaper } from './on-paper';
import type { Rect } from '../measure';
import type { Plan } from '../sheet';

/** How a slitter's tools are set for one kind of sheet. */
export interface SlitSetup {
  readonly run: OnPaper<SlitRun>;
  readonly machine: string;
  /** Which edge goes in first, and from which the slits are measured. */
  readonly said: string;
  /** What comes out, as it lay on the sheet. */
  readonly pieces: readonly Rect[];
}

const SAID = {
  long: 'The lead edge goes in first; slits are measured from the left edge',
  short: 'The left edge goes in first; slits are measured from the lead edge',
} as const;

const setupFor = (run: SlitRun, machine: string): SlitSetup => ({
  run: onPaper(run),
  machine,
  said: SAID[run.slits.feed],
  pieces: cutsOf(run.lay).pieces,
});

/** How the slitter of a job is set, for each kind of sheet; none where it is cut on something else. */
export function setupsOf(docket: Pick<Docket, 'finish'>, plan: Plan): SlitSetup[] {
  const machine = slitterOf(docket.finish);
  return machine ? slitRuns(plan, machine).map((run) => setupFor(run, machine.name)) : [];
}

/** How it is set for a sheet, from 0. @returns null where that does not pass a slitter */
export const setupOf = (docket: Pick<Docket, 'finish'>, plan: Plan, sheet: number): SlitSetup | null =>
  setupsOf(docket, plan).find(({ run }) => run.sheets.includes(sheet + 1)) ?? null;
