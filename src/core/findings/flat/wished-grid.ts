import { blockNeeds, type Lay } from '../../lay';
import { formatSize, sizeTurned, type Size } from '../../measure';
import { machineTakes, pricePerSheet, type Machine, type Stock } from '../../shop';
import type { Check, InspectedFlat } from '../kinds';

/**
 * Paper of the same make cut as large as is needed: the block with the edges that do not print, and never smaller than the
 * machine takes. It costs what its share of the paper costs.
 */
function cutToSize(stock: Stock, { smallest }: Machine, { paper, bothSides }: Lay, needs: Size): Stock {
  // tenths of a millimetre, upwards: what is cut a hair too small does not do
  const up = (mm: number): number => Math.ceil(mm * 10 - 1e-6) / 10;
  const sides = [up(needs.width + paper.width - bothSides.width), up(needs.height + paper.height - bothSides.height)];
  const width = Math.max(Math.min(...sides), Math.min(smallest.width, smallest.height));
  const height = Math.max(...sides, smallest.width, smallest.height);
  const { priced } = stock;
  const share = (width * height) / (stock.width * stock.height);
  const size = { width, height, grammage: stock.grammage };
  const price = priced?.by === 'kilogram' ? pricePerSheet(priced, size) : Math.round(stock.price * share * 1e4) / 1e4;
  return {
    ...stock,
    id: `${stock.id.slice(0, 80)}-cut`,
    format: 'cut to size',
    width,
    height,
    price,
    priced: priced?.by === 'kilogram' ? priced : null,
  };
}

/** More columns or rows than fit the sheet. */
export const wishedGrid: Check<InspectedFlat> = ({ docket, product, flat, plan, shop, unit }) => {
  const { columns, rows } = product.lies;
  const { lay } = plan.sheets.main;
  if ((columns === null && rows === null) || !lay.fits || !lay.grid) return [];
  const fewer = (columns ?? 0) > lay.grid.columns || (rows ?? 0) > lay.grid.rows;
  // with only so many up wished for, the grid is cut down by that and not by the sheet
  if (!fewer || docket.sheet.up !== 'most') return [];
  const wanted = { columns: columns ?? lay.grid.columns, rows: rows ?? lay.grid.rows };
  const needs = blockNeeds(wanted, sizeTurned(product.finished, lay.grid.sideways ? 1 : 0), flat.gap, product.bleed);
  // a sheet lies on its long edge: what is higher than wide lies on its side there
  const { gap } = product.lies;
  const turned = {
    lies: {
      columns: wanted.rows,
      rows: wanted.columns,
      way: lay.grid.sideways ? ('upright' as const) : ('sideways' as const),
      gap: { across: gap.down, down: gap.across },
    },
  };
  const free = cutToSize(docket.sheet.stock, docket.sheet.machine, lay, needs);
  return [
    {
      id: 'wished-grid',
      severity: 'look',
      station: 'sheet',
      title: `${wanted.columns} × ${wanted.rows} do not fit this sheet`,
      detail: `${lay.grid.columns} × ${lay.grid.rows} do, and are laid. ${wanted.columns} × ${wanted.rows} need ${formatSize(needs, unit)}${product.bleed > 0 ? ', bleed counted' : ''}; of ${docket.sheet.stock.format} ${docket.sheet.machine.name} prints ${formatSize(lay.bothSides, unit)}.`,
      offers: () => [
        {
          label: `Turned: ${wanted.rows} × ${wanted.columns}`,
          detail: 'the whole block on its side, on the same sheet',
          patch: { product: turned },
        },
        ...shop.stocks
          .filter((s) => s.id !== docket.sheet.stock.id && machineTakes(docket.sheet.machine, s))
          .map((stock) => ({
            label: `${stock.name} ${stock.format} instead`,
            patch: { sheet: { stock } },
            kind: { name: 'stock', most: 2 },
          })),
        {
          label: `${free.name} cut to ${formatSize(free, unit)}`,
          detail: 'as large as they need',
          patch: { sheet: { stock: free }, ...(needs.height > needs.width ? { product: turned } : {}) },
        },
        { label: 'As many as fit', patch: { product: { lies: { columns: null, rows: null } } } },
      ],
    },
  ];
};
