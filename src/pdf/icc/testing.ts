import { readFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';

/** Profiles that Debian has, and LittleCMS' own command line over them. */

const OF_DEBIAN = '/usr/share/color/icc/ghostscript';
export const PRESS = `${OF_DEBIAN}/default_cmyk.icc`;
export const SRGB = `${OF_DEBIAN}/srgb.icc`;
/** Another red, green and blue than that: wider, of another gamma. */
export const WIDE_RGB = `${OF_DEBIAN}/a98.icc`;
export const GREY = `${OF_DEBIAN}/default_gray.icc`;
/** Inks of another press than that. */
export const OTHER_PRESS = `${OF_DEBIAN}/ps_cmyk.icc`;

export const pressBytes = (): Uint8Array => new Uint8Array(readFileSync(PRESS));

/**
 * Colours as LittleCMS' own command line has them: numbers from 0 to 255 for red, green and blue and for grey, per cent for
 * inks, L*, a* and b*.
 */
export function transicc(
  from: string,
  to: string,
  colours: readonly (readonly number[])[],
  ...how: string[]
): number[][] {
  const input = colours.map((c) => c.join(' ')).join('\n');
  const said = execFileSync('transicc', ['-n', `-i${from}`, `-o${to}`, ...how], {
    input: `${input}\n`,
    encoding: 'utf8',
    stdio: ['pipe', 'pipe', 'ignore'],
  });
  return said
    .split('\n')
    .filter((line) => /^-?\d/.test(line))
    .map((line) => line.trim().split(/\s+/).map(Number));
}

/** What inks look like, per cent of each: L*, a*, b*. */
export const labOf = (inks: readonly (readonly number[])[]): (readonly [number, number, number])[] =>
  transicc(PRESS, '*Lab', inks, '-t1') as [number, number, number][];
