import * as z from 'zod';
import { hasPlates, profileOf, type Machine, type Profile, type Stock, type TrapSettings } from '../shop';
import type { ColourWish } from './colour';
import { toned, type ToneWish } from './tone';
import type { TrapWish } from './traps';
import { InkName, PROCESS, sameInk } from './inks';

/** What is done to the content of pages where they are written: the file is not touched. */

/** Ink wishes of a job at most. */
export const MOST_INK_WORKS = 24;

/** A spot ink as artwork names it, whatever a shop would call it: process inks are colours of what is drawn, and stay. */
const Spot = z
  .string()
  .min(1)
  .max(200)
  .regex(/^[^\p{Cc}\p{Cs}]*$/u, 'holds characters that no ink is called by')
  .refine(
    (name) => ![...PROCESS, 'All', 'None'].some((p) => sameInk(p, name)),
    'is a process ink or none, and no spot ink',
  );

/** Whether something may be wished of an ink that artwork names. */
export const canBecome = (ink: string): boolean => Spot.safeParse(ink).success;

export const InkWork = z
  .strictObject({
    ink: Spot.describe('The spot ink, as the artwork names it'),
    becomes: z
      .union([z.enum(['process', 'nothing', 'screen', 'ahead']), z.strictObject({ ink: InkName })])
      .describe(
        'The process inks that stand for it; nothing, where it does not print; the screen, where it is only looked at there; one more sheet ahead of the job, where machines are set up by it; or another ink',
      ),
  })
  .meta({ id: 'InkWork' });
export type InkWork = z.infer<typeof InkWork>;

/** What becomes of an ink on one paper, or on the screen. */
export type InkOnPaper = Omit<InkWork, 'becomes'> & {
  readonly becomes: Exclude<InkWork['becomes'], 'screen' | 'ahead'>;
};

/** Where pages are drawn: on the sheets of a job, on that which goes ahead of them, on the screen. */
export type DrawnOn = 'sheets' | 'ahead' | 'screen';

/** What becomes of inks where pages are drawn: those that are for looking at alone are left out on paper. */
export const inksOn = (works: readonly InkWork[], on: DrawnOn): InkOnPaper[] =>
  works.flatMap(({ ink, becomes }): InkOnPaper[] =>
    becomes !== 'screen' && becomes !== 'ahead'
      ? [{ ink, becomes }]
      : on === 'screen' || on === becomes
        ? []
        : [{ ink, becomes: 'nothing' }],
  );

/** Whether a job has an ink for the sheet ahead of it. */
export const wishesAhead = ({ inks }: { readonly inks?: readonly InkWork[] | null | undefined }): boolean =>
  inks?.some((w) => w.becomes === 'ahead') ?? false;

export const InkWorks = z
  .array(InkWork)
  .max(MOST_INK_WORKS)
  .refine(
    (works) => new Set(works.map((w) => w.ink.toLowerCase())).size === works.length,
    'say two things of one ink: one of them is enough',
  );

export const ThinLines = z
  .strictObject({
    under: z.number().min(0.001).max(2).describe('Lines thinner than this, as they are printed, are thickened, mm'),
    to: z.number().min(0.001).max(2).describe('How thick they become, mm'),
    most: z
      .number()
      .min(0.001)
      .max(5)
      .describe('What no line is made thicker than, where it is drawn wider one way than the other, mm'),
  })
  .refine(({ under, to }) => to >= under, 'would make lines thinner: what they become is as wide as the threshold')
  .refine(({ to, most }) => most >= to, 'never reach their width: the most is below it')
  .meta({ id: 'ThinLines' });
export type ThinLines = z.infer<typeof ThinLines>;

/** Colours brought into the inks of a press by a profile that is known. */
export type MadeColour = Omit<ColourWish, 'profile'> & { readonly profile: Profile };

/** What is wished to be done to the content of pages. */
export interface MadeReady {
  readonly inks: readonly InkWork[];
  readonly lines: ThinLines | null;
  readonly colour: MadeColour | null;
  readonly tone: ToneWish | null;
  /** How colours that meet are spread into each other on the sheets. */
  readonly traps: TrapSettings | null;
}

/** The same where it is known on what they are drawn. */
export type ReadyOn = Omit<MadeReady, 'inks'> & { readonly inks: readonly InkOnPaper[] };

/** What is done to pages where they are drawn; null where nothing is. */
export function readyOn(wish: MadeReady | null, on: DrawnOn): ReadyOn | null {
  if (!wish) return null;
  const inks = inksOn(wish.inks, on);
  return inks.length > 0 || wish.lines || wish.colour || wish.tone || wish.traps ? { ...wish, inks } : null;
}

/** Where a job's colours go: its own wish, its machine, and what it is printed on. */
export interface OfColour {
  readonly artwork: { readonly colour?: ColourWish | null | undefined };
  readonly sheet: {
    readonly machine: Pick<Machine, 'profiles' | 'press' | 'plate'>;
    readonly stock: Pick<Stock, 'id'>;
  };
}

/** The profile that a job's colours are brought to; null where none is wished, or none is known. */
export function colourProfile({ artwork: { colour }, sheet: { machine, stock } }: OfColour): Profile | null {
  return colour ? (colour.profile ?? profileOf(machine, stock.id)) : null;
}

/** What is done to the content of a job's pages; null where nothing is. */
export function madeReady(
  docket: OfColour & {
    readonly artwork: {
      readonly inks?: readonly InkWork[] | null | undefined;
      readonly lines?: ThinLines | null | undefined;
      readonly tone?: ToneWish | null | undefined;
      readonly traps?: TrapWish | null | undefined;
    };
  },
): MadeReady | null {
  const { inks, lines, colour, tone, traps } = docket.artwork;
  const profile = colourProfile(docket);
  const made: MadeReady = {
    inks: inks ?? [],
    lines: lines ?? null,
    colour: colour && profile ? { ...colour, profile } : null,
    tone: tone && toned(tone) ? tone : null,
    traps: traps?.by === 'sheets' && hasPlates(docket.sheet.machine) ? traps.settings : null,
  };
  return made.inks.length > 0 || made.lines || made.colour || made.tone || made.traps ? made : null;
}

/** What becomes of an ink; itself where nothing is said of it. */
const becomes = (works: readonly InkWork[], ink: string): InkWork['becomes'] =>
  works.find((w) => sameInk(w.ink, ink))?.becomes ?? { ink };

/** The spot inks that are left of those of the artwork. */
export function inksLeft(inks: readonly string[], works: readonly InkWork[]): string[] {
  const left: string[] = [];
  for (const ink of inks) {
    const into = becomes(works, ink);
    if (typeof into === 'string' || PROCESS.some((p) => sameInk(p, into.ink))) continue;
    if (!left.some((name) => sameInk(name, into.ink))) left.push(into.ink);
  }
  return left;
}
