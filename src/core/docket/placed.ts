import * as z from 'zod';
import { InkName } from './inks';

/** Marks that stand where somebody says: what they are, and one way to say where. All lengths in millimetres. */

/** Edges and corners, seen from the side that is printed: the lead edge, at which a press grips, lies below. */
export const STAND_AT = [
  'lead',
  'tail',
  'left',
  'right',
  'lead-left',
  'lead-right',
  'tail-left',
  'tail-right',
] as const;
export type StandAt = (typeof STAND_AT)[number];

const runs = z
  .array(z.strictObject({ from: z.int().min(1).max(500_000), to: z.int().min(1).max(500_000) }))
  .min(1)
  .max(100);

export const Stand = z
  .strictObject({
    by: z
      .enum(['piece', 'pieces', 'paper', 'plate'])
      .describe('Outside each piece or all of them together; inside the paper; on the plate, off the paper'),
    at: z
      .array(z.enum(STAND_AT))
      .min(1)
      .max(STAND_AT.length)
      .refine((all) => new Set(all).size === all.length, 'names an edge twice')
      .describe('The edges and corners where it stands, at each once'),
    off: z
      .number()
      .min(-50)
      .max(1000)
      .default(3)
      .describe('From that edge: away from pieces, inwards from paper or plate'),
    along: z
      .number()
      .min(-3000)
      .max(3000)
      .default(0)
      .describe('From the middle of the edge, rightwards or upwards; at a corner inwards from it'),
    turned: z
      .union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)])
      .default(0)
      .describe('Quarter turns counter-clockwise'),
    side: z.enum(['both', 'front', 'back']).default('both'),
    sheets: z
      .union([z.enum(['all', 'first', 'last']), runs])
      .default('all')
      .describe('On which sheets, by their numbers'),
    pages: runs
      .optional()
      .describe('Only where one of these pages lies, by their places in the job; everywhere where it is not said'),
  })
  .meta({ id: 'Stand' });
export type Stand = z.infer<typeof Stand>;

const lineWeight = z.number().min(0.01).max(5);

export const MarkIs = z
  .discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('words'),
      text: z.string().min(1).max(1000).describe('Lines; facts stand in braces: {Job}, {Sheet}, {Inks}'),
      height: z.number().min(0.8).max(50).describe('Of its capitals'),
    }),
    z.strictObject({
      kind: z.literal('code'),
      symbology: z.enum(['qr', 'data-matrix', 'code-128']),
      text: z.string().min(1).max(300).describe('Facts stand in braces, as in words'),
      width: z.number().min(4).max(200),
      height: z.number().min(4).max(100).describe('Of bars; what is square is as high as it is wide'),
    }),
    z.strictObject({
      kind: z.literal('strip'),
      patch: z.number().min(2).max(20).describe('Edge of a patch'),
      whole: z.boolean().default(false).describe('Again and again along the whole edge, in whole patches'),
    }),
    z.strictObject({
      kind: z.literal('arrow'),
      length: z.number().min(2).max(100),
      weight: lineWeight,
    }),
    z.strictObject({ kind: z.literal('line'), length: z.number().min(1).max(500), weight: lineWeight }),
    z.strictObject({ kind: z.literal('dot'), diameter: z.number().min(0.5).max(30) }),
    z
      .strictObject({ kind: z.literal('die'), weight: lineWeight })
      .describe('The outline of each piece with its scores and perforations, printed over the artwork'),
  ])
  .meta({ id: 'MarkIs' });
export type MarkIs = z.infer<typeof MarkIs>;
export type PlacedKind = MarkIs['kind'];

export const PlacedMark = z
  .strictObject({
    id: z.string().regex(/^[a-z0-9-]{1,40}$/, 'is no name of a mark: small letters, digits and hyphens'),
    called: z.string().trim().min(1).max(60).describe('As a list calls it'),
    on: z.boolean().default(true),
    is: MarkIs,
    ink: InkName.optional().describe('The one ink it is printed in; every separation where it is not said'),
    stands: Stand,
  })
  .refine(({ is, stands }) => is.kind !== 'die' || stands.by === 'piece', 'is a die line, which stands on each piece')
  .refine(
    ({ is, stands }) => is.kind !== 'strip' || stands.by !== 'piece',
    'is a strip, which stands by all pieces, the paper or the plate',
  )
  .meta({ id: 'PlacedMark' });
export type PlacedMark = z.infer<typeof PlacedMark>;

/** Places of strips at most: each is a thousand lines. */
const MOST_STRIPS = 12;

/** Marks that are placed, no two of one name. */
export const PlacedMarks = z
  .array(PlacedMark)
  .max(40)
  .refine((all) => new Set(all.map((m) => m.id)).size === all.length, 'has two marks of one name')
  .refine(
    (all) => all.reduce((sum, m) => sum + (m.is.kind === 'strip' ? m.stands.at.length : 0), 0) <= MOST_STRIPS,
    `has strips at more than ${MOST_STRIPS} places`,
  );
