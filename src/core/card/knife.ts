import { cutsOf, followed, type CutProgram, type Moment } from '../cutting';
import { stepOf, type Docket } from '../docket';
import { cutRuns, guillotineOf, type CutRun } from '../finishing';
import { EPSILON, withDecimalMark, type QuarterTurns, type Rect, type Size, type Unit } from '../measure';
import { pilesOf, type PileOf, type Plan } from '../sheet';
import { onPaper, type OnPaper } from './on-paper';

/** One cut, as it is said to the cutter. */
export interface KnifeStep {
  /** From 1. */
  readonly number: number;
  /** What is done with the pile before it; null where it stays as it lies. */
  readonly before: string | null;
  /** From the back gauge to the knife, mm. */
  readonly measure: number;
  /** What falls off. */
  readonly falls: 'waste' | 'strips' | 'pieces';
  /** How many piles lie beside each other. */
  readonly beside: number;
  /** What lies on the table before it and after it. */
  readonly set: Moment;
  readonly cut: Moment;
}

/** How one kind of sheet is cut, for the cutter to follow. */
export interface Knife {
  readonly run: OnPaper<CutRun>;
  /** The machine that it is for; null where none is in the route, or it is finished elsewhere. */
  readonly machine: string | null;
  /** The program of the machine's own by which it is cut, by its name; null where one was found for the job. */
  readonly program: string | null;
  /** What its clamp holds for this, mm; 0 where none is known. */
  readonly clamp: number;
  readonly steps: readonly KnifeStep[];
  /** What comes out, as it lay on the sheet, with the number of its pile: piles are laid on each other in that order. */
  readonly pieces: readonly { readonly rect: Rect; readonly pile: number | null }[];
  /** The piles of the lot, of flat work; none of what is bound. */
  readonly piles: readonly PileOf[];
  /** Whether it matters how they are laid on each other: they are not all the same. */
  readonly ordered: boolean;
  /** How high a lift is, mm, and how many sheets that is at the most. */
  readonly lift: { readonly height: number; readonly sheets: number };
}

/** A measure as a back gauge is set: to a tenth of a millimetre, or a thousandth of an inch. */
export const gaugeText = (mm: number, unit: Unit): string =>
  `${withDecimalMark(unit === 'mm' ? mm.toFixed(1) : (mm / 25.4).toFixed(3))} ${unit}`;

/** Which edge of the sheet lies at the back gauge, by how it lies. */
const EDGES: readonly string[] = ['Tail edge', 'Right edge', 'Lead edge', 'Left edge (side lay)'];
const TURNS: readonly (string | null)[] = [null, 'Quarter turn left', 'Half turn', 'Quarter turn right'];

function saidBefore({ stage, made, lies, hand }: Moment, turns: QuarterTurns, edges: readonly string[]): string | null {
  const turn = TURNS[turns] ?? null;
  if (made !== 1) return turn;
  if (stage === 0) return `${edges[lies]} to the gauge`;
  return [turn, hand.length > 1 ? `${hand.length} strips side by side` : 'the next strip'].filter(Boolean).join(', ');
}

const isIn = (r: Rect, list: readonly Rect[]): boolean =>
  list.some((q) => Math.abs(q.x - r.x) < 1e-3 && Math.abs(q.y - r.y) < 1e-3 && Math.abs(q.width - r.width) < 1e-3);

/** The cuts of a program, one after another, in words. @param edges what the edges of the pile are called, by how it lies */
export function stepsOf(program: CutProgram, paper: Size, edges: readonly string[] = EDGES): KnifeStep[] {
  const moments = followed(program, paper);
  const steps: KnifeStep[] = [];
  for (const [i, cut] of moments.entries()) {
    if (cut.made === 0) continue;
    const { turns, measure, waste } = program.stages[cut.stage]!.cuts[cut.made - 1]!;
    const later = program.stages.slice(cut.stage + 1);
    steps.push({
      number: steps.length + 1,
      before: saidBefore(cut, turns, edges),
      measure,
      falls: waste ? 'waste' : later.some((s) => isIn(cut.fell[0]!, s.piles)) ? 'strips' : 'pieces',
      beside: cut.hand.length,
      set: moments[i - 1]!,
      cut,
    });
  }
  return steps;
}

/** How the sheets of a run are cut. @param sheet one of them, from 0: its lot's piles are told */
export function knifeFor(
  docket: Pick<Docket, 'finish'>,
  plan: Plan,
  run: CutRun,
  sheet = (run.sheets.find((n) => !plan.sheets.at(n - 1).ahead) ?? run.sheets[0]!) - 1,
): Knife {
  const machine = guillotineOf(docket.finish);
  const lot = plan.sheets.lots.findIndex((l) => sheet >= l.from && sheet < l.from + l.count);
  const piles = plan.product.kind === 'flat' ? pilesOf(plan, Math.max(0, lot)) : [];
  const numbered = new Map(piles.map((p, i) => [p.place, i + 1]));
  const { downs } = run.lay;
  const height = Math.min(run.height, machine?.lift ?? Infinity);
  return {
    run: onPaper(run),
    machine: machine?.name ?? null,
    program: run.program.given ? (stepOf(docket.finish, 'cut')?.piles?.name ?? null) : null,
    clamp: (run.program.bare ? machine?.bareClamp : machine?.smallestStrip) ?? 0,
    steps: stepsOf(run.program, run.lay.paper),
    // of a form that is front and back the pieces of the back come after those of the front
    pieces: cutsOf(run.lay).pieces.map((rect, k) => ({
      rect,
      pile: numbered.get(downs[k % downs.length]?.place ?? 0) ?? null,
    })),
    piles,
    ordered: new Set(piles.map((p) => `${p.front} ${p.first}`)).size > 1,
    lift: { height, sheets: Math.max(1, Math.floor(height / run.stock.caliper + EPSILON)) },
  };
}

/** How a sheet is cut: by the run that it is in. @returns null where nothing of it is cut flat */
export function knifeOf(docket: Pick<Docket, 'finish'>, plan: Plan, sheet: number): Knife | null {
  const { lay } = plan.sheets.at(sheet);
  const runs = cutRuns(plan, guillotineOf(docket.finish), docket.finish.route);
  const run = runs.find((r) => r.lay === lay && r.sheets.includes(sheet + 1));
  return run ? knifeFor(docket, plan, run, sheet) : null;
}
