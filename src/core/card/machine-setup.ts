import { stepOf, type Docket, type Process } from '../docket';
import {
  blockOf,
  cornersOf,
  cutPieces,
  foldRuns,
  holesAt,
  leftToTrim,
  stitchesAt,
  workOf,
  type FoldRun,
  type FoldSet,
} from '../finishing';
import { formatLength, formatSize, rect, wholeNumber, type Rect, type Size, type Unit } from '../measure';
import type { FinisherOf } from '../shop';
import type { Plan } from '../sheet';
import { trimKnife } from './trim-knife';
import { gaugeText, type KnifeStep } from './knife';

/** A measure that a machine is set to, mm. */
export interface SetTo {
  readonly label: string;
  readonly value: number;
  /** What belongs to it: where it is measured from, what is done before. */
  readonly note?: string;
}

/** A line in the drawing of what is in the machine, by its number among the figures where it has one. */
export interface DrawnLine {
  readonly kind: 'fold' | 'cut' | 'stitch' | 'score' | 'hole';
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly number: number | null;
}

/** How a machine of the route is set for a job: what one reads off a print with a ruler elsewhere. */
export interface MachineSetup {
  readonly machine: string;
  /** What is done there, of what: `Fold 800 sections of 16 pages`. */
  readonly what: string;
  /** What the measures are taken from. */
  readonly from: string;
  readonly figures: readonly SetTo[];
  /** What lies in the machine, from its lower left, mm. */
  readonly drawing: { readonly size: Size; readonly lines: readonly DrawnLine[]; readonly inner: Rect | null };
}

const count = (n: number, thing: string): string => `${wholeNumber(n)} ${thing}${n === 1 ? '' : 's'}`;

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
    what: `Fold ${count(n, 'sheet')} of ${formatSize(sheet, unit)} to sections of ${pages} pages`,
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

/** What a machine that binds trims itself: the size that it is set to. */
function trimmedThere(plan: Plan, { finish }: Pick<Docket, 'finish'>, unit: Unit): SetTo[] {
  const block = blockOf(plan);
  if (!block) return [];
  const left = leftToTrim(plan, finish.route);
  const face = !left || left.off.face === 0;
  const ends = !left || left.off.head + left.off.foot === 0;
  return [
    ...(face && block.off.face > 0 ? [{ label: 'Trim at the face', value: block.deep, note: 'from the spine' }] : []),
    ...(ends && block.off.head > 0 ? [{ label: 'Off at the head', value: block.off.head }] : []),
    ...(ends && block.off.foot > 0
      ? [{ label: 'Head to foot', value: block.along, note: `${about(block.off.foot, unit)} off at the foot` }]
      : []),
  ];
}
/** A length in a note: it is looked at, and not set. */
const about = (mm: number, unit: Unit): string => formatLength(mm, unit, unit === 'mm' ? 1 : 3);

/** A bound block seen from its front, its spine on the left: the paper, and what it is trimmed to. */
function blockDrawn(plan: Plan, lines: (spine: number, foot: number) => DrawnLine[]): MachineSetup['drawing'] {
  const block = blockOf(plan);
  const { finished, spine } = plan.assembly;
  const [deep, along] = spine === finished.width ? [finished.height, finished.width] : [finished.width, spine];
  const off = block?.off ?? { head: 0, foot: 0, face: 0 };
  const size = { width: deep + off.face, height: along + off.head + off.foot };
  return { size, inner: rect(0, off.foot, deep, along), lines: lines(along, off.foot) };
}

/** Stitches from the head of the finished booklet, and the fold that the stitcher makes. */
function stitching(docket: Docket, machine: FinisherOf<'stitcher'>, plan: Plan, unit: Unit): MachineSetup {
  const { spine, nested, thing } = plan.assembly;
  const at = stitchesAt(spine, machine);
  const folds = stepOf(docket.finish, 'fold') === null ? openSheets(plan) : [];
  return {
    machine: machine.name,
    what: `Stitch ${count(docket.product.copies, thing)} of ${count(nested, 'sheet')}`,
    from: 'Stitches from the head of the finished piece',
    figures: [
      ...at.map((value, i) => ({ label: `Stitch ${i + 1}`, value, note: 'from the head' })),
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
  const scores = coverScores(plan);
  return {
    machine: name,
    what: `Mill and glue ${count(docket.product.copies, thing)}`,
    from: 'The block, and where its cover is scored',
    figures: [
      { label: 'Block', value: thickness, note: 'thick, pressed flat, the cover counted' },
      { label: 'Mill off', value: milled, note: `from the spine, ${about(spine, unit)} long` },
      ...scores,
      ...trimmedThere(plan, docket, unit),
    ],
    drawing: blockDrawn(plan, () => []),
  };
}

/** Scores of the cover that goes round a book, from an edge of its paper. */
function coverScores(plan: Plan): SetTo[] {
  const cover = cutPieces(plan).find(
    ({ shape }) => shape.cut !== 'trimmed' && shape.lines.some((l) => l.kind === 'score'),
  );
  if (!cover) return [];
  const { shape, paper } = cover;
  return shape.lines
    .filter((l) => l.kind === 'score')
    .map(({ from, to }) =>
      from[0] === to[0] ? { at: from[0] + paper.left, edge: 'left' } : { at: from[1] + paper.bottom, edge: 'lower' },
    )
    .sort((x, y) => x.at - y.at)
    .map(({ at, edge }, i) => ({ label: `Score ${i + 1}`, value: at, note: `cover, from its ${edge} edge` }));
}

/** Holes along the spine. */
function punching(docket: Docket, machine: FinisherOf<'punch'>, plan: Plan): MachineSetup {
  const { thickness, thing, spine } = plan.assembly;
  const holes = holesAt(spine, machine);
  const inset = machine.inset ?? 0;
  return {
    machine: machine.name,
    what: `Punch ${count(docket.product.copies, thing)}${holes.length > 0 ? `, ${count(holes.length, 'hole')}` : ''}`,
    from: 'Holes from the head of the block',
    figures: [
      { label: 'Block', value: thickness, note: 'thick, pressed flat' },
      ...(inset > 0 ? [{ label: 'From the edge', value: inset, note: 'to the middle of the holes' }] : []),
      ...(holes.length > 0 ? [{ label: 'First hole', value: holes[0]!, note: 'from the head' }] : []),
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

/** Cuts of a block on a guillotine, in order; or what a trimmer is set to. */
function trimming(docket: Docket, plan: Plan, unit: Unit): MachineSetup[] {
  const machine = stepOf(docket.finish, 'trim')?.machine;
  const left = leftToTrim(plan, docket.finish.route);
  if (!machine || !left) return [];
  const { thing } = plan.assembly;
  const what = `Trim ${count(docket.product.copies, thing)}`;
  const knife = trimKnife(docket, plan);
  if (knife) {
    const drawn = blockDrawn(plan, () => []);
    return [
      {
        machine: machine.name,
        what: `${what}${saidLifts(knife.run.lifts, knife.lift.sheets)}`,
        from: 'Cuts in order, the back gauge to the knife',
        figures: knife.steps.map((s) => ({
          label: `Cut ${s.number}`,
          value: s.measure,
          note: [s.before, inOther(s, unit)].filter(Boolean).join(', '),
        })),
        drawing: { size: knife.run.paper, inner: drawn.inner, lines: knife.steps.map(cutDrawn) },
      },
    ];
  }
  const { deep, along, off } = left;
  return [
    {
      machine: machine.name,
      what: `${what}, three sides`,
      from: 'From the spine, and along it',
      figures: [
        { label: 'Spine to face', value: deep, note: `${about(off.face, unit)} off` },
        {
          label: 'Head to foot',
          value: along,
          note: `${about(off.head, unit)} off at the head, ${about(off.foot, unit)} at the foot`,
        },
      ],
      drawing: blockDrawn(plan, () => []),
    },
  ];
}

const saidLifts = (lifts: number, each: number): string =>
  lifts === 1 ? ', in one lift' : `, in ${wholeNumber(lifts)} lifts of at most ${wholeNumber(each)}`;

/** The measure in the other unit. */
const inOther = ({ measure }: KnifeStep, unit: Unit): string => gaugeText(measure, unit === 'mm' ? 'in' : 'mm');

function cutDrawn({ number, cut, set, measure }: KnifeStep): DrawnLine {
  const r = set.hand[0]!;
  const { lies } = cut;
  if (lies % 2 === 1) {
    const x = lies === 1 ? r.x + r.width - measure : r.x + measure;
    return { kind: 'cut', number, from: [x, r.y], to: [x, r.y + r.height] };
  }
  const y = lies === 0 ? r.y + r.height - measure : r.y + measure;
  return { kind: 'cut', number, from: [r.x, y], to: [r.x + r.width, y] };
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
