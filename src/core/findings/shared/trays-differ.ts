import type { Machine } from '../../shop';
import type { Check } from '../kinds';

const trayOf = (trays: Machine['trays'], stock: string): string | undefined =>
  trays.find((t) => t.stock === stock)?.name;

/** Trays that were loaded anew since the job was planned. */
export const traysDiffer: Check = ({ docket, plan, shop }) => {
  const { machine: mine } = docket.sheet;
  const known = shop.machines.find((m) => m.id === mine.id);
  if (!known) return [];
  const elsewhere = plan.sheets.blocks.find(
    ({ machine, stock }) => machine.id === mine.id && trayOf(known.trays, stock.id) !== trayOf(mine.trays, stock.id),
  )?.stock;
  if (!elsewhere) return [];
  return [
    {
      id: 'trays-differ',
      severity: 'look',
      station: 'sheet',
      title: `${elsewhere.name} lies elsewhere in ${mine.name}`,
      detail: `This job has it in ${trayOf(mine.trays, elsewhere.id) ?? 'no tray'}; ${mine.name} was left with it in ${trayOf(known.trays, elsewhere.id) ?? 'no tray'}. Keep the job’s trays with it, or take them as they were left.`,
      offers: () => [
        { label: `Trays as ${mine.name} was left`, patch: { sheet: { machine: { trays: known.trays } } } },
      ],
    },
  ];
};
