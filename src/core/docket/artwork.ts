import * as z from 'zod';
import { NAMED_SIZES, sameSize, type Size } from '../measure';
import { MOST_ON_PAGE } from './page-work';

/**
 * What is known of an artwork file. Boxes are in millimetres, measured from the lower left corner of the media
 * box as the page is seen (after /Rotate and UserUnit).
 */
const Box = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });

/** What was found on a page besides its boxes: where the piece that it is for may stand. */
export const FoundOnPage = z.object({
  marked: z
    .array(z.object({ trim: Box, bleed: Box }))
    .optional()
    .describe('Pieces with mark lines at all four corners, from the upper left, with the ink round each as its bleed'),
  parts: z
    .array(z.object({ trim: Box, bleed: Box }))
    .max(MOST_ON_PAGE)
    .optional()
    .describe('What marks between the corners of the one piece divide it into, where that is alike: cards, or folds'),
  extent: Box.optional().describe('What holds all that is drawn, without mark lines'),
  solid: z.boolean().optional().describe('Whether one thing that is drawn, a ground or a picture, fills that extent'),
});
export type FoundOnPage = z.infer<typeof FoundOnPage>;

/** What boxes of a page contradict each other in (ISO 32000-2, 14.11.2; ISO 15930-7, 6.10). */
export const BoxFault = z.enum([
  'crop-beyond-media',
  'bleed-beyond-media',
  'trim-beyond-media',
  'art-beyond-media',
  'trim-beyond-bleed',
]);
export type BoxFault = z.infer<typeof BoxFault>;

export const PageFacts = z.object({
  media: Box,
  crop: Box,
  bleed: Box,
  trim: Box,
  hasTrim: z.boolean().describe('Whether the file says where the trim is'),
  art: Box.optional().describe('The art box, where the file has one'),
  faults: z.array(BoxFault).optional().describe('In what its boxes, as the file has them, contradict each other'),
  found: FoundOnPage.optional().describe('What was found on it; absent where nobody looked, or nothing was'),
  ppi: z
    .number()
    .nullable()
    .optional()
    .describe('Pixels an inch of its coarsest picture at the page’s own size; null for none; absent until looked at'),
  ink: Box.optional().describe(
    'What holds all that is printed; seen only near the trim, and absent until it was looked at',
  ),
});
export type PageFacts = z.infer<typeof PageFacts>;

/** What is known of a column of a table, so that it need not be gone through again. */
export const ColumnFacts = z.object({
  name: z.string(),
  empty: z.int().min(0).describe('Rows that have nothing in it'),
  longest: z.int().min(0).describe('The row, from 0, of the value that is widest set'),
  shortest: z.int().min(0).describe('The row of the shortest value that there is'),
  widest: z.string().max(400).describe('That widest value'),
  letters: z.string().max(4000).describe('Every letter that is in it, once'),
  values: z
    .array(z.string())
    .optional()
    .describe('Its values, each once, where they are not too many: what pictures may be called after'),
  twice: z.tuple([z.int(), z.int()]).nullable().describe('The first two rows of one value; null where all differ'),
});
export type ColumnFacts = z.infer<typeof ColumnFacts>;

/** What is known of a table. Its rows are read one by one where they are drawn. */
export const TableFacts = z.object({
  rows: z.int().min(0),
  columns: z.array(ColumnFacts),
  notes: z.array(z.string()).describe('What was found and mended on the way in, in plain words'),
});
export type TableFacts = z.infer<typeof TableFacts>;

export const Artwork = z.object({
  pages: z.array(PageFacts),
  more: z.array(z.array(PageFacts)).optional().describe('Pages of the further files, file by file'),
  kind: z.enum(['pdf', 'image']),
  inks: z.array(z.string()).describe('Spot inks by name'),
  notes: z.array(z.string()).describe('What was found and mended on the way in, in plain words'),
  bookmarks: z
    .array(z.object({ title: z.string(), page: z.int().min(1) }))
    .optional()
    .describe('The file’s bookmarks, with the pages that they lead to'),
  names: z.array(z.string()).optional().describe('What its pages are called, where they came as pictures of one ZIP'),
  table: TableFacts.optional().describe('The table that the job’s imprints are from'),
  album: z
    .object({ pages: z.array(PageFacts), names: z.array(z.string()) })
    .optional()
    .describe('The pictures that imprints may show, and what they are called'),
});
export type Artwork = z.infer<typeof Artwork>;
export type Album = NonNullable<Artwork['album']>;

/** A file as an album: its pages by the pictures' names, or by their numbers where they have none. */
export const albumFrom = ({ pages, names }: Pick<Artwork, 'pages' | 'names'>): Album => ({
  pages,
  names: names ?? pages.map((_, i) => String(i + 1)),
});

/** The artwork with the further files' pages, and the inks of all; a file that is gone has no pages. */
export function withFiles(first: Artwork, others: readonly (Pick<Artwork, 'pages' | 'inks'> | null)[]): Artwork {
  if (others.length === 0) return first;
  const inks = new Set([...first.inks, ...others.flatMap((file) => file?.inks ?? [])]);
  return { ...first, inks: [...inks], more: others.map((file) => file?.pages ?? []) };
}

/** Artwork facts as they are kept and sent: pages that are alike are said once. */
export const PackedArtwork = Artwork.omit({ pages: true, more: true, table: true, album: true }).extend({
  alike: z.array(PageFacts),
  pages: z.array(z.int().nonnegative()).describe('For each page, which of the alike it is'),
});
export type PackedArtwork = z.infer<typeof PackedArtwork>;

export function packArtwork({ pages, kind, inks, notes, bookmarks, names }: Artwork): PackedArtwork {
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
  return { kind, inks, notes, ...(bookmarks ? { bookmarks } : {}), ...(names ? { names } : {}), alike, pages: of };
}

export function unpackArtwork({ alike, pages, ...rest }: PackedArtwork): Artwork {
  return { ...rest, pages: pages.map((at) => alike[at]!) };
}

/** The finished size that artwork asks for: that of most of its pages' trim boxes, to a tenth of a millimetre. */
export function artworkSize(artwork: Artwork, box: 'trim' | 'crop' | 'media' = 'trim'): Size {
  const counts = new Map<string, { size: Size; count: number }>();
  for (const page of artwork.pages) {
    const { width, height } = page[box];
    const key = `${width.toFixed(1)}x${height.toFixed(1)}`;
    const entry = counts.get(key);
    if (entry) entry.count++;
    else counts.set(key, { size: tidy({ width, height }), count: 1 });
  }
  let best: { size: Size; count: number } = { size: { width: 148, height: 210 }, count: 0 };
  for (const entry of counts.values()) if (entry.count > best.count) best = entry;
  return best.size;
}

/** Some programs write whole points: a size within half a point of a named one, in mm, is that. */
const NEAR = (0.5 * 25.4) / 72 + 0.005;

/** A size as it was meant: a named one, else to a hundredth of a millimetre. */
function tidy(size: Size): Size {
  for (const { width, height } of Object.values(NAMED_SIZES)) {
    if (sameSize(size, { width, height }, NEAR)) return { width, height };
    if (sameSize(size, { width: height, height: width }, NEAR)) return { width: height, height: width };
  }
  const measure = (mm: number): number => Math.round(100 * Math.min(5000, Math.max(1, mm))) / 100;
  return { width: measure(size.width), height: measure(size.height) };
}

/** The bleed that the artwork has round its trim on every page and edge, mm; 0 where it has none. */
export function leastBleed(artwork: Artwork): number {
  let least = Infinity;
  for (const { trim, bleed } of artwork.pages) {
    least = Math.min(
      least,
      trim.x - bleed.x,
      trim.y - bleed.y,
      bleed.x + bleed.width - trim.x - trim.width,
      bleed.y + bleed.height - trim.y - trim.height,
    );
  }
  return Number.isFinite(least) ? Math.max(0, least) : 0;
}

/** The bleed to ask for: what the artwork has, at most 3 mm; 3 where it has none, so that it is noticed. */
export function artworkBleed(artwork: Artwork): number {
  const least = leastBleed(artwork);
  return least < 0.5 ? 3 : Math.min(3, Math.round(least * 10) / 10);
}
