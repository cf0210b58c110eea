import { formatLength } from '../../measure';
import type { Check, InspectedFlat } from '../kinds';

/** Lines to be scored or perforated that do not lie in the piece. */
export const linesOff: Check<InspectedFlat> = ({ product, unit }) => {
  const { width, height } = product.finished;
  const off = product.lines.filter(({ runs, at }) => at >= (runs === 'upright' ? width : height));
  if (off.length === 0) return [];
  const [{ kind, runs, at }] = off as [(typeof off)[number]];
  const from = runs === 'upright' ? 'the left edge' : 'the head';
  return [
    {
      id: 'line-off',
      severity: 'stop',
      station: 'product',
      title: `A ${kind} lies beyond the piece`,
      detail: `It is ${formatLength(at, unit)} from ${from}; a ${product.what} is ${formatLength(runs === 'upright' ? width : height, unit)} ${runs === 'upright' ? 'wide' : 'high'}.`,
      offers: () => [
        {
          label: off.length === 1 ? 'Leave it out' : 'Leave them out',
          patch: { product: { lines: product.lines.filter((l) => !off.includes(l)) } },
        },
        {
          label: 'In the middle',
          detail: `${formatLength((runs === 'upright' ? width : height) / 2, unit)} from ${from}`,
          patch: {
            product: {
              lines: product.lines.map((l) =>
                off.includes(l) ? { ...l, at: (l.runs === 'upright' ? width : height) / 2 } : l,
              ),
            },
          },
        },
      ],
    },
  ];
};
