/** For tests: pieces laid on sheets of any size. */
import { patched, type DocketOf, type Patch } from '../docket';
import { plan } from '../sheet';
import { artworkOf, flatDocketFor, SHOP } from '../testing';
import type { Lay } from '.';

export type FlatPatch = Patch<DocketOf<'flat'>>;
export const inches = (n: number): number => n * 25.4;

export interface Case {
  readonly piece: readonly [number, number];
  readonly sheet: readonly [number, number];
  readonly bleed: number;
  readonly gap?: number;
  readonly noPrint?: number;
  readonly copies?: number;
}

export function docketOf({ piece, sheet, bleed, gap, noPrint = 4, copies = 100_000 }: Case): DocketOf<'flat'> {
  const size = { width: piece[0], height: piece[1] };
  const edges = { left: noPrint, right: noPrint, top: noPrint, bottom: noPrint };
  return patched(flatDocketFor(artworkOf(2, size, bleed)), {
    product: {
      copies,
      finished: size,
      bleed,
      ...(gap === undefined ? {} : { lies: { gap: { across: gap, down: gap } } }),
    },
    sheet: {
      stock: { ...SHOP.stocks[2]!, width: sheet[0], height: sheet[1] },
      machine: { ...SHOP.machines[0]!, noPrint: edges, largest: { width: 3000, height: 3000 } },
    },
  });
}
export const artwork = artworkOf(2, { width: 85, height: 54 });
export function layFor(of: Case, ...patches: FlatPatch[]): Lay {
  return plan(
    patches.reduce<DocketOf<'flat'>>((d, p) => patched(d, p), docketOf(of)),
    artwork,
  ).sheets.main.lay;
}
export const up = (of: Case, way: 'upright' | 'sideways' | 'auto' = 'auto'): number =>
  layFor(of, { product: { lies: { way } } }).downs.length;

export const SRA3 = [320, 450] as const;
