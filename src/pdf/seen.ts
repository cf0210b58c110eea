import type { ColorSpace, Device, Image, Matrix as MupdfMatrix, Path, Text } from 'mupdf';
import { intersect, overlap, rect, spanned, type Rect } from '../core';
import type { PictureLook, Space } from '../core/preflight';
import { Clips } from './clips';
import { Closest } from './closest';
import { PT } from './geometry';
import { mupdf } from './mupdf';
import { isBlack, isGround, spaceOf, TRACE } from './paints';
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
/** What is no letter. */
const SPACE = 0x20;
/** Smaller than this, in pixels, a picture is a tint or an ornament: nobody looks for detail in it. */
const SMALL = 64;

/** By how much a map makes a line thinner at the most: its smaller singular value. */
export function leastScale([a, b, c, d]: MupdfMatrix): number {
  const sum = a * a + b * b + c * c + d * d;
  const det = a * d - b * c;
  return Math.sqrt(Math.max(0, (sum - Math.sqrt(Math.max(0, sum * sum - 4 * det * det))) / 2));
}

/** Gathers what preflight asks of a page, of what is shown where it prints. */
export class Seen {
  readonly pictures: PictureLook[] = [];
  readonly spaces = new Map<Space, Rect>();
  readonly lines: { box: Rect; width: number }[] = [];
  readonly rich: { box: Rect; points: number }[] = [];
  private areas = 0;
  /** How deep in what is drawn for a mask. It lays no ink: its colours are how much it lets through. */
  private masks = 0;
  private readonly clips = new Clips();
  /** What the tiles fill that are drawn now. */
  private readonly tiled: Rect[] = [];
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
    /** Where it prints, mm. */
    private readonly prints: readonly Rect[],
    /** In what its runs of colours are; they themselves do not tell. */
    private readonly shadings: () => readonly Space[],
  ) {
    this.closest = new Closest(trims, toMm);
  }

  private box([x0, y0, x1, y1]: readonly number[]): Rect {
    return spanned(this.toMm(x0!, y0!), this.toMm(x1!, y1!));
  }

  private colour(space: ColorSpace | Space, box: Rect, alpha: number): void {
    const of = typeof space === 'string' ? space : spaceOf(space);
    if (!this.spaces.has(of)) this.spaces.set(of, box);
    if (alpha < 1) this.seenThrough(box);
  }

  private seenThrough(box: Rect | null): void {
    if (box && this.through.length < MOST) this.through.push(box);
  }

  /** As much of something as is shown and prints; null where nothing is. */
  private shown(drawn: Rect): Rect | null {
    const clip = this.clips.now;
    if (this.masks > 0 || !clip) return null;
    const box = this.tiled[0] ?? drawn;
    // a line that stands level has no height
    const thick = rect(box.x, box.y, Math.max(box.width, 1e-3), Math.max(box.height, 1e-3));
    const seen = overlap(thick, clip) ? (intersect(thick, clip) ?? thick) : null;
    return seen && this.prints.some((p) => overlap(seen, p)) ? seen : null;
  }

  private clip(box: Rect | null): void {
    // a tile clips itself where the first of them would lie
    if (this.tiled.length > 0) this.clips.again();
    else this.clips.to(box);
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
        // where the letters of a tile lie nobody says
        if (unicode !== SPACE && this.tiled.length === 0)
          this.closest.letter(at, ctm, () => (upright ? 1 : font.advanceGlyph(glyph, 0)));
        points = Math.min(points, Math.hypot(c * ctm[0] + d * ctm[2], c * ctm[1] + d * ctm[3]));
      },
    });
    return points;
  }

  device(): Device {
    const noPen = null as never;
    return new mupdf.Device({
      fillPath: (path, _evenOdd, ctm, space, color, alpha) => {
        const box = this.shown(this.box(path.getBounds(noPen, ctm)));
        if (!box) return;
        this.colour(space, box, alpha);
        this.ground(space, color, box);
        this.sliver(path, ctm, box);
      },
      strokePath: (path, pen, ctm, space, _color, alpha) => {
        const box = this.shown(this.box(path.getBounds(pen, ctm)));
        if (!box) return;
        this.colour(space, box, alpha);
        this.closest.line(box);
        this.stroke((pen.getLineWidth() * leastScale(ctm)) / PT, box);
      },
      fillText: (text, ctm, space, color, alpha) => {
        const box = this.shown(this.box(text.getBounds(noPen, ctm)));
        if (!box) return;
        const points = this.letters(text, ctm);
        this.colour(space, box, alpha);
        const inks = space.isCMYK() ? color.filter((c) => c > TRACE).length : 0;
        if (isBlack(space, color) && this.blackOver.length < MOST && this.grounds.some((g) => holdsMiddle(g, box)))
          this.blackOver.push(box);
        if (inks >= 3 && points < LARGE && this.rich.length < MOST) this.rich.push({ box, points });
      },
      strokeText: (text, pen, ctm, space, _color, alpha) => {
        const box = this.shown(this.box(text.getBounds(pen, ctm)));
        if (!box) return;
        this.letters(text, ctm);
        this.colour(space, box, alpha);
      },
      fillShade: (shade, ctm, alpha) => {
        const [x0, y0, x1, y1] = shade.getBounds();
        const box = this.shown(this.box(unit(stretched(x0, y0, x1, y1, ctm))));
        if (!box) return;
        for (const space of this.shadings()) this.colour(space, box, alpha);
        this.ground(null, null, box);
      },
      fillImage: (image, ctm, alpha) => this.picture(image, ctm, alpha),
      fillImageMask: (_image, ctm, space, _color, alpha) => {
        const box = this.shown(this.box(unit(ctm)));
        if (!box) return;
        this.widest = Math.max(this.widest, box.width * box.height);
        this.colour(space, box, alpha);
      },
      clipPath: (path, _evenOdd, ctm) => this.clip(this.box(path.getBounds(noPen, ctm))),
      clipStrokePath: (path, pen, ctm) => this.clip(this.box(path.getBounds(pen, ctm))),
      clipText: (text, ctm) => this.lettersAsClip(text, ctm, this.box(text.getBounds(noPen, ctm))),
      clipStrokeText: (text, pen, ctm) => this.lettersAsClip(text, ctm, this.box(text.getBounds(pen, ctm))),
      clipImageMask: (image, ctm) => {
        const box = this.box(unit(ctm));
        if (isSoft(image)) this.seenThrough(this.shown(box));
        this.clip(box);
      },
      popClip: () => this.clips.pop(),
      beginMask: (area) => {
        this.seenThrough(this.shown(this.box(area)));
        this.masks++;
      },
      endMask: () => {
        this.masks--;
        this.clips.again();
      },
      beginGroup: (area, _space, _isolated, _knockout, blend, alpha) => {
        if (blend !== 'Normal' || alpha < 1) this.seenThrough(this.shown(this.box(area)));
      },
      beginTile: ([x0, y0, x1, y1], _view, _xstep, _ystep, ctm) => {
        this.tiled.push(this.box(unit(stretched(x0, y0, x1, y1, ctm))));
        return 0;
      },
      endTile: () => void this.tiled.pop(),
    });
  }

  private lettersAsClip(text: Text, ctm: MupdfMatrix, box: Rect): void {
    if (this.shown(box)) this.letters(text, ctm);
    this.clip(box);
  }

  private picture(image: Image, ctm: MupdfMatrix, alpha: number): void {
    const box = this.shown(this.box(unit(ctm)));
    if (!box) return;
    this.widest = Math.max(this.widest, box.width * box.height);
    const space = image.getColorSpace();
    if (space) this.colour(space, box, alpha);
    this.ground(null, null, box);
    this.closest.picture(box);
    const mask = image.getMask();
    if (mask && isSoft(mask)) this.seenThrough(box);
    mask?.destroy();
    const [width, height] = [image.getWidth(), image.getHeight()];
    if (width * height < SMALL * SMALL || this.pictures.length >= MOST) return;
    const across = Math.hypot(ctm[0], ctm[1]) / 72;
    const down = Math.hypot(ctm[2], ctm[3]) / 72;
    if (across > 0 && down > 0)
      this.pictures.push({ box, ppi: Math.min(width / across, height / down), space: spaceOf(space) });
  }
}

/** Whether a mask lets things through in part, and does not only cut them out. */
const isSoft = (mask: Image): boolean => mask.getBitsPerComponent() > 1;

const holdsMiddle = (g: Rect, b: Rect): boolean => {
  const [x, y] = [b.x + b.width / 2, b.y + b.height / 2];
  return x >= g.x && x <= g.x + g.width && y >= g.y && y <= g.y + g.height;
};

/** The map that takes the unit square to a rectangle through another map. */
const stretched = (x0: number, y0: number, x1: number, y1: number, [a, b, c, d, e, f]: MupdfMatrix): MupdfMatrix => [
  (x1 - x0) * a,
  (x1 - x0) * b,
  (y1 - y0) * c,
  (y1 - y0) * d,
  x0 * a + y0 * c + e,
  x0 * b + y0 * d + f,
];

/** What holds the unit square that a picture fills. */
function unit([a, b, c, d, e, f]: MupdfMatrix): [number, number, number, number] {
  const xs = [e, a + e, c + e, a + c + e];
  const ys = [f, b + f, d + f, b + d + f];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}
