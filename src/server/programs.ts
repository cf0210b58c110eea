import { limitsOn, plan, programsOf, slitterOf, type Finisher, type FinisherOf, type SlitProgram } from '../core';
import {
  MOST_OF_A_MACHINE,
  pilesOfJob,
  pilesWritten,
  programsWritten,
  readPiles,
  readPrograms,
  type ProgramForm,
} from '../core/programs';
import { sql, transaction } from './db';
import { tell } from './events';
import { NotSendable } from './not-sendable';
import { sourcesOf } from './sources';
import { readJob } from './tables/jobs';
import {
  dropProgram,
  formOfMachine,
  pilesOfMachine,
  programsOfMachine,
  putForm,
  putPiles,
  putPrograms,
  type KeptPiles,
} from './tables/programs';
import { findFinisher, putInShop } from './tables/shop';

/** The programs that slitters and guillotines of the shop have: read from files, chosen for jobs, written as files. */

const told = (): void => tell({ kind: 'shop' });

type Loaded = FinisherOf<'slitter' | 'guillotine'>;

/** A machine of the shop that has programs; null where it has none of that id. @throws NotSendable where it has none */
async function loadedIn(machine: string): Promise<Loaded | null> {
  const found: Finisher | null = await findFinisher(sql, machine);
  if (found && found.kind !== 'slitter' && found.kind !== 'guillotine')
    throw new NotSendable(`${found.name} is neither slitter nor guillotine: it has no programs.`);
  return found;
}

/** What a machine has. */
export interface ProgramsAt {
  /** Of a slitter. */
  readonly programs: readonly SlitProgram[];
  readonly form: ProgramForm | null;
  /** Of a guillotine. */
  readonly piles: readonly KeptPiles[];
}

/** What a machine has; null where the shop has no such machine. */
export async function programsAt(machine: string): Promise<ProgramsAt | null> {
  const found = await loadedIn(machine);
  if (!found) return null;
  if (found.kind === 'guillotine') return { programs: [], form: null, piles: await pilesOfMachine(sql, machine) };
  return { programs: await programsOfMachine(sql, machine), form: await formOfMachine(sql, machine), piles: [] };
}

/** What was taken in of a file. */
export interface TakenIn {
  readonly programs: number;
  /** Whether the machine has from the file where it looks for its mark: it had nothing before. */
  readonly reads: boolean;
}

/**
 * Takes a file of programs in: each in the place of the one under its number; what the machine reads where it read nothing.
 * All of the file or nothing. @returns null where the shop has no such machine
 * @throws TicketError with what is wrong with the file
 * @throws NotSendable where the machine would have more than it may
 */
export async function takePrograms(machine: string, text: string): Promise<TakenIn | null> {
  const found = await loadedIn(machine);
  if (!found) return null;
  const taken = found.kind === 'slitter' ? await takeSlits(found, text) : await takePiles(found, text);
  told();
  return taken;
}

async function takeSlits(slitter: FinisherOf<'slitter'>, text: string): Promise<TakenIn> {
  const { programs, reads } = readPrograms(text, await formOfMachine(sql, slitter.id));
  const learns = reads !== null && slitter.reads === null;
  await transaction(async (tx) => {
    notTooMany(slitter, await putPrograms(tx, slitter.id, programs));
    if (learns) await putInShop(tx, 'finishers', { ...slitter, reads });
  });
  return { programs: programs.length, reads: learns };
}

async function takePiles(guillotine: FinisherOf<'guillotine'>, text: string): Promise<TakenIn> {
  const { programs } = readPiles(text);
  await transaction(async (tx) => notTooMany(guillotine, await putPiles(tx, guillotine.id, programs)));
  return { programs: programs.length, reads: false };
}

function notTooMany({ name }: Loaded, all: number): void {
  if (all > MOST_OF_A_MACHINE)
    throw new NotSendable(
      `${name} would have ${all} programs; it may have ${MOST_OF_A_MACHINE}. Take out some that nobody needs first.`,
    );
}

/** Says how the machine's maker writes its files. @returns whether the shop has such a machine */
export async function changeForm(machine: string, form: ProgramForm | null): Promise<boolean> {
  const found = await loadedIn(machine);
  if (!found) return false;
  if (found.kind === 'guillotine') throw new NotSendable(`${found.name} reads files of the open form alone.`);
  await putForm(sql, machine, form);
  told();
  return true;
}

/** Takes a program out. @returns whether there was one */
export async function forgetProgram(machine: string, number: number): Promise<boolean> {
  const was = await dropProgram(sql, machine, number);
  if (was) told();
  return was;
}

/** The programs of a machine as a file in the open form; null where the shop has no such machine. */
export async function programFile(machine: string): Promise<{ readonly name: string; readonly text: string } | null> {
  const found = await loadedIn(machine);
  if (!found) return null;
  const { name } = found;
  if (found.kind === 'guillotine') {
    const programs = (await pilesOfMachine(sql, machine)).map((k) => k.program);
    return { name, text: pilesWritten({ machine: name, programs }) };
  }
  const programs = await programsOfMachine(sql, machine);
  return { name, text: programsWritten({ machine: name, reads: found.reads, programs }) };
}

/**
 * The programs that a job's slitter works it by, or its guillotine, as a file for the machine; null where there is no such
 * job, or its artwork is not in the store. @throws NotSendable where it passes none, or cannot be worked there
 */
export async function programsOfJob(
  id: string,
): Promise<{ readonly title: string; readonly number: number; readonly text: string } | null> {
  const row = await readJob(sql, id);
  const sources = row && (await sourcesOf(sql, row.docket));
  if (!row || !sources) return null;
  const { docket, number } = row;
  const slitter = slitterOf(docket.finish);
  const planned = plan(docket, sources.artwork);
  if (!slitter) {
    const piles = pilesOfJob(docket, planned, `${number} ${docket.title}`);
    if (piles.cannot !== null) throw new NotSendable(piles.cannot);
    if (piles.programs.length === 0)
      throw new NotSendable('Nothing of this job passes a slitter or a guillotine: there is no program of it.');
    return { title: docket.title, number, text: pilesWritten(piles) };
  }
  const programs = programsOf(docket.finish, planned, `${number} ${docket.title}`);
  if (programs.length === 0) throw new NotSendable('Nothing of this job passes a slitter: there is no program of it.');
  const [cannot] = limitsOn('cut', slitter, planned, 'mm', docket.finish.route);
  if (cannot) throw new NotSendable(`${cannot.title}. Mend that first. ${cannot.detail}`);
  return {
    title: docket.title,
    number,
    text: programsWritten({ machine: slitter.name, reads: slitter.reads, programs }),
  };
}
