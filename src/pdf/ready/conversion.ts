import { tonesOf, type MadeReady, type Tone } from '../../core';
import type { Bringing, Press } from '../icc/press';
import { CMYK, GRAY, readSpace, RGB, type Space } from '../colour/spaces';
import type { PdfFile } from '../syntax/file';
import { isDict, numberOf, Ref, type PdfValue } from '../syntax/objects';
import type { Change } from './change';

const clamp = (v: number | undefined): number => (v === undefined || !(v > 0) ? 0 : v > 1 ? 1 : v);
type Colour = readonly number[];

/** Spaces that a device has by name (8.6.4), and what profiles may stand for them where they are named (8.6.5.6). */
export const DEVICES: Readonly<Record<string, 'gray' | 'rgb' | 'cmyk'>> = {
  '/DeviceGray': 'gray',
  '/G': 'gray',
  '/DeviceRGB': 'rgb',
  '/RGB': 'rgb',
  '/DeviceCMYK': 'cmyk',
  '/CMYK': 'cmyk',
};
export const DEFAULTS = { gray: '/DefaultGray', rgb: '/DefaultRGB', cmyk: '/DefaultCMYK' } as const;

/** What the colours of spaces become in the inks of the press, its tones as they are wished. */
export class Conversion {
  private readonly tones: readonly Tone[] | null;
  private readonly devices = new Map<string, Change | null>();

  constructor(
    private readonly file: PdfFile,
    private readonly press: Press | null,
    private readonly wish: Pick<MadeReady, 'colour' | 'tone'>,
  ) {
    this.tones = wish.tone ? tonesOf(wish.tone) : null;
  }

  /** The tone of an ink by its place among the process inks; null where it is as it was. */
  tone(ink: number): Tone | null {
    return this.tones?.[ink] ?? null;
  }

  /** A space that the device has. */
  device(of: 'gray' | 'rgb' | 'cmyk'): Change | null {
    let known = this.devices.get(of);
    if (known === undefined) this.devices.set(of, (known = this.deviceAnew(of)));
    return known;
  }

  private deviceAnew(of: 'gray' | 'rgb' | 'cmyk'): Change | null {
    const { press } = this;
    if (of === 'rgb') return press ? this.brought(RGB, press.rgb, (c) => c) : null;
    if (!this.tones) return null;
    return of === 'gray' ? this.grey((g) => 1 - clamp(g)) : this.inks(CMYK, false);
  }

  /** A space of a family whose colours are measured: by a profile, or by figures; null for what has none. */
  measured(value: readonly PdfValue[]): Change | 'gray' | 'rgb' | 'cmyk' | null {
    const { file, press } = this;
    const family = file.get(value[0]);
    const was = (): Space => readSpace(file, [...value], undefined, () => true);
    if (family === '/ICCBased') return this.profiled(value[1], was);
    // without a press nobody knows more of them than before
    if (!press) return null;
    if (family === '/Lab') {
      const space = was();
      const unit = ([l = 0, a = 0, b = 0]: Colour): number[] => [l / 100, (a + 128) / 255, (b + 128) / 255];
      return this.brought(space, press.labs, unit);
    }
    const dict = file.get(value[1]);
    const numbers = (key: string, instead: readonly number[]): number[] => {
      const v = isDict(dict) ? file.get(dict.get(key)) : undefined;
      const list = Array.isArray(v) ? v.map((x) => numberOf(file.get(x), 0)) : [];
      return list.length === instead.length ? list : [...instead];
    };
    const white = numbers('/WhitePoint', [1, 1, 1]);
    if (family === '/CalGray') {
      const gamma = isDict(dict) ? numberOf(file.get(dict.get('/Gamma')), 1) : 1;
      return this.lit(GRAY, ([g]) => white.map((w) => w * clamp(g) ** gamma), white);
    }
    if (family !== '/CalRGB') return null;
    const gamma = numbers('/Gamma', [1, 1, 1]);
    const m = numbers('/Matrix', [1, 0, 0, 0, 1, 0, 0, 0, 1]);
    const xyz = (colour: Colour): number[] => {
      const [a, b, c] = [0, 1, 2].map((i) => clamp(colour[i]) ** gamma[i]!) as [number, number, number];
      return [0, 1, 2].map((i) => m[i]! * a + m[3 + i]! * b + m[6 + i]! * c);
    };
    return this.lit(RGB, xyz, white);
  }

  private profiled(v: PdfValue | undefined, was: () => Space): Change | 'gray' | 'rgb' | 'cmyk' | null {
    const { file, press, wish } = this;
    const object = v instanceof Ref ? file.object(v) : null;
    if (!object?.stream || !isDict(object.value)) return null;
    const components = numberOf(file.get(object.value.get('/N')), 0);
    const device = ({ 1: 'gray', 3: 'rgb', 4: 'cmyk' } as const)[components];
    if (!device) return null;
    if (device === 'cmyk' && (!press || wish.colour!.cmyk === 'numbers')) {
      // its numbers are what is printed
      return press || this.tones ? this.inks(was(), true) : null;
    }
    if (!press) return null;
    const bringing = press.of(file.streamData(object), components);
    if (bringing === 'same') return this.inks(was(), true);
    // by number, as any reader takes what is broken
    if (bringing === null) return device;
    const space = was();
    if (device === 'gray' && wish.colour!.blackAlone) return this.grey((g) => bringing.flat([clamp(g)])[3]!);
    const [low, high] = [space.decode[0] ?? 0, space.decode[1] ?? 1];
    const lab = space.decode.length === 6 && low === 0 && high === 100;
    return this.brought(
      space,
      bringing,
      lab ? ([l = 0, a = 0, b = 0]) => [l / 100, (a + 128) / 255, (b + 128) / 255] : (c) => c,
    );
  }

  /** Colours by the light that they are of: X, Y, Z under their own white, seen as under D50 by scaling (ICC.1, annex E). */
  private lit(was: Space, xyz: (colour: Colour) => readonly number[], white: readonly number[]): Change {
    const f = (t: number): number => (t > (6 / 29) ** 3 ? Math.cbrt(t) : t / (3 * (6 / 29) ** 2) + 4 / 29);
    const unit = (colour: Colour): number[] => {
      const [x, y, z] = xyz(colour).map((v, i) => f(Math.max(0, v) / (white[i]! > 0 ? white[i]! : 1))) as [
        number,
        number,
        number,
      ];
      return [(116 * y - 16) / 100, (500 * (x - y) + 128) / 255, (200 * (y - z) + 128) / 255];
    };
    return this.brought(was, this.press!.labs, unit, false);
  }

  /** @param unit the numbers of a colour as the engine has them @param straight whether a picture's bytes are as well */
  private brought(was: Space, by: Bringing, unit: (colour: Colour) => Colour, straight = true): Change {
    const toned = (cmyk: Colour): Colour => (this.tones ? cmyk.map((v, i) => this.tones![i]!(v)) : cmyk);
    return {
      space: '/DeviceCMYK',
      was,
      same: false,
      whole: true,
      into: (colour) => toned(by.flat(unit(colour))),
      smooth: (colour) => toned(by.smooth(unit(colour))),
      neutral: (colour) => by.neutral(unit(colour)),
      ...(straight && was.components !== 1
        ? { pixels: (data) => this.tonedPixels(by.pixels(laid(was, data)), 4) }
        : {}),
    };
  }

  private tonedPixels(data: Uint8Array, inks: number): Uint8Array {
    if (!this.tones) return data;
    const tables = this.tones.map((tone) =>
      Uint8Array.from({ length: 256 }, (_, v) => Math.round(tone(v / 255) * 255)),
    );
    for (let i = 0; i < data.length; i++) data[i] = tables[i % inks]![data[i]!]!;
    return data;
  }

  /** Grey, in black alone. @param black how much of it for a grey */
  private grey(black: (grey: number) => number): Change {
    const tone = this.tone(3);
    return {
      space: '/DeviceGray',
      was: GRAY,
      same: false,
      into: ([g = 0]) => [1 - (tone ? tone(black(g)) : black(g))],
    };
  }

  /** The inks of the press, by number. @param named whether the space they come of was another than the device's own */
  private inks(was: Space, named: boolean): Change {
    const { tones } = this;
    if (!tones) return { space: '/DeviceCMYK', was, same: true, whole: named, into: (colour) => colour };
    return {
      space: '/DeviceCMYK',
      was,
      same: false,
      whole: named,
      into: (colour) => tones.map((tone, i) => tone(clamp(colour[i]))),
      pixels: (data) => this.tonedPixels(Uint8Array.from(data), 4),
    };
  }
}

/** A picture's bytes as the engine has them: a* and b* from -128 on, whatever they run between. */
function laid(was: Space, data: Uint8Array | Uint8ClampedArray): Uint8Array | Uint8ClampedArray {
  const { decode } = was;
  if (decode.length !== 6 || decode[1] !== 100) return data;
  const tables = [0, 1, 2].map((c) => {
    const [low, high] = [decode[2 * c]!, decode[2 * c + 1]!];
    return Uint8Array.from({ length: 256 }, (_, v) => {
      const of = low + (v / 255) * (high - low);
      return Math.min(255, Math.max(0, Math.round(c === 0 ? (of / 100) * 255 : of + 128)));
    });
  });
  return Uint8Array.from(data, (v, i) => tables[i % 3]![v]!);
}
