import * as z from 'zod';

/** The inks that a press prints in, a plate each. */

/** The process inks, by their names in PDF (ISO 32000-1, 8.6.5.3 and 8.6.6.4). */
export const PROCESS = ['Cyan', 'Magenta', 'Yellow', 'Black'] as const;

/** Inks on a side at most: no press has more units. */
const MOST_INKS = 12;

/** An ink by its name; `All` and `None` are not inks but all and none of them (ISO 32000-1, 8.6.6.4). */
export const InkName = z
  .string()
  .trim()
  .min(1)
  .max(60)
  .regex(/^[^\p{Cc}\p{Cs}]*$/u, 'holds characters that no ink is called by')
  .regex(/^[^"]*$/, 'has a quotation mark in its name')
  .refine((name) => !/^(all|none)$/i.test(name), 'is no ink: All and None stand for every ink and for none');

const side = z
  .array(InkName)
  .max(MOST_INKS)
  .refine((names) => new Set(names.map((n) => n.toLowerCase())).size === names.length, 'names an ink twice');

export const Inks = z.strictObject({ front: side, back: side }).meta({ id: 'Inks' });
export type Inks = z.infer<typeof Inks>;

/** Whether two names are of one ink. */
export const sameInk = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

/** Inks as the trade counts them: `4/0`, `5/1`. */
export const inksCounted = ({ front, back }: Inks): string => `${front.length}/${back.length}`;

/** Inks as a list says them: `Cyan, Magenta, Gold on the front, none on the back`. */
export function inksListed({ front, back }: Inks): string {
  const list = (names: readonly string[]): string => (names.length > 0 ? names.join(', ') : 'none');
  return `${list(front)} on the front, ${list(back)} on the back`;
}

/** Inks that are written otherwise than the trade writes them; `message` says what is wrong and how it is written. */
export class InksError extends Error {}

/** The inks that are meant by a number, as `4` and `1` of `4/1`: none, black, the process inks. */
const BY_COUNT: Readonly<Record<string, readonly string[]>> = { 0: [], 1: ['Black'], 4: PROCESS };

/** One side's inks by the words that name them, a number standing for those it can only mean. */
function sideOf(words: readonly string[]): string[] {
  return words.flatMap((word) => {
    if (word.startsWith('"')) return [word.slice(1, -1)];
    const meant = BY_COUNT[word];
    if (!meant && /^\d+$/.test(word))
      throw new InksError(`“${word}” inks does not say which. Name them: 4 + Gold, or Black, Gold.`);
    return meant ?? [word];
  });
}

/** A name in quotation marks, one without, the stroke between the sides; what parts names is left out. */
const WORDS = /"[^"]*"|[^+,;/"]+|\//g;

/**
 * Inks as the trade writes them, front and back: `4/0`, `4 + Gold/1`, `Black, Gold/0`; a name that has a `/` or a comma in it
 * stands in quotation marks.
 * @throws InksError
 */
export function readInks(text: string): Inks {
  const sides: string[][] = [[]];
  for (const found of text.match(WORDS) ?? []) {
    const word = found.trim();
    if (word === '/') sides.push([]);
    else if (word !== '') sides.at(-1)!.push(word);
  }
  const [front, back, more] = sides;
  if (front!.length === 0 || more !== undefined)
    throw new InksError('Inks are those of the front and those of the back: 4/0, or 4 + Gold/1.');
  const result = Inks.safeParse({ front: sideOf(front!), back: sideOf(back ?? []) });
  if (!result.success) throw new InksError(`An ink ${result.error.issues[0]!.message}.`);
  return result.data;
}

/** Inks so that they are read again as they are: `4 + Gold/1`. */
export function inksWritten({ front, back }: Inks): string {
  const one = (names: readonly string[]): string => {
    if (names.length === 0) return '0';
    const process = PROCESS.every((p, i) => names[i] === p);
    if (names.length === 1 && names[0] === 'Black') return '1';
    const rest = (process ? names.slice(4) : names).map((n) => (/^\d+$|[+,;/]/.test(n) ? `"${n}"` : n));
    return [...(process ? ['4'] : []), ...rest].join(' + ');
  };
  return `${one(front)}/${one(back)}`;
}
