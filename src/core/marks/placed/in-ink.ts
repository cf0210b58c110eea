import { PROCESS, sameInk } from '../../docket';
import type { Mark } from '../kinds';

/** A mark as it is printed in one ink alone; words that say an ink's name stay in that. */
export function inInk(m: Mark, ink: string): Mark {
  if (m.kind !== 'area') return m.kind === 'text' && m.ink !== undefined ? m : { ...m, ink };
  const { tint = 1, ...area } = m;
  const at = PROCESS.findIndex((p) => sameInk(p, ink));
  if (at < 0) return { ...area, spot: { name: ink, tint } };
  const only = (i: number): number => (i === at ? tint : 0);
  return { ...area, cmyk: [only(0), only(1), only(2), only(3)] };
}
