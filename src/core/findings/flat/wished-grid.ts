import { blockNeeds } from '../../lay';
import { formatSize, sizeTurned } from '../../measure';
import { machineTakes } from '../../shop';
import type { Check, InspectedFlat } from '../kinds';

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
  return [
    {
      id: 'wished-grid',
      severity: 'look',
      station: 'sheet',
      title: `${wanted.columns} × ${wanted.rows} do not fit this sheet`,
      detail: `${lay.grid.columns} × ${lay.grid.rows} do, and are laid. ${wanted.columns} × ${wanted.rows} need ${formatSize(needs, unit)}${product.bleed > 0 ? ', bleed counted' : ''}; of ${docket.sheet.stock.format} ${docket.sheet.machine.name} prints ${formatSize(lay.bothSides, unit)}.`,
      offers: () => [
        ...shop.stocks
          .filter((s) => s.id !== docket.sheet.stock.id && machineTakes(docket.sheet.machine, s))
          .map((stock) => ({
            label: `${stock.name} ${stock.format} instead`,
            patch: { sheet: { stock } },
            kind: { name: 'stock', most: 2 },
          })),
        { label: 'As many as fit', patch: { product: { lies: { columns: null, rows: null } } } },
      ],
    },
  ];
};
