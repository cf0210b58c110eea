import type { PDFPage } from 'mupdf';
import { rect, type Rect } from '../core';
import type { CrookedLook } from '../core/preflight';
import { PT } from './geometry';
import { mupdf } from './mupdf';

/**
 * How a scan lies: at which angle its lines run. Its ink is looked at along every angle near the page's own: where the
 * lines run, they and what is between them stand out sharpest from each other (W. Postl, “Detection of linear oblique
 * structures and skew scan in digitized documents”, 1986: the angle at which the squared differences of neighbouring
 * sums are largest).
 */

/** The longer side of what is looked at, pixels. */
const PIXELS = 1200;
/** How far a scan may have turned, and the angles that are tried, degrees. */
const FARTHEST = 12;
const COARSE = 0.5;
const FINE = 0.05;
/** Less than this nobody sees, degrees. */
const STRAIGHT = 0.15;
/** Paper is at least so bright, and ink so much darker than it, of 255. */
const PAPER = 165;
const INK = 0.62;
/** So much of the page is as bright as its paper, to so much of that: else it is a picture of something. */
const EVEN = 0.06;
const PAPERED = 0.5;
/** As much of the ink may lie in areas that go on for so many pixels all round: more is a thing, and no lines. */
const SOLID = 0.5;
const AROUND = 8;
/** How much of the page is ink: less says nothing of lines, more is a photograph. */
const LEAST = 0.0008;
const MOST = 0.3;
/** How much sharper lines stand out at the best angle than at most others. */
const SHARPER = 1.6;
/** Dots that are looked at, at most. */
const MOST_DOTS = 16_000;
/** What is left of the edge, where the lid of a scanner throws its shadow: a share of the page. */
const EDGE = 0.015;
/** Specks: so much of the ink on each side is not what the page is about. */
const SPECKS = 0.0005;

interface Dots {
  readonly x: Float64Array;
  readonly y: Float64Array;
}

/** Where there is ink on a page, y upwards; null where it is no scan of lines on paper. */
function inkOf(pixels: Uint8ClampedArray, width: number, height: number): Dots | null {
  const counts = new Float64Array(256);
  const [left, top] = [Math.ceil(width * EDGE), Math.ceil(height * EDGE)];
  let all = 0;
  for (let y = top; y < height - top; y++)
    for (let x = left; x < width - left; x++) {
      counts[pixels[y * width + x]!]!++;
      all++;
    }
  // paper is what most of a page is
  let below = 0;
  let paper = 0;
  while (paper < 255 && below + counts[paper]! < all / 2) below += counts[paper++]!;
  if (paper < PAPER) return null;
  const dark = paper * INK;
  let ink = 0;
  for (let v = 0; v < dark; v++) ink += counts[v]!;
  if (ink < LEAST * all || ink > MOST * all) return null;
  let even = 0;
  for (let v = Math.ceil(paper * (1 - EVEN)); v <= Math.min(255, paper * (1 + EVEN)); v++) even += counts[v]!;
  if (even < PAPERED * all) return null;
  const step = Math.max(1, Math.ceil(ink / MOST_DOTS));
  const [xs, ys]: [number[], number[]] = [[], []];
  let nth = 0;
  let solid = 0;
  const isInk = (x: number, y: number): boolean => (pixels[y * width + x] ?? 255) < dark;
  for (let y = top; y < height - top; y++)
    for (let x = left; x < width - left; x++) {
      if (pixels[y * width + x]! >= dark || nth++ % step !== 0) continue;
      xs.push(x + 0.5);
      ys.push(height - y - 0.5);
      if (isInk(x - AROUND, y) && isInk(x + AROUND, y) && isInk(x, y - AROUND) && isInk(x, y + AROUND)) solid++;
    }
  if (solid > SOLID * xs.length) return null;
  return { x: Float64Array.from(xs), y: Float64Array.from(ys) };
}

/** How sharply lines at an angle stand out, level ones and upright ones together. */
function sharpness({ x, y }: Dots, degrees: number, sums: Float64Array): number {
  const a = (degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(a), Math.sin(a)];
  const middle = sums.length >> 1;
  let sharp = 0;
  for (const level of [true, false]) {
    sums.fill(0);
    for (let i = 0; i < x.length; i++)
      sums[middle + Math.round(level ? y[i]! * cos - x[i]! * sin : x[i]! * cos + y[i]! * sin)]!++;
    for (let k = 1; k < sums.length; k++) sharp += (sums[k]! - sums[k - 1]!) ** 2;
  }
  return sharp;
}

const range = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.round((to - from) / step) + 1 }, (_, i) => from + i * step);

/** The angle at which lines run, degrees counter-clockwise; null where none stand out. */
function angleOf(dots: Dots, reach: number): number | null {
  const sums = new Float64Array(4 * Math.ceil(reach) + 4);
  const tried = range(-FARTHEST, FARTHEST, COARSE).map((at) => ({ at, sharp: sharpness(dots, at, sums) }));
  const best = tried.reduce((a, b) => (b.sharp > a.sharp ? b : a));
  const usual = tried.map((t) => t.sharp).toSorted((a, b) => a - b)[tried.length >> 1]!;
  // at the farthest angle it may well be another that is beyond
  if (Math.abs(best.at) > FARTHEST - COARSE) return null;
  const fine = range(best.at - COARSE, best.at + COARSE, FINE).map((at) => ({ at, sharp: sharpness(dots, at, sums) }));
  const sharpest = fine.reduce((a, b) => (b.sharp > a.sharp ? b : a));
  return sharpest.sharp >= SHARPER * usual ? sharpest.at : null;
}

/** What holds the ink of a page set straight, without specks, about the page's middle. */
function extentOf({ x, y }: Dots, degrees: number, [mx, my]: readonly [number, number]): Rect {
  const a = (-degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(a), Math.sin(a)];
  const across = Float64Array.from(x, (v, i) => (v - mx) * cos - (y[i]! - my) * sin).sort();
  const up = Float64Array.from(x, (v, i) => (v - mx) * sin + (y[i]! - my) * cos).sort();
  const from = Math.floor(SPECKS * across.length);
  const to = across.length - 1 - from;
  return rect(across[from]!, up[from]!, across[to]! - across[from]!, up[to]! - up[from]!);
}

/**
 * How a scan lies; null where it lies straight, or is none. Asked of a page that a picture fills.
 * @param page the page as MuPDF has it
 */
export function crookedOn(page: PDFPage): CrookedLook | null {
  const [x0, y0, x1, y1] = page.getBounds('MediaBox');
  const scale = PIXELS / Math.max(1, x1 - x0, y1 - y0);
  const dots = page.toPixmap(
    mupdf.Matrix.scale(scale, scale),
    mupdf.ColorSpace.DeviceGray,
    false,
    true,
    'Print',
    'MediaBox',
  );
  try {
    const [width, height] = [dots.getWidth(), dots.getHeight()];
    if (Math.min(width, height) < 50) return null;
    const ink = inkOf(dots.getPixels(), width, height);
    if (!ink) return null;
    const angle = angleOf(ink, Math.hypot(width, height));
    if (angle === null || Math.abs(angle) < STRAIGHT) return null;
    const mm = 1 / (scale * PT);
    const { x, y, width: w, height: h } = extentOf(ink, angle, [width / 2, height / 2]);
    // the middle of what was set straight, back where it lies on the page
    const a = (angle * Math.PI) / 180;
    const [cx, cy] = [x + w / 2, y + h / 2];
    return {
      angle: Math.round(angle * 100) / 100,
      middle: {
        x: (width / 2 + cx * Math.cos(a) - cy * Math.sin(a)) * mm,
        y: (height / 2 + cx * Math.sin(a) + cy * Math.cos(a)) * mm,
      },
      size: { width: w * mm, height: h * mm },
    };
  } finally {
    dots.destroy();
  }
}
