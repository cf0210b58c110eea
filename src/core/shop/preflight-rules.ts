import * as z from 'zod';
import { keptByName } from './kept';

/** What a shop's rules say: how much each check weighs, and from where on. */

export const CHECK_IDS = [
  'fonts',
  'standard-fonts',
  'coarse',
  'fine',
  'crooked',
  'rgb',
  'lab',
  'profiles',
  'rich-text',
  'thin-lines',
  'lost-white',
  'total-ink',
  'black-knocks',
  'transparency',
  'layers',
  'remarks',
  'fields',
  'no-bleed',
  'near-trim',
  'sizes',
  'empty',
  'boxes',
  'mended',
  'version',
  'unseen',
] as const;
export type CheckId = (typeof CHECK_IDS)[number];

export const WEIGHTS = ['stop', 'look', 'fine', 'off'] as const;
export const Weight = z.enum(WEIGHTS);
export type Weight = z.infer<typeof Weight>;

export const PreflightRules = z
  .strictObject({
    kind: z.literal('odd-sparrow preflight rules').default('odd-sparrow preflight rules'),
    name: z.string().min(1).max(100).default('The shop’s own'),
    weights: z
      .partialRecord(z.enum(CHECK_IDS), Weight)
      .default({})
      .describe('What each check does that finds something: stops the job, wants a look, is told, is not asked'),
    leastPpi: z.number().min(1).max(10_000).default(200).describe('Pixels an inch that pictures have at least'),
    mostPpi: z.number().min(1).max(100_000).default(1200).describe('Pixels an inch that nobody sees any more'),
    thinnest: z.number().min(0).max(10).default(0.08).describe('Lines thinner than this are thin, mm'),
    smallest: z.number().min(0).max(100).default(8).describe('Letters below this size are small, points'),
    mostInk: z
      .number()
      .min(1)
      .max(1200)
      .default(320)
      .describe('Ink in one place, all inks together, per cent, as the mean over a square millimetre'),
    bleed: z.number().min(0).max(50).default(3).describe('Bleed that is wanted round each page, mm'),
    safe: z.number().min(0).max(100).default(3).describe('What must keep clear of the trim, mm'),
  })
  .meta({ id: 'PreflightRules' });
export type PreflightRules = z.infer<typeof PreflightRules>;

/** What stands where a shop says nothing. */
export const DEFAULT_RULES: PreflightRules = PreflightRules.parse({});

/** Rules that a shop keeps at most. */
export const MOST_RULES = 20;
/** The rules of a shop, by their names; the first are those of jobs that say nothing. */
export const KeptRules = keptByName(PreflightRules, MOST_RULES);

/** The rules that a job's files are checked by: those it names, else the shop's first, else the usual. */
export const preflightRulesOf = (
  kept: readonly PreflightRules[] | undefined,
  name: string | null | undefined,
): PreflightRules => kept?.find((r) => r.name === name) ?? kept?.[0] ?? DEFAULT_RULES;
