import { cutsOf, isCuttable, type Cut } from '../cutting';
import { EPSILON, formatLength, formatSize, lying } from '../measure';
import { runsOf, type Plan } from '../sheet';
import type { Limit, ProcessRule } from './rules';

/** What is cut flat: runs by the lay of their sheets, with the cuts that each pile takes. */
function piles(plan: Plan): { cuts: readonly Cut[]; height: number }[] {
  return runsOf(plan).flatMap((run) => {
    const { program } = cutsOf(plan.sheets.at(run.sheets[0]! - 1).lay);
    return isCuttable(program) && program.cuts.length > 0
      ? [{ cuts: program.cuts, height: run.good * run.stock.caliper }]
      : [];
  });
}

/** Flat sheets cut apart, in lifts as high as the guillotine takes. */
export const cut: ProcessRule<'cut'> = {
  machine: 'guillotine',
  label: 'Cut',
  does: 'cut',
  detail: (m, unit) => `lifts of ${formatLength(m.lift, unit)}`,
  applies: ({ sheets }) =>
    sheets.lays.some((lay) => {
      const { program } = cutsOf(lay);
      return !isCuttable(program) || program.cuts.length > 0;
    }),
  amount: (plan, _, { lift }) => {
    const lifts = piles(plan).map((p) => ({ n: p.cuts.length, lifts: Math.ceil(p.height / lift - EPSILON) }));
    const count = lifts.reduce((t, p) => t + p.n * p.lifts, 0);
    const terms = lifts.map((p) => `${p.lifts} ${p.lifts === 1 ? 'lift' : 'lifts'} × ${p.n}`).join(' + ') || '0';
    return { count, of: 'cuts', sum: `${terms} ${lifts.at(-1)?.n === 1 ? 'cut' : 'cuts'}` };
  },
  limits: (plan, machine, unit) => {
    const limits: Limit[] = [];
    for (const lay of plan.sheets.lays) {
      const { program } = cutsOf(lay);
      if (!isCuttable(program)) {
        limits.push({
          id: 'not-cuttable',
          title: 'Straight cuts do not divide this sheet',
          detail: program.notCuttable,
        });
        continue;
      }
      if (program.cuts.length === 0) continue;
      const paper = lying(lay.paper);
      const takes = lying(machine.largest);
      if (paper.width > takes.width + EPSILON || paper.height > takes.height + EPSILON)
        limits.push({
          id: 'too-large-to-cut',
          title: `The sheet is too large for ${machine.name}`,
          detail: `It takes ${formatSize(takes, unit)}; this is ${formatSize(paper, unit)}.`,
        });
      const least = program.cuts.reduce((m, c) => Math.min(m, c.measure), Infinity);
      if (least < machine.smallestStrip - EPSILON)
        limits.push({
          id: 'strip-too-small',
          title: `A strip is too small for the clamp of ${machine.name}`,
          detail: `A cut leaves ${formatLength(least, unit)} behind the knife; its clamp needs ${formatLength(machine.smallestStrip, unit)}.`,
        });
    }
    return limits.filter((l, i) => limits.findIndex((m) => m.id === l.id) === i);
  },
};
