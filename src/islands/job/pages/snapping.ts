import { rect, type Rect, type WorkedPage } from '../../../core';

/** Lines that an edge of a box holds to while it is dragged. */
export interface SnapLines {
  readonly across: readonly number[];
  readonly up: readonly number[];
}

/** The edges of everything that is known on a page: its boxes, marks, its content, and the middle of its sheet. */
export function snapLines({ media, crop, bleed, trim, found }: WorkedPage): SnapLines {
  const boxes: Rect[] = [media, crop, bleed, trim];
  for (const m of found?.marked ?? []) boxes.push(m.trim, m.bleed);
  if (found?.extent) boxes.push(found.extent);
  return {
    across: [...boxes.flatMap((b) => [b.x, b.x + b.width]), media.x + media.width / 2],
    up: [...boxes.flatMap((b) => [b.y, b.y + b.height]), media.y + media.height / 2],
  };
}

/** The line that a value is held to, where one is as near; else the value to a tenth. */
export function snapped(value: number, lines: readonly number[], near: number): number {
  let best = Math.round(value * 10) / 10;
  let least = near;
  for (const line of lines)
    if (Math.abs(line - value) < least) {
      best = line;
      least = Math.abs(line - value);
    }
  return best;
}

/** What of a box is dragged: the edges in these directions, or all of it. */
export interface Grip {
  readonly x: -1 | 0 | 1;
  readonly y: -1 | 0 | 1;
}

/** The smallest box that can be set, mm. */
const SMALLEST = 1;

/** A box dragged by a grip as far as a hand has moved it. @param near how near a line holds it, mm */
export function dragged(
  box: Rect,
  { x, y }: Grip,
  [dx, dy]: readonly [number, number],
  lines: SnapLines,
  near: number,
): Rect {
  let [x0, y0, x1, y1] = [box.x, box.y, box.x + box.width, box.y + box.height];
  if (x === 0 && y === 0) {
    // the whole: by the edge that a line is nearer to
    const moved = (from: number, to: number, by: number, of: readonly number[]): number => {
      const low = snapped(from + by, of, near) - from;
      const high = snapped(to + by, of, near) - to;
      const isHeld = (shift: number, edge: number): boolean => of.includes(edge + shift);
      return isHeld(low, from) ? low : isHeld(high, to) ? high : low;
    };
    const [mx, my] = [moved(x0, x1, dx, lines.across), moved(y0, y1, dy, lines.up)];
    return rect(x0 + mx, y0 + my, box.width, box.height);
  }
  if (x < 0) x0 = Math.min(x1 - SMALLEST, snapped(x0 + dx, lines.across, near));
  if (x > 0) x1 = Math.max(x0 + SMALLEST, snapped(x1 + dx, lines.across, near));
  if (y < 0) y0 = Math.min(y1 - SMALLEST, snapped(y0 + dy, lines.up, near));
  if (y > 0) y1 = Math.max(y0 + SMALLEST, snapped(y1 + dy, lines.up, near));
  return rect(x0, y0, x1 - x0, y1 - y0);
}

/** The grips of a box, corners last: they lie on top. */
export const GRIPS: readonly Grip[] = [
  { x: -1, y: 0 },
  { x: 1, y: 0 },
  { x: 0, y: -1 },
  { x: 0, y: 1 },
  { x: -1, y: -1 },
  { x: 1, y: -1 },
  { x: -1, y: 1 },
  { x: 1, y: 1 },
];
