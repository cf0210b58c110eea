import { widthOf } from '../imprint';
import { isScored, type FoldLine, type Lay } from '../lay';
import { contains, EPSILON, overlap } from '../measure';
import { CAPITALS, markBox, type Mark } from './kinds';
import { linesOutside } from './outside';
import { lineFields, type LaySide, type MarkRule } from './rules';

/** Where lines of some kind meet the edges of the sheet. */
export function positions(
  folds: LaySide['folds'],
  wanted: (line: FoldLine) => boolean,
): { upright: number[]; level: number[] } {
  const of = folds.filter(wanted);
  return {
    upright: of.filter((f) => f.upright).map((f) => f.at),
    level: of.filter((f) => !f.upright).map((f) => f.at),
  };
}

/** What has such marks: folds, and what is scored or perforated in a flat piece. */
const isMarked = (l: Pick<FoldLine, 'kind' | 'order'>): boolean => l.kind === 'fold' || isScored(l);
const hasAny = ({ downs }: Lay): boolean =>
  downs.some((d) => d.shape.lines.some((l) => l.kind !== 'trim' && isMarked({ kind: l.kind, order: l.order })));

/** The height of a number beside a fold mark, and how far it stands from it, mm: between two cuts of 3 mm to either side it has room. */
const NUMBER = 1.6;
const BESIDE = 0.7;

/** The numbers of the folds that are made along a line, in the order in which they are made. */
function numberOf(folds: LaySide['folds'], { from, to }: Extract<Mark, { kind: 'line' }>): string {
  const upright = from[0] === to[0];
  const at = upright ? from[0] : from[1];
  const orders = folds.flatMap((f) =>
    f.upright === upright && Math.abs(f.at - at) < EPSILON && f.order > 0 ? [f.order] : [],
  );
  return [...new Set(orders)].sort((a, b) => a - b).join(', ');
}

/** Beside each mark the number of its fold, on whichever side there is room; a mark without room for it has none. */
function numbersBeside(lines: readonly Mark[], on: LaySide, taken: readonly Mark[]): Mark[] {
  const kept = [...on.space.keepOff, ...[...taken, ...lines].map(markBox)];
  return lines.flatMap((line): Mark[] => {
    if (line.kind !== 'line') return [];
    const text = numberOf(on.folds, line);
    if (text === '') return [];
    const room = (widthOf(text, 'text') * NUMBER) / CAPITALS + 0.01;
    const upright = line.from[0] === line.to[0];
    const [x, y] = [(line.from[0] + line.to[0]) / 2, (line.from[1] + line.to[1]) / 2];
    const places: (readonly [number, number])[] = upright
      ? [
          [x + BESIDE, y - NUMBER / 2],
          [x - BESIDE - room, y - NUMBER / 2],
        ]
      : [
          [x - room / 2, y + BESIDE],
          [x - room / 2, y - BESIDE - NUMBER],
        ];
    for (const at of places) {
      const mark: Mark = { kind: 'text', of: 'fold', at, text, height: NUMBER, turned: 0, room, black: true };
      const box = markBox(mark);
      if (!contains(on.space.area, box) || kept.some((k) => overlap(k, box))) continue;
      kept.push(box);
      return [mark];
    }
    return [];
  });
}

/** Fold marks, dashed: at both ends of every fold, score and perforation, outside the block of pieces. */
export const fold: MarkRule<'fold'> = {
  label: 'Fold marks',
  said: 'fold marks',
  short: 'fold',
  fields: [
    ...lineFields(),
    {
      key: 'says',
      label: 'beside it',
      as: {
        kind: 'choice',
        options: [
          { key: 'nothing', label: 'nothing' },
          { key: 'number', label: 'its number' },
        ],
      },
    },
  ],
  vital: false,
  applies: ({ sheets }) => sheets.lays.some(hasAny),
  missed: hasAny,
  onLay: (wish, on, taken) => {
    const lines = linesOutside('fold', on, positions(on.folds, isMarked), wish, taken, [1.2, 0.8]);
    return wish.says === 'number' ? [...lines, ...numbersBeside(lines, on, taken)] : lines;
  },
};
