import type { APIContext } from 'astro';
import { SHOP_LISTS, type ShopList } from '../core';

/** The list in the path, or null where the shop has none of that name. */
export const listOf = ({ params }: Pick<APIContext, 'params'>): ShopList | null =>
  SHOP_LISTS.find((l) => l === params.list) ?? null;

/** The id in the path: what can be kept as one. */
export const valueIdOf = ({ params }: Pick<APIContext, 'params'>): string => (params.id ?? '').slice(0, 100);
