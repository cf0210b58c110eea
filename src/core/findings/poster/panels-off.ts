import { plural, type Check, type InspectedPoster } from '../kinds';
import { named } from './named';

/** Panels that are not printed. */
export const panelsOff: Check<InspectedPoster> = ({ product, poster }) => {
  const off = poster.panels.filter((p) => p.off);
  if (off.length === 0) return [];
  const all = off.length === poster.panels.length;
  return [
    {
      id: 'panels-off',
      severity: all ? 'stop' : 'look',
      station: 'product',
      title: all
        ? 'No panel is printed'
        : `${plural(off.length, 'panel')} of ${poster.panels.length} ${off.length === 1 ? 'is' : 'are'} not printed`,
      detail: all ? 'All of them are off.' : `${named(off)}: off. The wall stays bare there.`,
      offers: () => [
        {
          label: 'Print all panels',
          patch: { product: { singles: product.singles.map((s) => ({ ...s, off: false })) } },
        },
      ],
    },
  ];
};
