import {
  artworkBleed,
  leastBleed,
  MadeBleed,
  type Artwork,
  type PageFacts,
  type PageWork,
  type Patch,
} from '../docket';
import { lying, sameSize, sizeTurned, type Size } from '../measure';
import { alikeLying, asWork, guessedWork, guessOn, piecesIn, saysTrim, worked, type WorkedPage } from '../pages';

/** Files that were dropped together and are cards of one size: one run, each as it has to be taken. */

/** A run of pieces from several files. */
export interface AlikeRun {
  readonly finished: Size;
  /** How many cards they are. */
  readonly pieces: number;
  /** The change that makes a docket of the first file one of all of them. */
  readonly patch: Patch;
}

/** A piece no larger than A7 is a card. mm² */
const CARD_AREA = 74 * 105;
/** Bleed that pictures are taken to have, mm. */
const BLEED = 3;
/** How far proportions may differ for a picture to be of a card, as a share. */
const LIKE_SHAPE = 0.015;
/** Files of one run at most: as many as a docket holds. */
const MOST_FILES = 21;

const area = ({ width, height }: Size): number => width * height;

/** The size that a page is thought to be for, and whether it says so itself. */
function sizeOf(page: PageFacts): { readonly size: Size; readonly sure: boolean } {
  const guess = guessOn(page, null);
  if (guess) return { size: guess.pieces[0]!.trim, sure: true };
  return { size: page.trim, sure: saysTrim(page) };
}

/** The size that most pages are of; those that say so themselves go before. */
function wantedOf(pages: readonly PageFacts[], isPicture: (page: PageFacts) => boolean): Size | null {
  const said = pages.filter((p) => !isPicture(p)).map(sizeOf);
  const sure = said.some((s) => s.sure) ? said.filter((s) => s.sure) : said;
  let best: { size: Size; count: number } | null = null;
  for (const { size } of sure) {
    const count = sure.filter((s) => alikeLying(s.size, size)).length;
    if (!best || count > best.count) best = { size, count };
  }
  return best && lying({ width: tenth(best.size.width), height: tenth(best.size.height) });
}

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** How a picture is taken that is of the card's proportions, with its bleed or without; null for one that is not. */
function pictureWork(page: PageFacts, finished: Size, file: number): PageWork | null {
  const { media } = page;
  const upright = media.height > media.width !== finished.height > finished.width;
  const card = upright ? sizeTurned(finished, 1) : finished;
  const ways = [BLEED, 0].map((bleed) => {
    const whole = { width: card.width + 2 * bleed, height: card.height + 2 * bleed };
    return { bleed, whole, off: Math.abs((media.width * whole.height) / (media.height * whole.width) - 1) };
  });
  const best = ways.reduce((a, b) => (b.off < a.off ? b : a));
  if (best.off > LIKE_SHAPE) return null;
  const scale = { x: best.whole.width / media.width, y: best.whole.height / media.height };
  if (scale.x < 0.05 || scale.x > 20 || scale.y < 0.05 || scale.y > 20) return null;
  const trim = {
    x: best.bleed / scale.x,
    y: best.bleed / scale.y,
    width: card.width / scale.x,
    height: card.height / scale.y,
  };
  return asWork({ pieces: [{ trim, bleed: media }], why: 'size' }, file, 'all', {
    turn: 0,
    angle: 0,
    mirrored: null,
    scale,
    move: { x: 0, y: 0 },
  });
}

/** Whether every page, its pieces found, is of the finished size. */
const allAre = (artwork: Artwork, finished: Size): boolean =>
  artwork.pages.every((page: WorkedPage) => {
    const scale = page.lay?.scale ?? { x: 1, y: 1 };
    return sameSize(
      lying({ width: page.trim.width * scale.x, height: page.trim.height * scale.y }),
      lying(finished),
      1,
    );
  });

/**
 * Whether files are cards of one size, each one front, or each a front and a back: then how they become one run. Pieces
 * are found on larger pages, pictures are brought to size, and bleed is made where it lacks.
 * @param files their facts, in their order
 * @returns null where they are not
 */
export function alikeRun(files: readonly Artwork[]): AlikeRun | null {
  if (files.length < 2 || files.length > MOST_FILES) return null;
  const pictures = new Set(files.filter((f) => f.kind === 'image').flatMap((f) => f.pages));
  const isPicture = (page: PageFacts): boolean => pictures.has(page);
  const finished = wantedOf(
    files.flatMap((f) => f.pages),
    isPicture,
  );
  if (!finished || area(finished) > CARD_AREA + 1) return null;
  const works: PageWork[] = [];
  const seen: Artwork[] = [];
  for (const [i, file] of files.entries()) {
    const own = file.kind === 'image' ? picturesWork(file, finished, i) : guessedWork(file.pages, i, finished);
    if (!own) return null;
    works.push(...own);
    const alone = worked(file, { work: own.map((w) => ({ ...w, file: 0 })) });
    if (alone.pages.length === 0 || !allAre(alone, finished)) return null;
    seen.push(alone);
  }
  // fronts and backs in turns, or fronts alone
  const two = files.every((f) => f.pages.length === 2) && !works.some((w) => w.pieces);
  if (!two && files.some((f) => f.pages.length !== 1)) return null;
  const all: Artwork = { ...seen[0]!, pages: seen.flatMap((s) => s.pages) };
  const lacking = leastBleed(all) < BLEED - 0.25;
  const count = seen.reduce((sum, f) => sum + piecesIn(f.pages), 0);
  return {
    finished,
    pieces: two ? count / 2 : count,
    patch: {
      artwork: {
        box: 'trim',
        fit: 'centre',
        enlarge: 1,
        work: works,
        ...(lacking ? { bleed: MadeBleed.parse({ way: 'mirrored' }) } : {}),
      },
      product: {
        finished,
        bleed: lacking ? BLEED : artworkBleed(all),
        sides: two ? 'two' : 'one',
        order: { kind: 'shared', forms: 'fewest-sheets' },
        pages: seen.map((f, file) => ({ kind: 'pages', file, from: 1, to: piecesIn(f.pages), turn: 0 })),
      } as Patch['product'],
    },
  };
}

function picturesWork({ pages }: Artwork, finished: Size, file: number): PageWork[] | null {
  const works = pages.map((page) => pictureWork(page, finished, file));
  const [first] = works;
  return pages.length === 1 && first ? [first] : null;
}
