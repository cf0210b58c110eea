import * as z from 'zod';
import { CutError, followed, type CutProgram, type Stage } from '../cutting';
import { knivesOf } from '../card';
import { firstProblem, type Docket } from '../docket';
import { limitsOn } from '../finishing';
import type { Plan } from '../sheet';
import { TicketError } from '../ticket/error';
import { DECLARATION, element, type Writing } from '../ticket/write';
import { readXml, type Element } from '../ticket/xml';
import { childrenOf, mm, namespacesOf, numberIn } from './reading';

/** Programs of guillotines as a file, `docs/cuts.xsd`: for each kind of pile, stage by stage, every turn and measure. */
const NAMESPACE = 'urn:odd-sparrow:cuts:1';

/** Stages of a program, and piles that are taken in hand for one: no sheet has more pieces than half of that. */
const MOST_STAGES = 1000;

const length = z.number().min(0).max(5000);
const quarter = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]);
const StageOf = z.strictObject({
  lies: quarter,
  piles: z
    .array(z.strictObject({ x: length, y: length, width: length, height: length }))
    .min(1)
    .max(MOST_STAGES),
  cuts: z
    .array(z.strictObject({ turns: quarter, measure: length, waste: z.boolean() }))
    .min(1)
    .max(10_000),
});

/** How a guillotine cuts piles of one kind. Millimetres, as the sheet is printed: its lead edge below. */
export const PileProgram = z.strictObject({
  name: z.string().trim().min(1).max(200),
  /** What lies before the knife: a sheet, or a bound block. */
  pile: z.strictObject({ width: length.min(1), height: length.min(1) }),
  /** How many are cut at once at the most. */
  each: z.int().min(1).max(1_000_000),
  stages: z.array(StageOf).min(1).max(MOST_STAGES),
});
export type PileProgram = z.infer<typeof PileProgram>;

export interface PilePrograms {
  readonly machine: string | null;
  readonly programs: readonly PileProgram[];
}

/** Programs in a file, and cuts in one, at the most. */
export const MOST_PILES = 500;
const MOST_CUTS = 20_000;

/** A program of the planner's as it is written. */
export const pileProgram = (
  name: string,
  { stages }: Pick<CutProgram, 'stages'>,
  { pile, each }: Pick<PileProgram, 'pile' | 'each'>,
): PileProgram => ({
  name: name.trim().slice(0, 200),
  pile: { ...pile },
  each,
  stages: stages.map(({ lies, piles, cuts }) => ({
    lies,
    piles: piles.map(({ x, y, width, height }) => ({ x, y, width, height })),
    cuts: cuts.map(({ turns, measure, waste }) => ({ turns, measure, waste })),
  })),
});

const stageWritten = ({ lies, piles, cuts }: PileProgram['stages'][number]): Writing => ({
  name: 'Stage',
  attributes: { lies },
  children: [
    ...piles.map(({ x, y, width, height }) => ({
      name: 'Pile',
      attributes: { x: mm(x), y: mm(y), width: mm(width), height: mm(height) },
    })),
    ...cuts.map(({ turns, measure, waste }) => ({
      name: 'Cut',
      attributes: { turn: turns, measure: mm(measure), falls: waste ? 'waste' : 'pieces' },
    })),
  ],
});

/** Writes programs of a guillotine. */
export const pilesWritten = ({ machine, programs }: PilePrograms): string =>
  DECLARATION +
  element({
    name: 'CutPrograms',
    attributes: { xmlns: NAMESPACE, machine: machine ?? undefined },
    children: programs.map(({ name, pile, each, stages }) => ({
      name: 'CutProgram',
      attributes: { name, width: mm(pile.width), height: mm(pile.height), each },
      children: stages.map(stageWritten),
    })),
  });

const stageIn = (it: Element): unknown => ({
  lies: numberIn(it, 'lies'),
  piles: childrenOf(it, 'Pile').map((p) => ({
    x: numberIn(p, 'x'),
    y: numberIn(p, 'y'),
    width: numberIn(p, 'width'),
    height: numberIn(p, 'height'),
  })),
  cuts: childrenOf(it, 'Cut').map((c) => ({
    turns: numberIn(c, 'turn'),
    measure: numberIn(c, 'measure'),
    waste: c.attributes.falls === 'waste',
  })),
});

/** A program as it can be worked. @throws CutError where it cannot, step by step */
export function workable({ pile, stages }: PileProgram): ReturnType<typeof followed> {
  return followed({ stages: stages as unknown as readonly Stage[] }, pile);
}

function programIn(it: Element): PileProgram {
  const name = it.attributes.name ?? '';
  const parsed = PileProgram.safeParse({
    name,
    pile: { width: numberIn(it, 'width'), height: numberIn(it, 'height') },
    each: numberIn(it, 'each'),
    stages: childrenOf(it, 'Stage').map(stageIn),
  });
  if (!parsed.success) throw new TicketError(`Program “${name.slice(0, 60)}”: ${firstProblem(parsed.error)}`);
  const cuts = parsed.data.stages.reduce((n, s) => n + s.cuts.length, 0);
  if (cuts > MOST_CUTS) throw new TicketError(`Program “${name.slice(0, 60)}” has ${cuts} cuts; none has that many.`);
  try {
    workable(parsed.data);
  } catch (e) {
    if (e instanceof CutError) throw new TicketError(`Program “${name.slice(0, 60)}” cannot be worked. ${e.message}`);
    throw e;
  }
  return parsed.data;
}

/** Reads programs of a guillotine. @throws TicketError with what is wrong, for those who brought it */
export function readPiles(text: string): PilePrograms {
  const root = readXml(text, 'file');
  if (root.name !== 'CutPrograms' || !namespacesOf(text).includes(NAMESPACE))
    throw new TicketError(
      `The file begins with <${root.name}>, which is not the open form of a guillotine’s programs.`,
    );
  const all = childrenOf(root, 'CutProgram');
  if (all.length === 0) throw new TicketError('There is no program in the file.');
  if (all.length > MOST_PILES)
    throw new TicketError(`There are ${all.length} programs in the file; ${MOST_PILES} at most.`);
  return { machine: root.attributes.machine ?? null, programs: all.map(programIn) };
}

/**
 * The programs of a job's guillotines, sheets and bound blocks, one for each kind of pile.
 * @param called what they are named after
 * @returns with why the first that cannot be worked there cannot
 */
export function pilesOfJob(
  docket: Docket,
  plan: Plan,
  called: string,
): PilePrograms & { readonly cannot: string | null } {
  const { finish } = docket;
  const steps = finish.here ? finish.route.filter((s) => s.machine.kind === 'guillotine') : [];
  const knives = knivesOf(docket, plan).slice(0, MOST_PILES);
  const cannot = steps
    .flatMap(({ process, machine }) => limitsOn(process, machine, plan, 'mm', finish.route))
    .map((l) => `${l.title}. Mend that first. ${l.detail}`);
  const programs = knives.map(({ run, lift }, i) =>
    pileProgram(`${called}: ${run.called}${knives.length > 1 ? ` ${i + 1}` : ''}`, run.program, {
      pile: { width: run.paper.width, height: run.paper.height },
      each: lift.sheets,
    }),
  );
  return { machine: steps[0]?.machine.name ?? null, programs, cannot: cannot[0] ?? null };
}
