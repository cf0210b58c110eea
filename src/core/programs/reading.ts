import { TicketError } from '../ticket/error';
import type { Element } from '../ticket/xml';

/** What files of programs are read and written with. */

/** A number of an attribute. @throws TicketError where there is none */
export function numberIn({ name, attributes }: Element, key: string): number {
  const text = attributes[key];
  const n = text === undefined || text.trim() === '' ? NaN : Number(text);
  if (!Number.isFinite(n))
    throw new TicketError(
      text === undefined ? `<${name}> has no ${key}.` : `${key}="${text.slice(0, 40)}" of <${name}> is no number.`,
    );
  return n;
}

export const childrenOf = (it: Element, name: string): readonly Element[] => it.children.filter((c) => c.name === name);

/** The namespaces that the root of a file declares (Namespaces in XML 1.0, 3): the parser leaves them out. */
export function namespacesOf(text: string): string[] {
  const [root = ''] = /<[\p{L}_][^>]*>/u.exec(text.replace(/<!--[^]*?-->/g, '')) ?? [];
  return [...root.matchAll(/\sxmlns(?::[^\s=]+)?\s*=\s*(["'])(.*?)\1/g)].map((m) => m[2]!);
}

/** A length as it is written: to a thousandth of a millimetre. */
export const mm = (v: number): number => Math.round(v * 1000) / 1000;
