import type { Docket } from '../docket/schema';
import type { Machine, Stock } from '../docket/shop';
import { yieldOf, type Plan, type Sheet } from '../sheet';

/** Sheets that are printed alike: on one stock and machine, with as many copies on each. */
export interface Run {
  readonly stock: Stock;
  readonly machine: Machine;
  readonly kind: Sheet['kind'];
  /** Sheets a copy. */
  readonly perCopy: number;
  readonly yields: number;
  readonly good: number;
  readonly spoilage: number;
  readonly sides: 1 | 2;
  readonly forms: number;
  /** Its sheets, by number. */
  readonly sheets: readonly number[];
}

/**
 * The runs of a plan. Sheets: ceil(copies ÷ up) of each, plus the machine's fixed and proportional spoilage for each
 * stock that it runs.
 */
export function runsOf(docket: Docket, plan: Plan): Run[] {
  const { copies } = docket.product;
  const groups = new Map<string, { first: Sheet; numbers: number[]; forms: number }>();
  for (const sheet of plan.sheets) {
    const sides = sheet.back.cells.length > 0 ? 2 : 1;
    const forms = sides === 2 && yieldOf(sheet.layout.work) === 1 ? 2 : 1;
    const key = `${sheet.stock.id} ${sheet.machine.id} ${sheet.yields} ${sides} ${sheet.kind}`;
    const known = groups.get(key);
    if (known) {
      known.numbers.push(sheet.number);
      known.forms += forms;
    } else groups.set(key, { first: sheet, numbers: [sheet.number], forms });
  }
  const begun = new Set<string>();
  return [...groups.values()].map(({ first, numbers, forms }) => {
    const count = numbers.length;
    const { stock, machine, yields, kind } = first;
    const good = Math.ceil(copies / yields) * count;
    const fresh = !begun.has(`${stock.id} ${machine.id}`);
    begun.add(`${stock.id} ${machine.id}`);
    const spoilage = Math.ceil((fresh ? machine.spoilage.sheets : 0) + (good * machine.spoilage.percent) / 100 - 1e-9);
    return {
      stock,
      machine,
      kind,
      perCopy: count,
      yields,
      good,
      spoilage,
      sides: first.back.cells.length > 0 ? 2 : 1,
      forms,
      sheets: numbers,
    };
  });
}

/** What goes to a machine as one job: sheets of as many sides and copies, each on its stock. */
export interface Load {
  readonly machine: Machine;
  readonly sides: 1 | 2;
  /** How many times it is printed. */
  readonly copies: number;
  readonly good: number;
  /** Its sheets, by number, in running order. */
  readonly sheets: readonly number[];
  /** The stocks in that order: places in the load from 1, both ends counted. */
  readonly stocks: readonly { readonly from: number; readonly to: number; readonly stock: Stock }[];
}

/**
 * The jobs that a plan is sent as. A machine that draws from several trays in one job gets its runs as one, sheet by
 * sheet in running order, so that copies come out collated; else each run is sent for itself. A cover that is fed at
 * the binder is always for itself, and so is what is printed another number of times.
 */
export function loadsOf(docket: Docket, plan: Plan): Load[] {
  const runs = runsOf(docket, plan);
  const groups = new Map<string, Run[]>();
  runs.forEach((run, i) => {
    const apart = !run.machine.mixes || (run.kind === 'cover' && !plan.nested);
    const key = apart ? `run ${i}` : `${run.machine.id} ${run.yields} ${run.sides}`;
    groups.set(key, [...(groups.get(key) ?? []), run]);
  });
  return [...groups.values()].map((group) => {
    const { machine, sides, yields } = group[0]!;
    const sheets = group.flatMap((r) => r.sheets).sort((a, b) => a - b);
    const stocks: { from: number; to: number; stock: Stock }[] = [];
    sheets.forEach((number, i) => {
      const { stock } = plan.sheets[number - 1]!;
      const last = stocks.at(-1);
      if (last && last.stock.id === stock.id) last.to = i + 1;
      else stocks.push({ from: i + 1, to: i + 1, stock });
    });
    return {
      machine,
      sides,
      copies: Math.ceil(docket.product.copies / yields),
      good: group.reduce((n, r) => n + r.good, 0),
      sheets,
      stocks,
    };
  });
}
