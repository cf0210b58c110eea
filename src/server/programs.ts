import { limitsOn, plan, programsOf, slitterOf, type Finisher, type FinisherOf, type SlitProgram } from '../core';
import {
  MOST_OF_A_MACHINE,
  pilesOfJob,
  pilesWritten,
  programsWritten,
  readPrograms,
  type ProgramForm,
} from '../core/programs';
import { sql, transaction } from './db';
import { tell } from './events';
import { NotSendable } from './not-sendable';
import { sourcesOf } from './sources';
import { readJob } from './tables/jobs';
import { dropProgram, formOfMachine, programsOfMachine, putForm, putPrograms } from './tables/programs';
import { findFinisher, putInShop } from './tables/shop';

/** The programs that slitters of the shop have: read from files, chosen for jobs, written as files. */

const told = (): void => tell({ kind: 'shop' });

/** A slitter of the shop; null where it has none of that id. @throws NotSendable where the machine is none */
async function slitterIn(machine: string): Promise<FinisherOf<'slitter'> | null> {
  const found: Finisher | null = await findFinisher(sql, machine);
  if (found && found.kind !== 'slitter') throw new NotSendable(`${found.name} is no slitter: it has no programs.`);
  return found;
}

/** What a slitter has; null where the shop has no such machine. */
export async function programsAt(
  machine: string,
): Promise<{ readonly programs: SlitProgram[]; readonly form: ProgramForm | null } | null> {
  if (!(await slitterIn(machine))) return null;
  return { programs: await programsOfMachine(sql, machine), form: await formOfMachine(sql, machine) };
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
  const slitter = await slitterIn(machine);
  if (!slitter) return null;
  const { programs, reads } = readPrograms(text, await formOfMachine(sql, machine));
  const learns = reads !== null && slitter.reads === null;
  await transaction(async (tx) => {
    const all = await putPrograms(tx, machine, programs);
    if (all > MOST_OF_A_MACHINE)
      throw new NotSendable(
        `${slitter.name} would have ${all} programs; it may have ${MOST_OF_A_MACHINE}. Take out some that nobody needs first.`,
      );
    if (learns) await putInShop(tx, 'finishers', { ...slitter, reads });
  });
  told();
  return { programs: programs.length, reads: learns };
}

/** Says how the machine's maker writes its files. @returns whether the shop has such a machine */
export async function changeForm(machine: string, form: ProgramForm | null): Promise<boolean> {
  if (!(await slitterIn(machine))) return false;
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
  const slitter = await slitterIn(machine);
  if (!slitter) return null;
  const programs = await programsOfMachine(sql, machine);
  return { name: slitter.name, text: programsWritten({ machine: slitter.name, reads: slitter.reads, programs }) };
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
