import { isCuttable, type CutProgram, type NotCuttable } from '.';
import { rect, type Rect } from '../measure';

/** Where a dot of a sheet lay on it, in dots. */
type Dot = readonly [x: number, y: number];
/** A pile as it lies in front of the cutter, the row at the back gauge first. */
type Lying = Dot[][];

const turned = (pile: Lying): Lying =>
  // counter-clockwise: what was on the right lies at the gauge
  Array.from({ length: pile[0]!.length }, (_, c) => pile.map((row) => row[row.length - 1 - c]!));

const turnedBy = (pile: Lying, turns: number): Lying => (turns % 4 === 0 ? pile : turnedBy(turned(pile), turns - 1));

/** Where the dots of a pile lay on the sheet. @throws Error where they did not lie together as a rectangle */
function where(pile: Lying): Rect {
  const all = pile.flat();
  const xs = all.map((d) => d[0]);
  const ys = all.map((d) => d[1]);
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  const r = rect(x, y, Math.max(...xs) - x + 1, Math.max(...ys) - y + 1);
  if (r.width * r.height !== all.length) throw new Error('The dots of a pile did not lie together.');
  return r;
}

const key = (r: Rect): string => [r.x, r.y, r.width, r.height].map((v) => Math.round(v)).join(' ');

/**
 * Cuts a sheet of dots by a program alone: piles are turned as it says, and what lies further from the back gauge than
 * its measure falls off. Knows nothing of how the program was found.
 * @param dots to the millimetre @returns where what came out lay on the sheet, in millimetres
 */
export function cutInDots({ stages }: CutProgram, width: number, height: number, dots: number): Rect[] {
  const sheet: Lying = Array.from({ length: height * dots }, (_, r) =>
    Array.from({ length: width * dots }, (_c, c): Dot => [c, height * dots - 1 - r]),
  );
  const table = new Map<string, Lying>([[key(rect(0, 0, width * dots, height * dots)), sheet]]);
  const take = (r: Rect): Lying => {
    const k = key(rect(r.x * dots, r.y * dots, r.width * dots, r.height * dots));
    const pile = table.get(k);
    if (!pile) throw new Error(`No pile lies at ${k}.`);
    table.delete(k);
    return pile;
  };
  const put = (pile: Lying, lies: number): void => {
    const back = turnedBy(pile, (4 - lies) % 4);
    table.set(key(where(back)), back);
  };
  for (const { piles, lies, cuts } of stages) {
    let hand = piles.map((r) => turnedBy(take(r), lies));
    let facing: number = lies;
    for (const { turns, measure } of cuts) {
      facing = (facing + turns) % 4;
      hand = hand.map((pile) => {
        const now = turnedBy(pile, turns);
        const rows = measure * dots;
        if (Math.abs(rows - Math.round(rows)) > 1e-6) throw new Error('The dots are too coarse.');
        put(now.slice(Math.round(rows)), facing);
        return now.slice(0, Math.round(rows));
      });
    }
    for (const pile of hand) put(pile, facing);
  }
  return [...table.values()].map((pile) => {
    const r = where(pile);
    return rect(r.x / dots, r.y / dots, r.width / dots, r.height / dots);
  });
}

/** A program; @throws Error where there is none */
export function cuttable<P extends CutProgram>(program: P | NotCuttable): P {
  if (!isCuttable(program)) throw new Error(program.notCuttable);
  return program;
}

/** Columns and rows of equal pieces from (x, y) on, with gaps between them. */
export const gridOf = (columns: number, rows: number, w: number, h: number, gap = 0, x = 10, y = 10): Rect[] =>
  Array.from({ length: rows }, (_, r) =>
    Array.from({ length: columns }, (_c, c) => rect(x + c * (w + gap), y + r * (h + gap), w, h)),
  ).flat();
