import type * as z from 'zod';
import { MOST_OF_A_MACHINE, Reads, SlitProgram } from '../shop';
import { TicketError } from '../ticket/error';
import { readXml } from '../ticket/xml';
import type { ProgramForm } from './form';
import type { Programs } from './kinds';
import { mapped } from './mapped';
import { ours } from './ours';
import { namespacesOf } from './reading';

/**
 * Programs of finishing machines as files, read and written. A face of its own: what reads XML is loaded where it is needed.
 * A file is of our own form, or as a form says that the machine's maker writes it.
 */
export { ProgramForm } from './form';
export type { Programs } from './kinds';
export { programsWritten } from './ours';
export { isOfPiles, pilesOfJob, pilesWritten, readPiles, workable, type PilePrograms } from './cuts';

export { MOST_OF_A_MACHINE };

/** The first thing that is wrong, and where. */
function wrongIn({ issues }: z.ZodError): string {
  const [{ path, message }] = issues as [z.core.$ZodIssue];
  return `${path.map(String).join(' ')}: ${message}.`;
}

/** Lines in order, each once; programs that lie outside their sheet are none. */
function program(raw: Readonly<Record<string, unknown>>): SlitProgram {
  const said = `Program ${typeof raw.number === 'number' ? raw.number : '?'}`;
  const parsed = SlitProgram.safeParse(raw);
  if (!parsed.success) {
    throw new TicketError(`${said}: ${wrongIn(parsed.error)}`);
  }
  const { sheet, slits, crossCuts, scores, perforations } = parsed.data;
  const within = (at: readonly number[], length: number, what: string): number[] => {
    const beyond = at.find((v) => v > length + 1e-6);
    if (beyond !== undefined)
      throw new TicketError(`${said}: a ${what} at ${beyond} mm lies beyond its sheet of ${length} mm.`);
    return [...new Set(at)].sort((a, b) => a - b);
  };
  const ways = (it: SlitProgram['scores'], what: string): SlitProgram['scores'] => ({
    along: within(it.along, sheet.width, what),
    across: within(it.across, sheet.height, what),
  });
  return {
    ...parsed.data,
    slits: within(slits, sheet.width, 'slit'),
    crossCuts: within(crossCuts, sheet.height, 'cross cut'),
    scores: ways(scores, 'score'),
    perforations: ways(perforations, 'perforation'),
  };
}

/**
 * Reads a file of programs.
 * @param form how the machine's maker writes them; null where files are of our own form alone
 * @throws TicketError with what is wrong, for those who brought it
 */
export function readPrograms(text: string, form: ProgramForm | null): Programs {
  const root = readXml(text, 'file');
  const importer = [ours, ...(form ? [mapped(form)] : [])].find((i) => i.takes(root, namespacesOf(text)));
  if (!importer)
    throw new TicketError(
      form
        ? `The file begins with <${root.name}>. It is neither of the open form nor has it programs as “${form.called}” says.`
        : `The file begins with <${root.name}>, which is not the open form of programs. Say by a form how the maker of the machine writes it.`,
    );
  const raw = importer.read(root);
  const reads = raw.reads === null ? null : Reads.safeParse(raw.reads);
  if (reads && !reads.success) {
    throw new TicketError(`What the machine reads: ${wrongIn(reads.error)}`);
  }
  if (raw.programs.length === 0) throw new TicketError('There is no program in the file.');
  if (raw.programs.length > MOST_OF_A_MACHINE)
    throw new TicketError(
      `There are ${raw.programs.length} programs in the file; a machine has ${MOST_OF_A_MACHINE} at most.`,
    );
  const programs = raw.programs.map(program);
  const twice = programs.find((p, i) => programs.findIndex((q) => q.number === p.number) !== i);
  if (twice) throw new TicketError(`Two programs have the number ${twice.number}. Give each its own.`);
  return { machine: raw.machine, reads: reads?.data ?? null, programs };
}
