import { createHash } from 'node:crypto';
import type { MadeColour } from '../../core';
import type { ColourEngine, Opened, Through, Way } from './engine';
import type { Lab } from './difference';
import { PdfSyntaxError } from '../syntax/objects';
import { ProfileError } from './errors';
import { CHANNELS, readProfile } from './profile';

/** Ways from colours of one kind into the inks of a press. All numbers run from 0 to 1 over what their space has. */
export interface Bringing {
  /** A colour of what is drawn: what is neutral in black alone, where that is wished. */
  readonly flat: (colour: readonly number[]) => readonly number[];
  /** A colour among others that it runs into, which would show where a neutral one jumped to black alone. */
  readonly smooth: (colour: readonly number[]) => readonly number[];
  /** Whether a colour is neutral, and printed in black alone. */
  readonly neutral: (colour: readonly number[]) => boolean;
  /** Pixels, a byte a number. */
  readonly pixels: (data: Uint8Array | Uint8ClampedArray) => Uint8Array;
}

/** Numbers of a colour that differ by no more than this are alike; a* and b* from their middle. */
const ALIKE = 1 / 512;
/** Steps of black that are looked at to know how light it is. */
const STEPS = 256;
/** Profiles of files that are open at once; and how many are left open for the next pages that are drawn. */
const MOST_OPEN = 400;
const CROWDED = 32;

const lightness = (l: number): number => (l > 0.08 ? ((l * 100 + 16) / 116) ** 3 : (l * 100) / 903.3);

/** A press by its profile, and how colours are brought to it. */
export class Press {
  private readonly press: Opened;
  private readonly lab: Opened;
  private readonly srgb: Opened;
  private readonly opened = new Map<string, { readonly profile: Opened; readonly bringing: Bringing }>();
  private readonly ways: Through[] = [];
  private toScreen: Through | null = null;
  private ramp: readonly number[] | null = null;
  private builtIn: { readonly rgb: Bringing; readonly lab: Bringing } | null = null;

  /** @throws ProfileError where the profile is none of a press with four inks */
  constructor(
    private readonly engine: ColourEngine,
    readonly bytes: Uint8Array,
    private readonly wish: Pick<MadeColour, 'intent' | 'blackPoint' | 'blackAlone'>,
  ) {
    const { space, prints } = readProfile(bytes);
    if (space !== 'cmyk' || !prints)
      throw new ProfileError('It is of no press that prints in cyan, magenta, yellow and black.');
    this.press = engine.open(bytes);
    this.lab = engine.lab();
    this.srgb = engine.srgb();
    try {
      // a profile that leads one way only is of no use here
      this.through(this.lab, this.press, 2);
      this.through(this.press, this.lab, 2);
    } catch (e) {
      this.close();
      throw e;
    }
  }

  /** Red, green and blue that nobody says more of. */
  get rgb(): Bringing {
    return this.known.rgb;
  }

  /** L*, a*, b*: 0 to 1 for 0 to 100, and for -128 to 127. */
  get labs(): Bringing {
    return this.known.lab;
  }

  private get known(): { readonly rgb: Bringing; readonly lab: Bringing } {
    return (this.builtIn ??= { rgb: this.bringing(this.srgb), lab: this.bringing(this.lab) });
  }

  /**
   * Colours of a profile that a file brings.
   * @param components how many numbers the file says its colours have
   * @throws PdfSyntaxError where there are more of them than anybody has
   * @returns 'same' for the press' own; null for one that colours do not go through: every reader takes its colours by number
   */
  of(bytes: Uint8Array, components: number): Bringing | 'same' | null {
    const id = createHash('sha256').update(bytes).digest('hex');
    const known = this.opened.get(id);
    if (known) return known.bringing;
    if (id === this.own) return 'same';
    // never by number in silence
    if (this.opened.size >= MOST_OPEN)
      throw new PdfSyntaxError(`More than ${MOST_OPEN} colour profiles are in its files.`);
    let profile: Opened | null = null;
    try {
      if (CHANNELS[readProfile(bytes).space] !== components) return null;
      profile = this.engine.open(bytes);
      const bringing = this.bringing(profile);
      this.opened.set(id, { profile, bringing });
      return bringing;
    } catch (e) {
      if (profile) this.engine.close(profile);
      if (e instanceof ProfileError) return null;
      throw e;
    }
  }

  /** Whether so many profiles are open that a fresh one is better taken for what comes next. */
  get crowded(): boolean {
    return this.opened.size > CROWDED;
  }

  private ownId: string | null = null;
  private get own(): string {
    return (this.ownId ??= createHash('sha256').update(this.bytes).digest('hex'));
  }

  /** How much black alone is as light as something of luminance Y, the darkest black and paper for its darkest and white. */
  black(y: number): number {
    const ramp = (this.ramp ??= this.blacks());
    const [paper, darkest] = [ramp[0]!, ramp[STEPS]!];
    const wanted = darkest + Math.min(1, Math.max(0, y)) * (paper - darkest);
    // lighter and lighter towards none of it
    let [low, high] = [0, STEPS];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (ramp[middle]! >= wanted) low = middle;
      else high = middle;
    }
    const step = ramp[low]! - ramp[high]!;
    return (low + (step > 0 ? Math.min(1, Math.max(0, (ramp[low]! - wanted) / step)) : 0)) / STEPS;
  }

  private blacks(): number[] {
    const way = this.engine.between(this.press, this.lab, { intent: 'relative', blackPoint: false, bytes: 2 });
    const all: number[] = [];
    for (let i = 0; i <= STEPS; i++) {
      const y = lightness(way.colour([0, 0, 0, i / STEPS])[0]!);
      // a measured ramp may rise by a hair
      all.push(Math.min(y, all.at(-1) ?? 1));
    }
    way.close();
    return all;
  }

  /** What pixels of its inks look like on a screen (IEC 61966-2-1), paper as the white of it: a black is as dark as it comes out. */
  shown(data: Uint8Array | Uint8ClampedArray): Uint8Array {
    if (!this.toScreen) {
      const way = { intent: 'relative', blackPoint: false, bytes: 1 } as const;
      this.toScreen = this.engine.between(this.press, this.srgb, way);
      this.ways.push(this.toScreen);
    }
    return this.toScreen.pixels(data);
  }

  /** What its inks look like on its paper, each 0 to 1: L*, a*, b*. */
  seen(inks: readonly number[]): Lab {
    return this.measured('inks', this.press, inks);
  }

  /** What red, green and blue look like that nobody says more of (IEC 61966-2-1). */
  seenLight(rgb: readonly number[]): Lab {
    return this.measured('light', this.srgb, rgb);
  }

  private readonly measuring = new Map<string, Through>();
  private measured(id: string, from: Opened, colour: readonly number[]): Lab {
    let way = this.measuring.get(id);
    if (!way) {
      way = this.engine.between(from, this.lab, { intent: 'relative', blackPoint: false, bytes: 2 });
      this.measuring.set(id, way);
      this.ways.push(way);
    }
    const [l, a, b] = way.colour(colour) as [number, number, number];
    return [l * 100, a * 255 - 128, b * 255 - 128];
  }

  private through(from: Opened, to: Opened, bytes: Way['bytes']): Through {
    const way = this.engine.between(from, to, { ...this.wish, bytes });
    this.ways.push(way);
    return way;
  }

  private bringing(from: Opened): Bringing {
    const one = this.through(from, this.press, 2);
    let many: Through | null = null;
    const light =
      from.space === 'lab'
        ? null
        : this.engine.between(from, this.lab, { intent: 'relative', blackPoint: false, bytes: 2 });
    if (light) this.ways.push(light);
    const { blackAlone } = this.wish;
    const neutral = blackAlone ? NEUTRAL[from.space] : () => false;
    const luminance = (colour: readonly number[]): number => lightness((light ? light.colour(colour) : colour)[0] ?? 0);
    const smooth = (colour: readonly number[]): number[] => one.colour(colour);
    return {
      neutral,
      smooth,
      flat: (colour) => (neutral(colour) ? [0, 0, 0, this.black(luminance(colour))] : smooth(colour)),
      pixels: (data) => (many ??= this.through(from, this.press, 1)).pixels(data),
    };
  }

  close(): void {
    for (const way of this.ways) way.close();
    for (const { profile } of this.opened.values()) this.engine.close(profile);
    for (const profile of [this.press, this.lab, this.srgb]) this.engine.close(profile);
  }
}
const close = (a: number | undefined, b: number | undefined): boolean => Math.abs((a ?? 0) - (b ?? 0)) < ALIKE;
/** Which colours are neutral, by what their space is of; inks that have black keep it by the engine. */
const NEUTRAL = {
  gray: () => true,
  rgb: ([r, g, b]: readonly number[]) => close(r, g) && close(g, b),
  lab: ([, a, b]: readonly number[]) => close(a, 128 / 255) && close(b, 128 / 255),
  cmyk: () => false,
} as const;
