import * as z from 'zod';

/** A file as the docket names it. */
export const FileRef = z
  .strictObject({
    name: z.string().min(1).max(1000).describe('The name it arrived with'),
    sha256: z
      .string()
      .regex(/^[0-9a-f]{64}$/)
      .optional()
      .describe('Its address in the file store'),
    path: z
      .string()
      .min(1)
      .max(4096)
      .optional()
      .describe('For the command line: where it lies, relative to the docket'),
    password: z.string().max(500).optional().describe('For the command line: what opens an encrypted file'),
  })
  .meta({ id: 'FileRef' });
export type FileRef = z.infer<typeof FileRef>;
