import type { Docket } from '../docket';
import { hasPlates, type TrapSettings } from '../shop';
import { toPoints } from './values';
import type { Writing } from './write';

/** What a press that traps is told to trap by (CIP4 JDF 1.5 and XJDF 2.1, TrappingParams). */

const PLACED = {
  darker: 'Normal',
  picture: 'Choke',
  lines: 'Spread',
  half: 'Center',
} as const satisfies Partial<Record<TrapSettings['pictures'], string>>;

const rounded = (v: number): number => Math.round(v * 10_000) / 10_000;

/** TrappingParams of a job that the press traps; null for any other. Widths in points, into black by how many of them. */
export function trappingOf(docket: Docket): Writing | null {
  const { traps } = docket.artwork;
  if (traps?.by !== 'press' || !hasPlates(docket.sheet.machine)) return null;
  const { width, black, blackFrom, step, slide, pictures } = traps.settings;
  return {
    name: 'TrappingParams',
    attributes: {
      BlackColorLimit: rounded(blackFrom / 100),
      BlackWidth: rounded(black / width),
      ImageToObjectTrapping: pictures === 'none' ? 'false' : 'true',
      ImageTrapPlacement: pictures === 'none' ? undefined : PLACED[pictures],
      SlidingTrapLimit: slide,
      StepLimit: rounded(step / 100),
      TrapWidth: rounded(toPoints(width)),
    },
  };
}
