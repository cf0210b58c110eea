import type { Finish } from '../docket';
import { readingOn } from '../finishing';
import { MARK_CLEAR } from '../shop';
import type { Mark } from './kinds';
import type { LaySide } from './rules';

/** The register mark and the code that a slitter reads: on the front, where it looks for them, black alone. */
export function machineMarks(finish: Finish, { lay, side }: Pick<LaySide, 'lay' | 'side'>): Mark[] {
  const reading = side === 'front' ? readingOn(lay, finish) : null;
  if (!reading) return [];
  const { mark, code } = reading;
  return [
    { kind: 'area', of: 'machine', rect: mark, black: true, clear: MARK_CLEAR },
    ...(code ? [{ kind: 'code', of: 'machine', ...code, black: true } as const] : []),
  ];
}
