import * as z from 'zod';
import { PageRangeField } from './page-range';

/**
 * What is done to pages of the artwork before they are placed. The file is not touched: it is a wish, and can be taken
 * back. Boxes are in millimetres from the lower left corner of the media box as the page is seen.
 */

/** How far from a page's corner a box may stand, and how large it may be, mm. */
const FAR = 20_000;
const at = z.number().min(-FAR).max(FAR);
const size = z.number().min(1).max(FAR);

export const SetBox = z.strictObject({ x: at, y: at, width: size, height: size }).meta({ id: 'SetBox' });
export type SetBox = z.infer<typeof SetBox>;

/** The boxes of a page (ISO 32000-2, 14.11.2), from the outside in. */
export const BOX_NAMES = ['media', 'crop', 'bleed', 'trim', 'art'] as const;
export type BoxName = (typeof BOX_NAMES)[number];

/** Why a page was found to be where it is. */
export const FOUND_BY = ['marks', 'content', 'size', 'hand'] as const;

export const PageLay = z
  .strictObject({
    turn: z
      .union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)])
      .default(0)
      .describe('Quarter turns counter-clockwise'),
    angle: z.number().min(-180).max(180).default(0).describe('Degrees on top, counter-clockwise'),
    mirrored: z
      .enum(['across', 'up'])
      .nullable()
      .default(null)
      .describe('Left and right, or head and foot, change places'),
    scale: z
      .strictObject({ x: z.number().min(0.05).max(20), y: z.number().min(0.05).max(20) })
      .default({ x: 1, y: 1 })
      .describe('Factors across and up, before it is turned'),
    move: z
      .strictObject({ x: z.number().min(-5000).max(5000), y: z.number().min(-5000).max(5000) })
      .default({ x: 0, y: 0 })
      .describe('How far it is moved from the middle of its place, as it is printed, mm'),
  })
  .meta({ id: 'PageLay' });
export type PageLay = z.infer<typeof PageLay>;

/** Pieces on one page at most. */
export const MOST_ON_PAGE = 50;

export const PageWork = z
  .strictObject({
    file: z.int().min(0).max(20).default(0).describe('0 for the artwork, 1 for the first further file'),
    pages: PageRangeField.default('all'),
    boxes: z
      .strictObject({
        media: SetBox.nullish(),
        crop: SetBox.nullish(),
        bleed: SetBox.nullish(),
        trim: SetBox.nullish(),
        art: SetBox.nullish(),
      })
      .nullish()
      .describe('Boxes in place of those that the file has'),
    pieces: z
      .array(z.strictObject({ trim: SetBox, bleed: SetBox }))
      .min(2)
      .max(MOST_ON_PAGE)
      .nullish()
      .describe('Where several pages of the product stand on one page of the artwork, in their order'),
    why: z.enum(FOUND_BY).nullish().describe('What the boxes were found by; by hand where somebody set them'),
    lay: PageLay.nullish().describe('How it is turned, mirrored, scaled and moved'),
  })
  .meta({ id: 'PageWork' });
export type PageWork = z.infer<typeof PageWork>;

/** Such wishes at most. */
export const MOST_WORKS = 300;
