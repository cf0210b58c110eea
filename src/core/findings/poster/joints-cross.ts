import type { Check, InspectedPoster } from '../kinds';

/** Joints moved by hand that lie past each other or beyond the poster: they were laid in order. */
export const jointsCross: Check<InspectedPoster> = ({ product }) => {
  const wrong = (at: readonly number[] | null, length: number): boolean =>
    at !== null && at.some((v, i) => v <= (i === 0 ? 0 : at[i - 1]!) || v >= length);
  const { across, down, finished } = product;
  const bad = [
    ...(wrong(across, finished.width) ? ['columns'] : []),
    ...(wrong(down, finished.height) ? ['rows'] : []),
  ];
  if (bad.length === 0) return [];
  return [
    {
      id: 'joints-cross',
      severity: 'stop',
      station: 'product',
      title: 'Joints lie past each other or beyond the poster',
      detail: `Those between ${bad.join(' and ')} do not follow each other across the poster. They are drawn in order, as near as that goes.`,
      offers: () => [{ label: 'Panels of one size', patch: { product: { across: null, down: null } } }],
    },
  ];
};
