import type { Artwork } from '../../docket';
import { guessOn, saysTrim } from '../../pages';
import { grow, sameSize, type Rect } from '../../measure';
import type { Edge, FileLook } from '../look';

/** Ink that comes so near to the trim is meant to run off, mm. */
export const RUNS_OFF = 0.5;

/** The trim of a page and its bleed, as it is taken: a piece that is found on it, else its boxes. */
export function taken({ artwork }: FileLook, index: number): { readonly trim: Rect; readonly bleed: Rect } | null {
  const facts = artwork.pages[index];
  if (!facts) return null;
  return guessOn(facts, null)?.pieces[0] ?? { trim: facts.trim, bleed: facts.hasTrim ? facts.bleed : facts.media };
}

/** How far beyond its trim a page prints, where it says that all of its sheet is bleed; mm. */
const USUAL_BLEED = 3;

/** Where the pieces of a page have their trims, and how far round them it prints: marks and names beyond do not. */
export function placesOn(
  { pages }: Artwork,
  index: number,
): { readonly trims: readonly Rect[]; readonly prints: readonly Rect[] } {
  const facts = pages[index];
  if (!facts) return { trims: [], prints: [] };
  const pieces = guessOn(facts, null)?.pieces;
  if (pieces) return { trims: pieces.map(({ trim }) => trim), prints: pieces.map(({ bleed }) => bleed) };
  const { trim, bleed, media, crop } = facts;
  if (!saysTrim(facts)) return { trims: [trim], prints: [media] };
  const says = !sameSize(bleed, media, 0.5) && !sameSize(bleed, crop, 0.5);
  return { trims: [trim], prints: [says ? bleed : grow(trim, USUAL_BLEED)] };
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
