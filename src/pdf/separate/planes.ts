import { PROCESS } from '../../core';
import type { Space } from '../colour/spaces';
import type { Samples } from './pictures';
import { amountOn, type Plate } from './plate';

/** More of an ink than this, of 255, is seen. */
const SEEN = 5;

/** A picture parted into its inks. */
interface Parted {
  /** Each plate's part, 255 where there is nothing of its ink. */
  readonly of: readonly Uint8Array[];
  /** Of each process ink that has no plate, how many pixels have some. */
  readonly lost: readonly number[];
}

/** Parts a picture into its inks. The two kinds that nearly all pictures are have a way of their own: photographs are large. */
export function planesOf(samples: Samples, space: Space, plates: readonly Plate[]): Parted {
  return space.plain ? byProcess(samples, space.plain, plates) : byColour(samples, space, plates);
}

/** Process inks as they are, or red, green and blue with what is common to all three in black. */
function byProcess({ data, components }: Samples, plain: 'cmyk' | 'rgb', plates: readonly Plate[]): Parted {
  const count = data.length / components;
  const inks = PROCESS.map(() => new Uint8Array(count));
  const [c, m, y, k] = inks as [Uint8Array, Uint8Array, Uint8Array, Uint8Array];
  if (plain === 'cmyk')
    for (let i = 0, at = 0; i < count; i++, at += 4) {
      c[i] = 255 - data[at]!;
      m[i] = 255 - data[at + 1]!;
      y[i] = 255 - data[at + 2]!;
      k[i] = 255 - data[at + 3]!;
    }
  else
    for (let i = 0, at = 0; i < count; i++, at += 3) {
      const [r, g, b] = [data[at]!, data[at + 1]!, data[at + 2]!];
      const light = Math.max(r, g, b);
      c[i] = 255 - light + r;
      m[i] = 255 - light + g;
      y[i] = 255 - light + b;
      k[i] = light;
    }
  const lost = inks.map((ink, i) =>
    plates.some((p) => p.process === i) ? 0 : ink.reduce((n, v) => (255 - v > SEEN ? n + 1 : n), 0),
  );
  const paper = new Uint8Array(count).fill(255);
  return { of: plates.map(({ process }) => inks[process] ?? paper), lost };
}

/** Colours of any space, one by one. */
function byColour({ data, components }: Samples, space: Space, plates: readonly Plate[]): Parted {
  const count = data.length / components;
  const of = plates.map(() => new Uint8Array(count));
  const without = PROCESS.map((_, i) => !plates.some((p) => p.process === i));
  const lost = [0, 0, 0, 0];
  const colour = new Array<number>(components).fill(0);
  const now = new Uint8Array(plates.length);
  let before = -1;
  let losing: readonly boolean[] = [];
  for (let i = 0, at = 0; i < count; i++, at += components) {
    // neighbours are often alike
    let id = 0;
    for (let c = 0; c < components; c++) id = id * 256 + data[at + c]!;
    if (id !== before || components > 6) {
      before = id;
      for (let c = 0; c < components; c++) {
        const [low, high] = [space.decode[2 * c]!, space.decode[2 * c + 1]!];
        colour[c] = low + (data[at + c]! / 255) * (high - low);
      }
      const tints = space.tints(colour);
      plates.forEach((plate, p) => {
        now[p] = 255 - Math.round(amountOn(plate, tints) * 255);
      });
      losing = tints.process.map((v, k) => without[k]! && v * 255 > SEEN);
    }
    for (let p = 0; p < plates.length; p++) of[p]![i] = now[p]!;
    for (let k = 0; k < 4; k++) if (losing[k]) lost[k]!++;
  }
  return { of, lost };
}
