import {
  movesBetween,
  quantitiesFollowing,
  wishesFollowing,
  type FlatProduct,
  type Product,
  type PageRef,
  type PlaceWishes,
  type QuarterTurns,
} from '../../../core';

type List = readonly (PageRef | null)[];

/** The list with some places moved so that the first of them stands at `to`, in their order. */
export function moved(list: List, places: readonly number[], to: number): (PageRef | null)[] {
  const going = new Set(places);
  const rest = list.filter((_, i) => !going.has(i));
  const at = Math.max(0, Math.min(rest.length, to));
  return [...rest.slice(0, at), ...places.map((i) => list[i]!), ...rest.slice(at)];
}

export const without = (list: List, places: readonly number[]): (PageRef | null)[] => {
  const gone = new Set(places);
  return list.filter((_, i) => !gone.has(i));
};

export const withBlank = (list: List, before: number): (PageRef | null)[] => [
  ...list.slice(0, before),
  null,
  ...list.slice(before),
];

/** Some places once more, behind the last of them. */
export const repeated = (list: List, places: readonly number[]): (PageRef | null)[] => {
  const last = places.at(-1) ?? -1;
  return [...list.slice(0, last + 1), ...places.map((i) => list[i]!), ...list.slice(last + 1)];
};

/** Some places turned a quarter to the left. */
export const turned = (list: List, places: readonly number[]): (PageRef | null)[] => {
  const chosen = new Set(places);
  return list.map((p, i) => (p && chosen.has(i) ? { ...p, turn: ((p.turn + 1) % 4) as QuarterTurns } : p));
};

/** The wishes by place that change with the list, so that chapters, stocks, inserts and numbers stay with their pages. */
export function following(
  product: Product,
  before: List,
  after: List,
): Partial<PlaceWishes> | Pick<FlatProduct, 'quantities'> {
  if (product.kind === 'flat') return { quantities: quantitiesFollowing(product, movesBetween(before, after)) };
  if (product.kind !== 'bound') return {};
  const next = wishesFollowing(product, before.length, movesBetween(before, after));
  const changed = (Object.keys(next) as (keyof PlaceWishes)[]).filter(
    (key) => JSON.stringify(next[key]) !== JSON.stringify(product[key]),
  );
  return Object.fromEntries(changed.map((key) => [key, next[key]]));
}
