import { EPSILON, formatLength, intersect, type Rect } from '../../measure';
import { onForm, withMargin } from '../../lay';
import type { Mark } from '../../marks';
import { plural, type Check, type InspectedFlat } from '../kinds';

type Line = Extract<Mark, { kind: 'line' }>;

/** How far a line goes into a rectangle, along the line; 0 where it does not, or runs along its edge. */
function into({ from, to }: Line, r: Rect): number {
  const line = { x: from[0], y: from[1], width: to[0] - from[0], height: to[1] - from[1] };
  const level = line.height < EPSILON;
  // a line has no width of its own: what lies on an edge shows on the piece when the knife is a hair off
  const box = level
    ? { ...line, y: line.y - EPSILON, height: 2 * EPSILON }
    : { ...line, x: line.x - EPSILON, width: 2 * EPSILON };
  const both = intersect(box, r);
  return both ? (level ? both.width : both.height) : 0;
}

/** Ticks that print on artwork or its bleed. */
export const ticksOnArtwork: Check<InspectedFlat> = ({ docket, product, marks, plan, unit }) => {
  const { ticks } = docket.marks;
  if (!ticks.on || ticks.over !== 'printed') return [];
  const { lay, number } = plan.sheets.main;
  const lies = onForm(lay);
  const lines = marks.of(number, 'front').flatMap((m) => (m.of === 'ticks' && m.kind === 'line' ? [m] : []));
  const deep = (line: Line, on: readonly Rect[]): number => Math.max(0, ...on.map((r) => into(line, r)));
  const [trims, reaches] = [lies.map((d) => d.trim), lies.map(withMargin)];
  const onBleed = lines.filter((l) => deep(l, reaches) > EPSILON);
  if (onBleed.length === 0) return [];
  const worst = Math.max(...lines.map((l) => deep(l, trims)));
  const gap = 2 * product.bleed + ticks.length;
  return [
    {
      id: 'ticks-on-artwork',
      severity: worst > EPSILON ? 'look' : 'fine',
      station: 'marks',
      title:
        worst > EPSILON
          ? `${plural(onBleed.length, 'tick')} between pieces would print on artwork`
          : 'Ticks between pieces print on bleed',
      detail:
        worst > EPSILON
          ? `They reach ${formatLength(worst, unit)} into the finished pieces, and stay on them when they are cut.`
          : 'They go with the bleed when the pieces are cut; where the knife is a hair off, a dot of one stays.',
      offers: () => [
        { label: 'Leave off those on artwork', patch: { marks: { ticks: { over: 'clear' } } } },
        {
          least: 1,
          most: Math.floor(2 * ticks.length) - 1,
          step: 1,
          at: (halves) => ({
            label: `Ticks of ${formatLength(halves / 2, unit)}`,
            detail: 'as long as the gap has room',
            patch: { marks: { ticks: { length: halves / 2 } } },
          }),
        },
        {
          label: `Gap of ${formatLength(gap, unit)}`,
          detail: 'room for both bleeds and a tick',
          patch: { product: { lies: { gap: { across: gap, down: gap } } } },
        },
      ],
    },
  ];
};
