import * as z from 'zod';
import { Finisher } from './finisher';
import { House } from './house';
import { Machine } from './machine';
import { Stock } from './stock';

/** A list of the shop: what is in use, and what was retired and stays for the jobs that have it. */
const listOf = <T extends z.ZodType>(of: T, most: number) =>
  z.array(z.strictObject({ retired: z.boolean().default(false), value: of })).max(most);

/** All that a shop has, as a file: exported from one, imported into another. */
export const ShopFile = z.strictObject({
  kind: z.literal('odd-sparrow shop'),
  version: z.literal(1),
  house: House.prefault({}),
  stocks: listOf(Stock, 2000),
  machines: listOf(Machine, 200),
  finishers: listOf(Finisher, 200),
});
export type ShopFile = z.infer<typeof ShopFile>;

/** The lists of a shop, by their names. */
export const SHOP_LISTS = ['stocks', 'machines', 'finishers'] as const;
export type ShopList = (typeof SHOP_LISTS)[number];

/** What stands in each list. */
export const SHOP_VALUES = { stocks: Stock, machines: Machine, finishers: Finisher } as const;
export type ShopValue<L extends ShopList = ShopList> = z.infer<(typeof SHOP_VALUES)[L]>;

/** The file as text: always the same for the same shop. */
export const shopFileText = (file: ShopFile): string => `${JSON.stringify(file, null, 2)}\n`;
