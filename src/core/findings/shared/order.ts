import { FACTS, type OrderFacts } from '../../docket';
import type { Check, Finding } from '../kinds';

/** What is made otherwise than it was ordered. */
export const asOrdered: Check = ({ docket, artwork, shop, unit }) => {
  const { order: facts } = docket;
  if (!facts) return [];
  const differing = Object.entries(FACTS).flatMap(([key, { called, station, differs }]) => {
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
  return [...saidBesides(facts), ...differing];
};

/** Entries that are read out; of more there is the ticket. */
const READ_OUT = 12;

/** What a ticket says that nothing here is made of: somebody must look at it, a coating or a hole cannot be seen from here. */
function saidBesides({ number, more = [] }: OrderFacts): Finding[] {
  if (more.length === 0) return [];
  const rest = more.length - READ_OUT;
  return [
    {
      id: 'order-more',
      severity: 'look',
      station: 'product',
      title: 'The order says more than is made of it',
      detail: `Order ${number}: ${more.slice(0, READ_OUT).join('; ')}${rest > 0 ? `; and ${rest} more` : ''}. See to it by hand, then let it stand.`,
      offers: () => [],
    },
  ];
}
