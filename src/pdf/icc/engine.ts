import { instantiate, type Lcms } from 'lcms-wasm';
import { ProfileError } from './errors';
import { CHANNELS, readProfile, type ProfileSpace } from './profile';

/** How colours that the press cannot print are brought near (ICC.1, 6.2). */
export type Intent = 'perceptual' | 'relative' | 'saturation' | 'absolute';

/** A profile that is open, by its handle. */
export interface Opened {
  readonly handle: number;
  readonly space: ProfileSpace;
}

/** Kinds of colour as LittleCMS numbers them. */
const KINDS: Readonly<Record<ProfileSpace, number>> = { gray: 3, rgb: 4, cmyk: 6, lab: 10 };
const INTENTS: readonly Intent[] = ['perceptual', 'relative', 'saturation', 'absolute'];
/** The same that keep what is in black alone in black alone, from inks to inks. */
const BLACK_ALONE = 10;
const [UNHURRIED, FINE, BLACK_POINT] = [0x0100, 0x0400, 0x2000];
/** Pixels that go through at once. */
const AT_ONCE = 1 << 15;

/** How colours go from one profile to another. */
export interface Way {
  readonly intent: Intent;
  /** Whether the darkest of one becomes the darkest of the other. */
  readonly blackPoint: boolean;
  /** Whether what is in black alone stays so, from inks to inks. */
  readonly blackAlone?: boolean;
  /** Bytes of a number: 2 for single colours, gone through one by one; 1 for pictures, by a table made beforehand. */
  readonly bytes: 1 | 2;
}

/** LittleCMS, the colour engine. One does for a thread. */
export class ColourEngine {
  private constructor(private readonly lcms: Lcms) {}

  private static starting: Promise<ColourEngine> | null = null;

  static start(): Promise<ColourEngine> {
    return (this.starting ??= instantiate().then((lcms) => new ColourEngine(lcms)));
  }

  /** @throws ProfileError where it is none, or one that colours do not go through */
  open(bytes: Uint8Array): Opened {
    const { space } = readProfile(bytes);
    const { lcms } = this;
    // by hand: the package would lay it on the stack, which a large one does not fit on
    const at = room(lcms, bytes.length);
    lcms.HEAPU8.set(bytes, at);
    const handle = lcms._cmsOpenProfileFromMem(at, bytes.length);
    lcms._free(at);
    if (!handle) throw new ProfileError('It is damaged.');
    return { handle, space };
  }

  close({ handle }: Opened): void {
    this.lcms._cmsCloseProfile(handle);
  }

  /** What a picture without a profile is taken for (IEC 61966-2-1). */
  srgb(): Opened {
    return { handle: this.lcms._cmsCreate_sRGBProfile(), space: 'rgb' };
  }

  /** L*, a*, b* under D50 (ICC.1). */
  lab(): Opened {
    return { handle: this.lcms._cmsCreateLab4Profile(0), space: 'lab' };
  }

  /** @throws ProfileError where nothing leads from one to the other */
  between(from: Opened, to: Opened, way: Way): Through {
    const as = (space: ProfileSpace): number => (KINDS[space] << 16) | (CHANNELS[space] << 3) | way.bytes;
    const kept = way.blackAlone && from.space === 'cmyk' && to.space === 'cmyk' && way.intent !== 'absolute';
    const intent = INTENTS.indexOf(way.intent) + (kept ? BLACK_ALONE : 0);
    const flags = (way.bytes === 2 ? UNHURRIED : FINE) | (way.blackPoint ? BLACK_POINT : 0);
    const handle = this.lcms._cmsCreateTransform(from.handle, as(from.space), to.handle, as(to.space), intent, flags);
    if (!handle) throw new ProfileError('Colours do not go through it.');
    return new Through(this.lcms, handle, CHANNELS[from.space], CHANNELS[to.space], way.bytes);
  }
}

/** @throws ProfileError where there is none left */
function room(lcms: Lcms, bytes: number): number {
  const at = lcms._malloc(bytes);
  if (!at) throw new ProfileError('There is no memory left for it.');
  return at;
}

/** A way from one profile to another. */
export class Through {
  private readonly from: number;
  private readonly to: number;

  constructor(
    private readonly lcms: Lcms,
    private readonly handle: number,
    private readonly inputs: number,
    private readonly outputs: number,
    private readonly bytes: 1 | 2,
  ) {
    // pictures go through by many pixels, single colours one by one
    this.from = room(lcms, this.most * inputs * bytes);
    this.to = room(lcms, this.most * outputs * bytes);
  }

  private get most(): number {
    return this.bytes === 1 ? AT_ONCE : 256;
  }

  /** A colour; each of its numbers runs from 0 to 1 over what its space has. */
  colour(of: readonly number[]): number[] {
    const { lcms, from, to, inputs, outputs } = this;
    for (let i = 0; i < inputs; i++) lcms.HEAPU16[(from >> 1) + i] = Math.round(clamp(of[i]) * 65535);
    lcms._cmsDoTransform(this.handle, from, to, 1);
    return Array.from({ length: outputs }, (_, i) => lcms.HEAPU16[(to >> 1) + i]! / 65535);
  }

  /** Pixels, a byte a number. */
  pixels(of: Uint8Array | Uint8ClampedArray): Uint8Array {
    const { lcms, inputs, outputs } = this;
    const count = Math.floor(of.length / inputs);
    const out = new Uint8Array(count * outputs);
    for (let done = 0; done < count; done += AT_ONCE) {
      const n = Math.min(AT_ONCE, count - done);
      lcms.HEAPU8.set(of.subarray(done * inputs, (done + n) * inputs), this.from);
      lcms._cmsDoTransform(this.handle, this.from, this.to, n);
      out.set(lcms.HEAPU8.subarray(this.to, this.to + n * outputs), done * outputs);
    }
    return out;
  }

  close(): void {
    const { lcms } = this;
    lcms._cmsDeleteTransform(this.handle);
    lcms._free(this.from);
    lcms._free(this.to);
  }
}

const clamp = (v: number | undefined): number => (v === undefined || !(v > 0) ? 0 : v > 1 ? 1 : v);
