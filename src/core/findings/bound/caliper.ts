import type { Check, InspectedBook } from '../kinds';

/** Thicknesses that were reckoned from the weight, where they decide something. */
export const caliper: Check<InspectedBook> = ({ docket, plan, book }) => {
  const guessed = new Map(
    [...Array.from(plan.pieces, (p) => p.stock), docket.sheet.stock]
      .filter((s) => s.calipers === 'estimated')
      .map((s) => [s.id, s]),
  );
  if (guessed.size === 0) return [];
  const names = [...guessed.values()].map((s) => s.name).join(', ');
  const { spine } = book;
  return [
    {
      id: 'caliper-estimated',
      severity: spine ? 'look' : 'fine',
      station: 'sheet',
      title: `The thickness of ${names} is an estimate`,
      detail: `Reckoned from its weight: g/m² × 1.2 ÷ 1000. Creep${spine ? ' and the spine’s width' : ''} come of it; measure ten sheets and divide.`,
    },
  ];
};
