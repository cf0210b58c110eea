import type { Check } from '../kinds';
import { traysDiffer } from './trays-differ';

/** Stocks that lie in no tray of their machine. */
export const trays: Check = (it) => {
  if (traysDiffer(it).length > 0) return [];
  const lacking = new Map<string, string>();
  for (const { stock, machine } of it.plan.sheets.blocks)
    if (machine.trays.length > 0 && !machine.trays.some((t) => t.stock === stock.id))
      lacking.set(`${machine.id} ${stock.id}`, `${stock.name} ${stock.format} in no tray of ${machine.name}`);
  if (lacking.size === 0) return [];
  return [
    {
      id: 'trays',
      severity: 'fine',
      station: 'sheet',
      title: [...lacking.values()].join('; '),
      detail: 'Load it before the run, or say on the floor where it lies.',
    },
  ];
};
