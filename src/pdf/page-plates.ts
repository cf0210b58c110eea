import { rmSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { CLOSE_UP, PROCESS, rect, sameInk } from '../core';
import { readSpace } from './colour/spaces';
import { Copier } from './compose/copier';
import { layersEntry } from './compose/layers';
import { PdfWriter } from './compose/writer';
import { spotInks, spotSpace } from './inks';
import { PT } from './geometry';
import { greysOf, greysOfPart } from './greys';
import type { Press } from './icc';
import { allow } from './mupdf';
import { openWithMupdf } from './mupdf-file';
import { OpenPdf } from './open';
import { pageAlone, type ReadyPage } from './raster';
import { scratchFolder } from './scratch';
import { Pictures } from './separate/pictures';
import { plateOf } from './separate/plate';
import { Separator } from './separate/separator';
import { spotColour, type SpotColour } from './spot-colour';
import type { PdfFile } from './syntax/file';

/** One ink of a page. */
export interface PagePlate {
  readonly ink: string;
  readonly process: boolean;
  /** How much of the page it covers, per cent of the whole in solid. */
  readonly coverage: number;
  /** What it looks like on its own: red, green, blue, 0 to 255. */
  readonly rgb: readonly [number, number, number];
  /** Of a spot ink what it is meant to look like, as far as that is known. */
  readonly spot: SpotColour | null;
  /** A grey picture of it, 255 where there is none, as PNG. */
  readonly png: Uint8Array;
}

export interface PagePlates {
  readonly width: number;
  readonly height: number;
  readonly plates: readonly PagePlate[];
  /** Spot inks that are too many to be looked at: they are seen in what stands for them. */
  readonly more: number;
  /** The most ink in one place, per cent of all inks together, as the mean over a square millimetre; and where, 0 to 1. */
  readonly most: { readonly total: number; readonly x: number; readonly y: number };
}

/** Dots an inch of what is looked at closely. */
const CLOSE_DPI = 1200;

/** Dots an inch that plates are looked at in, and dots of the longer side at most. */
const DPI = 150;
const MOST_DOTS = 2400;
/** Spot inks of a page at most: each is a picture. */
const MOST_SPOTS = 24;

/**
 * A page parted into its inks, as pictures to be looked at.
 * @param page from 1 @param ready what is done to its content first @param press where its colours are brought to, where they are
 * @param at the middle of what is looked at closely, 0 to 1 from the upper left; nothing for the whole page
 * @throws PdfSyntaxError where it cannot be parted
 */
export async function pagePlates(
  path: string,
  page: number,
  ready?: ReadyPage,
  press: Press | null = null,
  at: { readonly x: number; readonly y: number } | null = null,
): Promise<PagePlates> {
  const dir = scratchFolder();
  try {
    const one = join(dir, 'page.pdf');
    pageAlone(path, page, one, ready, press);
    const { inks, rgb, more } = separated(one, join(dir, 'plates.pdf'));
    const spots = spotsOf(path, inks, press);
    const { width, height, greys, dot } = drawn(join(dir, 'plates.pdf'), inks.length, at);
    const plates = await Promise.all(
      greys.map(async (grey, i): Promise<PagePlate> => ({
        ink: inks[i]!,
        process: PROCESS.some((p) => sameInk(p, inks[i]!)),
        coverage: covered(grey),
        rgb: rgb[i]!,
        spot: spots[i]!,
        png: await sharp(grey, { raw: { width, height, channels: 1 } })
          .png({ compressionLevel: 6 })
          .toBuffer(),
      })),
    );
    return { width, height, plates, more, most: mostInk(greys, width, height, dot) };
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}

/** What spot inks are meant to look like, as the file has them before anything is done to its pages. */
function spotsOf(path: string, inks: readonly string[], press: Press | null): (SpotColour | null)[] {
  const opened = new OpenPdf(path);
  try {
    const isProcess = (ink: string): boolean => PROCESS.some((p) => sameInk(p, ink));
    return inks.map((ink) => (isProcess(ink) ? null : spotColour(opened, ink, press)));
  } finally {
    opened.close();
  }
}

/** Writes a page of its own as plates. @returns its inks, with what each looks like */
function separated(one: string, out: string): { inks: string[]; rgb: PagePlate['rgb'][]; more: number } {
  const opened = new OpenPdf(one);
  const pictures = new Pictures(one);
  const writer = new PdfWriter(out, '1.7');
  try {
    const { file, pages } = opened;
    const named = spotInks(file, pages).filter((name) => !PROCESS.some((p) => sameInk(p, name)));
    const spots = named.filter((a, i) => named.findIndex((b) => sameInk(a, b)) === i);
    const inks = [...PROCESS, ...spots.slice(0, MOST_SPOTS)];
    const copier = new Copier(file, writer);
    const plates = inks.map(plateOf);
    const separator = new Separator(copier, writer, plates, pictures, { lost: new Set(), light: false });
    const [root, tree, info] = [writer.allocate(), writer.allocate(), writer.allocate()];
    const page = pages[0]!;
    const boxes = ['/MediaBox', '/Rotate', '/UserUnit'].map((key) => `${key} ${copier.value(page.get(key) ?? 'null')}`);
    const kids = plates.map((plate) => {
      const [kid, stream] = [writer.allocate(), writer.allocate()];
      const { content, resources, group } = separator.page(page, plate);
      writer.stream(stream, '/Filter/FlateDecode', content);
      writer.object(
        kid,
        `<</Type/Page/Parent ${tree} 0 R${boxes.join('')}/Resources${resources}${group}/Contents ${stream} 0 R>>`,
      );
      copier.drain();
      return `${kid} 0 R`;
    });
    writer.object(tree, `<</Type/Pages/Count ${kids.length}/Kids[${kids.join(' ')}]>>`);
    writer.object(info, '<</Producer(Odd Sparrow)>>');
    // what lies on a hidden layer is not printed
    writer.object(root, `<</Type/Catalog/Pages ${tree} 0 R${layersEntry([copier])}>>`);
    copier.drain();
    writer.finish(root, info, '0'.repeat(32));
    return {
      inks,
      rgb: inks.map((ink) => lookOf(file, opened, ink)),
      more: spots.length - (inks.length - PROCESS.length),
    };
  } catch (e) {
    writer.abandon();
    throw e;
  } finally {
    pictures.close();
    opened.close();
  }
}

/** Process inks on a screen, as they look on coated paper: none is as clear as light. */
const LOOKS: Readonly<Record<string, PagePlate['rgb']>> = {
  Cyan: [0, 158, 224],
  Magenta: [215, 0, 125],
  Yellow: [255, 236, 0],
  Black: [29, 29, 27],
};

/** What an ink looks like by what stands for it. */
function lookOf(file: PdfFile, { pages }: OpenPdf, ink: string): PagePlate['rgb'] {
  const process = PROCESS.find((p) => sameInk(p, ink));
  if (process) return LOOKS[process]!;
  try {
    const space = spotSpace(file, pages, ink);
    const tints = space && readSpace(file, space, undefined, () => false).tints([1]).process;
    if (tints && isInk(tints))
      return [0, 1, 2].map((c) =>
        Math.round(PROCESS.reduce((v, p, i) => v * (1 - tints[i]! * (1 - LOOKS[p]![c]! / 255)), 255)),
      ) as unknown as PagePlate['rgb'];
  } catch {
    // one that nobody can tell is drawn as it stands out
  }
  return [226, 94, 36];
}
const isInk = (tints: readonly number[]): boolean => tints.some((t) => t > 0.02);

/** Draws plates in greys. @param at the middle of what is drawn closely; null for all of it */
function drawn(
  path: string,
  count: number,
  at: { readonly x: number; readonly y: number } | null,
): { width: number; height: number; greys: Uint8Array[]; dot: number } {
  allow(512 << 20);
  const { doc, close } = openWithMupdf(path);
  try {
    let size = { width: 0, height: 0, dot: 1 };
    const greys = Array.from({ length: count }, (_, i) => {
      const page = doc.loadPage(i);
      const [x0, y0, x1, y1] = page.getBounds('MediaBox');
      const [wide, high] = [x1 - x0, y1 - y0];
      const scale = at ? CLOSE_DPI / 72 : Math.min(DPI / 72, MOST_DOTS / Math.max(wide, high, 1));
      const side = CLOSE_UP * PT;
      try {
        const {
          width,
          height,
          greys: grey,
        } = at
          ? greysOfPart(page, rect(at.x * wide - side / 2, at.y * high - side / 2, side, side), scale)
          : greysOf(page, scale);
        size = { width, height, dot: 25.4 / 72 / scale };
        return grey;
      } finally {
        page.destroy();
      }
    });
    return { ...size, greys };
  } finally {
    close();
  }
}

const covered = (grey: Uint8Array): number => {
  let ink = 0;
  for (const v of grey) ink += 255 - v;
  return grey.length === 0 ? 0 : (100 * ink) / 255 / grey.length;
};

/** The most ink over a square millimetre, so that no single dot speaks for a page. @param dot mm */
export function mostInk(greys: readonly Uint8Array[], width: number, height: number, dot: number): PagePlates['most'] {
  const side = Math.max(1, Math.min(Math.round(1 / dot), width, height));
  // sums from the upper left corner, so that any square is four of them
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      for (const grey of greys) row += 255 - grey[y * width + x]!;
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row;
    }
  }
  let best = { total: 0, x: 0, y: 0 };
  const at = (x: number, y: number): number => sums[y * (width + 1) + x]!;
  for (let y = 0; y + side <= height; y++)
    for (let x = 0; x + side <= width; x++) {
      const sum = at(x + side, y + side) - at(x, y + side) - at(x + side, y) + at(x, y);
      const total = (100 * sum) / 255 / (side * side);
      if (total > best.total + 1e-9) best = { total, x: (x + side / 2) / width, y: (y + side / 2) / height };
    }
  return { total: Math.round(best.total * 10) / 10, x: best.x, y: best.y };
}
