import * as z from 'zod';
import { Finisher } from './finisher';
import { House } from './house';
import { Machine } from './machine';
import { id } from './measures';
import { PileProgram } from './pile-program';
import { MOST_OF_A_MACHINE, SlitProgram } from './slit-program';
import { Stock } from './stock';

/** A list of the shop: what is in use, and what was retired and stays for the jobs that have it. */
const listOf = <T extends z.ZodType>(of: T, most: number) =>
  z.array(z.strictObject({ retired: z.boolean().default(false), value: of })).max(most);

/** The programs that a machine of the file has, and how its maker writes theirs. */
const LoadedWith = z.strictObject({
  machine: id,
  programs: z.array(SlitProgram).max(MOST_OF_A_MACHINE),
  piles: z.array(PileProgram).max(MOST_OF_A_MACHINE).optional().describe('Those of a guillotine'),
  form: z.json().nullable().default(null),
});
export type LoadedWith = z.infer<typeof LoadedWith>;

/** All that a shop has, as a file: exported from one, imported into another. */
export const ShopFile = z.strictObject({
  kind: z.literal('odd-sparrow shop'),
  version: z.literal(1),
  house: House.prefault({}),
  stocks: listOf(Stock, 2000),
  machines: listOf(Machine, 200),
  finishers: listOf(Finisher, 200),
  programs: z.array(LoadedWith).max(200).optional().describe('What its slitters and guillotines are loaded with'),
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

const Head = z.looseObject({ kind: ShopFile.shape.kind, version: z.number() });
const ONE: Readonly<Record<ShopList, string>> = { stocks: 'Stock', machines: 'Press', finishers: 'Finishing machine' };
const isList = (key: unknown): key is ShopList => SHOP_LISTS.some((l) => l === key);

/** What is wrong with a file that should be a shop’s, for those who brought it; null where nothing is. */
export function shopFileProblem(data: unknown): string | null {
  const head = Head.safeParse(data);
  if (!head.success) return 'It is no shop’s file: export one from a Shop page.';
  if (head.data.version !== 1)
    return `It is of version ${head.data.version}: this Odd Sparrow reads version 1. Bring this one up to date, or export the file anew.`;
  const read = ShopFile.safeParse(data);
  if (read.success) return null;
  const [{ path, message }] = read.error.issues as [z.core.$ZodIssue];
  const [list, at, ...field] = path;
  if (list === 'programs' && typeof at === 'number')
    return `What ${String((data as { programs: { machine?: unknown }[] }).programs[at]?.machine)} is loaded with: ${field.join(' ')}: ${message}.`;
  if (!isList(list)) return `${path.join(' ')}: ${message}.`;
  if (typeof at !== 'number') return `${list}: ${message}.`;
  const { name } = (head.data[list] as { value?: { name?: unknown } }[])[at]?.value ?? {};
  const which = `${ONE[list]} ${at + 1}${typeof name === 'string' ? `, “${name}”` : ''}`;
  const of = field.filter((f) => f !== 'value').join(' ');
  return `${which}: ${of ? `${of}: ` : ''}${message}.`;
}
