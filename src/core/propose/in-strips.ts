import { cutsOf } from '../cutting';
import { checkedPatch, type Artwork, type DocketOf, type FlatProduct, type Patch } from '../docket';
import type { Lay } from '../lay';
import { bounds, lying, sameSize, type Rect, type Size } from '../measure';
import { plan, type Plan } from '../sheet';
import { machineTakes, type Shop, type Stock } from '../shop';

/** What programs of slitters and guillotines have in common: pieces of one size in columns and rows. */

/** A docket laid out for a program of the machine that cuts it, or why it cannot be. */
export type ForProgram = { readonly patch: Patch } | { readonly cannot: string };

export const CANNOT: ForProgram = { cannot: 'The sheets cannot be laid out so on this press.' };
export const NOT_ALIKE = { cannot: 'Its lines are not those of pieces of one size with one gap between.' };

/** How far two strips may differ and still be pieces of one size, mm. */
export const SAME = 0.1;

/** Strips of one kind between lines: how wide a piece is, how many, what lies between two, where the first begins. */
export interface Strips {
  readonly piece: number;
  readonly count: number;
  readonly gap: number;
  readonly from: number;
}

/** What lines divide a length into, where all pieces are as wide and all gaps: the widest strips are the pieces. */
export function stripsOf(lines: readonly number[], length: number): Strips | null {
  const apart = lines.slice(1).map((v, i) => v - lines[i]!);
  const piece = Math.max(0, ...apart);
  const isPiece = (wide: number): boolean => Math.abs(wide - piece) <= SAME;
  // a piece that reaches the edge of the sheet has no line there
  const edges = [
    ...(lines[0] !== undefined && lines[0] > SAME && isPiece(lines[0]) ? [0] : []),
    ...lines,
    ...(lines.length > 0 && isPiece(length - lines.at(-1)!) ? [length] : []),
  ];
  const strips = edges.slice(1).map((v, i) => ({ from: edges[i]!, wide: v - edges[i]! }));
  const pieces = strips.filter((s) => isPiece(s.wide));
  const gaps = strips.filter((s) => !isPiece(s.wide));
  const gap = gaps[0]?.wide ?? 0;
  const even = gaps.every((g) => Math.abs(g.wide - gap) <= SAME);
  // between two pieces lies one gap, or none
  const between = gaps.length === 0 || gaps.length === pieces.length - 1;
  if (pieces.length === 0 || piece <= SAME || !even || !between || !isPiece(strips[0]!.wide)) return null;
  return { piece, count: pieces.length, gap, from: edges[0]! };
}

/** From the first piece to the end of the last. */
export const wide = ({ count, piece, gap }: Strips): number => count * piece + (count - 1) * gap;

/** The stock of a program's sheet: the job's own, else another size of it, else the cheapest of the shop that is of that size. */
export function stockFor(sheet: Size, { stock, machine }: DocketOf<'flat'>['sheet'], shop: Shop): Stock | null {
  const fits = (s: Stock): boolean => sameSize(lying(s), lying(sheet)) && machineTakes(machine, s);
  if (sameSize(lying(stock), lying(sheet))) return stock;
  const all = shop.stocks.filter(fits).sort((a, b) => a.price - b.price);
  return all.find((s) => s.name === stock.name) ?? all[0] ?? null;
}

/** Flat work in these columns and rows, as they lie on the sheet: of the size of their pieces. */
export function laidIn(
  { product }: DocketOf<'flat'>,
  columns: Strips,
  rows: Strips,
): Pick<FlatProduct, 'finished' | 'lies'> {
  const cell: Size = { width: columns.piece, height: rows.piece };
  const { finished } = product;
  const turned = Math.abs(cell.width - finished.height) <= SAME && Math.abs(cell.height - finished.width) <= SAME;
  const as = Math.abs(cell.width - finished.width) <= SAME && Math.abs(cell.height - finished.height) <= SAME;
  // of another size the artwork lies as its own proportions say
  const landscape = (s: Size): boolean => s.width >= s.height;
  const sideways = !as && (turned || landscape(finished) !== landscape(cell));
  const size = turned || as ? finished : sideways ? { width: cell.height, height: cell.width } : cell;
  const lies: FlatProduct['lies'] = {
    ...product.lies,
    way: sideways ? 'sideways' : 'upright',
    columns: columns.count,
    rows: rows.count,
    gap: { across: columns.gap, down: rows.gap },
    turned: 'none',
    offset: { x: 0, y: 0 },
    singles: [],
  };
  return { finished: size, lies };
}

/** A docket with a wish, planned: null where it does not fit its sheets, or nothing is cut. */
export function planned(docket: DocketOf<'flat'>, patch: Patch, artwork: Artwork): Plan | null {
  const it = plan(checkedPatch(docket, patch), artwork);
  return it.sheets.lays.every((l) => l.fits) && cutsOf(it.sheets.main.lay).any ? it : null;
}

/** How far pieces that lie in the middle have to be moved to lie where they should, and how they lie then. */
export function movedTo(
  wish: (offset: FlatProduct['lies']['offset']) => Patch,
  tried: (patch: Patch) => Plan | null,
  wanted: (lay: Lay) => Rect,
): { readonly offset: FlatProduct['lies']['offset']; readonly lay: Lay } | null {
  const centred = tried(wish({ x: 0, y: 0 }));
  if (!centred) return null;
  const { lay } = centred.sheets.main;
  const [now, where] = [bounds(cutsOf(lay).pieces), wanted(lay)];
  const offset = { x: where.x - now.x, y: where.y - now.y };
  const there = tried(wish(offset));
  return there && { offset, lay: there.sheets.main.lay };
}
