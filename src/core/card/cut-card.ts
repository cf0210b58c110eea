import type { Docket } from '../docket';
import { cutRuns, guillotineOf, slitterOf } from '../finishing';
import type { Plan } from '../sheet';
import { knifeFor, type Knife } from './knife';
import { scoreSetupsOf, type ScoreSetup } from './score-setup';
import { setupsOf, type SlitSetup } from './slit-setup';

/** What stands on the card that lies at the guillotine, or at the slitter. */
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
  /** Kinds of sheet that are not on it. */
  readonly more: number;
}

/** Pages of a cut card at the most: of more kinds of sheet, those that come first. */
export const MOST_CUT_CARDS = 50;

/** The cut card of a job. @returns null where nothing is cut flat, or not on the machine that it is to be cut on */
export function cutCard(number: number | null, docket: Docket, plan: Plan): CutCard | null {
  const { title, customer, due, finish } = docket;
  const head = { number, title, customer, due, scorings: scoreSetupsOf(docket, plan) };
  if (slitterOf(finish)) {
    const setups = setupsOf(docket, plan);
    const shown = setups.slice(0, MOST_CUT_CARDS);
    return setups.length + head.scorings.length === 0
      ? null
      : { ...head, knives: [], setups: shown, more: setups.length - shown.length };
  }
  const runs = cutRuns(plan, guillotineOf(finish));
  const knives = runs.slice(0, MOST_CUT_CARDS).map((run) => knifeFor(docket, plan, run));
  return runs.length + head.scorings.length === 0
    ? null
    : { ...head, knives, setups: [], more: runs.length - knives.length };
}
