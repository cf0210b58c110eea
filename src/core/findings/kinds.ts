import type { Artwork, BoundProduct, Docket, FlatProduct, Patch, PosterProduct } from '../docket';
import type { Marks } from '../marks';
import type { BookPlan, FlatPlan, PosterPlan } from '../makeup';
import type { Unit } from '../measure';
import type { Plan } from '../sheet';
import type { Shop } from '../shop';

export const STATIONS = ['artwork', 'product', 'sheet', 'marks', 'finish', 'send'] as const;
export type Station = (typeof STATIONS)[number];

/** A change to the docket that mends a finding. */
export interface Remedy {
  /** What it does, as a button says it. */
  readonly label: string;
  /** What it costs or leads to, where that can be said. */
  readonly detail?: string;
  /** Whether nothing is lost by it: it is among what makes artwork ready in one go. */
  readonly gentle?: boolean;
  readonly patch: Patch;
}

/**
 * A remedy that has not been tried. Of those that name a kind, the `most` cheapest for the whole job are offered, with
 * what they cost.
 */
export interface Offer extends Remedy {
  readonly kind?: { readonly name: string; readonly most: number };
}

/** A remedy with a measure: the largest value that does is sought, from `most` down to `least`, in whole steps. */
export interface Search {
  readonly least: number;
  readonly most: number;
  readonly step: number;
  readonly at: (value: number) => Remedy;
}

/** Something noticed: `stop` would spoil paper, `look` wants a decision, `fine` is good to know. */
export interface Finding {
  readonly id: string;
  readonly severity: 'stop' | 'look' | 'fine';
  readonly station: Station;
  readonly title: string;
  readonly detail: string;
  /** Whether somebody has looked at it and let it stand. */
  readonly accepted?: boolean;
  /** What may mend it: asked for, and tried, only when it is shown. */
  readonly offers?: () => readonly (Offer | Search)[];
}

/** What a check may look at. */
export interface Inspected {
  readonly docket: Docket;
  readonly artwork: Artwork;
  /** The artwork as its files have it, before anything was done to its pages; where that is known. */
  readonly raw?: Artwork;
  readonly plan: Plan;
  readonly marks: Marks;
  readonly shop: Shop;
  readonly unit: Unit;
}

/** What a check of books may look at. */
export interface InspectedBook extends Inspected {
  readonly product: BoundProduct;
  readonly book: BookPlan;
}

/** What a check of flat work may look at. */
export interface InspectedFlat extends Inspected {
  readonly product: FlatProduct;
  readonly flat: FlatPlan;
}

/** What a check of posters may look at. */
export interface InspectedPoster extends Inspected {
  readonly product: PosterProduct;
  readonly poster: PosterPlan;
}

export type Check<I extends Inspected = Inspected> = (it: I) => readonly Finding[];

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

/** Whether sheets are passed through as they are, and nothing of them is made here. */
export const passedThrough = ({ docket }: Pick<Inspected, 'docket'>): boolean =>
  docket.artwork.imposed.kind === 'sheets';
