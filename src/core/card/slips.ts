import type { Docket } from '../docket';
import { formatSize, lying, wholeNumber, type Unit } from '../measure';
import { runsOf, type Plan, type Run } from '../sheet';
import { runsSaid } from '../imprint';
import { WORKS_SAID } from '../marks';
import { PROCESSES_SAID } from './card';

/** The label of a pile, alone as a slip that lies on it. */
export interface PileSlip {
  /** `Pile 2 of 7`. */
  readonly pile: string;
  /** What lies in it: `Sheets 1–4, cards`. */
  readonly holds: string;
  /** How many sheets: `520 sheets, 20 of them spoilage`. */
  readonly sheets: string;
  readonly stock: string;
  readonly printed: string;
  /** Where it goes next; null where it is done. */
  readonly next: string | null;
}

export interface PileSlips {
  /** The job's, as the shop counts. */
  readonly number: number;
  readonly title: string;
  readonly customer: string | null;
  readonly due: string | null;
  readonly order: string | null;
  readonly slips: readonly PileSlip[];
  /** Piles that have no slip: more than anybody prints. */
  readonly more: number;
}

const MOST_SLIPS = 200;

/** What lies in one pile: on a press, which prints form by form, each sheet by itself; else sheets that are printed alike. */
function pilesOf(
  plan: Plan,
): { readonly run: Run; readonly sheets: readonly number[]; readonly good: number; readonly spoilage: number }[] {
  return runsOf(plan).flatMap((run) => {
    const { sheets, good, spoilage, machine } = run;
    if (!machine.press) return [{ run, sheets, good, spoilage }];
    // what is reckoned as spoilage is shared out, the first forms having what is left
    const each = Math.floor(spoilage / sheets.length);
    const left = spoilage - each * sheets.length;
    return sheets.map((n, i) => ({ run, sheets: [n], good: run.prints, spoilage: each + (i < left ? 1 : 0) }));
  });
}

const spans = (numbers: readonly number[]): string => {
  const runs: { from: number; to: number }[] = [];
  for (const n of numbers) {
    const last = runs.at(-1);
    if (last && last.to === n - 1) last.to = n;
    else runs.push({ from: n, to: n });
  }
  return runsSaid(runs);
};

/** The slips of a job, a pile each. @param number the job's, as the shop counts */
export function pileSlips(number: number, docket: Docket, plan: Plan, unit: Unit): PileSlips {
  const { title, customer, due, order, finish } = docket;
  const piles = pilesOf(plan);
  const [step] = finish.here ? finish.route : [];
  const slips = piles.slice(0, MOST_SLIPS).map(({ run, sheets, good, spoilage }, i): PileSlip => {
    const { stock, machine, called, sides } = run;
    const { lay } = plan.sheets.at(sheets[0]! - 1);
    return {
      pile: `Pile ${i + 1} of ${piles.length}`,
      holds: `${sheets.length === 1 ? 'Sheet' : 'Sheets'} ${spans(sheets)} of ${wholeNumber(plan.sheets.length)}, ${called}`,
      sheets: `${wholeNumber(good + spoilage)} ${good + spoilage === 1 ? 'sheet' : 'sheets'}${spoilage > 0 ? `, ${wholeNumber(spoilage)} of them spoilage` : ''}`,
      stock: `${stock.name} ${stock.format}, ${formatSize(lying(stock), unit)}, ${stock.grain} grain`,
      printed: `${machine.name}, ${sides === 1 ? WORKS_SAID['one-sided'] : WORKS_SAID[lay.work]}`,
      next: step ? `${PROCESSES_SAID[step.process]} on ${step.machine.name}` : null,
    };
  });
  return { number, title, customer, due, order: order?.number ?? null, slips, more: piles.length - slips.length };
}
