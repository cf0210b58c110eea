import type { ArtworkWish, PageWork } from '../../docket';
import { formatSize } from '../../measure';
import { alikeLying, factsOf, guessedWork } from '../../pages';
import { plural, type Check, type Inspected, type Offer } from '../kinds';

/** By what a piece was found, in words. */
const BY: Readonly<Record<NonNullable<PageWork['why']>, string>> = {
  marks: 'between its crop marks',
  content: 'by what is drawn on the page',
  size: 'about the middle of what is drawn, by its size',
  hand: 'by hand',
};

type Works = NonNullable<ArtworkWish['work']>;
const isFound = ({ why }: PageWork): boolean => why === 'marks' || why === 'content' || why === 'size';

/** The wishes without those that were found; none where nothing is left. */
const withoutFound = (works: Works): Works | null => {
  const left = works.filter((w) => !isFound(w));
  return left.length > 0 ? left : null;
};

/** Pieces that were found on larger pages, and are taken. */
export const pieceFound: Check = ({ docket, artwork, plan, unit }) => {
  const works = (docket.artwork.work ?? []).filter(isFound);
  const [first] = works;
  if (!first) return [];
  const trim = first.boxes?.trim ?? first.pieces?.[0]?.trim;
  const pages = (first.file === 0 ? artwork.pages : artwork.more?.[first.file - 1]) ?? [];
  const [page] = pages;
  if (!trim || !page) return [];
  const { thing } = plan.assembly;
  // a guess is looked at; marks say it
  const guessed = works.some((w) => w.why !== 'marks');
  const ways = [...new Set(works.map((w) => BY[w.why!]))];
  const count = works.reduce((sum, w) => sum + (w.pieces?.length ?? 1), 0);
  const scale = first.lay?.scale ?? { x: 1, y: 1 };
  const own = { width: trim.width * scale.x, height: trim.height * scale.y };
  // of a book it is the pages that are found, run after run of them alike
  const book = docket.product.kind === 'bound';
  return [
    {
      id: 'piece-found',
      severity: guessed && works.length === 1 && first.why === 'size' ? 'look' : 'fine',
      station: 'artwork',
      title: book
        ? `The pages were found ${ways.join('; ').replace('its', 'their')}`
        : works.length === 1 && count === 1
          ? `The ${thing} was found ${ways[0]!}`
          : `${plural(count, thing)} ${count === 1 ? 'was' : 'were'} found on larger pages`,
      detail: `${book || (works.length === 1 && count === 1) ? '' : `Found ${ways.join('; ')}. `}Taken at ${formatSize(own, unit)} out of a page of ${formatSize(page.media, unit)}. What lies beyond the bleed is not printed.`,
      offers: () => [
        {
          label: 'Take the pages whole',
          detail: 'as they stand in the file',
          patch: { artwork: { work: withoutFound(docket.artwork.work ?? []) } },
        },
      ],
    },
  ];
};

/** What is found on pages that are taken whole, and would be of the finished size. */
export const pieceSeen: Check = (it) => {
  const { docket, artwork, plan, unit } = it;
  if (docket.artwork.imposed.kind !== 'pages' || docket.artwork.box !== 'trim') return [];
  const guessed = unworked(it);
  const [first] = guessed;
  const trim = first?.boxes?.trim ?? first?.pieces?.[0]?.trim;
  const page = first && factsOf(artwork, { file: first.file, page: 1 });
  if (!first || !trim || !page) return [];
  const { finished } = docket.product;
  const fits = alikeLying(trim, finished);
  const take: Offer = {
    label: 'Take what was found',
    // another finished size is for somebody to say
    gentle: fits,
    detail: fits ? 'of the finished size' : `finished ${formatSize(trim, unit)}`,
    patch: {
      artwork: { work: [...(docket.artwork.work ?? []), ...guessed], fit: 'centre', enlarge: 1 },
      ...(fits ? {} : { product: { finished: { width: round(trim.width), height: round(trim.height) } } }),
    },
  };
  return [
    {
      id: 'piece-seen',
      severity: 'look',
      station: 'artwork',
      title:
        docket.product.kind === 'bound'
          ? 'The pages of the file are larger than those on them'
          : `The page is larger than the ${plan.assembly.thing} on it`,
      detail: `One of ${formatSize(trim, unit)} stands on a page of ${formatSize(page.media, unit)}: found ${BY[first.why!]}.`,
      offers: () => [take],
    },
  ];
};

const round = (mm: number): number => Math.round(mm * 10) / 10;

/** What is found on the pages of the artwork that nothing is wished for. */
function unworked({ docket, artwork }: Inspected): PageWork[] {
  const works = docket.artwork.work ?? [];
  if (works.some((w) => w.file === 0)) return [];
  if (!artwork.pages.some((page) => page.found)) return [];
  return guessedWork(artwork.pages, 0, docket.product.finished);
}
