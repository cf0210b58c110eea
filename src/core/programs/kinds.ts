import type { Reads, SlitProgram } from '../shop';
import type { Element } from '../ticket/xml';

/** What a file of a finishing machine's programs says. */
export interface Programs {
  /** What the machine is called; null where the file does not say. */
  readonly machine: string | null;
  /** What it looks for on its sheets; null where the file does not say. */
  readonly reads: Reads | null;
  readonly programs: readonly SlitProgram[];
}

/**
 * One way in which such files are written. All that an importer is: whether a file is one of its, and what it says. Lengths
 * come out in millimetres, lines from the edges that {@link SlitProgram} says, in no order.
 */
export interface Importer {
  /** As a message calls it. */
  readonly called: string;
  /** @param namespaces those that its root declares */
  readonly takes: (root: Element, namespaces: readonly string[]) => boolean;
  /** @throws TicketError where a figure is missing or none */
  readonly read: (root: Element) => Raw;
}

/** A file as an importer gives it, before it is looked at whether a machine can have such programs. */
export interface Raw {
  readonly machine: string | null;
  readonly reads: unknown;
  readonly programs: readonly Readonly<Record<string, unknown>>[];
}
