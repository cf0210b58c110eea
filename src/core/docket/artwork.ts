import { z } from 'zod';

/**
 * What is known of an artwork file. Boxes are in millimetres, measured from the lower left corner of the media
 * box as the page is seen (after /Rotate and UserUnit).
 */
const Box = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });

export const PageFacts = z.object({
  media: Box,
  crop: Box,
  bleed: Box,
  trim: Box,
  hasTrim: z.boolean().describe('Whether the file says where the trim is'),
});
export type PageFacts = z.infer<typeof PageFacts>;

export const Artwork = z.object({
  pages: z.array(PageFacts),
  more: z.array(z.array(PageFacts)).optional().describe('Pages of the further files, file by file'),
  kind: z.enum(['pdf', 'image']),
  inks: z.array(z.string()).describe('Spot inks by name'),
  notes: z.array(z.string()).describe('What was found and mended on the way in, in plain words'),
});
export type Artwork = z.infer<typeof Artwork>;

/** Artwork facts as they are kept and sent: pages that are alike are said once. */
export const PackedArtwork = Artwork.omit({ pages: true, more: true }).extend({
  alike: z.array(PageFacts),
  pages: z.array(z.int().nonnegative()).describe('For each page, which of the alike it is'),
});
export type PackedArtwork = z.infer<typeof PackedArtwork>;

export function packArtwork({ pages, kind, inks, notes }: Artwork): PackedArtwork {
  const alike: PageFacts[] = [];
  const known = new Map<string, number>();
  const of = pages.map((page) => {
    const key = JSON.stringify(page);
    let at = known.get(key);
    if (at === undefined) {
      at = alike.push(page) - 1;
      known.set(key, at);
    }
    return at;
  });
  return { kind, inks, notes, alike, pages: of };
}

export function unpackArtwork({ alike, pages, ...rest }: PackedArtwork): Artwork {
  return { ...rest, pages: pages.map((at) => alike[at]!) };
}
