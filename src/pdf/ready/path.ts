import type { Operation } from '../colour/operators';
import { MOST_POINTS } from '../slivers';
import { numberOf } from '../syntax/objects';

/** A path that is being made (8.5.2): where it begins in what is written, and its points, as far as they are few. */
export class Path {
  readonly parts: [number, number][][] = [];
  /** Whether it clips what is drawn after it. */
  clips = false;
  private points = 0;

  constructor(readonly at: number) {}

  /** Whether all of its points are known. */
  get whole(): boolean {
    return this.points <= MOST_POINTS;
  }

  add({ operator, operands }: Operation): void {
    const v = operands.map((x) => numberOf(x, 0));
    this.points += Math.max(1, v.length >> 1);
    if (!this.whole) return;
    if (operator === 're') {
      const [x = 0, y = 0, w = 0, h = 0] = v;
      this.parts.push([
        [x, y],
        [x + w, y],
        [x + w, y + h],
        [x, y + h],
      ]);
      return;
    }
    if (operator === 'm') this.parts.push([]);
    const part = this.parts.at(-1);
    for (let i = 0; part && i + 1 < v.length; i += 2) part.push([v[i]!, v[i + 1]!]);
  }
}
