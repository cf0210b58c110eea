import { formatSize, lying } from '../../measure';
import { machineTakes } from '../../shop';
import type { Check } from '../kinds';

/** A stock that the machine does not take. */
export const machineTakesStock: Check = ({ docket, shop, unit }) => {
  const { stock, machine } = docket.sheet;
  if (machineTakes(machine, stock)) return [];
  return [
    {
      id: 'machine-takes',
      severity: 'stop',
      station: 'sheet',
      title: `${machine.name} does not take ${stock.format}`,
      detail: `${stock.format} is ${formatSize(lying(stock), unit)}; it takes ${formatSize(lying(machine.smallest), unit)} to ${formatSize(lying(machine.largest), unit)}.`,
      offers: () => [
        ...shop.stocks
          .filter((s) => machineTakes(machine, s))
          .map((other) => ({
            label: `${other.name} ${other.format} instead`,
            patch: { sheet: { stock: other } },
            kind: { name: 'stock', most: 1 },
          })),
        ...shop.machines
          .filter((m) => m.id !== machine.id && machineTakes(m, stock))
          .map((m) => ({ label: `Run on ${m.name}`, patch: { sheet: { machine: m } } })),
      ],
    },
  ];
};
