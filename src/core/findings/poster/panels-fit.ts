import { formatSize, type Size } from '../../measure';
import { machineTakes } from '../../shop';
import { plural, type Check, type InspectedPoster, type Offer } from '../kinds';
import { named } from './named';

/** Panels that are larger than what the machine prints of their sheet. */
export const panelsFit: Check<InspectedPoster> = ({ docket, product, poster, plan, shop, unit }) => {
  if (poster.allOverlap || plan.sheets.lays.every((l) => l.fits)) return [];
  const large = poster.order.map((i) => poster.panels[i]!).filter((_, i) => !plan.sheets.at(i).lay.fits);
  const [first] = large;
  const lay = plan.sheets.lays.find((l) => !l.fits);
  if (!first || !lay) return [];
  const size: Size = {
    width: first.trim.width + first.bleed.left + first.bleed.right,
    height: first.trim.height + first.bleed.top + first.bleed.bottom,
  };
  const { stock, machine } = docket.sheet;
  const moved = product.across !== null || product.down !== null;
  const offers: Offer[] = [
    ...(moved
      ? [
          {
            label: 'Panels of one size',
            detail: 'joints where they fall',
            patch: { product: { across: null, down: null } },
          },
        ]
      : []),
    ...(product.columns !== null || product.rows !== null || moved
      ? [
          {
            label: 'As many panels as it takes',
            patch: { product: { columns: null, rows: null, across: null, down: null } },
          },
        ]
      : []),
    ...(product.lies === 'auto'
      ? []
      : [{ label: 'Sheets hung as is best', patch: { product: { lies: 'auto' as const } } }]),
    ...(poster.panels.some((p) => p.stock.id !== stock.id)
      ? [
          {
            label: `All panels on ${stock.name} ${stock.format}`,
            patch: { product: { singles: product.singles.map((s) => ({ ...s, stock: null })) } },
          },
        ]
      : []),
    ...(product.overlap > 0 ? [{ label: 'No overlap', patch: { product: { overlap: 0 } } }] : []),
    ...shop.stocks
      .filter((s) => s.id !== stock.id && machineTakes(machine, s))
      .map((other) => ({
        label: `${other.name} ${other.format} instead`,
        patch: { sheet: { stock: other } },
        kind: { name: 'stock', most: 2 },
      })),
  ];
  return [
    {
      id: 'panels-fit',
      severity: 'stop',
      station: 'sheet',
      title: `${large.length === 1 ? `Panel ${first.name} is` : `${plural(large.length, 'panel')} are`} larger than the sheet prints`,
      detail: `${named(large)}: ${formatSize(size, unit)}; of ${first.stock.format} ${machine.name} prints ${formatSize(lay.bothSides, unit)}.`,
      offers: () => offers,
    },
  ];
};
