import { formatNumber as n, totalOf, wholeNumber as whole } from '../measure';
import { money } from '../measure';
import type { StepWork } from '../finishing';
import type { Figure } from './figure';
import { sheetsOfRun, termsOf, type Reckoned } from './sheets';

const sidesSaid = (sides: 1 | 2): string => (sides === 2 ? '2 sides' : '1 side');

export function paperFigure({ runs }: Reckoned): Figure {
  const paper = totalOf(runs, (r) => sheetsOfRun(r) * r.stock.price);
  const name = (of: Reckoned['runs'][0]): string => (runs.length === 1 ? '' : ` ${of.stock.name}`);
  return {
    key: 'paper',
    label: 'Paper',
    value: paper,
    unit: 'ct',
    sum: `${termsOf(runs, (r) => `${whole(sheetsOfRun(r))} sheets${name(r)} × ${n(r.stock.price)} ct`)} = ${money(paper)}`,
  };
}

export function clicksFigure({ runs }: Reckoned): Figure {
  const clicks = totalOf(runs, (r) => r.sides * sheetsOfRun(r) * r.machine.click);
  return {
    key: 'clicks',
    label: 'Clicks',
    value: clicks,
    unit: 'ct',
    sum: `${termsOf(runs, (r) => `${whole(sheetsOfRun(r))} sheets × ${sidesSaid(r.sides)} × ${n(r.machine.click)} ct`)} = ${money(clicks)}`,
  };
}

/** Plates of every form, on presses that need them; null where none does. */
export function platesFigure({ runs }: Reckoned): Figure | null {
  const plated = runs.filter((r) => r.machine.plate > 0);
  const plates = totalOf(plated, (r) => r.forms * r.machine.plate);
  if (plates === 0) return null;
  return {
    key: 'plates',
    label: 'Plates',
    value: plates,
    unit: 'ct',
    sum: `${termsOf(plated, (r) => `${r.forms} forms × ${n(r.machine.plate)} ct`)} = ${money(plates)}`,
  };
}

/** Minutes that each machine runs which costs something by the hour: printing first, then the route. */
function hoursOf({ runs }: Pick<Reckoned, 'runs'>, work: readonly StepWork[]) {
  const presses = new Map(runs.map((r) => [r.machine.id, r.machine]));
  const printing = [...presses.values()].map((machine) => {
    const sides = totalOf(
      runs.filter((r) => r.machine.id === machine.id),
      (r) => r.sides * sheetsOfRun(r),
    );
    return { machine, minutes: machine.makeReady + (60 * sides) / machine.speed };
  });
  return [...printing, ...work.map(({ step, minutes }) => ({ machine: step.machine, minutes }))].filter(
    ({ machine }) => machine.hour > 0,
  );
}

/** What the machines cost by the hour, make-ready counted; null where none has a price. */
export function hoursFigure(it: Reckoned, work: readonly StepWork[]): Figure | null {
  const hours = hoursOf(it, work);
  if (hours.length === 0) return null;
  const value = totalOf(hours, (h) => (h.minutes / 60) * h.machine.hour);
  return {
    key: 'hours',
    label: 'Machine hours',
    value,
    unit: 'ct',
    sum: `${termsOf(hours, ({ machine, minutes }) => `${machine.name} ${n(minutes, 1)} min × ${money(machine.hour)} an hour`)} = ${money(value)}`,
  };
}

/** What a plan costs in paper, clicks, plates and machine hours, in cents. */
export const costOf = ({ runs }: Pick<Reckoned, 'runs'>, work: readonly StepWork[]): number =>
  totalOf(runs, (r) => sheetsOfRun(r) * (r.stock.price + r.sides * r.machine.click) + r.forms * r.machine.plate) +
  totalOf(hoursOf({ runs }, work), (h) => (h.minutes / 60) * h.machine.hour);

/** What the money is shared by: so many, and what one is called. */
export interface Each {
  readonly count: number;
  readonly called: string;
}

/** All of it together, and what comes to each. @param more what only some jobs have: plates, hours */
export function totalFigure({ count, called }: Each, paper: Figure, clicks: Figure, more: readonly Figure[]): Figure {
  const all = [paper, clicks, ...more];
  const cost = totalOf(all, (f) => f.value);
  const plates = more.some((f) => f.key === 'plates');
  const hours = more.some((f) => f.key === 'hours');
  return {
    key: 'total',
    label: hours
      ? `Paper, ${plates ? 'plates, ' : ''}clicks, hours`
      : plates
        ? 'Paper, plates, clicks'
        : 'Paper and clicks',
    value: cost,
    unit: 'ct',
    sum: `${all.map((f) => money(f.value)).join(' + ')} = ${money(cost)}; ${n(cost / count, 1)} ct a ${called}`,
  };
}
