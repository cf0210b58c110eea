import type { PlacedAt, Stand } from '../../../core';

/** How far a mark may be from its edge, and along it: what its docket bears. mm */
const OFF: readonly [number, number] = [-50, 1000];
const ALONG: readonly [number, number] = [-3000, 3000];

const within = (v: number, [least, most]: readonly [number, number]): number => Math.max(least, Math.min(most, v));
const tenth = (v: number): number => Math.round(v * 10) / 10;

/**
 * Where a mark stands that was moved so far on the sheet: its distance from the edge that it hangs on, and how far along.
 * @param at the edge or corner @param dx rightwards, mm @param dy upwards, mm
 */
export function movedTo(
  { off, along, by }: Pick<Stand, 'off' | 'along' | 'by'>,
  at: PlacedAt['at'],
  dx: number,
  dy: number,
): Pick<Stand, 'off' | 'along'> {
  const outwards = by === 'piece' || by === 'pieces' ? 1 : -1;
  if (at === 'left' || at === 'right')
    return {
      off: tenth(within(off + outwards * (at === 'right' ? dx : -dx), OFF)),
      along: tenth(within(along + dy, ALONG)),
    };
  const up = at.startsWith('tail') ? 1 : -1;
  return {
    off: tenth(within(off + outwards * up * dy, OFF)),
    along: tenth(within(along + (at.endsWith('-right') ? -dx : dx), ALONG)),
  };
}
