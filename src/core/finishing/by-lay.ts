import type { Lay } from '../lay';
import type { Stock } from '../shop';
import { runsOf, type Plan } from '../sheet';

/** Sheets that are printed alike and lie alike: what a finishing machine is set for once. */
export interface RunOfLay {
  readonly stock: Stock;
  readonly called: string;
  readonly lay: Lay;
  /** Its sheets, by number, and how many there are of them all. */
  readonly sheets: readonly number[];
  readonly good: number;
}

/** The runs of a plan, those whose sheets lie unlike parted. */
export function runsByLay(plan: Plan): RunOfLay[] {
  const ahead = runsOf(plan).flatMap((run) => (run.ahead ? run.sheets : []));
  return runsOf(plan).flatMap(({ sheets, prints, stock, called, ahead: alone }) => {
    // what goes ahead is finished as those behind it are, and is none of what is good
    if (alone) return [];
    const byLay = new Map<Lay, number[]>();
    for (const number of sheets) {
      const { lay } = plan.sheets.at(number - 1);
      const alike = byLay.get(lay);
      if (alike) alike.push(number);
      else byLay.set(lay, [number]);
    }
    return [...byLay].map(([lay, alike]) => ({
      stock,
      called,
      lay,
      sheets: [...ahead.filter((number) => alike.includes(number + 1)), ...alike].sort((a, b) => a - b),
      good: prints * alike.length,
    }));
  });
}
