import { readFunction } from './colour/functions';
import { readSpace } from './colour/spaces';
import { differenceOf, type Lab, type Press } from './icc';
import { spotSpace } from './inks';
import type { OpenPdf } from './open';
import { PdfSyntaxError } from './syntax/objects';

/** What a spot ink is meant to look like in full, and what it looks like where process inks stand for it. */
export interface SpotColour {
  /** In what the file says it. */
  readonly by: 'L*a*b*' | 'CMYK' | 'RGB' | 'grey';
  readonly lab: Lab | null;
  /** Of the process inks that a press lays for it, and how far that is from what is meant (CIEDE2000). */
  readonly printed: Lab | null;
  readonly difference: number | null;
}

const BY = { 1: 'grey', 3: 'RGB', 4: 'CMYK' } as const;

/**
 * A spot ink as the file says it; null where it says nothing that could be followed.
 * @param press what process inks look like; without one only figures of L*, a*, b* are known
 */
export function spotColour({ file, pages }: OpenPdf, ink: string, press: Press | null): SpotColour | null {
  try {
    const value = file.get(spotSpace(file, pages, ink) ?? undefined);
    if (!Array.isArray(value)) return null;
    const space = readSpace(file, value[2], undefined, () => false);
    const full = readFunction(file, value[3]).at([1]);
    const lab = space.decode.length === 6 && space.decode[1] === 100;
    const by = lab ? 'L*a*b*' : BY[space.components as keyof typeof BY];
    if (!by) return null;
    const [a = 0, b = 0, c = 0] = full;
    const meant: Lab | null = lab
      ? [a, b, c]
      : !press
        ? null
        : by === 'RGB'
          ? press.seenLight(full)
          : press.seen(space.tints(full).process);
    const inks = !press
      ? null
      : lab
        ? press.labs.flat([a / 100, (b + 128) / 255, (c + 128) / 255])
        : by === 'RGB'
          ? press.rgb.flat(full)
          : space.tints(full).process;
    const printed = press && inks ? press.seen(inks) : null;
    return { by, lab: meant, printed, difference: meant && printed ? differenceOf(meant, printed) : null };
  } catch (e) {
    if (e instanceof PdfSyntaxError) return null;
    throw e;
  }
}
