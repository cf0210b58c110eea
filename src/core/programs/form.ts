import * as z from 'zod';

/** How the file of a maker is written, said as data: which elements its programs are, and where in them each figure stands. */

/** Elements from one to the next inside it, and an attribute of the last, or its text: `Sheet/Size@width`, `Name`, `@no`; `.` is its own. */
const where = z
  .string()
  .max(200)
  .regex(
    /^(?:\.|(?=.)(?:[\p{L}_][\p{L}\p{N}_.-]*(?:\/[\p{L}_][\p{L}\p{N}_.-]*){0,9})?(?:@[\p{L}_][\p{L}\p{N}_.-]*)?)$/u,
    'is no way to a figure: elements with / between, then @ and an attribute; or a point',
  );
const element = z
  .string()
  .max(200)
  .regex(
    /^[\p{L}_][\p{L}\p{N}_.-]*(?:\/[\p{L}_][\p{L}\p{N}_.-]*){0,9}$/u,
    'is no way to elements: their names with / between',
  );

const FormLines = z.strictObject({
  is: z.enum(['slit', 'cross cut', 'score', 'perforation']),
  way: z
    .enum(['along', 'across'])
    .optional()
    .describe('Of a score or perforation whether it runs along the feed or across it'),
  each: element.describe('The elements that are such a line each'),
  at: where.describe('Where in such an element its place stands'),
  from: z
    .enum(['edge', 'last'])
    .default('edge')
    .describe('Whether it is measured from the edge, or from the one before it'),
});

export const ProgramForm = z
  .strictObject({
    kind: z.literal('odd-sparrow program form'),
    version: z.literal(1),
    called: z.string().trim().min(1).max(60),
    program: element.describe('The elements that are a program each, wherever they stand'),
    millimetres: z
      .number()
      .min(0.000_001)
      .max(1000)
      .default(1)
      .describe('How many millimetres 1 is: 1, 25.4 for inches, 0.01 for hundredths'),
    number: where,
    name: where.nullable().default(null),
    across: where.describe('The sheet across the feed'),
    along: where.describe('The sheet along the feed'),
    lines: z
      .array(FormLines)
      .min(1)
      .max(20)
      .refine(
        (all) => all.every((l) => (l.is === 'score' || l.is === 'perforation') === (l.way !== undefined)),
        'say which way scores and perforations run, and of slits and cross cuts nothing',
      ),
  })
  .meta({ id: 'ProgramForm' });
export type ProgramForm = z.infer<typeof ProgramForm>;
