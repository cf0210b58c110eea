/** For tests of colours that are brought to a press: pages of swatches, and what Ghostscript finds of them on the plates. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import { expect } from 'vitest';
import { patched, USUAL_COLOUR, type ArtworkWish, type ColourWish, type Docket } from '../../core';
import { flatDocketFor, SHOP } from '../../core/testing';
import { compose, type ComposeJob } from '../compose';
import { pressFor } from '../icc';
import { differenceOf } from '../icc/difference';
import { labOf, PRESS, SRGB, transicc } from '../icc/testing';
import { readArtwork } from '../read';
import { separationsOf, type Greys } from '../separate/testing';
import { run, scratch, writePdf } from '../testing';
import { readierFor } from '.';

const dir = scratch();
let serial = 0;
export const MM = 72 / 25.4;
export const [WIDE, HIGH] = [100 * MM, 60 * MM];
export const PROFILE = { name: 'The press', sha256: 'a'.repeat(64) };

export type Inks = readonly [number, number, number, number];
export type Colour = readonly number[];

export const stream = (dict: string, data: Uint8Array): string => {
  const packed = deflateSync(data);
  return `<<${dict}/Filter/FlateDecode/Length ${packed.length}>>\nstream\n${packed.toString('latin1')}\nendstream`;
};
export const profiled = (path: string, components: number): string =>
  stream(`/N ${components}`, new Uint8Array(readFileSync(path)));

export async function jobOf(
  content: string,
  resources = '',
  things: Readonly<Record<number, string>> = {},
  page = '',
): Promise<ComposeJob> {
  const source = join(dir, `in${++serial}.pdf`);
  const boxes = `/MediaBox[0 0 ${WIDE} ${HIGH}]/TrimBox[0 0 ${WIDE} ${HIGH}]${page}`;
  writePdf(source, [{ entries: `${boxes}/Resources<<${resources}>>`, content }], things);
  const { artwork } = await readArtwork(source, `${source}.work`);
  const docket = patched(flatDocketFor(artwork), {
    sheet: { stock: { ...SHOP.stocks[2]!, width: 160, height: 120 } },
    product: { finished: { width: 100, height: 60 }, bleed: 0, sides: 'one', copies: 1, lies: { columns: 1, rows: 1 } },
    marks: { slug: { on: false }, crop: { on: false } },
  });
  return { docket, artwork, source, out: join(dir, `out${serial}.pdf`) };
}

export const wished = (how: Partial<ColourWish> = {}): Partial<ArtworkWish> => ({
  colour: { ...USUAL_COLOUR, profile: PROFILE, ...how },
});

export async function written(job: ComposeJob, wish: Partial<ArtworkWish>): Promise<string> {
  const out = join(dir, `ready${++serial}.pdf`);
  const docket = patched(job.docket as Docket, { artwork: wish });
  const { colour } = docket.artwork;
  const press = colour ? await pressFor(PRESS, { ...colour, profile: PROFILE }) : null;
  compose({ ...job, docket, out, readier: readierFor(press), profile: PRESS });
  expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
  return out;
}

export const NAMES = ['Cyan', 'Magenta', 'Yellow', 'Black'];
/** Dots of the sheet, and of the page's lower left corner on it: it lies in the middle. */
export const [ACROSS, DOWN] = [Math.round(160 * MM), Math.round(120 * MM)];
export const [LEFT, FOOT] = [30 * MM, 30 * MM];

/** The inks that Ghostscript finds at places of the page, in points, per cent. */
export async function plates(pdf: string): Promise<(x: number, y: number) => Inks> {
  const [page] = await separationsOf(pdf, undefined, '-dUseFastColor=false');
  const at = (greys: Greys | undefined, x: number, y: number): number => {
    if (!greys) return 0;
    const width = greys.length / DOWN;
    expect(Math.abs(width - ACROSS)).toBeLessThanOrEqual(1);
    return ((255 - greys[Math.round(DOWN - FOOT - y) * width + Math.round(LEFT + x)]!) / 255) * 100;
  };
  return (x, y) => NAMES.map((ink) => at(page!.get(ink), x, y)) as unknown as Inks;
}

export const [COLUMNS, ROWS] = [8, 6];
export const [STEP, RISE] = [WIDE / COLUMNS, HIGH / ROWS];
/** Colours that are spread over a space, its corners among them; none of them grey. */
export const COLOURS: Colour[] = Array.from({ length: COLUMNS * ROWS }, (_, i) =>
  i < 6
    ? [(i + 1) & 1, ((i + 1) >> 1) & 1, ((i + 1) >> 2) & 1]
    : [((i * 37) % 101) / 100, ((i * 53) % 97) / 96, ((i * 29) % 89) / 88],
);
export const middle = (i: number): [number, number] => [
  ((i % COLUMNS) + 0.5) * STEP,
  (Math.floor(i / COLUMNS) + 0.5) * RISE,
];
export const swatches = (set: (colour: Colour) => string, colours: readonly Colour[] = COLOURS): string =>
  colours
    .map((c, i) => `${set(c)} ${(i % COLUMNS) * STEP} ${Math.floor(i / COLUMNS) * RISE} ${STEP} ${RISE} re f`)
    .join('\n');

export async function worst(
  pdf: string,
  wanted: readonly (readonly number[])[],
  places = COLOURS.map((_, i) => middle(i)),
): Promise<number> {
  const at = await plates(pdf);
  const [ours, theirs] = [labOf(places.map(([x, y]) => at(x, y))), labOf(wanted)];
  return Math.max(...ours.map((lab, i) => differenceOf(lab, theirs[i]!)));
}

export const bytes = COLOURS.map((c) => c.map((v) => v * 255));
export const rgbOn = (path = SRGB): number[][] => transicc(path, PRESS, bytes, '-t1', '-b');
export const asLab = ([l, a, b]: Colour): number[] => [l! * 100, a! * 160 - 80, b! * 160 - 80];
export const n = (c: Colour): string => c.map((v) => v.toFixed(4)).join(' ');

export const picture = (space: string, data: Uint8Array, more = ''): string =>
  stream(
    `/Type/XObject/Subtype/Image/Width ${COLUMNS}/Height ${ROWS}/BitsPerComponent 8/ColorSpace ${space}${more}`,
    data,
  );
// rows of pictures run from the top down
export const rows = <T>(of: readonly T[]): T[] =>
  Array.from({ length: ROWS }, (_, r) => of.slice((ROWS - 1 - r) * COLUMNS, (ROWS - r) * COLUMNS)).flat();
export const WHOLE = `q ${WIDE} 0 0 ${HIGH} 0 0 cm /P Do Q`;
export const NAMED = '/XObject<</P 100 0 R>>';
export const BYTES = Uint8Array.from(rows(bytes).flat(), Math.round);
export const ROUNDED = bytes.map((c) => c.map(Math.round));
export const tables = COLOURS.map((c) =>
  c
    .map((v) =>
      Math.round(v * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join(''),
).join('');

export const CAL =
  '[/CalRGB<</WhitePoint[0.9505 1 1.089]/Gamma[2.2 2.2 2.2]/Matrix[0.4124 0.2126 0.0193 0.3576 0.7152 0.1192 0.1805 0.0722 0.9505]>>]';
export const LAB = '[/Lab<</WhitePoint[0.9642 1 0.8249]/Range[-80 80 -80 80]>>]';

/** Eight by six of one brown (200, 60, 20), packed without loss. */
export const JP2 =
  'AAAADGpQICANCocKAAAAFGZ0eXBqcDIgAAAAAGpwMiAAAAAtanAyaAAAABZpaGRyAAAABgAAAAgAAwcHAAAAAAAPY29scgEAAAAAABAAAAC8anAyY/9P/1EALwAAAAAACAAAAAYAAAAAAAAAAAAAAAgAAAAGAAAAAAAAAAAAAwcBAQcBAQcBAf9SAAwAAAABAQAEBAAB/1wABEBA/2QAJQABQ3JlYXRlZCBieSBPcGVuSlBFRyB2ZXJzaW9uIDIuNS4w/5AACgAAAAAARAAB/5PH1B4RUFSHLusgAAYSDAnOEhLH1BoRUFSHLusgAAYSEv9/34CIFABciJNxAAAGEhLN3IAGEhL/2Q==';
