import { stepOf, type Docket, type Process } from '../docket';
import {
  blockOf,
  cornersOf,
  coverScoresOf,
  cutPieces,
  foldRuns,
  holesAt,
  scoresCovers,
  stitchesAt,
  workOf,
  type FoldRun,
  type FoldSet,
} from '../finishing';
import { formatSize, type Unit } from '../measure';
import type { FinisherOf } from '../shop';
import type { Plan } from '../sheet';
import { counted, type DrawnLine, type MachineSetup, type SetTo } from './set-to';
import { about, blockDrawn, trimmedThere, trimming } from './trim-setup';

const level = (y: number, width: number): Pick<DrawnLine, 'from' | 'to'> => ({ from: [0, y], to: [width, y] });
const upright = (x: number, height: number): Pick<DrawnLine, 'from' | 'to'> => ({ from: [x, 0], to: [x, height] });

const UNITS = ['first unit', 'second unit', 'third unit', 'fourth unit'];

const foldSaid = (f: FoldSet, before: FoldSet | undefined): string => {
  const goesIn = before?.unit === f.unit ? 'the fold before goes in first' : (UNITS[f.unit - 1] ?? `unit ${f.unit}`);
  return `${goesIn}${f.unit > 1 && before?.unit !== f.unit ? ', at right angles' : ''}`;
};

/** The fold plates in order, for each kind of section. */
const folding = ({ name }: FinisherOf<'folder'>, plan: Plan, unit: Unit): MachineSetup[] =>
  foldRuns(plan).map(({ sheet, pages, folds, lines, count: n }: FoldRun) => ({
    machine: name,
    what: `Fold ${counted(n, 'sheet')} of ${formatSize(sheet, unit)} to sections of ${pages} pages`,
    from: 'Fold plates, from the edge that goes in first to the fold; the outer side up',
    figures: folds.map((f, i) => ({
      label: `Plate ${f.order}`,
      value: f.plate,
      note: foldSaid(f, folds[i - 1]),
    })),
    drawing: {
      size: sheet,
      inner: null,
      lines: lines.map(({ axis, at, order }) => ({
        kind: 'fold',
        number: order,
        ...(axis === 'upright' ? upright(at, sheet.height) : level(at, sheet.width)),
      })),
    },
  }));

/** Stitches from the head of the finished booklet, and the fold that the stitcher makes. */
function stitching(docket: Docket, machine: FinisherOf<'stitcher'>, plan: Plan, unit: Unit): MachineSetup {
  const { spine, nested, thing, edges } = plan.assembly;
  const at = stitchesAt(spine, machine);
  const folds = stepOf(docket.finish, 'fold') === null ? openSheets(plan) : [];
  return {
    machine: machine.name,
    what: `Stitch ${counted(docket.product.copies, thing)} of ${counted(nested, 'sheet')}`,
    from: `Stitches from the ${edges.head} of the finished piece`,
    figures: [
      ...at.map((value, i) => ({ label: `Stitch ${i + 1}`, value, note: `from the ${edges.head}` })),
      ...folds,
      ...trimmedThere(plan, docket, unit),
    ],
    drawing: blockDrawn(plan, (along, foot) =>
      at.map((mm, i) => ({
        kind: 'stitch',
        number: i + 1,
        from: [0, foot + along - mm - 6],
        to: [0, foot + along - mm + 6],
      })),
    ),
  };
}

/** Where the open sheets of a booklet are folded, from their edge; each once. */
function openSheets(plan: Plan): SetTo[] {
  const runs = foldRuns(plan).filter((r) => r.folds.length === 1);
  const seen = [...new Map(runs.map((r) => [r.folds[0]!.plate.toFixed(2), r])).values()];
  return seen.map(({ folds: [fold] }) => ({
    label: 'Fold',
    value: fold!.plate,
    note: 'from the edge of the open sheet',
  }));
}

/** The block's thickness, how deep it is milled, and where the cover is scored. */
function binding(docket: Docket, { name }: FinisherOf<'binder'>, plan: Plan, unit: Unit): MachineSetup {
  const { thickness, milled, thing, spine } = plan.assembly;
  const scored = scoresCovers(docket.finish.route);
  const scores = scored ? coverScores(plan) : [];
  return {
    machine: name,
    what: `Mill and glue ${counted(docket.product.copies, thing)}`,
    from: scored ? 'The block, and where its cover is scored' : 'The block; its cover comes scored',
    figures: [
      { label: 'Block', value: thickness, note: 'thick, pressed flat, the cover counted' },
      { label: 'Mill off', value: milled, note: `from the spine, ${about(spine, unit)} long` },
      ...scores,
      ...coverAtEnd(plan),
      ...trimmedThere(plan, docket, unit),
    ],
    drawing: blockDrawn(plan, () => []),
  };
}

/** How much of a cover may stand beyond the trim where the block is knocked up: more is cut off it before it is glued. */
function coverAtEnd(plan: Plan): SetTo[] {
  const block = blockOf(plan);
  if (!block?.knocked || block.overhang < 0.5) return [];
  const end = plan.assembly.edges[block.knocked];
  return [
    {
      label: `Cover at the ${end}`,
      value: block.off[block.knocked],
      note: 'beyond the trim: cut off what is more, so that the block is knocked up',
    },
  ];
}

/** Scores of the cover that goes round a book, from an edge of its paper. */
function coverScores(plan: Plan): SetTo[] {
  const cover = cutPieces(plan).find(({ shape }) => coverScoresOf(shape).length > 0);
  if (!cover) return [];
  const { shape, paper } = cover;
  return coverScoresOf(shape)
    .map(({ from, to }) =>
      from[0] === to[0] ? { at: from[0] + paper.left, edge: 'left' } : { at: from[1] + paper.bottom, edge: 'lower' },
    )
    .sort((x, y) => x.at - y.at)
    .map(({ at, edge }, i) => ({ label: `Score ${i + 1}`, value: at, note: `cover, from its ${edge} edge` }));
}

/** Holes along the spine. */
function punching(docket: Docket, machine: FinisherOf<'punch'>, plan: Plan): MachineSetup {
  const { thickness, thing, spine, edges } = plan.assembly;
  const holes = holesAt(spine, machine);
  const inset = machine.inset ?? 0;
  return {
    machine: machine.name,
    what: `Punch ${counted(docket.product.copies, thing)}${holes.length > 0 ? `, ${counted(holes.length, 'hole')}` : ''}`,
    from: `Holes from the ${edges.head} of the block`,
    figures: [
      { label: 'Block', value: thickness, note: 'thick, pressed flat' },
      ...(inset > 0 ? [{ label: 'From the edge', value: inset, note: 'to the middle of the holes' }] : []),
      ...(holes.length > 0 ? [{ label: 'First hole', value: holes[0]!, note: `from the ${edges.head}` }] : []),
      ...(machine.pitch ? [{ label: 'Hole to hole', value: machine.pitch }] : []),
    ],
    drawing: blockDrawn(plan, (along, foot) =>
      holes.map((mm) => ({
        kind: 'hole',
        number: null,
        from: [inset, foot + along - mm],
        to: [inset, foot + along - mm],
      })),
    ),
  };
}

/** The radius that corners are cut to. */
function rounding(
  { product, finish }: Docket,
  { name }: FinisherOf<'corner cutter'>,
  plan: Plan,
  unit: Unit,
): MachineSetup[] {
  const radius = cornersOf(plan);
  const work = workOf(finish, plan, product.copies).find((w) => w.step.process === 'round');
  if (radius === null || !work) return [];
  const { finished } = plan.assembly;
  return [
    {
      machine: name,
      what: `Round corners of pieces of ${formatSize(finished, unit)}, ${work.amount.sum}`,
      from: 'The knife that is put in',
      figures: [{ label: 'Radius', value: radius }],
      drawing: { size: finished, inner: null, lines: [] },
    },
  ];
}

/** What is set besides that which makes the piece. */
const BESIDES: readonly Process[] = ['fold', 'trim', 'round'];

/** How the machines of a job's route that fold, stitch, glue, punch, trim and round corners are set, in their order. */
export function machineSetups(docket: Docket, plan: Plan, unit: Unit): MachineSetup[] {
  if (!docket.finish.here) return [];
  return docket.finish.route.flatMap((step): MachineSetup[] => {
    if (step.process !== plan.assembly.process && !BESIDES.includes(step.process)) return [];
    switch (step.process) {
      case 'fold':
        return folding(step.machine, plan, unit);
      case 'stitch':
        return [stitching(docket, step.machine, plan, unit)];
      case 'bind':
        return [binding(docket, step.machine, plan, unit)];
      case 'punch':
        return [punching(docket, step.machine, plan)];
      case 'trim':
        return trimming(docket, plan, unit);
      case 'round':
        return rounding(docket, step.machine, plan, unit);
      case 'cut':
      case 'score':
      case 'sew':
        return [];
    }
  });
}
