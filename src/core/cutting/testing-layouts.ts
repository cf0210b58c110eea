import * as fc from 'fast-check';
import { rect, type Rect } from '../measure';

/** Divides a rectangle at random by straight cuts, in whole millimetres. */
function divided(r: Rect, picks: number[], least: number): Rect[] {
  const pick = picks.shift();
  if (pick === undefined || r.width < 2 * least || r.height < 2 * least || pick % 5 === 0) return [r];
  const upright = pick % 2 === 0;
  const share = 0.3 + ((pick >> 3) % 40) / 100;
  const [w, h] = [Math.round(r.width * share), Math.round(r.height * share)];
  const first = upright ? rect(r.x, r.y, w, r.height) : rect(r.x, r.y, r.width, h);
  const rest = upright ? rect(r.x + w, r.y, r.width - w, r.height) : rect(r.x, r.y + h, r.width, r.height - h);
  return [...divided(first, picks, least), ...divided(rest, picks, least)];
}
/** Pieces that straight cuts made, on a sheet with paper round them. @param least edge of a piece before its gap @param most cuts */
export const someLayout = (least: number, most: number): fc.Arbitrary<{ pieces: Rect[]; sheet: Rect }> =>
  fc
    .record({
      picks: fc.array(fc.nat(100_000), { maxLength: most }),
      gap: fc.constantFrom(0, 0, 1, 3),
      edges: fc.record({ left: fc.nat(40), right: fc.nat(40), bottom: fc.nat(40), top: fc.nat(40) }),
    })
    .map(({ picks, gap, edges }) => ({
      sheet: rect(0, 0, edges.left + 200 + edges.right, edges.bottom + 140 + edges.top),
      pieces: divided(rect(edges.left, edges.bottom, 200, 140), [...picks], least).map((r) =>
        rect(r.x + gap, r.y + gap, r.width - 2 * gap, r.height - 2 * gap),
      ),
    }));

/** A rectangle in whole millimetres, as one word. */
export const named = ({ x, y, width, height }: Rect): string =>
  [x, y, width, height].map((v) => Math.round(v)).join(' ');
