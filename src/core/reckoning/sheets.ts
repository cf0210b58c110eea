import { yieldOf } from '../lay';
import { formatNumber as n, formatSize, inUnits, totalOf, wholeNumber as whole, type Unit } from '../measure';
import type { Plan, Run } from '../sheet';
import type { Figure } from './figure';

/** What the figures of sheets and money are made from. */
export interface Reckoned {
  readonly plan: Plan;
  readonly copies: number;
  readonly runs: readonly Run[];
}

export const termsOf = <T = Run>(list: readonly T[], of: (it: T) => string): string => list.map(of).join(' + ');
/** Sheets of a run with its spoilage. */
export const sheetsOfRun = (r: Run): number => r.good + r.spoilage;

/** How many lie on the sheet that the job is mainly of. */
export function upFigure({ plan }: Reckoned): Figure {
  const { lay } = plan.sheets.main;
  const up = lay.downs.length;
  const grid = lay.grid
    ? `${lay.grid.columns} across × ${lay.grid.rows} down${lay.grid.sideways ? ', lying sideways' : ''} = `
    : '';
  return {
    key: 'up',
    label: 'Up',
    value: up,
    unit: '',
    sum: `${grid}${up} ${plan.assembly.pieces} on a sheet${yieldOf(lay.work) === 2 ? '; one form, twice as many copies' : ''}`,
  };
}

export function sheetsPerCopyFigure({ plan, runs }: Reckoned): Figure {
  const perCopy = plan.sheets.length;
  const { said, all } = plan.assembly.madeOf;
  const main = plan.sheets.main.called;
  const others = runs.filter((r) => r.called !== main).map((r) => `${r.perCopy} ${r.called}`);
  return {
    key: 'sheetsPerCopy',
    label: 'Sheets a copy',
    value: perCopy,
    unit: 'sheets',
    sum: all
      ? `${said} = ${perCopy}`
      : `${said}${others.length > 0 ? ` and ${others.join(', ')}` : ''}; ${perCopy} sheets`,
  };
}

export function goodSheetsFigure({ plan, copies, runs }: Reckoned): Figure {
  const good = totalOf(runs, (r) => r.good);
  const one = runs.length === 1 ? runs[0]! : null;
  const up = one ? Math.ceil(copies / one.yields) : 0;
  return {
    key: 'goodSheets',
    label: 'Good sheets',
    value: good,
    unit: 'sheets',
    sum: one
      ? `${whole(copies)} copies ÷ ${one.yields} up = ${n(copies / one.yields)}${copies % one.yields ? ` → ${whole(up)}` : ''}; × ${plan.sheets.length} sheets = ${whole(good)}`
      : `${termsOf(runs, (r) => `${whole(Math.ceil(copies / r.yields))} × ${r.perCopy} ${r.stock.name}`)} = ${whole(good)}`,
  };
}

export function spoilageFigure({ runs }: Reckoned): Figure {
  const spoiled = totalOf(runs, (r) => r.spoilage);
  const own = runs.filter((r) => !r.ahead);
  const one = own.length === 1 ? own[0]! : null;
  const first = spoiled - totalOf(own, (r) => r.spoilage);
  const ahead = first > 0 ? ` + ${whole(first)} ahead = ${whole(spoiled)}` : '';
  const wish = one?.machine.spoilage;
  return {
    key: 'spoilage',
    label: 'Spoilage',
    value: spoiled,
    unit: 'sheets',
    sum:
      one && wish
        ? `${n(wish.sheets)} + ${n(wish.percent)} % of ${whole(one.good)} = ${n(wish.sheets + (one.good * wish.percent) / 100)} → ${whole(one.spoilage)}${ahead}`
        : `${termsOf(runs, (r) => `${r.spoilage} ${r.ahead ? 'ahead' : r.stock.name}`)} = ${whole(spoiled)}`,
  };
}

export function sheetsFigure({ runs }: Reckoned): Figure {
  const good = totalOf(runs, (r) => r.good);
  const spoiled = totalOf(runs, (r) => r.spoilage);
  return {
    key: 'sheets',
    label: 'Sheets',
    value: good + spoiled,
    unit: 'sheets',
    sum: `${whole(good)} good + ${whole(spoiled)} spoilage = ${whole(good + spoiled)}`,
  };
}

const areaText = (mm2: number, unit: Unit): string =>
  unit === 'mm' ? `${n(mm2 / 100, 1)} cm²` : `${n(mm2 / 25.4 ** 2, 2)} in²`;

/** Waste: of all paper bought, spoilage with it, what is in no finished piece. */
export function wasteFigure({ plan, copies, runs }: Reckoned): Figure {
  const paper = totalOf(runs, (r) => sheetsOfRun(r) * r.stock.width * r.stock.height);
  const areas = new Map<number, number>();
  let used = 0;
  for (const { shape, wanted } of plan.pieces) {
    areas.set(shape.used, (areas.get(shape.used) ?? 0) + 1);
    used += shape.used * wanted;
  }
  // of no paper nothing is wasted
  const waste = paper > 0 ? 100 * (1 - used / paper) : 0;
  const flat = plan.product.kind === 'flat' ? `${whole(totalOf(plan.pieces, (p) => p.wanted))} × ` : null;
  const sheetsSaid = (unit: Unit): string =>
    termsOf(runs, (r) => `${whole(sheetsOfRun(r))} × ${formatSize(r.stock, unit)}`);
  return {
    key: 'waste',
    label: 'Waste',
    value: waste,
    unit: '%',
    sum: inUnits((_, unit) => {
      if (flat)
        return `1 − ${flat}${areaText([...areas.keys()][0] ?? 0, unit)} ÷ (${sheetsSaid(unit)}) = ${n(waste, 1)} %`;
      const pieces = [...areas].map(([area, count]) => `${count} × ${areaText(area, unit)}`).join(' + ');
      return `1 − ${whole(copies)} copies × ${areas.size > 1 ? `(${pieces})` : pieces} ÷ (${sheetsSaid(unit)}) = ${n(waste, 1)} %`;
    }),
  };
}
