import {
  MOST_ON_PAGE,
  pageRangeText,
  type Artwork,
  type FoundOnPage,
  type PageFacts,
  type PageLay,
  type PageWork,
} from '../docket';
import { grow, lying, NAMED_SIZES, rect, sameSize, type Rect, type Size } from '../measure';
import { worked } from './worked';

/** Where on their pages the pieces of a file are guessed to stand, as wishes that can be taken back. */

/** How far a size may be off for being the one that is wanted, mm. */
export const ALIKE = 0.6;
/** A page with less white round what stands on it is that piece itself: share of its area. */
const MOST_OF_PAGE = 0.7;
/** Bleeds that files have, as they are tried on what may be a piece with its bleed, mm. */
const BLEEDS = [3, 0, 2, 5, 3.175, 4, 1] as const;
/** Cards in their usual sizes, mm. ISO/IEC 7810 ID-1 is 85.6 × 53.98. */
const CARDS: readonly Size[] = [
  { width: 85, height: 55 },
  { width: 85.6, height: 53.98 },
  { width: 90, height: 50 },
  { width: 90, height: 55 },
  { width: 88.9, height: 50.8 },
];

/** Whether two sizes are alike, whichever way they lie. */
export const alikeLying = (a: Size, b: Size): boolean => sameSize(lying(a), lying(b), ALIKE);

/** Whether a page says itself where its trim is, within its sheet. */
export const saysTrim = ({ hasTrim, trim, media }: PageFacts): boolean => hasTrim && !sameSize(trim, media, 0.5);

/** What is thought to be on a page: one piece or several, and by what that was found. */
export interface Guess {
  readonly pieces: readonly { readonly trim: Rect; readonly bleed: Rect }[];
  readonly why: 'marks' | 'content' | 'size';
}

const area = ({ width, height }: Size): number => width * height;
const isUsual = (size: Size): boolean =>
  CARDS.some((c) => alikeLying(size, c)) || Object.values(NAMED_SIZES).some((n) => alikeLying(size, n));

/** A rectangle without an even bleed round it. */
const within = (r: Rect, bleed: number): Rect => grow(r, -bleed);

/** The trim in a ground that may have its bleed: of the wanted size, or of a usual one; null where it is of none. */
function trimIn(ground: Rect, wanted: Size | null): Rect | null {
  const fits = (r: Rect): boolean => r.width > 1 && r.height > 1 && (wanted ? alikeLying(r, wanted) : isUsual(r));
  // of its own size first, where nobody says what is wanted
  for (const bleed of wanted ? BLEEDS : [0, ...BLEEDS]) {
    const trim = within(ground, bleed);
    if (fits(trim)) return trim;
  }
  return null;
}

/** A rectangle of a size about the middle of another. */
const centred = (r: Rect, { width, height }: Size): Rect =>
  rect(r.x + (r.width - width) / 2, r.y + (r.height - height) / 2, width, height);

/**
 * The piece or pieces of a page: between marks; else where its content is, measured against the size that is wanted.
 * @param wanted the finished size, where it is known
 * @returns null where the page says itself where its trim is, where it is the piece, and where nothing tells
 */
export function guessOn(page: PageFacts, wanted: Size | null): Guess | null {
  if (saysTrim(page)) return null;
  const { found, media } = page;
  // a page of more is a sheet of somebody’s, and stays whole
  if (found?.marked && found.marked.length > MOST_ON_PAGE) return null;
  if (found?.marked && found.marked.length > 0)
    return { pieces: (areParts(found, wanted) && found.parts) || found.marked, why: 'marks' };
  if (wanted && alikeLying(media, wanted)) return null;
  // a page with its bleed and without boxes
  const bare =
    wanted && BLEEDS.some((b) => b > 0 && alikeLying(within(media, b), wanted)) ? trimIn(media, wanted) : null;
  if (bare) return { pieces: [{ trim: bare, bleed: media }], why: 'size' };
  if (!found?.extent) return null;
  const { extent, solid } = found;
  if (area(extent) > MOST_OF_PAGE * area(media)) return null;
  if (solid) {
    const trim = trimIn(extent, wanted);
    return trim && { pieces: [{ trim, bleed: extent }], why: 'content' };
  }
  if (!wanted) return null;
  // words and drawings without a ground: the piece about them
  const ways = [wanted, { width: wanted.height, height: wanted.width }];
  // a frame round it is drawn half outside
  const size = ways.find((s) => extent.width <= s.width + ALIKE && extent.height <= s.height + ALIKE);
  return size ? { pieces: [{ trim: centred(extent, size), bleed: centred(extent, size) }], why: 'size' } : null;
}

/**
 * Whether marks between the corners of a piece are cuts, and no folds: its parts are what is wanted; where nobody says what
 * is wanted, they are rows of cards, which are together of no usual size.
 */
function areParts({ marked, parts }: FoundOnPage, wanted: Size | null): boolean {
  const [whole, part] = [marked?.[0], parts?.[0]];
  if (!whole || !part) return false;
  if (wanted) return alikeLying(part.trim, wanted);
  const rows = part.trim.width < whole.trim.width - ALIKE && part.trim.height < whole.trim.height - ALIKE;
  return rows && CARDS.some((c) => alikeLying(part.trim, c));
}

/** A guess as a wish. */
export const asWork = ({ pieces, why }: Guess, file: number, pages: string, lay?: PageLay): PageWork => ({
  file,
  pages,
  why,
  ...(pieces.length === 1 ? { boxes: { trim: pieces[0]!.trim, bleed: pieces[0]!.bleed } } : { pieces: [...pieces] }),
  ...(lay ? { lay } : {}),
});

/** Unlike guesses of one file at most: pages that are unlike each other so often are no series of one piece. */
const MOST_UNLIKE = 60;

/** The wishes that take the pages of a file for the pieces that are guessed to be on them; none where nothing is guessed. */
export function guessedWork(pages: readonly PageFacts[], file: number, wanted: Size | null): PageWork[] {
  const known = new Map<string, { guess: Guess; pages: number[] }>();
  pages.forEach((page, i) => {
    const guess = guessOn(page, wanted);
    if (!guess) return;
    const key = JSON.stringify(guess);
    const entry = known.get(key);
    if (entry) entry.pages.push(i + 1);
    else known.set(key, { guess, pages: [i + 1] });
  });
  const all = [...known.values()];
  // what is found by its content on a few pages of many is a picture on a page, not the page
  const sure = all.filter(({ guess, pages: on }) => guess.why === 'marks' || 2 * on.length >= pages.length || wanted);
  if (sure.length > MOST_UNLIKE) return [];
  return sure.map(({ guess, pages: on }) => asWork(guess, file, pageRangeText(on, pages.length)));
}

/** Artwork as a fresh docket takes it: with the pieces that are guessed to be on its pages. */
export function taken(
  artwork: Artwork,
  wanted: Size | null = null,
): { readonly work: PageWork[] | null; readonly seen: Artwork } {
  const work = guessedWork(artwork.pages, 0, wanted);
  return work.length === 0 ? { work: null, seen: artwork } : { work, seen: worked(artwork, { work }) };
}
