import { PROCESS, sameInk } from '../../core';
import type { Space } from '../colour/spaces';
import { PdfSyntaxError } from '../syntax/objects';
import type { Flat } from './decide';

/** Less of an ink is none. */
const NONE = 1e-3;
/** Colours of a page that are told apart. */
const MOST_COLOURS = 60_000;

/** The third of the numbers that stand for a colour: what a colour of the file is not likely to have beside the other two. */
const check = (high: number, low: number): number => (high * 7 + low * 13 + 101) % 251;

/**
 * The colours of a page by numbers. Who draws a page knows where things lie and knows no inks; who reads it knows inks. So
 * each colour is drawn as a number, written in red, green and blue.
 */
export class Colours {
  private readonly flats: (Flat | null)[] = [];
  private readonly known = new Map<string, number>();
  /** Spot inks as they were first called: another case is no other ink. */
  private readonly spots: string[] = [];

  /**
   * @param space null where nobody knows what it is
   * @param over whether it overprints: what lies under it shows through it
   * @returns operands that set it
   */
  say(space: Space | null, colour: readonly number[], over: boolean): string {
    const flat = over || !space ? null : inksOf(space, colour, (ink) => this.called(ink));
    const id = flat ? [...flat].map(([ink, tint]) => `${ink}\n${tint.toFixed(4)}`).join('\n') : '-';
    let number = this.known.get(id);
    if (number === undefined) {
      number = this.flats.push(flat) - 1;
      if (number >= MOST_COLOURS) throw new PdfSyntaxError('A page has more colours than can be trapped.');
      this.known.set(id, number);
    }
    const [high, low] = [number >> 8, number & 255];
    return [high, low, check(high, low)].map((v) => (v / 255).toFixed(5)).join(' ');
  }

  /** The colour that a number stands for, and that number; null for anything else. */
  meant(rgb: readonly number[]): number | null {
    if (rgb.length !== 3) return null;
    const [high, low, third] = rgb.map((v) => Math.round(v * 255)) as [number, number, number];
    const number = high * 256 + low;
    return third === check(high, low) && this.flats[number] ? number : null;
  }

  private called(ink: string): string {
    const known = this.spots.find((name) => sameInk(name, ink));
    if (known === undefined) this.spots.push(ink);
    return known ?? ink;
  }

  flat(number: number): Flat {
    return this.flats[number]!;
  }
}

/** A colour in inks; null where it is none of inks alone. */
function inksOf(space: Space, colour: readonly number[], called: (ink: string) => string): Flat | null {
  if (space.light || space.pattern !== undefined) return null;
  const { process, spots, all } = space.tints(colour);
  if (all !== null) return null;
  const flat = new Map<string, number>();
  process.forEach((tint, i) => {
    if (tint > NONE) flat.set(PROCESS[i]!, tint);
  });
  for (const { name, tint } of spots) {
    if (name === 'None') return null;
    if (tint > NONE) flat.set(called(name), Math.min(1, tint));
  }
  return flat;
}
