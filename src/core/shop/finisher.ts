import * as z from 'zod';
import { anHour, cents, id, minutes, name, size } from './measures';
import { Reads } from './slit-program';

/** Finishing machines, a union by kind: each with the limits, speed and make-ready that its kind has. Millimetres. */

const machine = {
  id,
  name,
  makeReady: minutes.describe('Minutes before the first good piece'),
  hour: cents.default(0).describe('Cents an hour that it runs, its make-ready counted'),
};
const thickest = z.number().min(0.01).max(1000).nullable().default(null).describe('The thickest block it takes, mm');

/** What a machine that binds trims of the block in the same pass. */
const trims = z
  .enum(['nothing', 'face', 'three sides'])
  .optional()
  .describe('What it trims in the same pass; three sides where nothing is said');

/** Stitches that a booklet has where its machine says nothing else. */
export const STITCHES = 2;

export const Stitcher = z
  .strictObject({
    kind: z.literal('stitcher'),
    ...machine,
    mostSheets: z.int().min(1).max(10_000).describe('Sheets it folds and stitches at once'),
    largest: size.describe('The largest finished piece, upright'),
    stitches: z.int().min(1).max(12).optional().describe('Stitches in a booklet; two where nothing is said'),
    trims,
    speed: anHour.describe('Booklets an hour'),
  })
  .describe('Folds sheets once and stitches them through the fold');
/** More folds than any machine makes. */
export const MOST_FOLDS = 12;

export const Folder = z
  .strictObject({
    kind: z.literal('folder'),
    ...machine,
    mostFolds: z.int().min(1).max(MOST_FOLDS).default(4).describe('Folds it makes in a sheet'),
    largest: size.describe('The largest sheet'),
    plates: z
      .strictObject({
        shortest: z.number().min(1).max(2000).describe('The shortest that a fold plate can be set to, mm'),
        longest: z.number().min(1).max(2000).describe('The longest, mm'),
      })
      .refine(({ shortest, longest }) => shortest <= longest, 'has its shortest plate longer than its longest')
      .nullish()
      .describe('How far its fold plates can be set; any length where nothing is said'),
    speed: anHour.describe('Sheets an hour'),
  })
  .describe('Folds sheets to sections and leaflets');
export const Binder = z
  .strictObject({
    kind: z.literal('binder'),
    ...machine,
    thickest,
    largest: size.describe('The largest finished book, upright'),
    deepest: z
      .number()
      .min(0)
      .max(50)
      .nullish()
      .describe('The deepest that it mills, mm; any depth where nothing is said'),
    scoresCovers: z
      .boolean()
      .nullish()
      .describe('Whether it scores the cover as it lays it round; it does where nothing is said'),
    trims,
    speed: anHour.describe('Books an hour'),
  })
  .describe('Mills the spine and glues');
export const SewingMachine = z
  .strictObject({
    kind: z.literal('sewing machine'),
    ...machine,
    thickest,
    largest: size.describe('The largest finished book, upright'),
    speed: anHour.describe('Books an hour'),
  })
  .describe('Sews sections through the fold');
export const Punch = z
  .strictObject({
    kind: z.literal('punch'),
    ...machine,
    thickest,
    largest: size.describe('The largest finished block, upright'),
    pitch: z
      .number()
      .min(1)
      .max(500)
      .nullish()
      .describe('From the middle of a hole to the middle of the next, mm; not said where its holes are set by hand'),
    inset: z.number().min(0.5).max(100).nullish().describe('From the bound edge to the middle of a hole, mm'),
    speed: anHour.describe('Blocks an hour'),
  })
  .describe('Punches or drills single leaves and binds them');
export const Guillotine = z
  .strictObject({
    kind: z.literal('guillotine'),
    ...machine,
    largest: size.describe('Width of the cut, and depth to the back gauge'),
    lift: z.number().min(1).max(500).describe('Height of the pile that it cuts at once, mm'),
    smallestStrip: z.number().min(0).max(1000).describe('What must lie under the clamp behind the knife, mm'),
    bareClamp: z
      .number()
      .min(0)
      .max(1000)
      .nullable()
      .default(null)
      .describe('What must lie there with the false clamp taken off, mm; null where it has none'),
    memory: z
      .int()
      .min(1)
      .max(10_000)
      .nullable()
      .default(null)
      .describe('Cuts that a program of it holds; null where it is set by hand'),
    speed: anHour.describe('Cuts an hour, the pile moved and turned between them'),
  })
  .describe('Cuts straight through a pile');

export const Trimmer = z
  .strictObject({
    kind: z.literal('trimmer'),
    ...machine,
    largest: size.describe('The largest finished block, upright'),
    smallest: size.describe('The smallest, likewise'),
    lift: z.number().min(0.1).max(500).describe('Height of the pile of blocks that it trims at once, mm'),
    speed: anHour.describe('Piles an hour'),
  })
  .describe('Trims head, foot and face of bound blocks in one go');

export const CornerCutter = z
  .strictObject({
    kind: z.literal('corner cutter'),
    ...machine,
    largest: size.describe('The largest piece'),
    radii: z.array(z.number().min(0.5).max(200)).min(1).max(50).describe('The radii that it has knives for, mm'),
    lift: z.number().min(0.1).max(500).describe('Height of the pile that it cuts at once, mm'),
    speed: anHour.describe('Corners an hour, each of a whole pile'),
  })
  .describe('Rounds the corners of pieces, pile by pile');

const waste = z.number().min(0).max(500);

const scorers = z.int().min(0).max(100).default(0);
/** The tools of one kind that a slitter has for lines which go on through the sheet: none where nothing is said. */
const tools = z
  .strictObject({
    along: scorers.describe('Lines along the feed'),
    across: scorers.describe('Lines across the feed'),
  })
  .default({ along: 0, across: 0 });

export const Slitter = z
  .strictObject({
    kind: z.literal('slitter'),
    ...machine,
    largest: size.describe('The largest sheet: across the feed, and along it'),
    smallest: size.describe('The smallest sheet, likewise'),
    feed: z
      .enum(['short', 'long', 'either'])
      .default('either')
      .describe('Which edge of the sheet goes in first; either: whichever takes fewer cross cuts'),
    mostSlits: z.int().min(1).max(100).describe('Slits along a sheet, those at its sides counted'),
    mostCrossCuts: z.int().min(1).max(500).describe('Cuts across a sheet, those at its ends counted'),
    sides: waste.default(5).describe('What a slit at a side must take off at the least, mm'),
    ends: waste.default(5).describe('What a cut at the lead edge or the tail must take off at the least, mm'),
    nearestSlits: z.number().min(0).max(1000).describe('How near two slits may be to each other, mm'),
    nearestCuts: z.number().min(0).max(1000).describe('How near two cross cuts may be to each other, mm'),
    scores: tools.describe('How many lines it scores in the same pass'),
    perforates: tools.describe('How many lines it perforates in the same pass'),
    nearestScores: z
      .number()
      .min(0)
      .max(1000)
      .default(5)
      .describe('How near a score or perforation may be to a cut beside it, or to another, mm'),
    step: z
      .number()
      .min(0.01)
      .max(50)
      .nullish()
      .describe(
        'Its lines are set in steps of so many mm, from where they are measured; anywhere where nothing is said',
      ),
    guide: z
      .enum(['either', 'left', 'right'])
      .default('either')
      .describe(
        'At which side sheets lie, seen with the edge that goes in first below; either: where their own lay edge is',
      ),
    reads: Reads.nullable()
      .default(null)
      .describe('The register mark and code that it reads; null where it reads none'),
    speed: anHour.describe('Sheets an hour'),
  })
  .describe('Slits sheets lengthways and cuts them across, one after the other');

export const Creaser = z
  .strictObject({
    kind: z.literal('creaser'),
    ...machine,
    largest: size.describe('The largest piece: across the feed, and along it'),
    smallest: size.describe('The smallest piece, likewise'),
    mostLines: z.int().min(1).max(100).describe('Lines that it makes in one pass, all across the feed'),
    nearest: z.number().min(0).max(1000).describe('How near two lines may be to each other, or one to an edge, mm'),
    perforates: z.boolean().default(false).describe('Whether it perforates as well, in a pass of its own'),
    channels: z
      .array(
        z.strictObject({
          width: z.number().min(0.1).max(10).describe('Of the channel that the rule presses the paper into, mm'),
          most: z.number().min(0.01).max(10).describe('The thickest paper that it is for, mm'),
        }),
      )
      .max(20)
      .nullish()
      .describe('The channels that it has for its scores, by the paper; nothing said where there is one for all'),
    speed: anHour.describe('Pieces an hour, each pass counted'),
  })
  .describe('Scores, or perforates, pieces that are cut already');

export const Finisher = z
  .discriminatedUnion('kind', [
    Stitcher,
    Folder,
    Binder,
    SewingMachine,
    Punch,
    Trimmer,
    Guillotine,
    Slitter,
    Creaser,
    CornerCutter,
  ])
  .meta({ id: 'Finisher' });
export type Finisher = z.infer<typeof Finisher>;
export type FinisherKind = Finisher['kind'];
/** The finishing machines of one kind. */
export type FinisherOf<K extends FinisherKind> = Extract<Finisher, { kind: K }>;
