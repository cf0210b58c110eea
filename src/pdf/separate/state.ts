import { GRAY } from '../colour/spaces';
import type { PdfFile } from '../syntax/file';
import { numberOf, type Dict } from '../syntax/objects';
import { touches, type Paint, type Plate } from './plate';

/** What of the graphics state decides what a plate gets (ISO 32000-1, 8.4). */
export interface State {
  readonly fill: Paint;
  readonly stroke: Paint;
  /** Whether filling, and stroking, overprint; and whether an ink of which there is 0 is then left alone. */
  readonly op: boolean;
  readonly OP: boolean;
  readonly opm: boolean;
  /** The text rendering mode that is wanted, and that which is written. */
  readonly mode: number;
  readonly written: number;
}

/** What a graphics state says of how inks are laid over each other; one of the two alone stands for both (table 58). */
export function overprintIn(file: PdfFile, dict: Dict): Partial<Pick<State, 'op' | 'OP' | 'opm'>> {
  const flag = (key: string): boolean | undefined => {
    const v = file.get(dict.get(key));
    return v === undefined ? undefined : v === 'true';
  };
  const OP = flag('/OP');
  const op = flag('/op') ?? OP;
  const opm = file.get(dict.get('/OPM'));
  return {
    ...(OP === undefined ? {} : { OP }),
    ...(op === undefined ? {} : { op }),
    ...(opm === undefined ? {} : { opm: numberOf(opm, 0) === 1 }),
  };
}

/** How deep states may be kept; a reader may stop at 28. */
export const MOST_KEPT = 10_000;

const BLACK: Paint = { space: GRAY, colour: [0] };

/** As a page begins (table 52). */
export const BEGINNING: State = {
  fill: BLACK,
  stroke: BLACK,
  op: false,
  OP: false,
  opm: false,
  mode: 0,
  written: 0,
};

/** Whether what is filled leaves its trace on a plate; it does not where it overprints in other inks. */
export const fills = (plate: Plate, { op, opm, fill }: State): boolean => !op || touches(plate, fill, opm);
export const strokes = (plate: Plate, { OP, opm, stroke }: State): boolean => !OP || touches(plate, stroke, opm);

/** What painting operators become (8.5.3) where only the inside is painted, only the line, or neither. */
const FILLED: Readonly<Record<string, string>> = { f: 'f', F: 'f', 'f*': 'f*', B: 'f', 'B*': 'f*', b: 'f', 'b*': 'f*' };
const STROKED: Readonly<Record<string, string>> = { S: 'S', s: 's', B: 'S', 'B*': 'S', b: 's', 'b*': 's' };

/** Which of the two a painting operator does; null for any other operator. */
export function paintsPath(operator: string): { readonly fill: boolean; readonly stroke: boolean } | null {
  const [fill, stroke] = [Object.hasOwn(FILLED, operator), Object.hasOwn(STROKED, operator)];
  return fill || stroke ? { fill, stroke } : null;
}

/** The operator to paint with. A path that leaves no trace still clips, where it was to. */
export function painted(operator: string, fill: boolean, stroke: boolean): string {
  const does = paintsPath(operator)!;
  const [inside, line] = [does.fill && fill, does.stroke && stroke];
  if (inside === does.fill && line === does.stroke) return operator;
  return inside ? FILLED[operator]! : line ? STROKED[operator]! : 'n';
}

/** A text rendering mode (table 106) without what leaves no trace. */
export function textMode(mode: number, fill: boolean, stroke: boolean): number {
  const shape = mode & 3;
  const inside = (shape === 0 || shape === 2) && fill;
  const line = (shape === 1 || shape === 2) && stroke;
  return (mode & 4) | (inside ? (line ? 2 : 0) : line ? 1 : 3);
}
