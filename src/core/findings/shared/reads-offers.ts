import { readingOn, zonesOf } from '../../finishing';
import { onForm, withMargin, type Lay } from '../../lay';
import { bounds, formatLength, overlap, type Rect } from '../../measure';
import type { Inspected, Offer } from '../kinds';

/** How pieces make room for what a slitter looks for: moved just so far, or fewer of them. */
export function madeRoom(it: Inspected): Offer[] {
  const { docket, plan } = it;
  if (docket.product.kind !== 'flat') return [];
  const { lay } = plan.sheets.main;
  const reading = readingOn(lay, docket.finish);
  if (!reading) return [];
  const pieces = onForm(lay).map(withMargin);
  const covered = zonesOf(reading).filter((z) => pieces.some((p) => overlap(z, p)));
  return [...moved(it, bounds(pieces), covered), ...fewer(it, lay)];
}

/** The block moved just so far that what lies in its way is clear, to one side or the other; and with fewer in it. */
function moved({ docket, unit }: Inspected, block: Rect, covered: readonly Rect[]): Offer[] {
  const { product } = docket;
  if (product.kind !== 'flat' || covered.length === 0) return [];
  const { offset } = product.lies;
  const all = bounds(covered);
  const ways = [
    { said: 'to the right', x: all.x + all.width - block.x, y: 0 },
    { said: 'to the left', x: all.x - block.x - block.width, y: 0 },
    { said: 'to the tail', x: 0, y: all.y + all.height - block.y },
    { said: 'to the lead edge', x: 0, y: all.y - block.y - block.height },
  ];
  return ways.map(({ said, x, y }) => ({
    label: `Move them ${formatLength(Math.abs(x + y), unit)} ${said}`,
    patch: { product: { lies: { offset: { x: offset.x + x, y: offset.y + y } } } },
    kind: { name: 'moved', most: 1 },
  }));
}

/** A row or a column fewer. */
function fewer({ docket }: Inspected, { grid }: Lay): Offer[] {
  if (docket.product.kind !== 'flat' || !grid) return [];
  const { columns, rows } = grid;
  const up = (c: number, r: number, label: string): Offer => ({
    label,
    detail: `${c} × ${r} on a sheet`,
    patch: { product: { lies: { columns: c, rows: r } } },
    kind: { name: 'fewer', most: 1 },
  });
  return [
    ...(columns > 1 ? [up(columns - 1, rows, 'One column fewer')] : []),
    ...(rows > 1 ? [up(columns, rows - 1, 'One row fewer')] : []),
  ];
}
