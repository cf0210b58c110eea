import * as z from 'zod';
import { Profile } from '../shop';

/** How colours of artwork are brought into the inks of a press where its pages are written. */

export const INTENTS = ['relative', 'perceptual', 'saturation', 'absolute'] as const;

export const ColourWish = z
  .strictObject({
    profile: Profile.nullish().describe(
      'How colours come out; as the machine has it for the stock where nothing is said',
    ),
    intent: z
      .enum(INTENTS)
      .default('relative')
      .describe(
        'What becomes of colours that the press cannot print (ICC.1): relative to the paper, seen as a whole, as rich as they go, or as they are measured',
      ),
    blackPoint: z.boolean().default(true).describe('Whether the darkest colour becomes the darkest that there is'),
    blackAlone: z
      .boolean()
      .default(true)
      .describe('Whether black and neutral greys are printed in black alone; those of photographs are not'),
    cmyk: z
      .enum(['numbers', 'converted'])
      .default('numbers')
      .describe('CMYK with a profile of its own: printed by its numbers, or brought to the press as other colours are'),
  })
  .meta({ id: 'ColourWish' });
export type ColourWish = z.infer<typeof ColourWish>;

/** As colours are brought to a press where nobody says how. */
export const USUAL_COLOUR: ColourWish = { intent: 'relative', blackPoint: true, blackAlone: true, cmyk: 'numbers' };
