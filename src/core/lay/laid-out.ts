import type { LayStyle, Shape } from '../makeup';
import { EPSILON, sizeTurned, type Size } from '../measure';
import { arrangementsIn, placedAt, placesOf, type Arrangement } from './cut-out';
import type { Lay, LayDown, LayWish } from './kinds';
import { centred, mostOf, overhang, roomFor, type Paper } from './paper';
import { yieldOf } from './turn';

/** Between two limits; the lower one where they are the wrong way round. */
const held = (v: number, least: number, most: number): number => Math.max(least, Math.min(v, most));

/** One piece in the middle where none fits, to be looked at. */
function tooLarge(shape: Shape, area: Size): Arrangement {
  const sideways = { width: shape.size.height, height: shape.size.width };
  const turns = overhang(sideways, area) < overhang(shape.size, area) - EPSILON ? 1 : 0;
  return {
    split: null,
    blocks: [{ columns: 1, rows: 1, turns, x: 0, y: 0 }],
    size: sizeTurned(shape.size, turns),
    up: 1,
    cuts: 4,
  };
}

/** Lays out pieces that are cut out at their trims, in the middle of the sheet or moved from there as far as it prints. */
export function cutOutOf(
  paper: Paper,
  shape: Shape,
  wish: LayWish,
  style: Extract<LayStyle, { kind: 'cut-out' }>,
): Lay {
  const { area, whole } = roomFor(paper, shape);
  const [best] = arrangementsIn(area, shape, style, mostOf(wish.up), yieldOf(wish.work));
  const arrangement = best ?? tooLarge(shape, area);
  const { bleed, lies } = style;
  const along = (whole: number, block: number, from: number, room: number, moved: number): number => {
    const needs = block + 2 * bleed;
    const middle = centred(whole, needs, from, room);
    return bleed + (best ? held(middle + moved, from, from + room - needs) : middle);
  };
  const { size, blocks } = arrangement;
  const x = along(whole.width, size.width, area.x, area.width, lies.offset.x);
  const y = along(whole.height, size.height, area.y, area.height, lies.offset.y);
  const empty = new Set(lies.singles.flatMap((s) => (s.empty ? [s.place] : [])));
  const places = placesOf(arrangement, shape, style, x, y);
  // a sheet with nothing on it is none: the first place is kept where all were emptied
  const kept = places.filter((p) => !empty.has(p.number));
  const laid = kept.length > 0 ? kept : places.slice(0, 1);
  const downs = laid.map((p): LayDown => {
    const { trim, reach, number } = p;
    return {
      shape,
      at: placedAt(shape, p),
      trim,
      margin: {
        left: trim.x - reach.x,
        right: reach.x + reach.width - trim.x - trim.width,
        bottom: trim.y - reach.y,
        top: reach.y + reach.height - trim.y - trim.height,
      },
      reach,
      place: number,
    };
  });
  const [only] = blocks;
  return {
    ...paper,
    downs,
    fits: best !== undefined,
    grid: blocks.length === 1 ? { columns: only!.columns, rows: only!.rows, sideways: only!.turns === 1 } : null,
    style,
    emptied: places.flatMap(({ number, trim }) =>
      laid.some((p) => p.number === number) ? [] : [{ place: number, trim }],
    ),
  };
}
