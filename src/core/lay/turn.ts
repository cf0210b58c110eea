import type { SheetWish } from '../docket';
import { rect, type Matrix, type QuarterTurns, type Rect, type Size } from '../measure';
import type { Turn } from '../shop';

/** How front and back come onto a sheet. */
export type Work = SheetWish['work'];

/**
 * A rectangle of the front as it is seen from the back, or the other way round: the turn about the upright axis
 * takes (x, y) to (W − x, y), the tumble about the level axis takes it to (x, H − y).
 */
export function throughSheet(r: Rect, sheet: Size, turn: Turn): Rect {
  return turn === 'turn'
    ? rect(sheet.width - r.x - r.width, r.y, r.width, r.height)
    : rect(r.x, sheet.height - r.y - r.height, r.width, r.height);
}

/** The same as a map of points. */
export const sheetThrough = (sheet: Size, turn: Turn): Matrix =>
  turn === 'turn' ? [-1, 0, 0, 1, sheet.width, 0] : [1, 0, 0, -1, 0, sheet.height];

/** A direction (in quarter turns from up) as it is seen from the other side. */
export function directionThrough(direction: QuarterTurns, turn: Turn): QuarterTurns {
  const level = direction % 2 === 1;
  const flips = turn === 'turn' ? level : !level;
  return (flips ? (direction + 2) % 4 : direction) as QuarterTurns;
}

/** How many copies of what lies on it each printed sheet gives: two where one form prints front and back. */
export const yieldOf = (work: Work): 1 | 2 => (work === 'work-and-turn' || work === 'work-and-tumble' ? 2 : 1);

/** How sheets of this work come over: its own way where it has one, else the wish, else the machine's. */
export function turnFor({ work, turn, machine }: Pick<SheetWish, 'work' | 'turn' | 'machine'>): Turn {
  switch (work) {
    case 'work-and-turn':
      return 'turn';
    case 'work-and-tumble':
    case 'perfecting':
      return 'tumble';
    case 'sheetwise':
    case 'one-sided':
      if (turn !== 'machine') return turn;
      // printed in two passes, it is the hand that turns the pile
      return machine.sides === 'one' ? machine.reload.turn : machine.turn;
  }
}
