import { formatNumber as n, wholeNumber as whole } from '../measure';
import { money } from '../measure';
import type { Figure } from './figure';
import { sheetsOfRun, termsOf, totalOf, type Reckoned } from './sheets';

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

/** What a plan costs in paper, clicks and plates, in cents. */
export const costOf = ({ runs }: Pick<Reckoned, 'runs'>): number =>
  totalOf(runs, (r) => sheetsOfRun(r) * (r.stock.price + r.sides * r.machine.click) + r.forms * r.machine.plate);

export function totalFigure({ copies }: Reckoned, paper: Figure, clicks: Figure, plates: Figure | null): Figure {
  const cost = paper.value + clicks.value + (plates?.value ?? 0);
  return {
    key: 'total',
    label: plates ? 'Paper, plates, clicks' : 'Paper and clicks',
    value: cost,
    unit: 'ct',
    sum: `${money(paper.value)} + ${money(clicks.value)}${plates ? ` + ${money(plates.value)}` : ''} = ${money(cost)}; ${n(cost / copies, 1)} ct a copy`,
  };
}
