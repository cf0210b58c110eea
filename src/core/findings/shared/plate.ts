import { EPSILON, formatLength, formatSize } from '../../measure';
import { machineTakes } from '../../shop';
import type { Check } from '../kinds';

/** Paper that does not lie on the plate of its press. */
export const plateFits: Check = ({ docket, plan, shop, unit }) => {
  const { plate, paper } = plan.sheets.main.lay;
  if (!plate) return [];
  const { plate: size, paper: lies } = plate;
  const over = {
    sides: Math.max(-lies.x, lies.x + lies.width - size.width),
    tail: lies.y + lies.height - size.height,
  };
  if (over.sides <= EPSILON && over.tail <= EPSILON) return [];
  const { machine, stock } = docket.sheet;
  const out = [
    ...(over.tail > EPSILON ? [`${formatLength(over.tail, unit)} at its tail`] : []),
    ...(over.sides > EPSILON ? [`${formatLength(over.sides, unit)} at its side`] : []),
  ].join(' and ');
  return [
    {
      id: 'plate-fits',
      severity: 'stop',
      station: 'sheet',
      title: `The paper is larger than the plate of ${machine.name}`,
      detail: `${formatSize(paper, unit)}, ${formatLength(lies.y, unit)} behind the lead edge of a plate of ${formatSize(size, unit)}: ${out} lie off it.`,
      offers: () => [
        ...shop.stocks
          .filter((s) => s.id !== stock.id && machineTakes(machine, s))
          .map((other) => ({
            label: `${other.name} ${other.format} instead`,
            patch: { sheet: { stock: other } },
            kind: { name: 'stock', most: 2 },
          })),
        ...shop.machines
          .filter((m) => m.id !== machine.id && machineTakes(m, stock))
          .map((m) => ({
            label: `Run on ${m.name}`,
            patch: { sheet: { machine: m } },
            kind: { name: 'press', most: 1 },
          })),
      ],
    },
  ];
};
