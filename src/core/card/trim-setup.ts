import { stepOf, type Docket } from '../docket';
import { blockOf, leftToTrim } from '../finishing';
import { formatLength, rect, wholeNumber, type Unit } from '../measure';
import type { Plan } from '../sheet';
import { gaugeText, type KnifeStep } from './knife';
import { counted, type DrawnLine, type MachineSetup, type SetTo } from './set-to';
import { trimKnife } from './trim-knife';

/** How bound blocks are trimmed: by what binds them, on a trimmer, or cut by cut. */

/** What is measured along a spine. */
const alongCalled = ({ head, foot }: Plan['assembly']['edges']): string =>
  `${head.replace(/^./, (c) => c.toUpperCase())} to ${foot}`;

/** What a machine that binds trims itself: the size that it is set to. */
export function trimmedThere(plan: Plan, { finish }: Pick<Docket, 'finish'>, unit: Unit): SetTo[] {
  const block = blockOf(plan);
  if (!block) return [];
  const left = leftToTrim(plan, finish.route);
  const { edges } = plan.assembly;
  const face = !left || left.off.face === 0;
  const ends = !left || left.off.head + left.off.foot === 0;
  return [
    ...(face && block.off.face > 0
      ? [{ label: `Trim at the ${edges.face}`, value: block.deep, note: 'from the spine' }]
      : []),
    ...(ends && block.off.head > 0 ? [{ label: `Off at the ${edges.head}`, value: block.off.head }] : []),
    ...(ends && block.off.foot > 0
      ? [
          {
            label: alongCalled(edges),
            value: block.along,
            note: `${about(block.off.foot, unit)} off at the ${edges.foot}`,
          },
        ]
      : []),
  ];
}
/** A length in a note: it is looked at, and not set. */
export const about = (mm: number, unit: Unit): string => formatLength(mm, unit, unit === 'mm' ? 1 : 3);

/** A bound block seen from its front, its spine on the left: the paper, and what it is trimmed to. */
export function blockDrawn(plan: Plan, lines: (spine: number, foot: number) => DrawnLine[]): MachineSetup['drawing'] {
  const block = blockOf(plan);
  const { finished, spine } = plan.assembly;
  const [deep, along] = spine === finished.width ? [finished.height, finished.width] : [finished.width, spine];
  const off = block?.off ?? { head: 0, foot: 0, face: 0 };
  const size = { width: deep + off.face, height: along + off.head + off.foot };
  return { size, inner: rect(0, off.foot, deep, along), lines: lines(along, off.foot) };
}

/** Cuts of a block on a guillotine, in order; or what a trimmer is set to. */
export function trimming(docket: Docket, plan: Plan, unit: Unit): MachineSetup[] {
  const machine = stepOf(docket.finish, 'trim')?.machine;
  const left = leftToTrim(plan, docket.finish.route);
  if (!machine || !left || (left.knocked === null && left.off.head + left.off.foot > 0)) return [];
  const { thing, edges } = plan.assembly;
  const what = `Trim ${counted(docket.product.copies, thing)}`;
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
        { label: `Spine to ${edges.face}`, value: deep, note: `${about(off.face, unit)} off` },
        {
          label: alongCalled(edges),
          value: along,
          note: `${about(off.head, unit)} off at the ${edges.head}, ${about(off.foot, unit)} at the ${edges.foot}`,
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
