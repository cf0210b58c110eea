import { FACTS } from '../../docket';
import type { Check } from '../kinds';

/** What is made otherwise than it was ordered. */
export const asOrdered: Check = ({ docket, artwork, shop, unit }) => {
  const { order: facts } = docket;
  if (!facts) return [];
  return Object.entries(FACTS).flatMap(([key, { called, station, differs }]) => {
    const it = differs({ docket, facts, artwork, shop, unit });
    if (!it) return [];
    return [
      {
        id: `order-${key}`,
        severity: 'look' as const,
        station,
        title: `${called} is not as ordered`,
        detail: `Order ${facts.number} says ${it.ordered}; here it is ${it.made}.${it.follow.length > 0 ? '' : ' No change here makes it so: ask the customer which of the two is right.'}`,
        offers: () => it.follow,
      },
    ];
  });
};
