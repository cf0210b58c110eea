import { scoresAsItSlits, slitsOn, toStep } from '../../finishing';
import { isSlit } from '../../cutting';
import { formatLength } from '../../measure';
import type { Finisher } from '../../shop';
import type { Inspected, Offer } from '../kinds';

/**
 * Flat work on the steps of a slitter: moved by less than one, so that its first lines lie on them; and where that is not
 * enough, with gaps that take pieces to the next step. What does not come to lie there is not offered.
 */
export function snapped({ docket, plan, unit }: Inspected, machine: Finisher): Offer[] {
  const { product, finish } = docket;
  if (product.kind !== 'flat' || machine.kind !== 'slitter' || !machine.step) return [];
  const { step } = machine;
  const { lay } = plan.sheets.main;
  const slits = slitsOn(lay, machine, scoresAsItSlits(finish.route, machine));
  if (!isSlit(slits)) return [];
  const { offset } = product.lies;
  const { columns, rows, sideways } = lay.grid ?? { columns: 1, rows: 1, sideways: false };
  const { width, height } = product.finished;
  const [across, down] = sideways ? [height, width] : [width, height];
  // so wide that a piece and its gap are whole steps
  const gap = (piece: number, now: number): number => Math.ceil((piece + now) / step - 1e-6) * step - piece;
  const now = {
    across: product.lies.gap.across ?? 2 * product.bleed,
    down: product.lies.gap.down ?? 2 * product.bleed,
  };
  const gaps = { across: gap(across, now.across), down: gap(down, now.down) };
  /** How far the whole is moved so that its first lines lie on steps, where it begins so much earlier than it does now. */
  const movedBy = (left: number, below: number): { x: number; y: number } => {
    const to = (lines: readonly number[], earlier: number): number => {
      const first = (lines[0] ?? 0) - earlier;
      return lines.length === 0 ? 0 : toStep(first, step) - first;
    };
    const long = slits.feed === 'long';
    const side = to(slits.slits, long ? left : below) * (slits.far ? -1 : 1);
    const end = to(slits.crossCuts, long ? below : left);
    return long ? { x: side, y: end } : { x: end, y: side };
  };
  const put = ({ x, y }: { x: number; y: number }): { x: number; y: number } => ({ x: offset.x + x, y: offset.y + y });
  const here = movedBy(0, 0);
  // what is in the middle grows to both sides
  const wider = movedBy(((columns - 1) * (gaps.across - now.across)) / 2, ((rows - 1) * (gaps.down - now.down)) / 2);
  return [
    {
      label: `Move them onto its steps`,
      detail: `${formatLength(Math.abs(here.x), unit, 2)} across, ${formatLength(Math.abs(here.y), unit, 2)} along`,
      patch: { product: { lies: { offset: put(here) } } },
      kind: { name: 'snapped', most: 1 },
    },
    {
      label: `Gaps of ${formatLength(gaps.across, unit, 2)} and ${formatLength(gaps.down, unit, 2)}, on its steps`,
      patch: { product: { lies: { gap: gaps, offset: put(wider) } } },
      kind: { name: 'snapped', most: 1 },
    },
  ];
}
