import type { FinishStep, Process, StepOf } from '../docket';
import { wholeNumber, type Unit } from '../measure';
import type { FinisherKind, FinisherOf } from '../shop';
import type { Plan } from '../sheet';

/** The kinds of machine that do each process. */
export interface MachineOf {
  readonly cut: 'guillotine' | 'slitter';
  readonly score: 'creaser' | 'slitter';
  readonly round: 'corner cutter';
  readonly fold: 'folder';
  readonly stitch: 'stitcher';
  readonly sew: 'sewing machine';
  readonly bind: 'binder';
  readonly punch: 'punch';
  readonly trim: 'trimmer' | 'guillotine';
}

/** Something that a machine cannot do of this work. */
export interface Limit {
  /** Names the finding: `too-thick`. */
  readonly id: string;
  readonly title: string;
  readonly detail: string;
}

/** StepWork for a machine: how often it does its work, and of what. */
export interface Amount {
  readonly count: number;
  /** In the plural: `booklets`. */
  readonly of: string;
  /** The sum of the count where it is one: `400 × 3 sections`. */
  readonly sum: string;
}

/** Everything that a finishing process decides. Nothing else asks which process it is. */
export interface ProcessRule<P extends Process> {
  /** The kinds of machine. */
  readonly machines: readonly (MachineOf[P] & FinisherKind)[];
  /** As a switch names it: `Fold and stitch`. */
  readonly label: string;
  /** What such a machine does: `Heron does not … `. */
  readonly does: string;
  /** In a list of machines, what tells one from another: `20 sheets`. */
  readonly detail: (machine: FinisherOf<MachineOf[P]>, unit: Unit) => string;
  /** Whether a plan has any of it, as the other steps of a route leave it. */
  readonly applies: (plan: Plan, route: readonly FinishStep[]) => boolean;
  /** What it is to do, for so many copies, as a step of a route. */
  readonly amount: (
    plan: Plan,
    copies: number,
    machine: FinisherOf<MachineOf[P]>,
    route: readonly FinishStep[],
  ) => Amount;
  /** What of it the machine cannot do. */
  readonly limits: (
    plan: Plan,
    machine: FinisherOf<MachineOf[P]>,
    unit: Unit,
    route: readonly FinishStep[],
  ) => readonly Limit[];
}

/** A step of the route with what it has to do. */
export interface StepWork<P extends Process = Process> {
  readonly step: StepOf<P>;
  readonly amount: Amount;
  /** Make-ready and the work itself; none where another step does it in its pass. */
  readonly minutes: number;
}

/** One for each copy: `400 booklets`, `20 sets of leaves`. */
export function eachCopy(copies: number, thing: string): Amount {
  const of = thing.replace(/^\w+/, '$&s');
  return { count: copies, of, sum: `${wholeNumber(copies)} ${of}` };
}
