import { cutsOf, fromFeed, isSlit, type Slits } from '../cutting';
import { stepOf, type Finish, type FinishStep, type StepOf } from '../docket';
import { onForm, withMargin, type Lay } from '../lay';
import { contains, formatLength, grow, overlap, type Rect, type Unit } from '../measure';
import type { Plan } from '../sheet';
import { MARK_CLEAR, MOST_PROGRAMS, type FinisherOf, type Reads, type SlitProgram } from '../shop';
import { scoresAsItSlits, slitterOf } from './cutters';
import type { Limit } from './rules';
import { slitRuns, slitsOn } from './slit';

/** How far a line may lie from where a program has it and still be the same, mm. */
const SAME = 0.05;

const alike = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((v, i) => Math.abs(v - b[i]!) <= SAME);

/** Whether a program sets a slitter to these lines, on a sheet of this size fed this way. */
export const isSetTo = (program: SlitProgram, slits: Slits): boolean =>
  alike([program.sheet.width, program.sheet.height], [slits.sheet.width, slits.sheet.height]) &&
  alike(program.slits, slits.slits) &&
  alike(program.crossCuts, slits.crossCuts) &&
  alike(program.scores.along, slits.scores.along) &&
  alike(program.scores.across, slits.scores.across) &&
  alike(program.perforations.along, slits.perforations.along) &&
  alike(program.perforations.across, slits.perforations.across);

/** From here on numbers are of programs that jobs bring with them; those before are the machine's own. */
export const OWN_PROGRAMS = 5000;

/**
 * A number for lines that no program of the machine has: the same for the same lines, so that a job that comes again finds
 * its program. FNV-1a (Fowler, Noll, Vo) over their hundredths of a millimetre, taken into the range.
 */
export function numberFor({ sheet, slits, crossCuts, scores, perforations }: Slits): number {
  const groups = [
    [sheet.width, sheet.height],
    slits,
    crossCuts,
    scores.along,
    scores.across,
    perforations.along,
    perforations.across,
  ];
  let hash = 0x811c9dc5;
  const take = (n: number): void => {
    for (const byte of [n & 255, (n >> 8) & 255, (n >> 16) & 255]) hash = Math.imul(hash ^ byte, 0x01000193) >>> 0;
  };
  for (const group of groups) {
    take(group.length);
    for (const mm of group) take(Math.round(mm * 100));
  }
  return OWN_PROGRAMS + (hash % (MOST_PROGRAMS + 1 - OWN_PROGRAMS));
}

/** The program that a slitter works a run by. */
export interface ProgramOf {
  readonly number: number;
  /** What the machine calls it; null for one that it is given with the job. */
  readonly name: string | null;
}

/** The program for lines: the one that was chosen, where it still sets the machine to them; else one by their own number. */
export function programFor({ program }: Partial<Pick<StepOf<'cut'>, 'program'>>, slits: Slits): ProgramOf {
  return program && isSetTo(program, slits)
    ? { number: program.number, name: program.name }
    : { number: numberFor(slits), name: null };
}

/**
 * Whether sheets that are cut unlike would say one program's number: of some thousands of numbers two may be the same by
 * chance, and the machine would cut the one as the other.
 */
export function numbersClash(step: Partial<Pick<StepOf<'cut'>, 'program'>>, all: readonly Slits[]): boolean {
  const known = new Map<number, SlitProgram>();
  return all.some((slits) => {
    const { number } = programFor(step, slits);
    const before = known.get(number);
    if (!before) known.set(number, programOf(number, '-', slits));
    return before !== undefined && !isSetTo(before, slits);
  });
}

/** What a slitter looks for on the sheets of a lay, where it has to be, seen from the front. */
export interface Reading {
  readonly machine: FinisherOf<'slitter'>;
  readonly mark: Rect;
  readonly code: {
    readonly rect: Rect;
    readonly symbology: NonNullable<Reads['code']>['symbology'];
    readonly text: string;
    /** Whether it stands a quarter turned on the sheet: it is read across the feed. */
    readonly turned: 0 | 1;
  } | null;
}

/** A program's number as its code says it. */
export const codeText = (number: number): string => String(number).padStart(4, '0');

/** What the slitter of a job reads on the sheets of a lay; null where it reads nothing, or cannot slit them. */
export function readingOn(lay: Lay, finish: Finish): Reading | null {
  const machine = slitterOf(finish);
  return machine && readingBy(lay, machine, finish.route);
}

/** What a slitter reads on the sheets of a lay, as a step of a route. */
function readingBy(lay: Lay, machine: FinisherOf<'slitter'>, route: readonly FinishStep[]): Reading | null {
  if (!machine.reads) return null;
  const slits = slitsOn(lay, machine, scoresAsItSlits(route, machine));
  if (!isSlit(slits)) return null;
  const { mark, code } = machine.reads;
  const { side, lead, length, width } = mark;
  const step = route.find((s) => s.process === 'cut');
  const { number } = programFor(step ?? {}, slits);
  return {
    machine,
    mark: fromFeed(slits, lay.paper, { side, lead, across: length, along: width }),
    code: code && {
      rect: fromFeed(slits, lay.paper, {
        side: code.side,
        lead: code.lead,
        across: code.width,
        along: code.symbology === 'code-128' ? code.height : code.width,
      }),
      symbology: code.symbology,
      text: codeText(number),
      turned: slits.feed === 'long' ? 0 : 1,
    },
  };
}

/** The programs that a slitter works a job by, as it is given them: each once. @param called what they are named after */
export function programsOf(finish: Finish, plan: Plan, called: string): SlitProgram[] {
  const machine = slitterOf(finish);
  const step = stepOf(finish, 'cut');
  if (!machine || !step) return [];
  const found = new Map<number, SlitProgram>();
  for (const { slits } of slitRuns(plan, machine, scoresAsItSlits(finish.route, machine))) {
    const { number, name } = programFor(step, slits);
    found.set(number, programOf(number, name ?? called.trim().slice(0, 100), slits));
  }
  return [...found.values()].sort((a, b) => a.number - b.number);
}

const programOf = (number: number, name: string, slits: Slits): SlitProgram => ({
  number,
  name,
  sheet: slits.sheet,
  slits: [...slits.slits],
  crossCuts: [...slits.crossCuts],
  scores: passingOf(slits.scores),
  perforations: passingOf(slits.perforations),
});

const passingOf = ({ along, across }: Slits['scores']): SlitProgram['scores'] => ({
  along: [...along],
  across: [...across],
});

/** Where a machine looks on a sheet, with the paper that stays clear round its mark. */
export const zonesOf = ({ mark, code }: Pick<Reading, 'mark' | 'code'>): Rect[] => [
  grow(mark, MARK_CLEAR),
  ...(code ? [code.rect] : []),
];

/** What keeps a slitter from what it reads on the sheets of a lay: the edge of what is printed, or pieces. */
export function readsLimits(
  lay: Lay,
  machine: FinisherOf<'slitter'>,
  unit: Unit,
  route: readonly FinishStep[],
): Limit[] {
  const reading = cutsOf(lay).any ? readingBy(lay, machine, route) : null;
  if (!reading || !lay.fits) return [];
  const { mark } = machine.reads!;
  const code = reading.code ? ', and for its code beside it' : '';
  const where = `${formatLength(mark.lead, unit)} from the edge that goes in first and ${formatLength(mark.side, unit)} from the guide${code}`;
  const zones = zonesOf(reading);
  if (zones.some((z) => !contains(lay.printable, z)))
    return [
      {
        id: 'reads-unprinted',
        title: `Nothing prints where ${machine.name} looks for its mark`,
        detail: `It looks ${where}: there the sheet ends, or its edge does not print.`,
      },
    ];
  const pieces = onForm(lay).map(withMargin);
  if (!zones.some((z) => pieces.some((p) => overlap(z, p)))) return [];
  return [
    {
      id: 'reads-room',
      title: `Pieces lie where ${machine.name} looks for its mark`,
      detail: `It looks ${where}. Pieces and their bleed must keep clear of it.`,
    },
  ];
}

/** Where its sheets would say one number for unlike cuts, a slitter that works by its code cannot tell them apart. */
export function numberLimits(
  lays: readonly Lay[],
  machine: FinisherOf<'slitter'>,
  route: readonly FinishStep[],
): Limit[] {
  if (!machine.reads?.code) return [];
  const scoring = scoresAsItSlits(route, machine);
  const all = lays.filter((lay) => cutsOf(lay).any).map((lay) => slitsOn(lay, machine, scoring));
  const step = route.find((s) => s.process === 'cut');
  if (!numbersClash(step ?? {}, all.filter(isSlit))) return [];
  return [
    {
      id: 'program-clash',
      title: `${machine.name} could not tell these sheets apart`,
      detail:
        'Two kinds of sheet that are cut unlike come to the same program number. Lay one of them a little otherwise.',
    },
  ];
}
