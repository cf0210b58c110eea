import type { ColorSpace, Device, Matrix as MupdfMatrix, Path, PDFDocument, Text } from 'mupdf';
import { bounds, intersect, rect, spanned, type Rect } from '../core';
import type { PageLook, PictureLook, Space } from '../core/preflight';
import { Closest } from './closest';
import { crookedOn } from './crooked';
import { drawnItems } from './drawn-items';
import { PT } from './geometry';
import { mostInkOn } from './most-ink';
import { mupdf } from './mupdf';
import { fontsOf, notesOn, safely, used } from './page-notes';
import { lineThickness, MOST_POINTS, type Point } from './slivers';

/** Things of one kind that are told of a page, at most. */
const MOST = 500;
/** Lines as thick as this are no thin ones, by any rules; mm. */
const THICK = 0.6;
/** What is four times as long as this may be a line, if it is thin enough; mm. */
const SHORT = 0.08;
/** Areas of a page that are looked at as lines, at most. */
const MOST_AREAS = 20_000;
/** Letters as large as this are not small, by any rules; points. */
const LARGE = 24;
/** Less of an ink than this nobody sees double. */
const TRACE = 0.05;
/** What is no letter. */
const SPACE = 0x20;
/** As much of black is black, and no grey. */
const SOLID = 0.9;
/** A picture that takes more of a page than this may be a scan of it. */
const FILLS = 0.6;
/** Smaller than this, in pixels, a picture is a tint or an ornament: nobody looks for detail in it. */
const SMALL = 64;

/** In what a colour space says its colours. */
function spaceOf(space: ColorSpace | null): Space {
  if (!space) return 'grey';
  const type = space.getType();
  if (type === 'Separation') return 'spot';
  if (space.isLab()) return 'lab';
  if (space.isGray()) return 'grey';
  if (space.isCMYK()) return 'cmyk';
  // without a profile of its own it goes by the name of the device
  return space.getName().startsWith('Device') ? 'rgb' : 'profiled';
}

/** By how much a map makes a line thinner at the most: its smaller singular value. */
export function leastScale([a, b, c, d]: MupdfMatrix): number {
  const sum = a * a + b * b + c * c + d * d;
  const det = a * d - b * c;
  return Math.sqrt(Math.max(0, (sum - Math.sqrt(Math.max(0, sum * sum - 4 * det * det))) / 2));
}

/** Looks a page over as preflight asks. @param page from 0 @param trims of the pieces on it, mm */
export function lookAtPage(doc: PDFDocument, page: number, trims: readonly Rect[]): PageLook {
  const items = safely(() => drawnItems(doc, page));
  const loaded = doc.loadPage(page);
  try {
    const [x0, , , y1] = loaded.getBounds('MediaBox');
    const seen = new Seen((x, y) => [(x - x0) / PT, (y1 - y) / PT], trims);
    const whole = safely(() => {
      const device = seen.device();
      try {
        loaded.run(device, mupdf.Matrix.identity);
        device.close();
      } finally {
        device.destroy();
      }
      return true;
    });
    const media = rect(
      0,
      0,
      loaded.getBounds('MediaBox')[2] / PT - x0 / PT,
      (y1 - loaded.getBounds('MediaBox')[1]) / PT,
    );
    const onPage = items?.flatMap((i) => intersect(i.box, media) ?? []) ?? [];
    return {
      whole: whole === true && items !== null,
      extent: onPage.length > 0 ? bounds(onPage) : null,
      pictures: seen.pictures,
      spaces: Object.fromEntries(seen.spaces),
      lines: seen.lines,
      rich: seen.rich,
      through: seen.through,
      blackOver: seen.blackOver,
      mostInk: seen.spaces.has('cmyk') || seen.spaces.has('spot') ? safely(() => mostInkOn(loaded)) : null,
      crooked: !seen.lettered && seen.widest > FILLS * media.width * media.height ? safely(() => crookedOn(loaded)) : null,
      closest: seen.closest.all,
      fonts: used(fontsOf(doc, page), seen.fonts),
      ...notesOn(doc, page),
    };
  } finally {
    loaded.destroy();
  }
}

/** Gathers what preflight asks of a page. */
class Seen {
  readonly pictures: PictureLook[] = [];
  readonly spaces = new Map<Space, Rect>();
  readonly lines: { box: Rect; width: number }[] = [];
  readonly rich: { box: Rect; points: number }[] = [];
  private areas = 0;
  readonly through: Rect[] = [];
  readonly blackOver: Rect[] = [];
  /** Whether there are letters to be seen that are no picture: such a page is no scan. */
  lettered = false;
  /** The largest picture, of any kind. */
  widest = 0;
  /** What is painted in a colour, as far as letters may lie on it. */
  private readonly grounds: Rect[] = [];
  /** The fonts that letters are drawn in, as the file names them. */
  readonly fonts = new Set<string>();

  /** What comes closest to the trims. */
  readonly closest: Closest;

  constructor(
    private readonly toMm: (x: number, y: number) => readonly [number, number],
    trims: readonly Rect[],
  ) {
    this.closest = new Closest(trims, toMm);
  }

  private box([x0, y0, x1, y1]: readonly number[]): Rect {
    return spanned(this.toMm(x0!, y0!), this.toMm(x1!, y1!));
  }

  private colour(space: ColorSpace, box: Rect, alpha: number): void {
    const of = spaceOf(space);
    if (!this.spaces.has(of)) this.spaces.set(of, box);
    if (alpha < 1 && this.through.length < MOST) this.through.push(box);
  }

  private ground(space: ColorSpace | null, color: readonly number[] | null, box: Rect): void {
    if (this.grounds.length < MOST && (!space || !color || isGround(space, color))) this.grounds.push(box);
  }

  private stroke(width: number, box: Rect): void {
    if (width < THICK && this.lines.length < MOST) this.lines.push({ box, width });
  }

  /** Takes down an area that is as thin as a line. */
  private sliver(path: Path, ctm: MupdfMatrix, box: Rect): void {
    if (this.lines.length >= MOST || this.areas++ >= MOST_AREAS) return;
    const parts: Point[][] = [];
    let points = 0;
    const add = (...at: readonly number[]): void => {
      points += at.length / 2;
      if (points > MOST_POINTS) return;
      for (let i = 0; i < at.length; i += 2) {
        const [x, y] = [at[i]!, at[i + 1]!];
        parts.at(-1)?.push(this.toMm(ctm[0] * x + ctm[2] * y + ctm[4], ctm[1] * x + ctm[3] * y + ctm[5]));
      }
    };
    path.walk({
      moveTo: (x, y) => {
        parts.push([]);
        add(x, y);
      },
      lineTo: add,
      curveTo: add,
    });
    if (points > MOST_POINTS) return;
    // a place that is only gone to is no part
    const width = lineThickness(
      parts.filter((p) => p.length > 1),
      THICK,
      SHORT,
    );
    if (width !== null) this.lines.push({ box, width });
  }

  /** Takes down the fonts of some letters. @returns the size of the smallest, points */
  private letters(text: Text, ctm: MupdfMatrix): number {
    this.lettered = true;
    let points = Infinity;
    text.walk({
      showGlyph: (font, at, glyph, unicode, upright) => {
        const [, , c, d] = at;
        this.fonts.add(font.getName());
        if (unicode !== SPACE) this.closest.letter(at, ctm, () => (upright ? 1 : font.advanceGlyph(glyph, 0)));
        points = Math.min(points, Math.hypot(c * ctm[0] + d * ctm[2], c * ctm[1] + d * ctm[3]));
      },
    });
    return points;
  }

  device(): Device {
    const noPen = null as never;
    return new mupdf.Device({
      fillPath: (path, _evenOdd, ctm, space, color, alpha) => {
        const box = this.box(path.getBounds(noPen, ctm));
        this.colour(space, box, alpha);
        this.ground(space, color, box);
        this.sliver(path, ctm, box);
      },
      strokePath: (path, pen, ctm, space, _color, alpha) => {
        const box = this.box(path.getBounds(pen, ctm));
        this.colour(space, box, alpha);
        this.closest.line(box);
        this.stroke((pen.getLineWidth() * leastScale(ctm)) / PT, box);
      },
      fillText: (text, ctm, space, color, alpha) => {
        const box = this.box(text.getBounds(noPen, ctm));
        this.colour(space, box, alpha);
        const points = this.letters(text, ctm);
        const inks = space.isCMYK() ? color.filter((c) => c > TRACE).length : 0;
        if (isBlack(space, color) && this.blackOver.length < MOST && this.grounds.some((g) => holdsMiddle(g, box)))
          this.blackOver.push(box);
        if (inks >= 3 && points < LARGE && this.rich.length < MOST) this.rich.push({ box, points });
      },
      strokeText: (text, pen, ctm, space, _color, alpha) => {
        this.colour(space, this.box(text.getBounds(pen, ctm)), alpha);
        this.letters(text, ctm);
      },
      clipText: (text, ctm) => void this.letters(text, ctm),
      fillImage: (image, ctm, alpha) => {
        const box = this.box(unit(ctm));
        this.widest = Math.max(this.widest, box.width * box.height);
        const space = image.getColorSpace();
        if (space) this.colour(space, box, alpha);
        this.ground(null, null, box);
        this.closest.picture(box);
        const [width, height] = [image.getWidth(), image.getHeight()];
        if (width * height < SMALL * SMALL || this.pictures.length >= MOST) return;
        const across = Math.hypot(ctm[0], ctm[1]) / 72;
        const down = Math.hypot(ctm[2], ctm[3]) / 72;
        if (across > 0 && down > 0)
          this.pictures.push({ box, ppi: Math.min(width / across, height / down), space: spaceOf(space) });
      },
      fillImageMask: (_image, ctm, space, _color, alpha) => {
        const box = this.box(unit(ctm));
        this.widest = Math.max(this.widest, box.width * box.height);
        this.colour(space, box, alpha);
      },
      beginMask: (area) => {
        if (this.through.length < MOST) this.through.push(this.box(area));
      },
      beginGroup: (area, _space, _isolated, _knockout, blend, alpha) => {
        if ((blend !== 'Normal' || alpha < 1) && this.through.length < MOST) this.through.push(this.box(area));
      },
    });
  }
}

/** Whether something is painted so that letters on it knock it out: in any colour but black and white. */
function isGround(space: ColorSpace, color: readonly number[]): boolean {
  if (isBlack(space, color)) return false;
  if (space.isGray() || space.isRGB()) return color.some((c) => c < 1 - TRACE);
  return color.some((c) => c > TRACE);
}

/** Whether a colour is black alone. */
function isBlack(space: ColorSpace, color: readonly number[]): boolean {
  if (space.isGray()) return color[0]! < 1 - SOLID;
  return space.isCMYK() && color[3]! > SOLID && color.slice(0, 3).every((c) => c < TRACE);
}

const holdsMiddle = (g: Rect, b: Rect): boolean => {
  const [x, y] = [b.x + b.width / 2, b.y + b.height / 2];
  return x >= g.x && x <= g.x + g.width && y >= g.y && y <= g.y + g.height;
};

/** What holds the unit square that a picture fills. */
function unit([a, b, c, d, e, f]: MupdfMatrix): [number, number, number, number] {
  const xs = [e, a + e, c + e, a + c + e];
  const ys = [f, b + f, d + f, b + d + f];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}
