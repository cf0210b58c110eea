import * as z from 'zod';
import { Profile } from './profile';
import { anHour, cents, edge, id, minutes, name, size } from './measures';

export const Turn = z.enum(['turn', 'tumble']);
/**
 * How the sheet comes over for its back: `turn` about the upright axis, which leaves the lead edge where it is;
 * `tumble` about the level axis, which changes it.
 */
export type Turn = z.infer<typeof Turn>;

const EdgeWidths = z.strictObject({
  left: edge,
  right: edge,
  top: edge,
  bottom: edge.describe('The lead edge'),
});

export const Machine = z
  .strictObject({
    id,
    name,
    largest: size,
    smallest: size,
    noPrint: EdgeWidths.describe('Edges the machine cannot print, the sheet lying with its long edge level'),
    turn: Turn,
    speed: anHour.describe('Sides an hour'),
    makeReady: minutes.describe('Minutes before the first good sheet'),
    click: cents.describe('Cents a printed side'),
    hour: cents.default(0).describe('Cents an hour that it runs, its make-ready counted'),
    spoilage: z.strictObject({ sheets: z.number().min(0).max(100_000), percent: z.number().min(0).max(100) }),
    plate: cents.default(0).describe('Cents for the plates of one form, on a press that needs them'),
    press: z
      .strictObject({
        plate: size.describe('Its plates, their lead edge level'),
        gripper: edge.describe('How far the paper’s lead edge lies behind the plate’s'),
        across: z
          .number()
          .min(-1000)
          .max(1000)
          .default(0)
          .describe('How far the paper lies to the right of the plate’s middle'),
      })
      .nullable()
      .default(null)
      .describe('On a press, the plates that its sheets are exported as; null where they are as large as the paper'),
    sides: z.enum(['both', 'one']).default('both').describe('Whether it prints both sides in one pass'),
    reload: z
      .strictObject({
        turn: Turn.describe('How the pile is turned over before it goes back in'),
        order: z.enum(['same', 'reversed']).describe('The order in which the backs must come'),
        learned: z.boolean().describe('Whether a test run has shown it'),
      })
      .default({ turn: 'turn', order: 'same', learned: false })
      .describe('How the pile goes back in for its backs, on a machine that prints one side'),
    trays: z
      .array(
        z.strictObject({
          name,
          stock: id,
          source: name
            .nullable()
            .default(null)
            .describe(
              'What its print service calls it (IPP media-source); null where the service finds the stock itself',
            ),
        }),
      )
      .max(50)
      .default([])
      .describe('Which stock, by its id, lies in which tray'),
    dpi: z.int().min(100).max(5080).default(600).describe('Its dots to the inch: bars of codes are whole dots wide'),
    mixes: z.boolean().default(false).describe('Whether one job may draw sheets from several trays'),
    printer: z
      .string()
      .max(500)
      .nullable()
      .describe('The address of its print service, ipp://host:port/path or ipps://…; a job’s own copy is never called'),
    folder: z
      .string()
      .max(1000)
      .regex(/^(\/|[A-Za-z]:[\\/])/, 'is no whole path')
      .nullable()
      .default(null)
      .describe('A folder that its sheets are put into as PDF, with a job card beside, in place of a print service'),
    certificate: z
      .string()
      .regex(/^[0-9A-Fa-f]{2}(:[0-9A-Fa-f]{2}){31}$/, 'is no SHA-256 fingerprint')
      .nullable()
      .default(null)
      .describe('The SHA-256 of the certificate that its print service shows over ipps, where nobody has signed it'),
    profiles: z
      .array(
        z.strictObject({
          stock: id.nullable().describe('The stock, by its id; null for every one that is not named'),
          profile: Profile,
        }),
      )
      .max(200)
      .nullish()
      .describe('How its colours come out on which stock'),
  })
  .meta({ id: 'Machine' });
export type Machine = z.infer<typeof Machine>;

/** How a machine's colours come out on a stock; null where nobody has said. */
export const profileOf = ({ profiles }: Pick<Machine, 'profiles'>, stock: string): Profile | null =>
  (profiles?.find((p) => p.stock === stock) ?? profiles?.find((p) => p.stock === null))?.profile ?? null;
