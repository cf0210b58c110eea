import type { ColorSpace, Device, Matrix, Path as MupdfPath, PDFPage, StrokeState, Text } from 'mupdf';
import { mupdf } from '../mupdf';
import { PdfSyntaxError } from '../syntax/objects';
import type { Colours } from './colours';
import { flattened, type Affine } from './flatten';
import { Outlines } from './outlines';
import {
  asBox,
  asPath,
  both,
  boxOf,
  common,
  drawnWith,
  FINE,
  holds,
  isEmpty,
  simple,
  type Box,
  type Paths,
} from './polygons';

/** A thing that is drawn on a page. */
export interface Area {
  /** The number of its colour; null where what lies there is none: a picture, a run of colours, what is seen through. */
  readonly colour: number | null;
  readonly box: Box;
  /** What it covers, as far as its clips show it. */
  readonly shape: () => Paths;
}

interface Clip {
  readonly box: Box;
  /** What it lets through; null where that is all of its box. */
  readonly shape: (() => Paths) | null;
  /** Whether what it shows is seen through, or no colour of its own. */
  readonly unlike: boolean;
}

/** Things of a page that are looked at, and points of their edges. */
const MOST_AREAS = 60_000;
const MOST_POINTS = 2_000_000;
/** Things that are drawn, whether they are seen or not. */
const MOST_CALLS = 200_000;
/** How alike both ways of a map are where a pen stays round. */
const ROUND = 1e-3;

const compose = (first: Matrix, [a, b, c, d, e, f]: Affine): Affine => [
  first[0] * a + first[1] * c,
  first[0] * b + first[1] * d,
  first[2] * a + first[3] * c,
  first[2] * b + first[3] * d,
  first[4] * a + first[5] * c + e,
  first[4] * b + first[5] * d + f,
];

/**
 * What is drawn on a page, from the lowest to the uppermost.
 * @param page whose colours are numbers
 * @param toPage from where MuPDF draws it to the page's own units
 * @throws PdfSyntaxError where it is more than can be looked at
 */
export function areasOf(page: PDFPage, toPage: Affine, colours: Colours): Area[] {
  const seen = new Seen(toPage, colours);
  try {
    page.runPageContents(seen.device, mupdf.Matrix.identity);
    seen.device.close();
    return seen.areas;
  } catch (e) {
    if (e instanceof TooMuch)
      throw new PdfSyntaxError('A page has too much on it to be trapped here. Let the press trap it.');
    throw e;
  } finally {
    seen.device.destroy();
    seen.outlines.close();
  }
}

/** A page that draws more than can be looked at: nothing more of it is drawn. */
class TooMuch extends Error {}

class Seen {
  readonly areas: Area[] = [];
  readonly outlines = new Outlines();
  private points = 0;
  private calls = 0;
  private readonly clips: Clip[] = [];
  /** Whether groups that are open are seen through. */
  private readonly groups: boolean[] = [];
  /** How deep in what is drawn for a mask or a tile. */
  private hidden = 0;

  constructor(
    private readonly toPage: Affine,
    private readonly colours: Colours,
  ) {}

  private readonly map = (ctm: Matrix): Affine => compose(ctm, this.toPage);

  private boxOf([x0, y0, x1, y1]: readonly number[], ctm?: Matrix): Box {
    const [a, b, c, d, e, f] = ctm ? this.map(ctm) : this.toPage;
    const corners = ([[x0, y0], [x1, y0], [x1, y1], [x0, y1]] as const).map(([x, y]) => ({ X: (a * x! + c * y! + e) * FINE, Y: (b * x! + d * y! + f) * FINE })); // prettier-ignore
    const { x0: l, y0: t, x1: r, y1: u } = boxOf([corners]);
    return { x0: Math.floor(l), y0: Math.floor(t), x1: Math.ceil(r), y1: Math.ceil(u) };
  }

  private corners(ctm: Matrix): Paths {
    const [a, b, c, d, e, f] = this.map(ctm);
    const at = (x: number, y: number) => ({
      X: Math.round((a * x + c * y + e) * FINE),
      Y: Math.round((b * x + d * y + f) * FINE),
    });
    return [[at(0, 0), at(1, 0), at(1, 1), at(0, 1)]];
  }

  /** @param raw what is covered, before clips, as polygons by the rule they are filled by */
  private add(colour: number | null, raw: Paths, evenOdd: boolean): void {
    if (++this.calls > MOST_CALLS) throw new TooMuch();
    if (this.hidden > 0 || raw.length === 0) return;
    let box = boxOf(raw);
    this.points += raw.reduce((sum, path) => sum + path.length, 0);
    for (const clip of this.clips) box = common(box, clip.box);
    if (isEmpty(box)) return;
    if (this.areas.length >= MOST_AREAS || this.points > MOST_POINTS) throw new TooMuch();
    const unlike = this.groups.includes(true) || this.clips.some((c) => c.unlike);
    const clips = this.clips.filter((c) => c.shape !== null || !holds(c.box, boxOf(raw)));
    let shape: Paths | null = null;
    this.areas.push({
      colour: unlike ? null : colour,
      box,
      shape: () => {
        shape ??= clips.reduce((s, c) => both(s, c.shape?.() ?? [asPath(c.box)]), simple(raw, evenOdd));
        return shape;
      },
    });
  }

  private colour(space: ColorSpace, color: readonly number[], alpha: number): number | null {
    return alpha >= 1 && space.isRGB() ? this.colours.meant(color) : null;
  }

  private pen(path: MupdfPath, stroke: StrokeState, ctm: Matrix): { shape: Paths; plain: boolean } {
    const map = this.map(ctm);
    const { paths, closed } = flattened(path, map);
    const [s, t] = [Math.hypot(map[0], map[1]), Math.hypot(map[2], map[3])];
    const round =
      Math.abs(s - t) <= ROUND * Math.max(s, t) && Math.abs(map[0] * map[2] + map[1] * map[3]) <= ROUND * s * t;
    const width = stroke.getLineWidth() * (round ? s : Math.max(s, t)) * FINE;
    const shape = drawnWith(paths, closed, {
      width,
      cap: stroke.getLineCap(),
      join: stroke.getLineJoin(),
      miter: stroke.getMiterLimit(),
    });
    return { shape, plain: round && (stroke.getDashes() ?? []).length === 0 };
  }

  private letters(text: Text, ctm: Matrix): Paths[] | null {
    return this.outlines.of(text, (trm) => compose(trm, this.map(ctm)));
  }

  private clip(raw: Paths, evenOdd: boolean, unlike = false): void {
    const square = asBox(raw);
    let shape: Paths | null = null;
    this.clips.push({
      box: boxOf(raw),
      shape: square ? null : () => (shape ??= simple(raw, evenOdd)),
      unlike,
    });
  }

  private clipBox(box: Box, unlike: boolean): void {
    this.clips.push({ box, shape: null, unlike });
  }

  /** All that the clips show: what is drawn without an edge of its own goes up to them. */
  private fill(box: Box): void {
    this.add(null, [asPath(box)], false);
  }

  readonly device = freeing({
    fillPath: (path, evenOdd, ctm, space, color, alpha) => {
      if (alpha === 0) return;
      this.add(this.colour(space, color, alpha), flattened(path, this.map(ctm)).paths, evenOdd);
    },
    strokePath: (path, stroke, ctm, space, color, alpha) => {
      if (alpha === 0) return;
      const { shape, plain } = this.pen(path, stroke, ctm);
      this.add(plain ? this.colour(space, color, alpha) : null, shape, false);
    },
    fillText: (text, ctm, space, color, alpha) => {
      if (alpha === 0) return;
      const letters = this.letters(text, ctm);
      const number = this.colour(space, color, alpha);
      // each by itself, as what it meets is near it
      if (letters) for (const letter of letters) this.add(number, letter, false);
      else this.fill(this.boxOf(text.getBounds(NO_PEN, ctm)));
    },
    strokeText: (text, stroke, ctm) => this.fill(this.boxOf(text.getBounds(stroke, ctm))),
    fillShade: (shade, ctm) => this.fill(this.boxOf(shade.getBounds(), ctm)),
    fillImage: (_image, ctm) => this.add(null, this.corners(ctm), false),
    fillImageMask: (_image, ctm) => this.add(null, this.corners(ctm), false),
    clipPath: (path, evenOdd, ctm) => this.clip(flattened(path, this.map(ctm)).paths, evenOdd),
    clipStrokePath: (path, stroke, ctm) => {
      const { shape, plain } = this.pen(path, stroke, ctm);
      this.clip(shape, false, !plain);
    },
    clipText: (text, ctm) => {
      const letters = this.letters(text, ctm);
      if (letters) this.clip(letters.flat(), false);
      else this.clipBox(this.boxOf(text.getBounds(NO_PEN, ctm)), true);
    },
    clipStrokeText: (text, stroke, ctm) => this.clipBox(this.boxOf(text.getBounds(stroke, ctm)), true),
    clipImageMask: (_image, ctm) => this.clip(this.corners(ctm), false, true),
    popClip: () => {
      this.clips.pop();
    },
    beginMask: () => {
      this.hidden++;
    },
    endMask: () => {
      this.hidden--;
      this.clipBox(EVERYWHERE, true);
    },
    beginGroup: (_area, _space, _isolated, _knockout, blend, alpha) => {
      this.groups.push(alpha < 1 || blend !== 'Normal');
    },
    endGroup: () => {
      this.groups.pop();
    },
    beginTile: (area, _view, _x, _y, ctm) => {
      this.fill(this.boxOf(area, ctm));
      this.hidden++;
      return 0;
    },
    endTile: () => {
      this.hidden--;
    },
  });
}

/**
 * A device that lets go of what its calls were given, as soon as they are done: a file is written in one go, and what is
 * left to be collected later is not collected before its last page.
 */
function freeing(calls: Partial<Device>): Device {
  const freed = Object.entries(calls).map(([name, call]) => [
    name,
    (...given: readonly unknown[]): unknown => {
      try {
        return (call as unknown as (...given: readonly unknown[]) => unknown)(...given);
      } finally {
        for (const it of given) if (isHeld(it)) it.destroy();
      }
    },
  ]);
  return new mupdf.Device(Object.fromEntries(freed) as never);
}
const isHeld = (it: unknown): it is { destroy(): void } =>
  typeof it === 'object' && it !== null && 'destroy' in it && typeof it.destroy === 'function';

const EVERYWHERE: Box = { x0: -1e9, y0: -1e9, x1: 1e9, y1: 1e9 };
const NO_PEN = null as never;
