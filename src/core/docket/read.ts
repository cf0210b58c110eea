import type { z } from 'zod';
import { Docket } from './schema';

/** A docket file that cannot be used; `message` is one line that says what and where. */
export class DocketError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'DocketError';
  }
}

/** The first thing wrong with a value, with its place, as one line. */
export function firstProblem(error: z.ZodError): string {
  const issue = error.issues[0];
  if (!issue) return 'It cannot be read.';
  const path = issue.path.map(String).join('.');
  return `${path ? `${path}: ` : ''}${issue.message}`;
}

/**
 * Reads a docket from JSON data of any version there has been, upgraded to the present one.
 * @throws DocketError naming the first field that is wrong
 */
export function readDocket(data: unknown): Docket {
  if (typeof data !== 'object' || data === null || (data as { kind?: unknown }).kind !== 'odd-sparrow docket')
    throw new DocketError('This is not a docket: it has no "kind": "odd-sparrow docket".');
  const version = (data as { version?: unknown }).version;
  if (typeof version !== 'number' || version > 1 || version < 1)
    throw new DocketError(`The docket has version ${JSON.stringify(version)}; this program reads version 1.`);
  const result = Docket.safeParse(data);
  if (!result.success) throw new DocketError(firstProblem(result.error));
  return result.data;
}
