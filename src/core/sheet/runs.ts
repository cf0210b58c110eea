import type { Docket } from '../docket';
import { yieldOf } from '../lay';
import type { Machine, Stock } from '../shop';
import type { SheetBlock, Sheets } from './sheets';

/** Sheets that are printed alike: on one stock and machine, with as many copies on each. */
export interface Run {
  readonly stock: Stock;
  readonly machine: Machine;
  /** What their pieces are called. */
  readonly called: string;
  readonly apart: boolean;
  /** Whether it is a sheet that goes ahead of the others: none of it is good. */
  readonly ahead: boolean;
  /** Sheets a copy. */
  readonly perCopy: number;
  readonly yields: number;
  /** How often each of its sheets is printed. */
  readonly prints: number;
  readonly good: number;
  readonly spoilage: number;
  readonly sides: 1 | 2;
  readonly forms: number;
  /** Its sheets, by number. */
  readonly sheets: readonly number[];
}

/** Of a plan, what its runs depend on. */
interface Planned {
  readonly sheets: Sheets;
}

/**
 * The runs of a plan. Sheets: as often as each is printed, ceil(copies ÷ up), plus the machine's fixed and proportional spoilage: the fixed
 * part once for each stock that it runs.
 */
export function runsOf({ sheets }: Planned): Run[] {
  const groups = new Map<string, { first: SheetBlock; numbers: number[]; forms: number }>();
  for (const block of sheets.blocks) {
    const { stock, machine, yields, prints, sides, called, ahead, lay, from, count } = block;
    const forms = count * (sides === 2 && yieldOf(lay.work) === 1 ? 2 : 1);
    const key = `${stock.id} ${machine.id} ${yields} ${prints} ${sides} ${called}${ahead ? ' ahead' : ''}`;
    let group = groups.get(key);
    if (!group) groups.set(key, (group = { first: block, numbers: [], forms: 0 }));
    group.forms += forms;
    for (let i = 0; i < count; i++) group.numbers.push(from + i);
  }
  const begun = new Set<string>();
  return [...groups.values()].map(({ first, numbers, forms }) => {
    const perCopy = numbers.length;
    const { stock, machine, yields, prints, called, apart, sides, ahead } = first;
    const alike = { stock, machine, called, apart, ahead, perCopy, yields, prints, sides, forms, sheets: numbers };
    // it is spoilage itself, and has none
    if (ahead) return { ...alike, good: 0, spoilage: prints * perCopy };
    const good = prints * perCopy;
    const fresh = !begun.has(`${stock.id} ${machine.id}`);
    begun.add(`${stock.id} ${machine.id}`);
    const spoilage = Math.ceil((fresh ? machine.spoilage.sheets : 0) + (good * machine.spoilage.percent) / 100 - 1e-9);
    return { ...alike, good, spoilage };
  });
}

/** What goes to a machine as one job: sheets of as many sides and copies, each on its stock. */
export interface Load {
  readonly machine: Machine;
  readonly sides: 1 | 2;
  /** How many times it is printed. */
  readonly copies: number;
  readonly good: number;
  /** How many times more it could be printed on the sheets that are reckoned as spoilage: whole times. */
  readonly overs: number;
  /** Its sheets, by number, in running order. */
  readonly sheets: readonly number[];
  /** The stocks in that order: places in the load from 1, both ends counted. */
  readonly stocks: readonly { readonly from: number; readonly to: number; readonly stock: Stock }[];
}

/**
 * The jobs that a plan is sent as. A machine that draws from several trays in one job gets its runs as one, sheet by
 * sheet in running order, so that copies come out collated; else each run is sent for itself. What is fed apart, as a
 * cover at the binder is, is always for itself, and so is what is printed another number of times.
 */
export function loadsOf(planned: Planned): Load[] {
  const groups = new Map<string, Run[]>();
  runsOf(planned).forEach((run, i) => {
    const key =
      run.apart || !run.machine.mixes
        ? `run ${i}`
        : `${run.machine.id} ${run.yields} ${run.prints} ${run.sides}${run.ahead ? ' ahead' : ''}`;
    const known = groups.get(key);
    if (known) known.push(run);
    else groups.set(key, [run]);
  });
  return [...groups.values()].map((group) => {
    const { machine, sides, prints, ahead } = group[0]!;
    const sheets = group.flatMap((r) => r.sheets).sort((a, b) => a - b);
    const stocks: { from: number; to: number; stock: Stock }[] = [];
    sheets.forEach((number, i) => {
      const { stock } = planned.sheets.at(number - 1);
      const last = stocks.at(-1);
      if (last && last.stock.id === stock.id) last.to = i + 1;
      else stocks.push({ from: i + 1, to: i + 1, stock });
    });
    return {
      machine,
      sides,
      copies: prints,
      good: prints * sheets.length,
      overs: ahead ? 0 : wholeOvers(group),
      sheets,
      stocks,
    };
  });
}

/** How many times runs that are collated can be printed on what each of their stocks has of spoilage. */
function wholeOvers(group: readonly Run[]): number {
  const stocks = new Set(group.map((r) => r.stock.id));
  return Math.min(
    ...Array.from(stocks, (id) => {
      const on = group.filter((r) => r.stock.id === id);
      return Math.floor(on.reduce((n, r) => n + r.spoilage, 0) / on.reduce((n, r) => n + r.perCopy, 0));
    }),
  );
}

/** How many times a load is printed as the docket sends it, and on how many sheets. */
export function sentOf(
  { copies, good, overs, sheets }: Load,
  send: Pick<Docket['send'], 'overs'>,
): { readonly times: number; readonly sheets: number } {
  const more = send.overs ? overs : 0;
  return { times: copies + more, sheets: good + more * sheets.length };
}
