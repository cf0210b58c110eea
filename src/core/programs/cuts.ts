import { CutError, followed, type CutProgram, type Stage } from '../cutting';
import { knivesOf } from '../card';
import { firstProblem, type Docket } from '../docket';
import { limitsOn } from '../finishing';
import type { Plan } from '../sheet';
import { PileProgram } from '../shop';
import { TicketError } from '../ticket/error';
import { DECLARATION, element, type Writing } from '../ticket/write';
import { readXml, type Element } from '../ticket/xml';
import { childrenOf, mm, namespacesOf, numberIn } from './reading';

/** Programs of guillotines as a file, `docs/cuts.xsd`: for each kind of pile, stage by stage, every turn and measure. */
const NAMESPACE = 'urn:odd-sparrow:cuts:1';

export interface PilePrograms {
  readonly machine: string | null;
  readonly programs: readonly PileProgram[];
}

/** Programs in a file at the most. */
export const MOST_PILES = 500;

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
  try {
    workable(parsed.data);
  } catch (e) {
    if (e instanceof CutError) throw new TicketError(`Program “${name.slice(0, 60)}” cannot be worked. ${e.message}`);
    throw e;
  }
  return parsed.data;
}

/** Whether a file is of a guillotine's programs, read or not. */
export const isOfPiles = (text: string): boolean => namespacesOf(text).includes(NAMESPACE);

/** Reads programs of a guillotine. @throws TicketError with what is wrong, for those who brought it */
export function readPiles(text: string): PilePrograms {
  const root = readXml(text, 'file');
  if (root.name !== 'CutPrograms' || !isOfPiles(text))
    throw new TicketError(
      `The file begins with <${root.name}>, which is not the open form of a guillotine’s programs.`,
    );
  const all = childrenOf(root, 'CutProgram');
  if (all.length === 0) throw new TicketError('There is no program in the file.');
  if (all.length > MOST_PILES)
    throw new TicketError(`There are ${all.length} programs in the file; ${MOST_PILES} at most.`);
  const programs = all.map(programIn);
  const names = new Set<string>();
  for (const { name } of programs) {
    // a cutter calls them up by it
    if (names.has(name)) throw new TicketError(`Two programs are called “${name}”. Give each a name of its own.`);
    names.add(name);
  }
  return { machine: root.attributes.machine ?? null, programs };
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
    pileProgram(`${`${called}: ${run.called}`.slice(0, 190)}${knives.length > 1 ? ` ${i + 1}` : ''}`, run.program, {
      pile: { width: run.paper.width, height: run.paper.height },
      each: lift.sheets,
    }),
  );
  return { machine: steps[0]?.machine.name ?? null, programs, cannot: cannot[0] ?? null };
}
