import { leastOf, type Cut, type CutProgram, type MachineProgram } from '../cutting';
import type { FinishStep } from '../docket';
import {
  addTurns,
  EPSILON,
  formatLength,
  formatSize,
  lying,
  rect,
  wholeNumber,
  type QuarterTurns,
  type Rect,
  type Size,
  type Unit,
} from '../measure';
import type { Off } from '../makeup';
import type { Finisher, FinisherOf } from '../shop';
import type { Plan } from '../sheet';
import { cutPieces } from './paper';
import type { Limit, ProcessRule } from './rules';

/** What what binds a block leaves to be trimmed; null where it leaves nothing. */
export function leaves(maker: Finisher): { readonly face: boolean; readonly ends: boolean } | null {
  switch (maker.kind) {
    case 'stitcher':
    case 'binder': {
      const trims = maker.trims ?? 'three sides';
      return trims === 'three sides' ? null : { face: trims === 'nothing', ends: true };
    }
    case 'sewing machine':
      return { face: true, ends: true };
    default:
      return null;
  }
}

/** A bound block, and what of its paper falls off when it is trimmed, mm. */
export interface Block {
  /** From the spine to the face, and along the spine, when it is trimmed. */
  readonly deep: number;
  readonly along: number;
  readonly off: Off;
  readonly thickness: number;
  /**
   * The end of the spine that it is knocked up to: where all its paper ends alike, as at the heads of folded sections.
   * Null where none does: what is measured from there would be right for some blocks only.
   */
  readonly knocked: 'head' | 'foot' | null;
  /** How far its cover stands out there, which is cut off before it is laid round; mm. */
  readonly overhang: number;
}

/** How far edges of paper may be from each other and still be knocked up to one line, mm. */
const EVEN = 0.5;

const known = new WeakMap<Plan, Block | null>();

/** The block that a copy of a plan becomes when it is bound; null where nothing of it is trimmed then. */
export function blockOf(plan: Plan): Block | null {
  let block = known.get(plan);
  if (block === undefined) known.set(plan, (block = found(plan)));
  return block;
}

function found(plan: Plan): Block | null {
  const { trimming, thickness } = plan.assembly;
  if (!trimming) return null;
  const { deep, along, off } = trimming;
  // a cover that is scored goes round what is knocked up
  const [inside, covers]: [Off[], Off[]] = [[], []];
  for (const { shape, paper } of cutPieces(plan))
    (shape.lines.some((l) => l.kind === 'score') ? covers : inside).push(off(shape, paper));
  const most = (edge: keyof Off, of = inside): number => of.reduce((m, o) => Math.max(m, o[edge]), 0);
  const even = (edge: keyof Off): boolean => {
    const mm = inside.map((o) => o[edge]);
    return Math.max(...mm) - Math.min(...mm) <= EVEN;
  };
  const knocked = even('head') ? 'head' : even('foot') ? 'foot' : null;
  return {
    deep,
    along,
    off: { head: most('head'), foot: most('foot'), face: most('face') },
    thickness,
    knocked,
    overhang: knocked ? Math.max(0, most(knocked, covers) - most(knocked)) : 0,
  };
}

/** What a route's machines leave of a block to be trimmed; null where that is nothing. */
export function leftToTrim(plan: Plan, route: readonly FinishStep[]): Block | null {
  const maker = route.find((s) => s.process === plan.assembly.process)?.machine;
  const left = maker ? leaves(maker) : null;
  const block = left && blockOf(plan);
  if (!left || !block) return null;
  const off: Off = {
    face: left.face ? block.off.face : 0,
    head: left.ends ? block.off.head : 0,
    foot: left.ends ? block.off.foot : 0,
  };
  return Object.values(off).every((mm) => mm <= EPSILON) ? null : { ...block, off };
}

/** A block as it lies before the knife, its spine on the left and its foot below, and what it is trimmed to. */
export function blockLies({ deep, along, off }: Block): { readonly paper: Size; readonly piece: Rect } {
  return {
    paper: { width: deep + off.face, height: along + off.head + off.foot },
    piece: rect(0, off.foot, deep, along),
  };
}

/** How a block lies with an edge at the back gauge: quarter turns from its spine on the left, its foot below. */
const AT_GAUGE = { head: 0, foot: 2, spine: 3 } as const satisfies Record<string, QuarterTurns>;

/**
 * The cuts of a block, which stays under the clamp at each: knocked up to its spine the face, to its head the foot, and
 * turned round to the clean foot the head; or to its foot first. Nothing is cut where no paper is over.
 */
function programOf(block: Block): CutProgram {
  const { deep, along, off, knocked } = block;
  const { paper } = blockLies(block);
  const all: { gauge: keyof typeof AT_GAUGE; off: number; at: number; measure: number }[] = [
    { gauge: 'spine', off: off.face, at: deep, measure: deep },
    ...(knocked === 'foot'
      ? ([
          { gauge: 'foot', off: off.head, at: off.foot + along, measure: off.foot + along },
          { gauge: 'head', off: off.foot, at: off.foot, measure: along },
        ] as const)
      : ([
          { gauge: 'head', off: off.foot, at: off.foot, measure: off.head + along },
          { gauge: 'foot', off: off.head, at: off.foot + along, measure: along },
        ] as const)),
  ];
  let lies: QuarterTurns = 0;
  const cuts = all
    .filter((c) => c.off > EPSILON)
    .map(({ gauge, at, measure }): Cut => {
      const turns = addTurns(AT_GAUGE[gauge], -lies);
      lies = AT_GAUGE[gauge];
      return { turns, upright: gauge === 'spine', at, measure, waste: true };
    });
  return {
    stages: [{ piles: [rect(0, 0, paper.width, paper.height)], lies: 0, cuts }],
    cuts,
    turned: cuts.slice(1).filter((c) => c.turns !== 0).length,
    moves: cuts.filter((c, i) => i === 0 || Math.abs(c.measure - cuts[i - 1]!.measure) > 1e-3).length,
  };
}

/** How many blocks a machine takes at once. */
const inLift = ({ thickness }: Block, { lift }: { readonly lift: number }): number =>
  Math.max(1, Math.floor(lift / Math.max(thickness, 1e-3) + EPSILON));

/** Blocks trimmed on a guillotine. */
export interface TrimRun {
  readonly block: Block;
  readonly machine: FinisherOf<'guillotine'>;
  readonly program: MachineProgram;
  readonly copies: number;
  /** Blocks that are cut at once, and how often that is done. */
  readonly each: number;
  readonly lifts: number;
}

/** How blocks are trimmed on a guillotine; null where none are trimmed, or not there. */
export function trimRun(plan: Plan, copies: number, route: readonly FinishStep[]): TrimRun | null {
  const machine = route.find((s) => s.process === 'trim')?.machine;
  return machine?.kind === 'guillotine' ? runOn(machine, plan, copies, route) : null;
}

function runOn(
  machine: FinisherOf<'guillotine'>,
  plan: Plan,
  copies: number,
  route: readonly FinishStep[],
): TrimRun | null {
  const block = leftToTrim(plan, route);
  if (!block) return null;
  const whole = programOf(block);
  const bare = machine.bareClamp !== null && leastOf(whole) < machine.smallestStrip - EPSILON;
  const each = inLift(block, machine);
  return { block, machine, program: { ...whole, bare }, copies, each, lifts: Math.ceil(copies / each) };
}

/** Bound blocks trimmed to their size: head, foot and face at once in a trimmer, or cut by cut in a guillotine. */
export const trim: ProcessRule<'trim'> = {
  machines: ['trimmer', 'guillotine'],
  label: 'Trim',
  does: 'trim',
  detail: (m, unit) =>
    m.kind === 'guillotine'
      ? `lifts of ${formatLength(m.lift, unit)}`
      : `three sides, piles of ${formatLength(m.lift, unit)}`,
  applies: (plan, route) => leftToTrim(plan, route) !== null,
  amount: (plan, copies, machine, route) => {
    const block = leftToTrim(plan, route)!;
    if (machine.kind === 'trimmer') {
      const count = Math.ceil(copies / inLift(block, machine));
      return { count, of: 'piles', sum: `${wholeNumber(count)} ${count === 1 ? 'pile' : 'piles'}` };
    }
    const run = runOn(machine, plan, copies, route);
    const [cuts, lifts] = [run?.program.cuts.length ?? 0, run?.lifts ?? 0];
    return {
      count: cuts * lifts,
      of: 'cuts',
      sum: `${wholeNumber(lifts)} ${lifts === 1 ? 'lift' : 'lifts'} × ${cuts} ${cuts === 1 ? 'cut' : 'cuts'}`,
    };
  },
  limits: (plan, machine, unit, route) => {
    const block = leftToTrim(plan, route);
    if (!block) return [];
    const thick: Limit[] =
      block.thickness > machine.lift + EPSILON
        ? [
            {
              id: 'too-thick-to-trim',
              title: `${formatLength(block.thickness, unit)} are too thick for ${machine.name}`,
              detail: `Its knife takes piles of ${formatLength(machine.lift, unit)}.`,
            },
          ]
        : [];
    return [
      ...thick,
      ...unevenLimits(plan, block),
      ...(machine.kind === 'trimmer' ? trimmerLimits(block, machine, unit) : cutLimits(plan, machine, unit, route)),
    ];
  },
};

/** Blocks that no end can be knocked up at: what is measured from there would be wrong for some of them. */
function unevenLimits({ assembly: { thing, edges } }: Plan, { off, knocked }: Block): Limit[] {
  if (knocked !== null || off.head + off.foot <= EPSILON) return [];
  return [
    {
      id: 'trim-uneven',
      title: `The ${thing}s have unlike paper at ${edges.head} and ${edges.foot}`,
      detail: `They lie on the sheet with more of it on one side, some at the ${edges.head}, others at the ${edges.foot}: knocked up together they would be trimmed in the wrong place.`,
    },
  ];
}

function trimmerLimits({ deep, along }: Block, m: FinisherOf<'trimmer'>, unit: Unit): Limit[] {
  const beyond =
    deep > m.largest.width + EPSILON ||
    along > m.largest.height + EPSILON ||
    deep < m.smallest.width - EPSILON ||
    along < m.smallest.height - EPSILON;
  if (!beyond) return [];
  const size = formatSize({ width: deep, height: along }, unit);
  return [
    {
      id: 'too-large-to-trim',
      title: `${m.name} does not trim blocks of this size`,
      detail: `It trims ${formatSize(m.smallest, unit)} to ${formatSize(m.largest, unit)}, spine to face and along the spine; this is ${size}.`,
    },
  ];
}

function cutLimits(plan: Plan, m: FinisherOf<'guillotine'>, unit: Unit, route: readonly FinishStep[]): Limit[] {
  const run = runOn(m, plan, 1, route);
  if (!run) return [];
  const limits: Limit[] = [];
  const { paper } = blockLies(run.block);
  const [takes, lies] = [lying(m.largest), lying(paper)];
  if (lies.width > takes.width + EPSILON || lies.height > takes.height + EPSILON)
    limits.push({
      id: 'too-large-to-trim',
      title: `The block is too large for ${m.name}`,
      detail: `It cuts ${formatSize(m.largest, unit)}; this is ${formatSize(paper, unit)} before it is trimmed.`,
    });
  const clamp = m.bareClamp ?? m.smallestStrip;
  const least = leastOf(run.program);
  if (least < Math.min(clamp, m.smallestStrip) - EPSILON)
    limits.push({
      id: 'block-too-small',
      title: `The block is too small for the clamp of ${m.name}`,
      detail: `A cut leaves ${formatLength(least, unit)} behind the knife; its clamp needs ${formatLength(clamp, unit)}${m.bareClamp === null ? '' : ', its false clamp off'}.`,
    });
  if (m.memory !== null && run.program.cuts.length > m.memory)
    limits.push({
      id: 'program-too-long',
      title: `The program is too long for ${m.name}`,
      detail: `It takes ${wholeNumber(run.program.cuts.length)} cuts; the machine holds ${wholeNumber(m.memory)}.`,
    });
  return limits;
}
