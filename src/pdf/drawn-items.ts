import type { ColorSpace, Matrix as MupdfMatrix, Path, PDFDocument } from 'mupdf';
import { intersect, rect, spanned, type DrawnItem, type Rect } from '../core';
import { Clips } from './clips';
import { PT } from './geometry';
import { mupdf } from './mupdf';

/** Things on a page that are looked at, at most: what has more is a drawing, nobody looks for marks in it. */
const MOST_ITEMS = 60_000;
/** Lines thicker than this are bars, mm. */
const THICKEST = 0.6;
/** How far off level or upright a line may be, mm over its length. */
const SQUARE = 0.02;

/** A page that holds more than can be looked at. */
class TooMuch extends Error {}

/** Paper is white; so is a light that no ink makes. @param alpha of 1 */
function isWhite(space: ColorSpace, color: readonly number[], alpha: number): boolean {
  if (alpha === 0) return true;
  if (space.isGray() || space.isRGB()) return color.every((c) => c >= 0.995);
  if (space.isLab()) return color[0]! >= 99.5;
  return space.isSubtractive() && color.every((c) => c <= 0.005);
}

/** What a page's map makes of a path: its parts, each with its points. */
function partsOf(path: Path): { readonly points: readonly (readonly [number, number])[]; readonly curved: boolean }[] {
  const out: { points: (readonly [number, number])[]; curved: boolean }[] = [];
  path.walk({
    moveTo: (x, y) => out.push({ points: [[x, y]], curved: false }),
    lineTo: (x, y) => out.at(-1)?.points.push([x, y]),
    curveTo: (a, b, c, d, x, y) => {
      const part = out.at(-1);
      if (!part) return;
      part.points.push([a, b], [c, d], [x, y]);
      part.curved = true;
    },
    closePath: () => {
      const part = out.at(-1);
      if (part) part.points.push(part.points[0]!);
    },
  });
  return out.filter(({ points }) => points.length > 1);
}

type Point = readonly [number, number];

const boxOf = (points: readonly Point[]): Rect => {
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  return spanned([min(xs), min(ys)], [max(xs), max(ys)]);
};
const min = (v: readonly number[]): number => v.reduce((a, b) => Math.min(a, b));
const max = (v: readonly number[]): number => v.reduce((a, b) => Math.max(a, b));

/** Whether points go along the edges of a box that stands square, and there only. */
const isSquare = (points: readonly Point[], { x, y, width, height }: Rect): boolean =>
  points.length >= 4 &&
  points.every(
    ([px, py], i) =>
      (near(px, x) || near(px, x + width) || near(py, y) || near(py, y + height)) &&
      (i === 0 || near(px, points[i - 1]![0]) || near(py, points[i - 1]![1])),
  );
const near = (a: number, b: number): boolean => Math.abs(a - b) < SQUARE;

/** A filled part of a path: a thin one is a line. */
function filled({ points, curved }: ReturnType<typeof partsOf>[number], at: (p: Point) => Point): DrawnItem {
  const placed = points.map(at);
  const box = boxOf(placed);
  const square = !curved && isSquare(placed, box);
  const thin = Math.min(box.width, box.height) <= THICKEST;
  return { box, kind: !square ? 'other' : thin ? 'line' : 'ground' };
}

/** What a line that is drawn with a pen comes to: every straight piece of it that is level or upright by itself. */
function stroked(
  { points, curved }: ReturnType<typeof partsOf>[number],
  at: (p: Point) => Point,
  width: number,
): DrawnItem[] {
  const placed = points.map(at);
  if (curved || width > THICKEST || placed.length > 2) {
    const b = boxOf(placed);
    return [{ box: rect(b.x - width / 2, b.y - width / 2, b.width + width, b.height + width), kind: 'other' }];
  }
  const box = boxOf(placed);
  return [{ box, kind: Math.min(box.width, box.height) <= SQUARE ? 'line' : 'other' }];
}

/**
 * What is drawn on a page, each thing as far as its clip shows it, white left out.
 * @param page from 0
 * @returns millimetres from the lower left of the media box, as the page is seen; null where it is too much to look at
 */
export function drawnItems(doc: PDFDocument, page: number): DrawnItem[] | null {
  // MuPDF draws nothing outside the crop box: for looking, the whole sheet is the crop
  const object = doc.findPage(page);
  object.put('CropBox', object.getInheritable('MediaBox'));
  const loaded = doc.loadPage(page);
  try {
    const [x0, , , y1] = loaded.getBounds('MediaBox');
    const seen = new Collector((x, y) => [(x - x0) / PT, (y1 - y) / PT]);
    try {
      loaded.run(seen.device, mupdf.Matrix.identity);
      seen.device.close();
    } finally {
      seen.device.destroy();
    }
    return seen.items;
  } catch (e) {
    if (e instanceof TooMuch) return null;
    throw e;
  } finally {
    loaded.destroy();
  }
}

/** Gathers what a page draws. */
class Collector {
  readonly items: DrawnItem[] = [];
  private readonly clips = new Clips();
  /** How deep in what is drawn for a mask, or for a tile whose place is taken down already. */
  private hidden = 0;

  constructor(private readonly toMm: (x: number, y: number) => Point) {}

  private readonly at =
    ([a, b, c, d, e, f]: MupdfMatrix) =>
    ([x, y]: Point): Point =>
      this.toMm(a * x + c * y + e, b * x + d * y + f);

  private boxIn([x0, y0, x1, y1]: readonly [number, number, number, number] | readonly number[]): Rect {
    return spanned(this.toMm(x0!, y0!), this.toMm(x1!, y1!));
  }

  private add({ box, kind }: DrawnItem): void {
    const clip = this.clips.now;
    if (this.hidden > 0 || !clip) return;
    // a line without a width of its own is seen all the same
    const thick = rect(box.x, box.y, Math.max(box.width, 1e-3), Math.max(box.height, 1e-3));
    const shown = intersect(thick, clip);
    if (!shown) return;
    if (this.items.push({ box: shown, kind }) > MOST_ITEMS) throw new TooMuch();
  }

  private unit(ctm: MupdfMatrix): DrawnItem {
    const corners = ([[0, 0], [1, 0], [1, 1], [0, 1]] as const).map(this.at(ctm)); // prettier-ignore
    const box = boxOf(corners);
    return { box, kind: isSquare(corners, box) ? 'ground' : 'other' };
  }

  readonly device = new mupdf.Device({
    fillPath: (path, _evenOdd, ctm, space, color, alpha) => {
      if (isWhite(space, color, alpha)) return;
      for (const part of partsOf(path)) this.add(filled(part, this.at(ctm)));
    },
    strokePath: (path, stroke, ctm, space, color, alpha) => {
      if (isWhite(space, color, alpha)) return;
      const width = (stroke.getLineWidth() * Math.sqrt(Math.abs(ctm[0] * ctm[3] - ctm[1] * ctm[2]))) / PT;
      for (const part of partsOf(path)) stroked(part, this.at(ctm), width).forEach((item) => this.add(item));
    },
    fillText: (text, ctm, space, color, alpha) => {
      if (!isWhite(space, color, alpha)) this.add({ box: this.boxIn(text.getBounds(NO_PEN, ctm)), kind: 'other' });
    },
    strokeText: (text, stroke, ctm) => this.add({ box: this.boxIn(text.getBounds(stroke, ctm)), kind: 'other' }),
    fillShade: (shade, ctm) => {
      const clip = this.clips.now;
      const bounds = boxOf(cornersOf(shade.getBounds()).map(this.at(ctm)));
      const box = clip && intersect(bounds, clip);
      if (box) this.add({ box, kind: 'ground' });
    },
    fillImage: (_image, ctm, alpha) => {
      if (alpha > 0) this.add(this.unit(ctm));
    },
    fillImageMask: (_image, ctm, space, color, alpha) => {
      if (!isWhite(space, color, alpha)) this.add({ ...this.unit(ctm), kind: 'other' });
    },
    clipPath: (path, _evenOdd, ctm) => this.clips.to(this.boxIn(path.getBounds(NO_PEN, ctm))),
    clipStrokePath: (path, stroke, ctm) => this.clips.to(this.boxIn(path.getBounds(stroke, ctm))),
    clipText: (text, ctm) => this.clips.to(this.boxIn(text.getBounds(NO_PEN, ctm))),
    clipStrokeText: (text, stroke, ctm) => this.clips.to(this.boxIn(text.getBounds(stroke, ctm))),
    clipImageMask: (_image, ctm) => this.clips.to(this.unit(ctm).box),
    popClip: () => this.clips.pop(),
    beginMask: () => {
      this.hidden++;
    },
    endMask: () => {
      this.hidden--;
      this.clips.again();
    },
    beginTile: (area, _view, _xstep, _ystep, ctm) => {
      this.add({ box: boxOf(cornersOf(area).map(this.at(ctm))), kind: 'ground' });
      this.hidden++;
      return 0;
    },
    endTile: () => {
      this.hidden--;
    },
  });
}

/** What is filled is as large as it is. */
const NO_PEN = null as never;

const cornersOf = ([x0, y0, x1, y1]: readonly number[]): Point[] => [
  [x0!, y0!],
  [x1!, y0!],
  [x1!, y1!],
  [x0!, y1!],
];
