import type { Artwork, Docket, Patch, Shop } from '../docket';
import type { Marks } from '../marks';
import type { Unit } from '../measure';
import type { Plan } from '../sheet';

export type Station = 'artwork' | 'product' | 'sheet' | 'marks' | 'finish' | 'send';

/** A change to the docket that mends a finding. */
export interface Remedy {
  /** What it does, as a button says it. */
  readonly label: string;
  /** What it costs or leads to, where that can be said. */
  readonly detail?: string;
  readonly patch: Patch;
}

/** Something noticed: `stop` would spoil paper, `look` wants a decision, `fine` is good to know. */
export interface Finding {
  readonly id: string;
  readonly severity: 'stop' | 'look' | 'fine';
  readonly station: Station;
  readonly title: string;
  readonly detail: string;
  readonly remedies: readonly Remedy[];
}

/** What a check may look at. */
export interface Inspected {
  readonly docket: Docket;
  readonly artwork: Artwork;
  readonly plan: Plan;
  readonly marks: Marks;
  readonly shop: Shop;
  readonly unit: Unit;
}

/** `3 pages`, `1 page`. */
export const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** Page numbers as ranges: `1–4, 7, 9–12`; at most six of them. */
export function pageRanges(pages: readonly number[]): string {
  const parts: string[] = [];
  for (let i = 0; i < pages.length;) {
    let j = i;
    while (j + 1 < pages.length && pages[j + 1] === pages[j]! + 1) j++;
    parts.push(i === j ? `${pages[i]}` : `${pages[i]}–${pages[j]}`);
    i = j + 1;
  }
  return parts.length > 6 ? `${parts.slice(0, 6).join(', ')} and more` : parts.join(', ');
}
