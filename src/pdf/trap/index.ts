import { rmSync } from 'node:fs';
import { join } from 'node:path';
import type { TrapSettings } from '../../core';
import type { Copier } from '../compose/copier';
import type { Linear, Readies } from '../compose/forms';
import { realNumber as n } from '../compose/number';
import { packShort } from '../compose/object-streams';
import type { PdfWriter } from '../compose/writer';
import { readSpace } from '../colour/spaces';
import { writeAlone } from '../extract';
import { PT } from '../geometry';
import { spotSpace } from '../inks';
import { allow } from '../mupdf';
import { openWithMupdf } from '../mupdf-file';
import { OpenPdf } from '../open';
import { scratchFolder } from '../scratch';
import { spotColour } from '../spot-colour';
import { PdfSyntaxError, type Dict, type Ref } from '../syntax/objects';
import { areasOf, type Area } from './areas';
import { Colours } from './colours';
import { densityOf, densityOfLightness } from './decide';
import { FINE } from './polygons';
import { Tagger } from './tagged';
import { trapsOf, type Trap } from './traps';
import { TrapWriter } from './written';

/** Makes what writes pages otherwise, into a file of its own. */
export type Inner = (copier: Copier, out: PdfWriter) => Readies;

/**
 * Writes pages with traps on them: where flat colours meet, strokes over the page spread the lighter into the darker. The
 * page itself stays as it is written without them.
 */
export class Trapping implements Readies {
  readonly bySize = true;
  private readonly writer: TrapWriter;
  /** What spot inks are, as pages name them. */
  private readonly spots = new Map<string, Spot>();

  /**
   * @param inner what is done to pages besides @param make the same, for another file
   * @param settings how colours are trapped
   */
  constructor(
    private readonly copier: Copier,
    private readonly out: PdfWriter,
    private readonly inner: Readies,
    private readonly make: Inner,
    private readonly settings: TrapSettings,
  ) {
    this.writer = new TrapWriter(out, (ink) => this.spots.get(ink)?.cmyk ?? UNKNOWN.cmyk);
  }

  close(): void {
    this.inner.close();
  }

  appearance(ref: Ref, map: Linear): string {
    return this.inner.appearance(ref, map);
  }

  pageAsForm(num: number, page: Dict, bbox: readonly number[], map: Linear): void {
    const traps = this.trapsOf(page, map);
    if (traps.length === 0) {
      this.inner.pageAsForm(num, page, bbox, map);
      return;
    }
    const within = this.out.allocate();
    this.inner.pageAsForm(within, page, bbox, map);
    const spaces = new Map<string, string>();
    const content = `/P Do\n${this.writer.content(traps, spaces)}`;
    const named = [...spaces].map(([key, ref]) => `/${key} ${ref}`).join(' ');
    this.out.stream(
      num,
      `/Type/XObject/Subtype/Form/BBox[${bbox.map(n).join(' ')}]/Resources<</XObject<</P ${within} 0 R>>` +
        `/ExtGState<</T <</OP true/op true/OPM 1/SA true>>>>/ColorSpace<<${named}>>>>/Filter/FlateDecode`,
      packShort(content),
    );
  }

  /** The traps of a page as it is written without them. */
  private trapsOf(page: Dict, map: Linear): Trap[] {
    const mm = Math.sqrt(Math.abs(map[0] * map[3] - map[1] * map[2]));
    if (!(mm > 0)) return [];
    const dir = scratchFolder();
    try {
      const path = join(dir, 'page.pdf');
      const made: Readies[] = [];
      const inner: Inner = (copier, out) => {
        const readies = this.make(copier, out);
        made.push(readies);
        return readies;
      };
      try {
        // at the size that it is printed at, as lines may be made thicker by it
        writeAlone(this.copier.source, page, path, { scale: mm * PT, with: inner });
      } finally {
        for (const readies of made) readies.close();
      }
      return this.trapsIn(path, FINE / mm);
    } finally {
      rmSync(dir, { recursive: true, force: true });
    }
  }

  private trapsIn(path: string, unit: number): Trap[] {
    const opened = new OpenPdf(path);
    try {
      const colours = new Colours();
      const areas = drawn(path, opened, colours);
      const solid = (ink: string): number => this.spotOf(opened, ink).density;
      return trapsOf(areas, (number) => colours.flat(number), this.settings, unit, solid);
    } finally {
      opened.close();
    }
  }

  private spotOf(opened: OpenPdf, ink: string): Spot {
    let spot = this.spots.get(ink);
    if (!spot) this.spots.set(ink, (spot = readSpot(opened, ink)));
    return spot;
  }
}

interface Spot {
  readonly cmyk: readonly number[];
  readonly density: number;
}
/** An ink of which nobody says what it looks like. */
const UNKNOWN: Spot = { cmyk: [0, 0, 0, 1], density: densityOf(new Map([['Magenta', 1]]), () => null) };

function readSpot(opened: OpenPdf, ink: string): Spot {
  try {
    const { file, pages } = opened;
    const value = spotSpace(file, pages, ink);
    if (value === null) return UNKNOWN;
    const cmyk = readSpace(file, value, undefined, () => false).tints([1]).process;
    const lab = spotColour(opened, ink, null)?.lab;
    const made = new Map([...['Cyan', 'Magenta', 'Yellow', 'Black'].entries()].map(([i, p]) => [p, cmyk[i]!]));
    return { cmyk, density: lab ? densityOfLightness(lab[0]) : densityOf(made, () => null) };
  } catch (e) {
    if (e instanceof PdfSyntaxError) return UNKNOWN;
    throw e;
  }
}

/** What is drawn on the only page of a file, its colours as numbers. */
function drawn(path: string, { file, pages }: OpenPdf, colours: Colours): Area[] {
  allow(512 << 20);
  const { doc, close } = openWithMupdf(path);
  try {
    const object = doc.findPage(0);
    new Tagger(file, doc, colours).page(pages[0]!);
    // upright and by the point, so that what MuPDF draws lies where the page has it
    for (const key of ['Rotate', 'UserUnit', 'CropBox']) object.delete(key);
    const page = doc.loadPage(0);
    try {
      const [x0, y0] = numbersOf(object.get('MediaBox').asJS());
      const [, top, , bottom] = page.getBounds('MediaBox');
      return areasOf(page, [1, 0, 0, -1, x0!, y0! + (bottom - top)], colours);
    } finally {
      page.destroy();
    }
  } finally {
    close();
  }
}

const numbersOf = (v: unknown): number[] => (Array.isArray(v) ? v.map(Number) : [0, 0]);
