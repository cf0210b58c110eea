import * as z from 'zod';
import { InkWorks, madeReady, ThinLines, type Artwork, type Docket } from '../docket';
import { printedScale } from './placing';

/** What pictures of pages show of what is done to their content: as they are printed. */
export const ReadyPicture = z.strictObject({
  inks: InkWorks,
  lines: ThinLines.nullable(),
  scale: z.number().min(0.01).max(100).describe('What pages are printed at of the size they have'),
});
export type ReadyPicture = z.infer<typeof ReadyPicture>;

/** How a job's pages are drawn; null where they are as the file has them. */
export function readyPicture(docket: Docket, artwork: Artwork): ReadyPicture | null {
  const wish = madeReady(docket.artwork);
  if (!wish) return null;
  const [first] = artwork.pages;
  const scale = first && wish.lines ? printedScale(first, docket.artwork, docket.product.finished) : 1;
  // to a hundredth: pictures are kept, and a hair more or less is no other picture
  return {
    inks: [...wish.inks],
    lines: wish.lines,
    scale: Math.min(100, Math.max(0.01, Math.round(scale * 100) / 100)),
  };
}
