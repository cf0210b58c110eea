import * as z from 'zod';

/** What a shop keeps by name. */

const plain = (name: string): string => name.trim().toLowerCase();

/** A list of which each has a name of its own, whatever its case. */
export const keptByName = <T extends z.ZodType<{ readonly name: string }>>(of: T, most: number) =>
  z
    .array(of)
    .max(most)
    .refine(
      (all) => new Set(all.map((it) => plain((it as { readonly name: string }).name))).size === all.length,
      'have a name twice: each has one of its own',
    );

/** A name that none of those has, as it is said or with a number behind it. */
export function freeName(name: string, taken: readonly { readonly name: string }[]): string {
  const has = (n: string): boolean => taken.some((t) => plain(t.name) === plain(n));
  if (!has(name)) return name;
  // one that ends with a number counts on
  const bare = name.replace(/ \d+$/, '').slice(0, 90);
  for (let i = 2; ; i++) if (!has(`${bare} ${i}`)) return `${bare} ${i}`;
}
