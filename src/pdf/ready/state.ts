import { realNumber } from '../compose/number';
import type { Becomes, Change } from './change';
import type { Linear } from '../compose/forms';

/** A colour that is set, to fill or to stroke. */
export interface Paint {
  /** What becomes of its space. */
  readonly change: Becomes;
  /** Whether nothing of it prints. */
  readonly gone: boolean;
  /** Operators that set it to stroke with; null where that is not known. */
  readonly stroking: string | null;
}

/** What of the graphics state decides how content is written anew (ISO 32000-1, 8.4). */
export interface State {
  readonly fill: Paint;
  readonly stroke: Paint;
  readonly op: boolean;
  readonly OP: boolean;
  /** Whether an ink of which there is 0 is left alone where it overprints: as it was, and as it is written. */
  readonly opm: boolean;
  readonly opmWritten: boolean;
  /** The text rendering mode that is wanted, and that which is written. */
  readonly mode: number;
  readonly written: number;
  /** From units of the content to millimetres as printed. */
  readonly map: Linear;
  readonly width: number;
  /** Whether what is filled is not seen through. */
  readonly solid: boolean;
}

const BLACK: Paint = { change: null, gone: false, stroking: '0 G' };

/** As a page begins (table 52). */
export const beginning = (map: Linear): State => ({
  fill: BLACK,
  stroke: BLACK,
  op: false,
  OP: false,
  opm: false,
  opmWritten: false,
  mode: 0,
  written: 0,
  map,
  width: 1,
  solid: true,
});

/** A state as forms are told apart by: what they are drawn of may be another in another one. */
export function stateId(s: State, lines: boolean): string {
  const paint = ({ change, gone }: Paint): string =>
    gone ? 'gone' : change === null ? '' : change === 'gone' ? 'g' : `${change.space}${change.whole ? ' w' : ''}`;
  const measures = lines ? [...s.map.map((v) => v.toPrecision(6)), s.width, s.solid, s.fill.stroking] : [];
  return [paint(s.fill), paint(s.stroke), s.op, s.OP, s.opm, s.opmWritten, s.mode, s.written, ...measures].join('|');
}

/** A paint as a form inherits it: names are its own, so that what is said by one cannot be said there again. */
export const unnamed = (paint: Paint): Paint => (paint.stroking?.includes('/') ? { ...paint, stroking: null } : paint);

/** What black is that nobody set: content begins with it (table 52). */
export function begun({ into, space }: Change): string {
  const black = into([0]);
  if (space === '/DeviceGray') return black[0] === 0 ? '' : `${realNumber(black[0]!)} g ${realNumber(black[0]!)} G\n`;
  const inks = black.map(realNumber).join(' ');
  return inks === '0 0 0 1' ? '' : `${inks} k ${inks} K\n`;
}
