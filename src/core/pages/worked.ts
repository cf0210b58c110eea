import {
  inksLeft,
  inRange,
  parsePageRange,
  type Artwork,
  type ArtworkWish,
  type PageFacts,
  type PageLay,
} from '../docket';
import { contains, type Rect } from '../measure';

/**
 * Pages as they are after what is wished to be done to them. From here on nobody asks whether a box is the file's own or
 * was set.
 */

/** A page's facts with what is done to it. */
export interface WorkedPage extends PageFacts {
  /** What of it may be seen: nothing beyond is printed. */
  readonly seen?: Rect | undefined;
  /** The media box that was set; pictures of the page show the file's own. */
  readonly sheet?: Rect;
  /** Pages of the product that stand on it, where they are several. */
  readonly pieces?: readonly { readonly trim: Rect; readonly bleed: Rect }[] | undefined;
  readonly lay?: PageLay;
}

type Works = NonNullable<ArtworkWish['work']>;
type Work = Works[number];

/** Where ink is was looked at near the trim that the file has; of another one only what is drawn at all is known. */
const inkOf = ({ found }: WorkedPage): Pick<WorkedPage, 'ink'> => ({ ink: found?.extent });

/** A page with one more wish. */
function withWork(page: WorkedPage, { boxes, pieces, lay }: Work): WorkedPage {
  let out: WorkedPage = page;
  if (boxes) {
    const { media, crop, bleed, trim, art } = boxes;
    out = {
      ...out,
      ...(media ? { sheet: media, seen: media } : {}),
      ...(crop ? { crop } : {}),
      ...(art ? { art } : {}),
      // round a trim that is set alone the page goes on as far as it did
      ...(trim ? { ...inkOf(out), trim, hasTrim: true, bleed: contains(out.bleed, trim) ? out.bleed : trim } : {}),
      ...(bleed ? { bleed, hasTrim: true, seen: bleed } : {}),
    };
    // what was to be seen of another trim is no bound for this one
    if (trim && out.seen && !contains(out.seen, trim)) out = { ...out, seen: undefined };
  }
  // one after the other they are the page: what is not asked piece by piece is asked of the first
  if (pieces) out = { ...out, ...inkOf(out), ...pieces[0], pieces, hasTrim: true };
  else if (boxes?.trim) out = { ...out, pieces: undefined };
  return lay ? { ...out, lay } : out;
}

function pagesWorked(pages: readonly PageFacts[], works: Works, file: number): PageFacts[] | null {
  const here = works
    .filter((w) => w.file === file)
    .map((work, nth) => ({ work, nth, ranges: parsePageRange(work.pages) }));
  if (here.length === 0) return null;
  // pages that are alike stay one thing: what is known of it is known of all
  const known = new Map<PageFacts, Map<string, PageFacts>>();
  return pages.map((page, i) => {
    const which = here.filter(({ ranges }) => inRange(ranges, i + 1));
    if (which.length === 0) return page;
    const key = which.map(({ nth }) => nth).join(' ');
    let made = known.get(page);
    if (!made) known.set(page, (made = new Map()));
    let worked = made.get(key);
    if (!worked) made.set(key, (worked = which.reduce<WorkedPage>((p, { work }) => withWork(p, work), page)));
    return worked;
  });
}

type Wish = Pick<ArtworkWish, 'work' | 'inks'>;
const kept = new WeakMap<Artwork, { readonly wish: Wish; readonly worked: Artwork }>();

/** The artwork as it is after what is wished to be done to its pages; itself where nothing is. Done twice it is the same. */
export function worked(artwork: Artwork, { work, inks }: Wish): Artwork {
  const [pages, spots] = [(work?.length ?? 0) > 0, (inks?.length ?? 0) > 0];
  if (!pages && !spots) return artwork;
  const before = kept.get(artwork);
  if (before && before.wish.work === work && before.wish.inks === inks) return before.worked;
  const made: Artwork = {
    ...artwork,
    ...(pages ? withPages(artwork, work!) : {}),
    ...(spots ? { inks: inksLeft(artwork.inks, inks!) } : {}),
  };
  kept.set(artwork, { wish: { work, inks }, worked: made });
  kept.set(made, { wish: { work, inks }, worked: made });
  return made;
}

function withPages(artwork: Artwork, work: Works): Pick<Artwork, 'pages' | 'more'> {
  const more = artwork.more?.map((file, i) => pagesWorked(file, work, i + 1) ?? file);
  return { pages: pagesWorked(artwork.pages, work, 0) ?? artwork.pages, ...(more ? { more } : {}) };
}

/** How many pages of the product stand on a page of the artwork. */
export const piecesOn = ({ pieces }: WorkedPage): number => pieces?.length ?? 1;

/** How many pages of the product stand on those of a file. */
export const piecesIn = (pages: readonly WorkedPage[]): number => pages.reduce((sum, page) => sum + piecesOn(page), 0);
