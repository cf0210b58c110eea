import { MOST_UP } from '../docket';
import type { Shape } from '../makeup';
import { EPSILON, lying, rect, type Rect, type Size } from '../measure';
import { printableArea } from '../shop';
import type { Lay, LayWish } from './kinds';
import { throughSheet, turnFor } from './turn';

/** The paper, and what of it can be printed. */
export type Paper = Pick<Lay, 'paper' | 'plate' | 'turn' | 'work' | 'printable' | 'bothSides'>;

export function paperOf(wish: LayWish): Paper {
  const { machine, stock, work } = wish;
  const paper = lying(stock);
  const turn = turnFor(wish);
  const printable = printableArea(paper, machine.noPrint);
  const seenFromFront = work === 'one-sided' ? printable : throughSheet(printable, paper, turn);
  const left = Math.max(printable.x, seenFromFront.x);
  const bottom = Math.max(printable.y, seenFromFront.y);
  const bothSides = rect(
    left,
    bottom,
    Math.max(0, Math.min(printable.x + printable.width, seenFromFront.x + seenFromFront.width) - left),
    Math.max(0, Math.min(printable.y + printable.height, seenFromFront.y + seenFromFront.height) - bottom),
  );
  return { paper, plate: plateOf(machine, paper), turn, work, printable, bothSides };
}

/**
 * Where the paper lies on the plate, the lead edge of both at the foot: `gripper` behind the plate's, in its middle unless
 * the press says otherwise. So it does on either side: a sheet that was tumbled has its other long edge in the grippers.
 */
function plateOf({ press }: LayWish['machine'], { width, height }: Size): Paper['plate'] {
  if (!press) return null;
  const { plate, gripper, across } = press;
  const x = (plate.width - width) / 2 + across;
  return { plate: { width: plate.width, height: plate.height }, paper: rect(x, gripper, width, height) };
}

/** Where pieces may lie: with one form for front and back, the half left of (below) the axis that the sheet turns about. */
export function roomFor({ paper, work, bothSides: b }: Paper, shape: Shape): { area: Rect; whole: Size } {
  switch (work) {
    case 'work-and-turn':
      return {
        area: rect(b.x, b.y, Math.max(0, paper.width / 2 - b.x), b.height),
        whole: { width: paper.width / 2, height: paper.height },
      };
    case 'work-and-tumble':
      return {
        area: rect(b.x, b.y, b.width, Math.max(0, paper.height / 2 - b.y)),
        whole: { width: paper.width, height: paper.height / 2 },
      };
    case 'sheetwise':
    case 'perfecting':
    case 'one-sided':
      // the sheet is the piece: what lies in the edge that does not print stays white
      return { area: shape.wholeSheet ? rect(0, 0, paper.width, paper.height) : b, whole: paper };
  }
}

/** How many are wished for at most. */
export const mostOf = (up: LayWish['up']): number => (up === 'one' ? 1 : up === 'most' ? MOST_UP : up);

/** How much of a piece hangs over, both ways together, mm. */
export function overhang(piece: Size, area: Size): number {
  return Math.max(0, piece.width - area.width) + Math.max(0, piece.height - area.height);
}

/** In the middle of the sheet where that prints, else as near to it as the printable part lets it. */
export function centred(whole: number, block: number, from: number, room: number): number {
  const middle = (whole - block) / 2;
  if (block > room + EPSILON) return middle;
  return Math.min(Math.max(middle, from), from + room - block);
}
