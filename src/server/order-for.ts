import type { OrderRow } from './tables/orders';

/** Whether a file's name begins with an order's number, and not with a longer one. */
function beginsWith(name: string, number: string): boolean {
  const rest = name.slice(number.length);
  return name.toLowerCase().startsWith(number.toLowerCase()) && !/^[\p{L}\p{N}]/u.test(rest);
}

/** Letters that a number has at least to be known by in a file's name: “7 sins.pdf” is not for order 7. */
const LONG_ENOUGH = 4;

/** The one waiting order that a file is the artwork of by its name: the name that it says, or one that begins with its number. */
export function orderFor(name: string, waiting: readonly Pick<OrderRow, 'number' | 'facts'>[]): string | null {
  const named = waiting.filter((o) => o.facts.artwork?.toLowerCase() === name.toLowerCase());
  const numbered = waiting.filter((o) => o.number.length >= LONG_ENOUGH && beginsWith(name, o.number));
  const [only, another] = named.length > 0 ? named : numbered;
  return only && !another ? only.number : null;
}
