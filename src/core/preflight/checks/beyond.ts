import type { Artwork } from '../../docket';
import { guessOn } from '../../pages';
import type { Rect } from '../../measure';
import type { Edge, FileLook } from '../look';

/** Ink that comes so near to the trim is meant to run off, mm. */
export const RUNS_OFF = 0.5;

/** The trim of a page and its bleed, as it is taken: a piece that is found on it, else its boxes. */
export function taken({ artwork }: FileLook, index: number): { readonly trim: Rect; readonly bleed: Rect } | null {
  const facts = artwork.pages[index];
  if (!facts) return null;
  return guessOn(facts, null)?.pieces[0] ?? { trim: facts.trim, bleed: facts.hasTrim ? facts.bleed : facts.media };
}

/** The trims of all pieces on a page, as they are taken. */
export function trimsOn({ pages }: Artwork, index: number): Rect[] {
  const facts = pages[index];
  if (!facts) return [];
  return guessOn(facts, null)?.pieces.map(({ trim }) => trim) ?? [facts.trim];
}

export interface Beyond {
  readonly edge: Edge;
  /** How far ink comes beyond the trim there, and how far the bleed goes; mm, below 0 inside. */
  readonly ink: number;
  readonly bleed: number;
}

/** Edge by edge how far what is drawn, and the bleed, go beyond the trim. */
export function beyond(trim: Rect, bleed: Rect, ink: Rect): Beyond[] {
  const of = (edge: Edge, measure: (r: Rect) => number): Beyond => ({
    edge,
    ink: measure(ink) - measure(trim),
    bleed: measure(bleed) - measure(trim),
  });
  return [
    of('left', (r) => -r.x),
    of('right', (r) => r.x + r.width),
    of('head', (r) => r.y + r.height),
    of('foot', (r) => -r.y),
  ];
}
