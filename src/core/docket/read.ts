import * as z from 'zod';
import { Docket } from './schema';
import { Shop } from '../shop';
import { isPlain, upgraded, upgradedShop, VERSION } from './upgrade';

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

/** A docket as it was stored, by whatever version of the program. */
export const StoredDocket = z.preprocess(upgraded, Docket);
/** A shop's lists as they were stored. */
export const StoredShop = z.preprocess(upgradedShop, Shop);

/**
 * Reads a docket from JSON data of any version there has been, upgraded to the present one.
 * @throws DocketError naming the first field that is wrong
 */
export function readDocket(data: unknown): Docket {
  if (!isPlain(data) || data.kind !== 'odd-sparrow docket')
    throw new DocketError('This is not a docket: it has no "kind": "odd-sparrow docket".');
  const { version } = data;
  if (typeof version !== 'number' || version > VERSION || version < 1)
    throw new DocketError(
      `The docket has version ${JSON.stringify(version)}; this program reads versions 1 to ${VERSION}.`,
    );
  const result = Docket.safeParse(upgraded(data));
  if (!result.success) throw new DocketError(firstProblem(result.error));
  return result.data;
}

/** How deep brackets stand in each other in JSON text. */
export function nesting(text: string): number {
  let depth = 0;
  let deepest = 0;
  let inString = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (inString) {
      if (c === 0x5c) i++;
      else if (c === 0x22) inString = false;
    } else if (c === 0x22) inString = true;
    else if (c === 0x5b || c === 0x7b) deepest = Math.max(deepest, ++depth);
    else if (c === 0x5d || c === 0x7d) depth--;
  }
  return deepest;
}
