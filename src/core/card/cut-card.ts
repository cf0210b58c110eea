import type { Docket } from '../docket';
import { cutRuns, guillotineOf } from '../finishing';
import type { Plan } from '../sheet';
import { knifeFor, type Knife } from './knife';

/** What stands on the card that lies at the guillotine. */
export interface CutCard {
  /** The job's, as the shop counts; null where it is in no shop. */
  readonly number: number | null;
  readonly title: string;
  readonly customer: string | null;
  readonly due: string | null;
  /** Every kind of sheet that is cut flat, at most so many as cards are worth. */
  readonly knives: readonly Knife[];
  /** Kinds of sheet that are not on it. */
  readonly more: number;
}

/** Pages of a cut card at the most: of more kinds of sheet, those that come first. */
export const MOST_CUT_CARDS = 50;

/** The cut card of a job. @returns null where nothing is cut flat */
export function cutCard(number: number | null, docket: Docket, plan: Plan): CutCard | null {
  const runs = cutRuns(plan, guillotineOf(docket.finish));
  if (runs.length === 0) return null;
  const { title, customer, due } = docket;
  const knives = runs.slice(0, MOST_CUT_CARDS).map((run) => knifeFor(docket, plan, run));
  return { number, title, customer, due, knives, more: Math.max(0, runs.length - MOST_CUT_CARDS) };
}
