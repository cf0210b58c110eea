import {
  apply,
  bounds,
  compose,
  contains,
  grow,
  intersect,
  rect,
  type BoxFault,
  type Matrix,
  type PageFacts,
  type Rect,
} from '../core';

/** Points in a millimetre. */
export const PT = 72 / 25.4;

/** A page's boxes as its dictionary has them: points, corners in any order; null where it says nothing. */
export interface RawPage {
  readonly media: readonly number[] | null;
  readonly crop: readonly number[] | null;
  readonly bleed: readonly number[] | null;
  readonly trim: readonly number[] | null;
  readonly art?: readonly number[] | null;
  readonly rotate: number;
  readonly userUnit: number;
}

/** A corner farther out than this, in points, is no corner of a page: 35 km. */
const FARTHEST = 1e8;
const LETTER = rect(0, 0, 612, 792);

function toRect(box: readonly number[] | null): Rect | null {
  if (!box || box.length < 4 || !box.slice(0, 4).every((v) => Math.abs(v) <= FARTHEST)) return null;
  const [x0, y0, x1, y1] = box as [number, number, number, number];
  const r = rect(Math.min(x0, x1), Math.min(y0, y1), Math.abs(x1 - x0), Math.abs(y1 - y0));
  return r.width > 1e-6 && r.height > 1e-6 ? r : null;
}

/** The media box in points, corners put in order; US letter where there is none, as readers do. */
export const mediaBox = (page: RawPage): Rect => toRect(page.media) ?? LETTER;

/**
 * Takes a point of the page's own space (points) to millimetres from the lower left corner of the media box as the
 * page is seen: /Rotate turns clockwise (ISO 32000-1, table 30), UserUnit scales.
 */
export function pageToUpright(page: RawPage): Matrix {
  const m = mediaBox(page);
  const s = (page.userUnit > 0 && page.userUnit <= 1e4 ? page.userUnit : 1) / PT;
  const turns = (((Math.round(page.rotate / 90) % 4) + 4) % 4) as 0 | 1 | 2 | 3;
  const [x0, y0, x1, y1] = [m.x, m.y, m.x + m.width, m.y + m.height];
  switch (turns) {
    case 0:
      return [s, 0, 0, s, -s * x0, -s * y0];
    case 1:
      return [0, -s, s, 0, -s * y0, s * x1];
    case 2:
      return [-s, 0, 0, -s, s * x1, s * y1];
    case 3:
      return [0, s, -s, 0, s * y1, -s * x0];
  }
}

/** The facts of a page. A box outside the media box, or none, gives way to the next one out (14.11.2). */
export function pageFacts(page: RawPage): PageFacts {
  const toUpright = pageToUpright(page);
  const upright = (r: Rect): Rect => {
    const [ax, ay] = apply(toUpright, r.x, r.y);
    const [bx, by] = apply(toUpright, r.x + r.width, r.y + r.height);
    return bounds([rect(ax, ay, 0, 0), rect(bx, by, 0, 0)]);
  };
  const media = mediaBox(page);
  const within = (box: readonly number[] | null, outer: Rect): Rect | null => {
    const r = toRect(box);
    return r && intersect(r, outer);
  };
  const crop = within(page.crop, media) ?? media;
  const trim = within(page.trim, media);
  // Without a trim box the page is what is shown: the crop box.
  const page_ = trim ?? crop;
  let bleed = within(page.bleed, media) ?? (trim ? trim : crop);
  if (bleed.width < page_.width - 1e-3 || bleed.height < page_.height - 1e-3) bleed = page_;
  return {
    media: upright(media),
    crop: upright(crop),
    bleed: upright(bleed),
    trim: upright(page_),
    hasTrim: trim !== null,
    ...(toRect(page.art ?? null) ? { art: upright(toRect(page.art!)!) } : {}),
    ...faultsOf(page, media),
  };
}

/** How far a box may reach beyond the one that holds it without contradicting it, in points: programs round. */
const SLACK = 0.15;

/** In what the boxes of a page contradict each other, as the file has them (14.11.2; PDF/X, ISO 15930-7, 6.10). */
function faultsOf(page: RawPage, media: Rect): Pick<PageFacts, 'faults'> {
  const [crop, bleed, trim, art] = [page.crop, page.bleed, page.trim, page.art ?? null].map(toRect);
  const beyond = (inner: Rect | null | undefined, outer: Rect | null | undefined): boolean =>
    !!inner && !!outer && !contains(grow(outer, SLACK), inner);
  const faults: BoxFault[] = [];
  if (beyond(crop, media)) faults.push('crop-beyond-media');
  if (beyond(bleed, media)) faults.push('bleed-beyond-media');
  if (beyond(trim, media)) faults.push('trim-beyond-media');
  if (beyond(art, media)) faults.push('art-beyond-media');
  if (beyond(trim, bleed)) faults.push('trim-beyond-bleed');
  return faults.length > 0 ? { faults } : {};
}

/** Takes the page's own space (points) to a sheet in points, given the map of its upright millimetres. */
export function pageToSheet(page: RawPage, uprightToSheet: Matrix): Matrix {
  return compose(compose(pageToUpright(page), uprightToSheet), [PT, 0, 0, PT, 0, 0]);
}
