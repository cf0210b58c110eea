import { intersect, rect, type Rect } from '../core';

const EVERYWHERE = rect(-1e5, -1e5, 2e5, 2e5);

/** What of a page is shown while it is drawn, clip by clip: boxes alone, mm. */
export class Clips {
  private readonly all: (Rect | null)[] = [EVERYWHERE];

  /** What is shown now; null where nothing is. */
  get now(): Rect | null {
    return this.all.at(-1)!;
  }

  /** Clips to a box as well. */
  to(box: Rect | null): void {
    const { now } = this;
    this.all.push(now && box ? intersect(now, box) : null);
  }

  /** What is masked is shown where the mask lets it: no further than the clip round it. */
  again(): void {
    this.all.push(this.now);
  }

  pop(): void {
    if (this.all.length > 1) this.all.pop();
  }
}
