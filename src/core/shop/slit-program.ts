import * as z from 'zod';
import { size } from './measures';

/** What slitters read on their sheets, and the programs that they are loaded with. Millimetres. */

const fromEdge = z.number().min(0).max(1000);

/** Clear paper round a register mark, mm. */
export const MARK_CLEAR = 2;

/**
 * The least width of a program's code with its quiet zone, mm: bars and modules a quarter of a millimetre wide. Four figures
 * are 77 modules as Code 128, 29 as QR, 14 as Data Matrix, each with its quiet zone.
 */
export const LEAST_CODE = { 'code-128': 20, qr: 8, 'data-matrix': 4 } as const;

/** What a machine looks for on a sheet that it is fed, printed side up. */
export const Reads = z
  .strictObject({
    mark: z
      .strictObject({
        side: fromEdge.describe('From the edge that slits are measured from, mm'),
        lead: fromEdge.describe('From the edge that goes in first, mm'),
        length: z.number().min(2).max(100).describe('Across the feed, mm'),
        width: z.number().min(0.5).max(20).describe('Along the feed, mm'),
      })
      .describe('The register mark: a black bar with nothing round it'),
    code: z
      .strictObject({
        symbology: z.enum(['code-128', 'qr', 'data-matrix']),
        side: fromEdge.describe('As of the mark, mm'),
        lead: fromEdge.describe('As of the mark, mm'),
        width: z.number().min(4).max(150).describe('Across the feed, its quiet zone counted, mm'),
        height: z.number().min(4).max(100).describe('Along the feed, mm; what is square is as high as it is wide'),
      })
      .nullable()
      .default(null)
      .describe('The code that says which program it works by; null where that is chosen by hand'),
  })
  .refine(
    ({ mark, code }) =>
      code === null ||
      code.side >= mark.side + mark.length + MARK_CLEAR ||
      code.side + code.width <= mark.side - MARK_CLEAR ||
      code.lead >= mark.lead + mark.width + MARK_CLEAR ||
      code.lead + (code.symbology === 'code-128' ? code.height : code.width) <= mark.lead - MARK_CLEAR,
    'has its code on its register mark, or nearer to it than 2 mm',
  )
  .refine(({ code }) => code === null || code.width >= LEAST_CODE[code.symbology], 'has a code too narrow to be read')
  .meta({ id: 'Reads' });
export type Reads = z.infer<typeof Reads>;

/** Programs that a machine may have in the shop. */
export const MOST_OF_A_MACHINE = 500;
/** Numbers that a program may have, from 1. */
export const MOST_PROGRAMS = 9999;
const places = (most: number) => z.array(z.number().min(0).max(5000)).max(most);
const passing = z.strictObject({ along: places(100), across: places(100) }).default({ along: [], across: [] });

/** How a slitter is set for a sheet: what it is loaded with and works by, under a number. */
export const SlitProgram = z
  .strictObject({
    number: z.int().min(1).max(MOST_PROGRAMS),
    name: z.string().trim().min(1).max(100),
    sheet: size.describe('Across the feed, and along it'),
    slits: places(100).describe('From the edge at the guide, mm'),
    crossCuts: places(500).describe('From the edge that goes in first, mm'),
    scores: passing.describe('Likewise'),
    perforations: passing.describe('Likewise'),
  })
  .meta({ id: 'SlitProgram' });
export type SlitProgram = z.infer<typeof SlitProgram>;
