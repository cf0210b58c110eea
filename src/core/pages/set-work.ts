import {
  MOST_ON_PAGE,
  MOST_WORKS,
  type ArtworkWish,
  type PageLay,
  type PageWork,
  type SetBox,
  type BoxName,
} from '../docket';
import { contains, type Rect } from '../measure';

/** Wishes for pages as they are made by hand: set, changed, taken back. */

type Works = ArtworkWish['work'];

/** For which pages of which file. */
export interface WorkFor {
  readonly file: number;
  /** As it is typed: `1-4, odd, 7-`. */
  readonly pages: string;
}

/** How a page lies that nothing is wished for. */
export const LIES_AS_IT_IS: PageLay = {
  turn: 0,
  angle: 0,
  mirrored: null,
  scale: { x: 1, y: 1 },
  move: { x: 0, y: 0 },
};

/** By what a page whose lines run at an angle is turned so that they run level, degrees: it is mirrored before it is turned. */
export const straightBy = (
  { angle }: { readonly angle: number },
  lay: Pick<PageLay, 'mirrored'> | undefined,
): number => ((lay?.mirrored ?? null) === null ? -angle : angle);

const isFor = (work: PageWork, { file, pages }: WorkFor): boolean => work.file === file && work.pages === pages;

/** A wish changed for these pages: the last that was set by hand for just them, else a new one after all others. */
function changedFor(works: Works, at: WorkFor, change: (work: PageWork) => PageWork): PageWork[] {
  const all = works ?? [];
  const last = all.findLastIndex((w) => w.file === at.file);
  // only the last one of a file goes before all others of it
  const own = last >= 0 && isFor(all[last]!, at) && all[last]!.why === 'hand' ? last : -1;
  if (own >= 0) return all.map((w, i) => (i === own ? change(w) : w));
  if (all.length >= MOST_WORKS) return [...all];
  return [...all, change({ file: at.file, pages: at.pages, why: 'hand' })];
}

/** Boxes that are set for pages, the others of theirs kept. */
export const withBoxes = (works: Works, at: WorkFor, boxes: Readonly<Partial<Record<BoxName, SetBox>>>): PageWork[] =>
  changedFor(works, at, (w) => ({ ...w, boxes: { ...w.boxes, ...boxes } }));

/** A piece of a page that several stand on. */
export type PagePiece = NonNullable<PageWork['pieces']>[number];

/** The pieces that stand on pages, in their order; one alone is a page with its boxes. */
export const withPieces = (works: Works, at: WorkFor, pieces: readonly PagePiece[]): PageWork[] =>
  changedFor(works, at, (w) => {
    const [first, second] = pieces;
    if (second) return { ...w, pieces: pieces.slice(0, MOST_ON_PAGE) };
    return { ...w, pieces: null, boxes: { ...w.boxes, ...first } };
  });

/** A piece with another trim, or another bleed; round a trim that is moved out of it the bleed goes with it. */
export function pieceWith(piece: PagePiece, name: 'trim' | 'bleed', box: SetBox): PagePiece {
  if (name === 'bleed') return { ...piece, bleed: box };
  if (contains(piece.bleed, box)) return { ...piece, trim: box };
  const { trim, bleed } = piece;
  const left = trim.x - bleed.x;
  const foot = trim.y - bleed.y;
  return {
    trim: box,
    bleed: {
      x: box.x - left,
      y: box.y - foot,
      width: box.width + bleed.width - trim.width,
      height: box.height + bleed.height - trim.height,
    },
  };
}

/** One more piece beside one: to its right where the page has room there, else below it, else where it is. */
export function pieceBeside({ trim, bleed }: PagePiece, sheet: Rect): PagePiece {
  const by = (dx: number, dy: number): PagePiece => ({
    trim: { ...trim, x: trim.x + dx, y: trim.y + dy },
    bleed: { ...bleed, x: bleed.x + dx, y: bleed.y + dy },
  });
  const beside = [by(bleed.width, 0), by(0, -bleed.height)];
  return beside.find((p) => contains(sheet, p.trim)) ?? by(0, 0);
}

/** How pages lie, the rest of it kept. */
export const withLay = (works: Works, at: WorkFor, lay: Partial<PageLay>, now: PageLay | undefined): PageWork[] =>
  changedFor(works, at, (w) => ({ ...w, lay: { ...LIES_AS_IT_IS, ...now, ...w.lay, ...lay } }));

/** Everything that is wished for just these pages taken back; null where nothing is left. */
export function withoutWork(works: Works, at: WorkFor): PageWork[] | null {
  const left = (works ?? []).filter((w) => !isFor(w, at));
  return left.length > 0 ? left : null;
}
