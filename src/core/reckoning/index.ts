import type { Docket } from '../docket';
import { formatNumber } from '../measure';
import type { Plan } from '../sheet';

/** A figure with the sum that made it. */
export interface Figure {
  readonly key: FigureKey;
  readonly label: string;
  readonly value: number;
  readonly unit: '' | 'sheets' | '%' | 'ct' | 'min' | 'mm';
  readonly sum: string;
}

export type FigureKey =
  | 'up'
  | 'sheetsPerCopy'
  | 'goodSheets'
  | 'spoilage'
  | 'sheets'
  | 'waste'
  | 'paper'
  | 'clicks'
  | 'printTime'
  | 'finishTime'
  | 'total'
  | 'creep';

const n = formatNumber;
/** Thousands are set apart by a thin space. */
const whole = (v: number): string =>
  Math.round(v)
    .toString()
    .replace(/\B(?=(\d{3})+(?!\d))/g, '\u2009');
/** Money from cents. */
export const money = (cents: number): string =>
  `${(cents / 100).toFixed(2).replace(/\B(?=(\d{3})+(?!\d))/g, '\u2009')}\u00a0€`;

/** What is done about creep, in words. */
const CORRECTIONS = {
  none: 'not corrected',
  'push-in': 'inner content moved to the spine',
  'push-out': 'outer content moved to the face',
  halves: 'inner content moved to the spine and outer to the face',
  scale: 'pages made narrower',
} as const;

/**
 * Counts, cost and time of a plan. Prices and speeds are the shop's own.
 * Sheets: ceil(copies ÷ up) runs of the booklet's sheets, plus the machine's fixed and proportional spoilage.
 */
export function reckon(docket: Docket, plan: Plan): Figure[] {
  const { copies } = docket.product;
  const { machine, stock } = docket.sheet;
  const { finisher, stitch } = docket.finish;
  const up = plan.layout.slots.length;
  const perCopy = plan.sheets.length;
  const runs = Math.ceil(copies / up);
  const good = runs * perCopy;
  const spoiled = Math.ceil(machine.spoilage.sheets + (good * machine.spoilage.percent) / 100 - 1e-9);
  const sheets = good + spoiled;
  const sheetArea = stock.width * stock.height;
  const usedArea = (up * plan.layout.spread.width * plan.layout.spread.height * copies) / (runs * up);
  const waste = 100 * (1 - (usedArea * good) / (sheetArea * sheets));
  const paper = sheets * stock.price;
  const clicks = 2 * sheets * machine.click;
  const printTime = machine.makeReady + (60 * 2 * sheets) / machine.speed;
  const finishTime = stitch ? finisher.makeReady + (60 * copies) / finisher.speed : 0;
  const { creep } = plan;
  const figures: Figure[] = [
    {
      key: 'up',
      label: 'Up',
      value: up,
      unit: '',
      sum: `${plan.layout.grid.columns} across × ${plan.layout.grid.rows} down${plan.layout.rotated ? ', lying sideways' : ''} = ${up} booklets on a sheet`,
    },
    {
      key: 'sheetsPerCopy',
      label: 'Sheets a copy',
      value: perCopy,
      unit: 'sheets',
      sum: `${plan.reading.length} pages ÷ 4 a sheet = ${perCopy}`,
    },
    {
      key: 'goodSheets',
      label: 'Good sheets',
      value: good,
      unit: 'sheets',
      sum: `${whole(copies)} copies ÷ ${up} up = ${n(copies / up)}${copies % up ? ` → ${whole(runs)}` : ''}; × ${perCopy} sheets = ${whole(good)}`,
    },
    {
      key: 'spoilage',
      label: 'Spoilage',
      value: spoiled,
      unit: 'sheets',
      sum: `${n(machine.spoilage.sheets)} + ${n(machine.spoilage.percent)} % of ${whole(good)} = ${n(machine.spoilage.sheets + (good * machine.spoilage.percent) / 100)} → ${whole(spoiled)}`,
    },
    {
      key: 'sheets',
      label: 'Sheets',
      value: sheets,
      unit: 'sheets',
      sum: `${whole(good)} good + ${whole(spoiled)} spoilage = ${whole(sheets)}`,
    },
    {
      key: 'waste',
      label: 'Waste',
      value: waste,
      unit: '%',
      sum: `1 − ${whole(copies)} copies × ${perCopy} × ${n(plan.layout.spread.width, 1)} × ${n(plan.layout.spread.height, 1)} mm ÷ (${whole(sheets)} × ${n(stock.width, 1)} × ${n(stock.height, 1)} mm) = ${n(waste, 1)} %`,
    },
    {
      key: 'paper',
      label: 'Paper',
      value: paper,
      unit: 'ct',
      sum: `${whole(sheets)} sheets × ${n(stock.price)} ct = ${money(paper)}`,
    },
    {
      key: 'clicks',
      label: 'Clicks',
      value: clicks,
      unit: 'ct',
      sum: `${whole(sheets)} sheets × 2 sides × ${n(machine.click)} ct = ${money(clicks)}`,
    },
    {
      key: 'total',
      label: 'Paper and clicks',
      value: paper + clicks,
      unit: 'ct',
      sum: `${money(paper)} + ${money(clicks)} = ${money(paper + clicks)}; ${n((paper + clicks) / copies, 1)} ct a copy`,
    },
    {
      key: 'printTime',
      label: `On ${machine.name}`,
      value: printTime,
      unit: 'min',
      sum: `${n(machine.makeReady)} min make-ready + ${whole(sheets)} sheets × 2 sides ÷ ${whole(machine.speed)} an hour = ${duration(printTime)}`,
    },
  ];
  if (stitch)
    figures.push({
      key: 'finishTime',
      label: `On ${finisher.name}`,
      value: finishTime,
      unit: 'min',
      sum: `${n(finisher.makeReady)} min make-ready + ${whole(copies)} booklets ÷ ${whole(finisher.speed)} an hour = ${duration(finishTime)}`,
    });
  figures.push({
    key: 'creep',
    label: 'Creep',
    value: creep.standsOut.at(-1) ?? 0,
    unit: 'mm',
    sum: `${creep.sum}, ${CORRECTIONS[docket.product.creep.correction]}`,
  });
  return figures;
}

/** Minutes for reading: `4 min`, `2 h 05`. */
export function duration(minutes: number): string {
  const m = Math.ceil(minutes - 1e-9);
  return m < 60 ? `${m} min` : `${Math.floor(m / 60)} h ${String(m % 60).padStart(2, '0')}`;
}

/** A figure's value for reading. */
export function figureText(f: Figure): string {
  switch (f.unit) {
    case 'ct':
      return money(f.value);
    case 'min':
      return duration(f.value);
    case '%':
      return `${n(f.value, 1)} %`;
    case 'mm':
      return `${n(f.value, 2)} mm`;
    case '':
    case 'sheets':
      return whole(f.value);
  }
}
