import type { Docket } from '../docket';
import { blockLies, cutRuns, guillotineOf, trimRun } from '../finishing';
import type { Plan } from '../sheet';
import { knifeFor, stepsOf, type Knife } from './knife';

/** Which edge of a block lies at the back gauge, by how it lies: its spine on the left, its foot below. */
const edgesOf = ({ head, face, foot }: Plan['assembly']['edges']): readonly string[] =>
  [head, face, foot, 'spine'].map((e) => e.replace(/^./, (c) => c.toUpperCase()));

/** How bound blocks are trimmed on the job's guillotine, cut by cut; null where they are not, or not there. */
export function trimKnife({ finish, product }: Pick<Docket, 'finish' | 'product'>, plan: Plan): Knife | null {
  const run = finish.here ? trimRun(plan, product.copies, finish.route) : null;
  // what no end is knocked up at has no measure that is right for all
  if (!run || (run.block.knocked === null && run.program.cuts.some((c) => !c.upright))) return null;
  const { block, machine, program, copies, each, lifts } = run;
  const { paper, piece } = blockLies(block);
  return {
    run: {
      stock: plan.sheets.main.stock,
      called: `${plan.assembly.thing}s`,
      sheets: [],
      good: copies,
      paper,
      program,
      height: copies * block.thickness,
      lifts,
    },
    machine: machine.name,
    program: null,
    clamp: (program.bare ? machine.bareClamp : machine.smallestStrip) ?? 0,
    steps: stepsOf(program, paper, edgesOf(plan.assembly.edges)),
    pieces: [{ rect: piece, pile: null }],
    piles: [],
    ordered: false,
    lift: { height: Math.min(copies, each) * block.thickness, sheets: each },
  };
}

/** All that is cut on the job's guillotines: its sheets, kind by kind, and its bound blocks. */
export function knivesOf(docket: Docket, plan: Plan): Knife[] {
  const machine = guillotineOf(docket.finish);
  const flat = machine ? cutRuns(plan, machine, docket.finish.route).map((run) => knifeFor(docket, plan, run)) : [];
  const trims = trimKnife(docket, plan);
  return trims ? [...flat, trims] : flat;
}
