import type { Docket } from '../docket';
import { cutRuns, guillotineOf, slitterOf } from '../finishing';
import type { Unit } from '../measure';
import type { Plan } from '../sheet';
import { knifeFor, type Knife } from './knife';
import { machineSetups } from './machine-setup';
import type { MachineSetup } from './set-to';
import { scoreSetupsOf, type ScoreSetup } from './score-setup';
import { setupsOf, type SlitSetup } from './slit-setup';

/** What stands on the card that lies at the guillotine or the slitter, and at the machines behind them. */
export interface CutCard {
  /** The job's, as the shop counts; null where it is in no shop. */
  readonly number: number | null;
  readonly title: string;
  readonly customer: string | null;
  readonly due: string | null;
  /** Every kind of sheet that is cut in piles, at most so many as cards are worth. */
  readonly knives: readonly Knife[];
  /** Every kind that passes a slitter, likewise. */
  readonly setups: readonly SlitSetup[];
  /** How pieces are scored when they are cut. */
  readonly scorings: readonly ScoreSetup[];
  /** How the other machines of its route are set. */
  readonly machines: readonly MachineSetup[];
  /** Kinds of sheet that are not on it. */
  readonly more: number;
}

/** Pages of a cut card at the most: of more kinds of sheet, those that come first. */
export const MOST_CUT_CARDS = 50;

/**
 * The cut card of a job, with how the machines behind are set.
 * @param unit what the set-ups say lengths in
 * @returns null where no machine of the route is set for it
 */
export function cutCard(number: number | null, docket: Docket, plan: Plan, unit: Unit): CutCard | null {
  const { title, customer, due, finish } = docket;
  const scorings = scoreSetupsOf(docket, plan);
  const machines = machineSetups(docket, plan, unit);
  const head = { number, title, customer, due, scorings, machines };
  const others = scorings.length + machines.length;
  if (slitterOf(finish)) {
    const setups = setupsOf(docket, plan);
    const shown = setups.slice(0, MOST_CUT_CARDS);
    return setups.length + others === 0
      ? null
      : { ...head, knives: [], setups: shown, more: setups.length - shown.length };
  }
  const runs = cutRuns(plan, guillotineOf(finish), finish.route);
  const knives = runs.slice(0, MOST_CUT_CARDS).map((run) => knifeFor(docket, plan, run));
  return runs.length + others === 0 ? null : { ...head, knives, setups: [], more: runs.length - knives.length };
}
