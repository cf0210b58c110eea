import { firstProblem, OrderFacts, type ProductKind } from '../docket';
import { TicketError } from './error';

/** What a ticket says, before it is known to be bearable. */
export type Loose = { readonly [K in keyof OrderFacts]?: unknown };

/** Facts by what a ticket says. @param where begins what is said of it: `Row 3: ` @throws TicketError */
export function factsFrom(loose: Loose, where = ''): OrderFacts {
  const given = Object.fromEntries(Object.entries(loose).filter(([, v]) => v !== undefined && v !== null && v !== ''));
  if (given.number === undefined)
    throw new TicketError(`${where}The ticket has no job number. Without one it cannot be known again: give it one.`);
  const result = OrderFacts.safeParse(given);
  if (!result.success) throw new TicketError(`${where}${firstProblem(result.error)}`);
  return result.data;
}

const KINDS: readonly (readonly [RegExp, ProductKind])[] = [
  [/poster/i, 'poster'],
  [/book|brochure|magazine|booklet|catalog|notebook|newspaper/i, 'bound'],
  [/card|ticket|label|form|flyer|leaflet|letter|postcard|coaster|sticker|insert|invitation|flatwork/i, 'flat'],
];

/** What is made, by what tickets call products and how they are bound; undefined where they say nothing known. */
export function kindBy(product: string | undefined, binding?: string): ProductKind | undefined {
  if (binding !== undefined && !/^(none)$/i.test(binding)) return 'bound';
  return KINDS.find(([called]) => product !== undefined && called.test(product))?.[1];
}
