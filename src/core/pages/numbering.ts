import type { Numbering } from '../docket';

const ROMAN: readonly (readonly [number, string])[] = [
  [1000, 'm'],
  [900, 'cm'],
  [500, 'd'],
  [400, 'cd'],
  [100, 'c'],
  [90, 'xc'],
  [50, 'l'],
  [40, 'xl'],
  [10, 'x'],
  [9, 'ix'],
  [5, 'v'],
  [4, 'iv'],
  [1, 'i'],
];

/** Lower-case roman numerals of a number from 1. */
export function roman(n: number): string {
  let left = n;
  let out = '';
  for (const [value, letters] of ROMAN)
    while (left >= value) {
      out += letters;
      left -= value;
    }
  return out;
}

/** A, B … Z, AA, AB … of a number from 1. */
export function letters(n: number): string {
  let left = n;
  let out = '';
  while (left > 0) {
    out = String.fromCharCode(65 + ((left - 1) % 26)) + out;
    left = Math.floor((left - 1) / 26);
  }
  return out;
}

/**
 * What the page at each place in reading order is called. Places before the first numbering that is wished for, and
 * all of them where none is, are numbered by their place.
 */
export function folios(count: number, numbering: readonly Numbering[]): string[] {
  if (numbering.length === 0) return Array.from({ length: count }, (_, i) => String(i + 1));
  const sorted = [...numbering].sort((a, b) => a.from - b.from);
  let at = -1;
  return Array.from({ length: count }, (_, i) => {
    while (at + 1 < sorted.length && sorted[at + 1]!.from <= i + 1) at++;
    const now = sorted[at];
    if (!now) return String(i + 1);
    const n = now.start + i + 1 - now.from;
    switch (now.style) {
      case 'arabic':
        return String(n);
      case 'roman':
        return roman(n);
      case 'letters':
        return letters(n);
      case 'none':
        return '–';
    }
  });
}
