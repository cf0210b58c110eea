import { checkedPatch, FACTS, isOrdered, type Artwork, type Docket, type FileRef, type OrderFacts } from '../docket';
import { taken } from '../pages';
import type { Shop } from '../shop';
import { likelyKind, newDocket } from './new-docket';
import { proposedStock } from './stock';

/**
 * The docket of an order whose artwork has come: everything as the order says, as far as the shop has it and a docket can
 * say it; the rest as for artwork just dropped. What does not follow is a finding.
 * @param shop must hold at least one stock and one machine
 * @throws RangeError where the shop has none
 */
export function orderedDocket(
  facts: OrderFacts,
  title: string,
  file: FileRef,
  artwork: Artwork,
  shop: Shop,
  date: string,
): Docket {
  const wanted = facts.finished ?? null;
  const kind = facts.kind ?? (facts.runs ? 'flat' : likelyKind(taken(artwork, wanted).seen, shop));
  const fresh = newDocket(facts.title ?? title, file, artwork, shop, date, kind, wanted);
  let docket: Docket = { ...fresh, order: facts, customer: facts.customer ?? null, due: facts.due ?? null };
  for (const { differs } of Object.values(FACTS)) {
    const [follow] = differs({ docket, facts, artwork, shop, unit: 'mm' })?.follow ?? [];
    if (follow) docket = followed(docket, follow.patch);
  }
  // without a word about the paper it is the cheapest for what was ordered, of the papers meant
  const meant = shop.stocks.filter((s) => isOrdered(facts, s));
  const stock = proposedStock(docket, artwork, { stocks: meant });
  return stock ? { ...docket, sheet: { ...docket.sheet, stock } } : docket;
}

/** The docket with a change that its schema bears, or as it is: then a finding says in what it differs. */
function followed(docket: Docket, patch: unknown): Docket {
  try {
    return checkedPatch(docket, patch);
  } catch {
    return docket;
  }
}
