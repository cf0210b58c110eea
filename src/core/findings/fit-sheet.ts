import { machineTakes, patched, type Docket, type Stock } from '../docket';
import { EPSILON, formatLength, formatNumber, formatSize, grow } from '../measure';
import { planLayout, slotMargin, trimsPrint } from '../sheet';
import type { Finding, Inspected, Remedy } from './kinds';

/** Page or bleed that does not fit what the machine prints of the sheet. */
export function fitFinding({ docket, plan, shop, unit }: Inspected): Finding[] {
  const sheet = plan.sheets.find((s) => !s.layout.fits && s.kind === 'text');
  if (!sheet) return [];
  const { layout } = sheet;
  const slot = layout.slots[0];
  if (!slot) return [];
  const needed = grow({ x: 0, y: 0, width: slot.trim.width, height: slot.trim.height }, slotMargin(layout, slot));
  const pageToo = !trimsPrint(layout);
  const bleed = Math.max(...Object.values(slotMargin(layout, slot)));
  return [
    {
      id: 'fit-sheet',
      severity: 'stop',
      station: 'sheet',
      title: pageToo ? 'The pages do not fit the sheet' : 'The bleed does not fit the sheet',
      detail: `With ${formatLength(bleed, unit)} bleed the open booklet needs ${formatSize(needed, unit)}; of ${docket.sheet.stock.format} ${docket.sheet.machine.name} prints ${formatSize(layout.bothSides, unit)}.`,
      remedies: [...largerStocks(docket, shop.stocks), ...trimmedEnds(docket, unit), ...smaller(docket)],
    },
  ];
}

function fitsWith(docket: Docket): boolean {
  return planLayout(docket).fits;
}

/** The cheapest other stock that does, of the same make if there is one, with the difference in price a sheet. */
function largerStocks(docket: Docket, stocks: readonly Stock[]): Remedy[] {
  const now = docket.sheet.stock;
  const able = stocks
    .filter((s) => s.id !== now.id && machineTakes(docket.sheet.machine, s))
    .filter((s) => fitsWith({ ...docket, sheet: { ...docket.sheet, stock: s } }))
    .sort((a, b) => a.price - b.price);
  const alike = able.filter((s) => s.name === now.name);
  const offered = new Map([alike[0], able[0]].flatMap((s) => (s ? [[s.id, s] as const] : [])));
  return [...offered.values()].map((stock) => {
    const more = stock.price - now.price;
    return {
      label: `${stock.name} ${stock.format} instead`,
      detail: `${more >= 0 ? '+' : '−'}${formatNumber(Math.abs(more), 1)} ct a sheet`,
      patch: { sheet: { stock } },
    };
  });
}

/** Less bleed at the two edges that meet the spine: the most that fits. */
function trimmedEnds(docket: Docket, unit: Inspected['unit']): Remedy[] {
  const without = patched(docket, { product: { endBleed: 0 } });
  if (docket.product.bleed === 0 || !fitsWith(without)) return [];
  const most = largestThat((b) => fitsWith(patched(docket, { product: { endBleed: b } })), 0, docket.product.bleed);
  const endBleed = Math.floor(most * 10 + EPSILON) / 10;
  const ends = docket.product.bound === 'top' ? 'left and right' : 'head and foot';
  return [
    {
      label: endBleed === 0 ? `No bleed at ${ends}` : `Bleed cut to ${formatLength(endBleed, unit)} at ${ends}`,
      detail: 'trim with care there',
      patch: { product: { endBleed } },
    },
  ];
}

/** The largest scale of the page at which page and bleed fit; the artwork is made smaller with it. */
function smaller(docket: Docket): Remedy[] {
  const { finished } = docket.product;
  const at = (s: number): Docket =>
    patched(docket, { product: { finished: { width: finished.width * s, height: finished.height * s } } });
  if (!fitsWith(at(0.05))) return [];
  const s = Math.floor(largestThat((k) => fitsWith(at(k)), 0.05, 1) * 2000) / 2000;
  const round = (v: number): number => Math.floor(v * s * 100) / 100;
  return [
    {
      label: `Page ${formatNumber((1 - s) * 100, 2)} % smaller`,
      detail: `finished ${formatSize({ width: round(finished.width), height: round(finished.height) })}`,
      patch: {
        product: { finished: { width: round(finished.width), height: round(finished.height) } },
        artwork: { enlarge: docket.artwork.fit === 'centre' ? docket.artwork.enlarge * s : docket.artwork.enlarge },
      },
    },
  ];
}

/** Bisection: the largest value for which `holds` is true, given that it is at `low`. */
function largestThat(holds: (v: number) => boolean, low: number, high: number): number {
  if (holds(high)) return high;
  let a = low;
  let b = high;
  for (let i = 0; i < 40; i++) {
    const m = (a + b) / 2;
    if (holds(m)) a = m;
    else b = m;
  }
  return a;
}
