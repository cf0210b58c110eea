import * as z from 'zod';
import {
  Binder,
  CornerCutter,
  Creaser,
  Folder,
  Guillotine,
  PileProgram,
  Punch,
  SewingMachine,
  Slitter,
  SlitProgram,
  Stitcher,
  Trimmer,
} from '../shop';

/** A step of the finishing, with the machine that does it; see the rules in `finishing/`. */
export const FinishStep = z
  .discriminatedUnion('process', [
    z
      .strictObject({
        process: z.literal('cut'),
        machine: z.discriminatedUnion('kind', [Guillotine, Slitter]),
        program: SlitProgram.optional().describe(
          'The program of a slitter that the work is laid out for; without it one is made for it',
        ),
        piles: PileProgram.optional().describe('Likewise the program of a guillotine'),
      })
      .describe('Flat sheets cut apart, in piles or one by one'),
    z
      .strictObject({ process: z.literal('score'), machine: z.discriminatedUnion('kind', [Creaser, Slitter]) })
      .describe('Lines scored or perforated: on a creaser when pieces are cut, or as they are slit'),
    z
      .strictObject({ process: z.literal('round'), machine: CornerCutter })
      .describe('Corners cut round, when pieces are cut out'),
    z.strictObject({ process: z.literal('fold'), machine: Folder }).describe('Sheets folded'),
    z.strictObject({ process: z.literal('stitch'), machine: Stitcher }).describe('Folded once, inserted, stitched'),
    z.strictObject({ process: z.literal('sew'), machine: SewingMachine }).describe('Sections sewn through the fold'),
    z.strictObject({ process: z.literal('bind'), machine: Binder }).describe('The spine milled and glued'),
    z.strictObject({ process: z.literal('punch'), machine: Punch }).describe('Leaves punched or drilled, and bound'),
    z
      .strictObject({ process: z.literal('trim'), machine: z.discriminatedUnion('kind', [Trimmer, Guillotine]) })
      .describe('Bound blocks trimmed, where what binds them does not do it'),
  ])
  .meta({ id: 'FinishStep' });
export type FinishStep = z.infer<typeof FinishStep>;
export type Process = FinishStep['process'];
/** A step of one process. */
export type StepOf<P extends Process> = Extract<FinishStep, { process: P }>;

export const Finish = z.strictObject({
  here: z.boolean().describe('Whether it is finished in this shop; where not, sheets are only printed'),
  route: z.array(FinishStep).max(12).describe('The steps, in their order'),
});
export type Finish = z.infer<typeof Finish>;

/** The route's step of a process, or null. */
export const stepOf = <P extends Process>({ route }: Finish, process: P): StepOf<P> | null =>
  (route.find((s) => s.process === process) as StepOf<P> | undefined) ?? null;
