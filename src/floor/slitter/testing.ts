/** For tests: tickets printed for a slitter that reads its sheets, and what comes out of it beside the pages that went in. */
import { join } from 'node:path';
import sharp, { type Sharp } from 'sharp';
import {
  plan,
  programsOf,
  turnsOf,
  type DocketOf,
  type FinisherOf,
  type Plan,
  type Reads,
  type Rect,
} from '../../core';
import { coderOf } from '../../core/codes';
import { changed, flatDocketFor, SHOP, SLITTER } from '../../core/testing';
import { compose, pixelsOf, readArtwork, type Pixels } from '../../pdf';
import { run, scratch, writePdf } from '../../pdf/testing';
import type { Machine } from './pass';

const dir = scratch();
const K = 72 / 25.4;
const BLEED = 3;
const SIZE = { width: 148, height: 70 };

/** Tickets that are told apart by eye: colours, a bar that grows, a large number; each with bleed. */
function tickets(count: number): string {
  const [w, h] = [(SIZE.width + 2 * BLEED) * K, (SIZE.height + 2 * BLEED) * K];
  const pages = Array.from({ length: count }, (_, i) => ({
    entries: `/MediaBox[0 0 ${w} ${h}]/TrimBox[${BLEED * K} ${BLEED * K} ${w - BLEED * K} ${h - BLEED * K}]`,
    content:
      `${(i % 3) / 3} ${((i * 2) % 5) / 5} ${0.3 + (i % 4) / 8} rg 0 0 ${w} ${h} re f ` +
      `1 g 40 30 ${30 + 20 * i} 40 re f 0 g BT /F 60 Tf 60 100 Td (No ${i + 1}) Tj ET`,
  }));
  const path = join(dir, `tickets-${count}.pdf`);
  writePdf(path, pages);
  return path;
}

export const READS: Reads = {
  mark: { side: 14, lead: 8, length: 14, width: 2 },
  code: { symbology: 'code-128', side: 34, lead: 7, width: 40, height: 8 },
};
export const SLIT: FinisherOf<'slitter'> = {
  ...SLITTER,
  largest: { width: 365, height: 650 },
  mostSlits: 10,
  mostCrossCuts: 25,
  guide: 'right',
  reads: READS,
};

export interface Printed {
  readonly docket: DocketOf<'flat'>;
  readonly planned: Plan<'flat'>;
  readonly pixels: Pixels;
  /** The imposed sheets, and the artwork. */
  readonly out: string;
  readonly source: string;
  readonly machine: Machine;
}

export async function printed(slitter: FinisherOf<'slitter'>, count = 10, up?: number): Promise<Printed> {
  const source = tickets(count);
  const { artwork } = await readArtwork(source, `${source}.work`);
  const docket = changed(flatDocketFor(artwork), {
    product: {
      sides: 'one',
      copies: 1,
      bleed: BLEED,
      finished: SIZE,
      order: { kind: 'sequence', way: 'across', last: null },
      lies: { columns: up ?? null },
    },
    sheet: { stock: SHOP.stocks[2]! },
    finish: { here: true, route: [{ process: 'cut', machine: slitter }] },
  });
  const out = join(dir, `out-${slitter.guide}-${count}.pdf`);
  const coder = await coderOf(docket);
  compose({ docket, artwork, source, out, ...(coder ? { coder } : {}) });
  const planned = plan(docket, artwork);
  return {
    docket,
    planned,
    out,
    source,
    pixels: pixelsOf(out, 1, 8),
    machine: { guide: slitter.guide, reads: slitter.reads!, programs: programsOf(docket.finish, planned, 'Tickets') },
  };
}

/** A page as poppler draws it at 150 dpi, its trim alone, turned as its piece lies on the sheet. */
async function drawnByPoppler(source: string, page: number, turns: number): Promise<Sharp> {
  const file = join(dir, `page-${page}`);
  const at = (mm: number): string => String(Math.round((mm * 150) / 25.4));
  const box = ['-x', at(BLEED), '-y', at(BLEED), '-W', at(SIZE.width), '-H', at(SIZE.height)];
  run('pdftoppm', '-png', '-singlefile', '-r', '150', '-f', String(page), ...box, source, file);
  return sharp(
    await sharp(`${file}.png`)
      .rotate(-90 * turns)
      .toBuffer(),
  );
}

/** How far two pictures are from each other in the mean, of all there is between black and white. */
async function apart(a: Pixels, b: Sharp): Promise<number> {
  const raw = await b.resize(a.width, a.height, { fit: 'fill' }).removeAlpha().toColourspace('srgb').raw().toBuffer();
  let sum = 0;
  for (let i = 0; i < raw.length; i++) sum += Math.abs(raw[i]! - a.rgb[i]!);
  return sum / raw.length / 255;
}

/** Every piece beside the page that the plan has there. */
export async function worst(
  { planned, source }: Printed,
  pieces: readonly { readonly rect: Rect; readonly pixels: Pixels }[],
): Promise<number> {
  const { front, lay } = planned.sheets.main;
  if (pieces.length !== front.length) throw new Error(`${pieces.length} pieces came out of ${front.length}.`);
  let most = 0;
  for (const { rect, pixels } of pieces) {
    const cell = front.find((c) => Math.abs(c.trim.x - rect.x) < 0.01 && Math.abs(c.trim.y - rect.y) < 0.01)!;
    const turns = turnsOf(lay.downs[cell.down]!.at);
    most = Math.max(most, await apart(pixels, await drawnByPoppler(source, cell.page!, turns)));
  }
  return most;
}
