import { inUnits, type InUnits } from '../../measure';

/** Paper of one stock in a block: how many leaves of what thickness. */
export interface Leaves {
  readonly leaves: number;
  readonly caliper: number;
  readonly stock: string;
}

export interface Spine {
  /** Millimetres, from outside to outside of the cover's two boards. */
  readonly width: number;
  /** The block alone. */
  readonly block: number;
  readonly sum: InUnits;
}

/**
 * Width of the spine of a perfect-bound or sewn book: leaves × caliper, stock by stock, and the cover's two boards
 * where it wraps. Nothing comes off for grind-off, which shortens leaves and does not thin them. One that was measured
 * holds, whatever is reckoned.
 */
export function spineOf(text: readonly Leaves[], cover: number | null, measured: number | null = null): Spine {
  const byStock = new Map<string, Leaves>();
  for (const t of text) {
    const key = `${t.stock} ${t.caliper}`;
    byStock.set(key, { ...t, leaves: (byStock.get(key)?.leaves ?? 0) + t.leaves });
  }
  let block = 0;
  for (const t of byStock.values()) block += t.leaves * t.caliper;
  const width = block + (cover === null ? 0 : 2 * cover);
  const sum = inUnits((say) => {
    const terms = [...byStock.values()].map((t) => `${t.leaves} leaves × ${say(t.caliper, 3)}`);
    if (cover !== null) terms.push(`2 × ${say(cover, 3)} cover`);
    const reckoned = `${terms.join(' + ') || '0'} = ${say(width, 2)}`;
    return measured === null ? reckoned : `${say(measured, 2)} measured; reckoned ${reckoned}`;
  });
  return { width: measured ?? width, block, sum };
}
