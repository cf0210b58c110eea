import type { Docket } from '../docket';
import { formatNumber } from '../measure';
import { yieldOf, type Plan } from '../sheet';
import { runsOf, type Run } from './runs';

export { loadsOf, runsOf, type Load, type Run } from './runs';

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
  | 'plates'
  | 'foldTime'
  | 'spine'
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

const PIECES: Readonly<Record<Docket['product']['binding']['kind'], string>> = {
  'saddle-stitched': 'booklets',
  'perfect-bound': 'sections',
  sewn: 'sections',
  'loose-leaf': 'leaves',
  folded: 'pieces',
};

/** Counts, cost and time of a plan. Prices and speeds are the shop's own. */
export function reckon(docket: Docket, plan: Plan): Figure[] {
  const { copies } = docket.product;
  const { finisher, folder, stitch } = docket.finish;
  const { layout, creep } = plan;
  const runs = runsOf(docket, plan);
  const one = runs.length === 1 ? runs[0]! : null;
  const total = (of: (r: Run) => number): number => runs.reduce((t, r) => t + of(r), 0);
  const terms = (of: (r: Run) => string): string => runs.map(of).join(' + ');
  const up = layout.slots.length;
  const perCopy = plan.sheets.length;
  const good = total((r) => r.good);
  const spoiled = total((r) => r.spoilage);
  const sheets = good + spoiled;
  const sheetArea = total((r) => (r.good + r.spoilage) * r.stock.width * r.stock.height);
  const pageArea = docket.product.finished.width * docket.product.finished.height;
  const leaves = plan.sections.reduce((t, s) => t + s.way.pages / 2, 0);
  const waste = 100 * (1 - (copies * leaves * pageArea) / sheetArea);
  const paper = total((r) => (r.good + r.spoilage) * r.stock.price);
  const clicks = total((r) => r.sides * (r.good + r.spoilage) * r.machine.click);
  const plates = total((r) => (r.machine.plate > 0 ? r.forms * r.machine.plate : 0));
  const { machine } = docket.sheet;
  const mine = runs.filter((r) => r.machine.id === machine.id);
  const mySides = mine.reduce((t, r) => t + r.sides * (r.good + r.spoilage), 0);
  const printTime = machine.makeReady + (60 * mySides) / machine.speed;
  const finishTime = finisher.makeReady + (60 * copies) / finisher.speed;
  const cost = paper + clicks + plates;
  const ways = new Map<string, number>();
  for (const s of plan.sections)
    if (s.kind === 'text') ways.set(String(s.way.pages), (ways.get(String(s.way.pages)) ?? 0) + 1);
  const figures: Figure[] = [
    {
      key: 'up',
      label: 'Up',
      value: up,
      unit: '',
      sum: `${layout.grid.columns} across × ${layout.grid.rows} down${layout.rotated ? ', lying sideways' : ''} = ${up} ${PIECES[docket.product.binding.kind]} on a sheet${yieldOf(layout.work) === 2 ? '; one form, twice as many copies' : ''}`,
    },
    {
      key: 'sheetsPerCopy',
      label: 'Sheets a copy',
      value: perCopy,
      unit: 'sheets',
      sum:
        plan.nested && ways.size === 1 && ways.has('4')
          ? `${plan.reading.length} pages ÷ 4 a sheet = ${perCopy}`
          : `${plan.reading.length} pages: ${[...ways].map(([size, n]) => `${n} × ${size}`).join(' + ')}${
              runs.some((r) => r.kind !== 'text')
                ? ` and ${runs
                    .filter((r) => r.kind !== 'text')
                    .map((r) => `${r.perCopy} ${r.kind}`)
                    .join(', ')}`
                : ''
            }; ${perCopy} sheets`,
    },
    {
      key: 'goodSheets',
      label: 'Good sheets',
      value: good,
      unit: 'sheets',
      sum: one
        ? `${whole(copies)} copies ÷ ${one.yields} up = ${n(copies / one.yields)}${copies % one.yields ? ` → ${whole(Math.ceil(copies / one.yields))}` : ''}; × ${perCopy} sheets = ${whole(good)}`
        : `${terms((r) => `${whole(Math.ceil(copies / r.yields))} × ${r.perCopy} ${r.stock.name}`)} = ${whole(good)}`,
    },
    {
      key: 'spoilage',
      label: 'Spoilage',
      value: spoiled,
      unit: 'sheets',
      sum: one
        ? `${n(machine.spoilage.sheets)} + ${n(machine.spoilage.percent)} % of ${whole(good)} = ${n(machine.spoilage.sheets + (good * machine.spoilage.percent) / 100)} → ${whole(spoiled)}`
        : `${terms((r) => `${r.spoilage} ${r.stock.name}`)} = ${whole(spoiled)}`,
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
      sum: `1 − ${whole(copies)} copies × ${leaves} leaves × ${n(docket.product.finished.width, 1)} × ${n(docket.product.finished.height, 1)} mm ÷ (${terms((r) => `${whole(r.good + r.spoilage)} × ${n(r.stock.width, 1)} × ${n(r.stock.height, 1)} mm`)}) = ${n(waste, 1)} %`,
    },
    {
      key: 'paper',
      label: 'Paper',
      value: paper,
      unit: 'ct',
      sum: `${terms((r) => `${whole(r.good + r.spoilage)} sheets${one ? '' : ` ${r.stock.name}`} × ${n(r.stock.price)} ct`)} = ${money(paper)}`,
    },
    {
      key: 'clicks',
      label: 'Clicks',
      value: clicks,
      unit: 'ct',
      sum: `${terms((r) => `${whole(r.good + r.spoilage)} sheets × ${r.sides === 2 ? '2 sides' : '1 side'} × ${n(r.machine.click)} ct`)} = ${money(clicks)}`,
    },
  ];
  if (plates > 0)
    figures.push({
      key: 'plates',
      label: 'Plates',
      value: plates,
      unit: 'ct',
      sum: `${terms((r) => `${r.forms} forms × ${n(r.machine.plate)} ct`)} = ${money(plates)}`,
    });
  figures.push(
    {
      key: 'total',
      label: plates > 0 ? 'Paper, plates, clicks' : 'Paper and clicks',
      value: cost,
      unit: 'ct',
      sum: `${money(paper)} + ${money(clicks)}${plates > 0 ? ` + ${money(plates)}` : ''} = ${money(cost)}; ${n(cost / copies, 1)} ct a copy`,
    },
    {
      key: 'printTime',
      label: `On ${machine.name}`,
      value: printTime,
      unit: 'min',
      sum: `${n(machine.makeReady)} min make-ready + ${one ? `${whole(sheets)} sheets × ${one.sides === 2 ? '2 sides' : '1 side'}` : `${whole(mySides)} sides`} ÷ ${whole(machine.speed)} an hour = ${duration(printTime)}`,
    },
  );
  const folded = plan.sections.filter((s) => s.kind === 'text' && s.way.folds.length > 0);
  if (folder && folded.length > 0) {
    const minutes = folder.makeReady + (60 * folded.length * copies) / folder.speed;
    figures.push({
      key: 'foldTime',
      label: `On ${folder.name}`,
      value: minutes,
      unit: 'min',
      sum: `${n(folder.makeReady)} min make-ready + ${whole(copies)} × ${folded.length} sections ÷ ${whole(folder.speed)} an hour = ${duration(minutes)}`,
    });
  }
  if (stitch)
    figures.push({
      key: 'finishTime',
      label: `On ${finisher.name}`,
      value: finishTime,
      unit: 'min',
      sum: `${n(finisher.makeReady)} min make-ready + ${whole(copies)} booklets ÷ ${whole(finisher.speed)} an hour = ${duration(finishTime)}`,
    });
  if (plan.spine)
    figures.push({ key: 'spine', label: 'Spine', value: plan.spine.width, unit: 'mm', sum: plan.spine.sum });
  if (plan.creep.standsOut.length > 1 || plan.nested)
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
