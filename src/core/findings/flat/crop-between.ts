import { EPSILON, bounds, formatLength } from '../../measure';
import { onForm } from '../../lay';
import type { Check, InspectedFlat } from '../kinds';

/** As much of a crop mark between two pieces as a hand still finds, in millimetres. */
const FOUND = 3;

/** Crop marks wished round every piece that the gaps have no room for. */
export const cropBetween: Check<InspectedFlat> = ({ docket, product, marks, plan, unit }) => {
  const { crop } = docket.marks;
  const { lay, number } = plan.sheets.main;
  if (!crop.on || crop.at !== 'pieces' || lay.downs.length < 2) return [];
  const block = bounds(onForm(lay).map((d) => d.trim));
  const between = marks
    .of(number, 'front')
    .some(
      (m) =>
        m.of === 'crop' &&
        m.kind === 'line' &&
        m.from[0] > block.x - EPSILON &&
        m.from[0] < block.x + block.width + EPSILON &&
        m.from[1] > block.y - EPSILON &&
        m.from[1] < block.y + block.height + EPSILON,
    );
  if (between) return [];
  const gap = Math.max(crop.offset, product.bleed) + product.bleed + Math.min(crop.length, FOUND);
  return [
    {
      id: 'crop-between',
      severity: 'look',
      station: 'marks',
      title: 'No room for crop marks round each piece',
      detail:
        'The bleed of both takes the gap between two pieces, and no mark stands in it: there are those outside alone.',
      offers: () => [
        { label: 'Crop marks outside all', patch: { marks: { crop: { at: 'block' } } } },
        {
          label: `Gap of ${formatLength(gap, unit)}`,
          detail: 'room for both bleeds and a mark',
          patch: { product: { lies: { gap: { across: gap, down: gap } } } },
        },
      ],
    },
  ];
};
