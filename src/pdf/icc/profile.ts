import { ProfileError } from './errors';

/** What kinds of colours a profile is of. */
export type ProfileSpace = 'gray' | 'rgb' | 'cmyk' | 'lab';

/** How many numbers a colour has. */
export const CHANNELS: Readonly<Record<ProfileSpace, number>> = { gray: 1, rgb: 3, cmyk: 4, lab: 3 };

/** What a profile says of itself (ICC.1, 7.2). */
export interface ProfileFacts {
  readonly space: ProfileSpace;
  /** What it calls itself; empty where it does not. */
  readonly name: string;
  /** Whether it is one of a press, or of a printer: colours go into it as well as out of it. */
  readonly prints: boolean;
  /** Whether it says how colours are printed relative to the paper, and not in one way alone. */
  readonly measured: boolean;
}

const SPACES: Readonly<Record<string, ProfileSpace>> = { GRAY: 'gray', 'RGB ': 'rgb', CMYK: 'cmyk', 'Lab ': 'lab' };
/** Kinds of profiles that colours of a file may be of, by their signatures. */
const USABLE = new Set(['scnr', 'mntr', 'prtr', 'spac']);
/** Profiles are not longer than this, in bytes. */
export const MOST_PROFILE = 32 << 20;
const HEADER = 128;
const MOST_TAGS = 200;

/**
 * Reads a profile's header and name.
 * @throws ProfileError where it is none that colours of a file could be of
 */
export function readProfile(bytes: Uint8Array): ProfileFacts {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const text = (at: number, length = 4): string => Buffer.from(bytes.subarray(at, at + length)).toString('latin1');
  if (bytes.length < HEADER + 4 || text(36) !== 'acsp') throw new ProfileError('It is no ICC profile.');
  const said = view.getUint32(0);
  if (said > bytes.length) throw new ProfileError('It breaks off: get it once more.');
  if (bytes.length > MOST_PROFILE) throw new ProfileError('It is larger than 32 MB.');
  const kind = text(12);
  const space = SPACES[text(16)];
  if (kind === 'link') throw new ProfileError('It leads from one device to another, and is of neither.');
  if (kind === 'nmcl') throw new ProfileError('It is a list of named colours.');
  if (!USABLE.has(kind) || !space)
    throw new ProfileError(`It is of colours that are not printed here (${text(16).trim()}).`);
  return {
    space,
    name: nameOf(bytes, view, text),
    prints: kind === 'prtr',
    measured: tagsOf(bytes, view, text).includes('B2A1'),
  };
}

const tagsOf = (bytes: Uint8Array, view: DataView, text: (at: number) => string): string[] =>
  Array.from({ length: Math.min(MOST_TAGS, view.getUint32(HEADER)) }, (_, i) => HEADER + 4 + 12 * i)
    .filter((at) => at + 12 <= bytes.length)
    .map((at) => text(at));

/** Its description: plain in profiles of version 2, in several languages in those of version 4 (10.15). */
function nameOf(bytes: Uint8Array, view: DataView, text: (at: number, length?: number) => string): string {
  const count = Math.min(MOST_TAGS, view.getUint32(HEADER));
  for (let i = 0; i < count; i++) {
    const at = HEADER + 4 + 12 * i;
    if (at + 12 > bytes.length) return '';
    if (text(at) !== 'desc') continue;
    const [from, size] = [view.getUint32(at + 4), view.getUint32(at + 8)];
    if (from + Math.min(size, 28) > bytes.length || size < 12) return '';
    if (text(from) === 'desc') return tidy(text(from + 12, Math.min(view.getUint32(from + 8), size - 12, 400)));
    if (text(from) !== 'mluc' || size < 28) return '';
    const [length, offset] = [view.getUint32(from + 20), view.getUint32(from + 24)];
    const start = from + offset;
    if (start + length > bytes.length) return '';
    const wide = Buffer.from(bytes.subarray(start, start + Math.min(length & ~1, 800)));
    return tidy(wide.swap16().toString('utf16le'));
  }
  return '';
}

// characters that nothing is called by
const tidy = (name: string): string =>
  name
    .replace(/[\p{Cc}\p{Cs}]+/gu, ' ')
    .trim()
    .slice(0, 200);
