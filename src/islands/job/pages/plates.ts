import { useEffect, useState } from 'react';
import * as z from 'zod';
import { ask, platesUrl, Refused } from '../../../ui/client';
import { useJob } from '../context';

/** One of the job's files, from 0: as it is, and as its pages are printed. */
export const usePageFile = (file: number): { readonly own: string; readonly ready: string } =>
  useJob(({ docket, files }) => ({
    own: [docket.artwork.file, ...docket.artwork.more][file]?.sha256 ?? '',
    ready: files[file] ?? '',
  }));

const Lab = z.tuple([z.number(), z.number(), z.number()]);
const SpotInk = z.object({
  by: z.string(),
  lab: Lab.nullable(),
  printed: Lab.nullable(),
  difference: z.number().nullable(),
});
/** What a spot ink is meant to look like, and what process inks make of it. */
export type SpotSaid = z.infer<typeof SpotInk>;

/** The inks of a page as they are looked at. */
const Said = z.object({
  width: z.int(),
  height: z.int(),
  plates: z.array(
    z.object({
      ink: z.string(),
      process: z.boolean(),
      coverage: z.number(),
      rgb: z.tuple([z.number(), z.number(), z.number()]),
      spot: SpotInk.nullish(),
      png: z.string(),
    }),
  ),
  more: z.int(),
  most: z.object({ total: z.number(), x: z.number(), y: z.number() }),
});

export interface Plate {
  readonly ink: string;
  readonly process: boolean;
  readonly coverage: number;
  readonly rgb: readonly [number, number, number];
  readonly spot: SpotSaid | null;
  /** Row by row, 255 where there is none. */
  readonly grey: Uint8Array;
}
export interface Plates {
  readonly width: number;
  readonly height: number;
  readonly plates: readonly Plate[];
  /** Spot inks beyond those, shown in what stands for them. */
  readonly more: number;
  readonly most: { readonly total: number; readonly x: number; readonly y: number };
}

async function greyOf(png: string, width: number, height: number): Promise<Uint8Array> {
  const bytes = Uint8Array.from(atob(png), (c) => c.charCodeAt(0));
  const picture = await createImageBitmap(new Blob([bytes], { type: 'image/png' }), { colorSpaceConversion: 'none' });
  const canvas = new OffscreenCanvas(width, height);
  const on = canvas.getContext('2d', { willReadFrequently: true })!;
  on.drawImage(picture, 0, 0);
  picture.close();
  const { data } = on.getImageData(0, 0, width, height);
  const grey = new Uint8Array(width * height);
  for (let i = 0; i < grey.length; i++) grey[i] = data[4 * i]!;
  return grey;
}

async function load(url: string): Promise<Plates> {
  const { plates, ...rest } = Said.parse(await ask(url));
  return {
    ...rest,
    plates: await Promise.all(
      plates.map(async ({ png, spot = null, ...plate }) => ({
        ...plate,
        spot,
        grey: await greyOf(png, rest.width, rest.height),
      })),
    ),
  };
}

/** What is known of a page's inks: they come by and by. */
export type Parting =
  | { readonly kind: 'coming' }
  | { readonly kind: 'there'; readonly plates: Plates }
  | { readonly kind: 'not'; readonly why: string };

/** A place on a page, 0 to 1 from its upper left. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

/**
 * The inks of a page of a file, asked for when it is looked at.
 * @param file as its pages are drawn @param at the middle of what is looked at closely, or the whole page; null for nothing
 */
export function usePlates(file: string, page: number, at: Spot | 'whole' | null): Parting {
  const url = at === null ? null : platesUrl(file, page, at === 'whole' ? null : at);
  const [known, set] = useState<{ readonly url: string; readonly it: Parting }>({ url: '', it: { kind: 'coming' } });
  useEffect(() => {
    if (url === null) return;
    let wanted = true;
    const done = (it: Parting): void => {
      if (wanted) set({ url, it });
    };
    load(url).then(
      (plates) => done({ kind: 'there', plates }),
      (e: unknown) =>
        done({
          kind: 'not',
          why: e instanceof Refused ? e.message : 'The inks of this page did not come. Look again.',
        }),
    );
    return () => {
      wanted = false;
    };
  }, [url]);
  return known.url === url ? known.it : { kind: 'coming' };
}

/** Lays inks over each other on white paper, as light goes through them: red, green, blue and 255, dot by dot. */
export function laidOver(
  plates: readonly Pick<Plate, 'grey' | 'rgb'>[],
  count: number,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(4 * count).fill(255);
  for (const { grey, rgb } of plates) {
    // what is left of light through each amount of the ink
    const through = rgb.map((c) => Float32Array.from({ length: 256 }, (_, v) => 1 - (1 - v / 255) * (1 - c / 255)));
    const [r, g, b] = through as [Float32Array, Float32Array, Float32Array];
    for (let i = 0, at = 0; i < count; i++, at += 4) {
      const v = grey[i]!;
      if (v === 255) continue;
      out[at]! *= r[v]!;
      out[at + 1]! *= g[v]!;
      out[at + 2]! *= b[v]!;
    }
  }
  return out;
}

/** How much of the others is left beside an ink that is looked for. */
const PALE = 1 / 6;
/** What stands for an ink that is looked for: seen on all others, whatever it looks like itself. */
const LIT = [214, 40, 120] as const;

/**
 * Where one ink lies: it in a colour that stands out, and what else is on the page pale and grey beneath.
 * @param plates all of the page's
 */
export function litUp(
  plates: readonly Pick<Plate, 'ink' | 'grey' | 'rgb'>[],
  ink: string,
  count: number,
): Uint8ClampedArray<ArrayBuffer> {
  const out = laidOver(
    plates.filter((p) => p.ink !== ink),
    count,
  );
  for (let at = 0; at < out.length; at += 4) {
    const light = 255 - (255 - (out[at]! + out[at + 1]! + out[at + 2]!) / 3) * PALE;
    out[at] = out[at + 1] = out[at + 2] = light;
  }
  const grey = plates.find((p) => p.ink === ink)?.grey;
  for (let i = 0, at = 0; grey && i < count; i++, at += 4) {
    const amount = 1 - grey[i]! / 255;
    if (amount === 0) continue;
    LIT.forEach((c, n) => (out[at + n] = out[at + n]! * (1 - amount) + c * amount));
  }
  return out;
}

/** How much of an ink there is at a dot, per cent. */
export const amountAt = ({ grey }: Pick<Plate, 'grey'>, at: number): number =>
  Math.round(((255 - (grey[at] ?? 255)) / 255) * 100);
