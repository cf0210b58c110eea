import type { z } from 'zod';
import { EPSILON, lying, type Size } from '../measure';
import { planLayout } from '../sheet/layout';
import type { Artwork } from './artwork';
import { Docket, type FileRef } from './schema';
import type { Shop } from './shop';

/** The marks a new docket has. */
export const DEFAULT_MARKS = {
  crop: { on: true, length: 5, offset: 3, weight: 0.25 },
  register: { on: true, length: 6, offset: 4, weight: 0.2 },
  fold: { on: true, length: 5, offset: 3, weight: 0.25 },
  slug: { on: true, height: 2.2, offset: 4 },
} satisfies Partial<Docket['marks']>;

/** The finished size that artwork asks for: that of most of its pages' trim boxes, to a tenth of a millimetre. */
export function artworkSize(artwork: Artwork, box: 'trim' | 'crop' | 'media' = 'trim'): Size {
  const counts = new Map<string, { size: Size; count: number }>();
  for (const page of artwork.pages) {
    const { width, height } = page[box];
    const key = `${width.toFixed(1)}x${height.toFixed(1)}`;
    const entry = counts.get(key);
    if (entry) entry.count++;
    else counts.set(key, { size: { width: tidy(width), height: tidy(height) }, count: 1 });
  }
  let best: { size: Size; count: number } = { size: { width: 148, height: 210 }, count: 0 };
  for (const entry of counts.values()) if (entry.count > best.count) best = entry;
  return best.size;
}

/** 147.999 mm in a file is 148 mm; 215.9 (8.5 in) stays. */
function tidy(mm: number): number {
  const clamped = Math.min(5000, Math.max(1, mm));
  const whole = Math.round(clamped);
  if (Math.abs(clamped - whole) < 0.1) return whole;
  return Math.round(clamped * 1000) / 1000;
}

/** The bleed the artwork has around its trim on every page, at most 3 mm; 3 where it has none, so that it is noticed. */
export function artworkBleed(artwork: Artwork): number {
  let least = Infinity;
  for (const { trim, bleed } of artwork.pages) {
    least = Math.min(
      least,
      trim.x - bleed.x,
      trim.y - bleed.y,
      bleed.x + bleed.width - trim.x - trim.width,
      bleed.y + bleed.height - trim.y - trim.height,
    );
  }
  if (!Number.isFinite(least) || least < 0.5) return 3;
  return Math.min(3, Math.round(least * 10) / 10);
}

/**
 * The docket for artwork just dropped: finished size from the trim box, the cheapest stock a copy that fits,
 * blanks unsettled, marks on, the machine's own turn.
 * @param shop must hold at least one stock, machine and finisher
 * @throws RangeError where the shop is empty
 */
export function newDocket(title: string, file: FileRef, artwork: Artwork, shop: Shop, date: string): Docket {
  const machine = shop.machines[0];
  const finisher = shop.finishers[0];
  const first = shop.stocks[0];
  if (!machine || !finisher || !first) throw new RangeError('The shop has no stock, machine or finisher yet.');
  const docket = Docket.parse({
    kind: 'odd-sparrow docket',
    version: 2,
    title: title.slice(0, 300) || 'Untitled',
    artwork: { file, former: [], box: 'trim', fit: 'centre', enlarge: 1 },
    product: {
      kind: 'bound',
      binding: { kind: 'saddle-stitched' },
      copies: 100,
      finished: artworkSize(artwork),
      bleed: artworkBleed(artwork),
      endBleed: null,
      bound: 'left',
      blanks: { kind: 'unsettled' },
      creep: { correction: 'push-in', factor: 1, measured: null },
      safe: 5,
    },
    sheet: { stock: first, machine, up: 'most', turn: 'machine' },
    marks: DEFAULT_MARKS,
    finish: { finisher, stitch: true },
    send: { hold: false },
    due: null,
    date,
  } satisfies z.input<typeof Docket>);
  const stock = cheapestStock(docket, shop);
  return stock ? { ...docket, sheet: { ...docket.sheet, stock } } : docket;
}

/** Whether the machine takes a sheet of this size, either way round. */
export function machineTakes(machine: Docket['sheet']['machine'], sheet: Size): boolean {
  const s = lying(sheet);
  const big = lying(machine.largest);
  const small = lying(machine.smallest);
  return (
    s.width <= big.width + EPSILON &&
    s.height <= big.height + EPSILON &&
    s.width >= small.width - EPSILON &&
    s.height >= small.height - EPSILON
  );
}

/** The stock on which a copy's paper costs least with page and bleed fitting, or null; ties go to the list's order. */
export function cheapestStock(docket: Docket, shop: Shop): Docket['sheet']['stock'] | null {
  let best: Docket['sheet']['stock'] | null = null;
  let bestPrice = Infinity;
  for (const stock of shop.stocks) {
    if (!machineTakes(docket.sheet.machine, stock)) continue;
    const layout = planLayout({ ...docket, sheet: { ...docket.sheet, stock } });
    if (!layout.fits) continue;
    const price = (stock.price + 2 * docket.sheet.machine.click) / layout.slots.length;
    if (price < bestPrice - EPSILON) {
      best = stock;
      bestPrice = price;
    }
  }
  return best;
}
