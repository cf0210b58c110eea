import {
  codeText,
  EPSILON,
  rect,
  type Fed,
  type Feed,
  type Guide,
  type Reads,
  type Rect,
  type Size,
  type SlitProgram,
} from '../../core';
import type { Pixels } from '../../pdf';
import { findMark, inMachine, outOfSquare, readCode, type Lying } from './reading';
import { seenOf, smudged, windowOf, type Seen, type Slip } from './sheet';

/** One sheet through the machine: looked at, its program looked up, cut; or why the machine stops. */

/** Why it stops with a sheet in it. */
export type Stop = 'no-mark' | 'no-code' | 'no-program' | 'other-sheet' | 'out-of-square';

/** What may be wrong with a sheet that is fed: its code is smudged, or it was cut out of square. */
export type Flaw = 'dirty' | 'out-of-square';

export interface Machine {
  readonly guide: Guide;
  readonly reads: Reads;
  readonly programs: readonly SlitProgram[];
}

export interface Passed {
  readonly program: number;
  readonly name: string;
  readonly feed: Feed;
  readonly lying: Lying;
  /** What comes out, row by row from the edge that goes in first, from the guide: as it lay on the sheet, the front up. */
  readonly pieces: readonly { readonly rect: Rect; readonly pixels: Pixels }[];
}

export interface Stopped {
  readonly stop: Stop;
  /** What its code says, where it could be read. */
  readonly said: string | null;
}

/** Pixels of a millimetre in pictures of pieces: 150 dpi. */
const FINE = 150 / 25.4;

/** Corners are true to so many degrees: a millimetre at the end of 300. */
const SQUARE = 0.2;
/** How far from square a sheet is that was badly cut, degrees. */
const CUT_OUT = 0.6;

/** The widest parts between lines, which are pieces; what lies outside the first and the last line is waste. */
function partsOf(lines: readonly number[]): { readonly from: number; readonly wide: number }[] {
  const parts = lines.slice(1).map((v, i) => ({ from: lines[i]!, wide: v - lines[i]! }));
  const widest = Math.max(0, ...parts.map((p) => p.wide));
  return parts.filter((p) => p.wide > widest - 0.2 && p.wide > EPSILON);
}

function cut(seen: Seen, program: SlitProgram, lying: Lying, fed: Fed, paper: Size): Passed['pieces'] {
  return partsOf(program.crossCuts).flatMap((row) =>
    partsOf(program.slits).map((column) => {
      const long = fed.feed === 'long';
      const whole = long ? paper.width : paper.height;
      const side = fed.far ? whole - column.from - column.wide : column.from;
      const lies = long ? rect(side, row.from, column.wide, row.wide) : rect(row.from, side, row.wide, column.wide);
      const pixels = windowOf(seen, lies, FINE, (x, y) => {
        // the picture is upright as the sheet was printed
        const [px, py] = [lies.x + x, lies.y + lies.height - y];
        const [across, along] = long ? [px, py] : [py, px];
        return inMachine(lying, fed.far ? whole - across : across, along);
      });
      return { rect: lies, pixels };
    }),
  );
}

/**
 * Passes a sheet: whichever way round its stack was loaded, the one in which the machine finds its mark.
 * @param paper as it is printed, mm
 */
export function passed(
  pixels: Pixels,
  paper: Size,
  { guide, reads, programs }: Machine,
  slip: Slip,
  flaw: Flaw | null = null,
): Passed | Stopped {
  let said: string | null = null;
  let stop: Stop = 'no-mark';
  for (const feed of ['short', 'long'] as const) {
    const fed: Fed = { feed, far: guide === (feed === 'long' ? 'right' : 'left') };
    const clean = seenOf(pixels, paper, fed, flaw === 'out-of-square' ? { ...slip, out: CUT_OUT } : slip);
    const { code } = reads;
    const seen =
      flaw === 'dirty' && code ? smudged(clean, rect(code.side, code.lead - 3, code.width, code.height + 6)) : clean;
    const lying = findMark(seen, reads);
    if (!lying) continue;
    // a code that the machine does not look for leaves it to the one program that it has
    const text = code
      ? readCode(seen, code, lying, guide === 'right')
      : programs.length === 1
        ? codeText(programs[0]!.number)
        : null;
    if (text === null) {
      stop = 'no-code';
      continue;
    }
    said = text;
    const program = programs.find((p) => codeText(p.number) === text);
    if (!program) return { stop: 'no-program', said };
    const sheet = feed === 'long' ? paper : { width: paper.height, height: paper.width };
    if (Math.abs(program.sheet.width - sheet.width) > 1 || Math.abs(program.sheet.height - sheet.height) > 1)
      return { stop: 'other-sheet', said };
    // pieces cut by the mark at one corner would lie askew at the others; where print hides its edges a sheet is believed
    if (Math.abs(outOfSquare(seen, sheet) ?? 0) > SQUARE) return { stop: 'out-of-square', said };
    return { program: program.number, name: program.name, feed, lying, pieces: cut(seen, program, lying, fed, paper) };
  }
  return { stop, said };
}
