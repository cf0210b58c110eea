import * as z from 'zod';
import { ColourWish, InkWorks, madeReady, ThinLines, ToneWish, type Artwork, type Docket } from '../docket';
import { inkBorne, Profile, TrapSettings } from '../shop';
import { factsOf, worked } from '../pages';
import { printedScale } from './placing';

/** What pictures of pages show of what is done to their content: as they are printed. */
export const ReadyPicture = z.strictObject({
  inks: InkWorks,
  lines: ThinLines.nullable(),
  colour: ColourWish.extend({ profile: Profile }).nullable(),
  tone: ToneWish.nullable(),
  traps: TrapSettings.nullable(),
  scale: z.number().min(0.01).max(100).describe('What pages are printed at of the size they have'),
});
export type ReadyPicture = z.infer<typeof ReadyPicture>;

/** What is looked at closely of a page's inks is so wide and high, mm. */
export const CLOSE_UP = 12;

/** A scale to a hundredth: what is kept of pages is kept by it, and a hair more or less is no other one. */
export const roundedScale = (scale: number): number => Math.min(100, Math.max(0.01, Math.round(scale * 100) / 100));

/** How a file's pages are printed, as preflight asks. */
export interface PrintedAs {
  readonly bleed: number;
  /** At what of their own size. */
  readonly scale: number;
  /** What the stock bears of ink in one place, per cent. */
  readonly ink: number;
}

/** How a job prints one of its files. @param file from 0 */
export function printedAs(docket: Docket, artwork: Artwork, file: number): PrintedAs {
  const facts = factsOf(worked(artwork, docket.artwork), { file, page: 1 });
  const scale = facts ? roundedScale(printedScale(facts, docket.artwork, docket.product.finished)) : 1;
  return { bleed: docket.product.bleed, scale, ink: inkBorne(docket.sheet.stock) };
}

/** How a job's pages are drawn; null where they are as the file has them. */
export function readyPicture(docket: Docket, artwork: Artwork): ReadyPicture | null {
  const wish = madeReady(docket);
  if (!wish) return null;
  const [first] = worked(artwork, docket.artwork).pages;
  const scale = first && (wish.lines || wish.traps) ? printedScale(first, docket.artwork, docket.product.finished) : 1;
  return { ...wish, inks: [...wish.inks], scale: roundedScale(scale) };
}
