import * as z from 'zod';
import { name } from './measures';

/** A colour profile that is kept, by its content. */
export const Profile = z
  .strictObject({
    name: name.describe('What it calls itself'),
    sha256: z
      .string()
      .regex(/^[0-9a-f]{64}$/)
      .describe('Its address among the profiles that are kept'),
  })
  .meta({ id: 'Profile' });
export type Profile = z.infer<typeof Profile>;
