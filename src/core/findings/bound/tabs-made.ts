import { formatLength } from '../../measure';
import { longEdgeOfTabs } from '../../makeup';
import { passedThrough, type Check, type Finding, type InspectedBook } from '../kinds';

/** Lighter than this a tab creases and tears as it is turned, g/m². */
const LIGHTEST = 150;

/** What of tabs is laid otherwise than wished, or will not last. */
export const tabsMade: Check<InspectedBook> = (it) => {
  const { product, book, docket, shop, unit } = it;
  const { tabs } = product;
  if (passedThrough(it) || !book.sections.some((s) => s.kind === 'tab')) return [];
  const found: Finding[] = [];
  const most = longEdgeOfTabs(product) / 4;
  if (tabs.inset > most) {
    const whole = Math.floor(most);
    found.push({
      id: 'tab-inset',
      severity: 'look',
      station: 'product',
      title: 'The tabs begin nearer to the corner than wished',
      detail: `${formatLength(tabs.inset, unit)} from head and foot leave them no room; they begin at ${formatLength(most, unit)}, a quarter of the edge.`,
      offers: () => [
        { label: `${formatLength(whole, unit)} from the corners`, patch: { product: { tabs: { inset: whole } } } },
      ],
    });
  }
  const stock = tabs.stock ?? docket.sheet.stock;
  if (stock.grammage < LIGHTEST)
    found.push({
      id: 'tab-stock',
      severity: 'look',
      station: 'product',
      title: `Tabs on ${stock.grammage} g/m² do not last`,
      detail: `What stands out creases and tears as it is turned; ${LIGHTEST} g/m² and more is usual.`,
      offers: () =>
        shop.stocks
          .filter((s) => s.grammage >= LIGHTEST)
          .map((s) => ({
            label: `Tabs on ${s.name} ${s.format}`,
            patch: { product: { tabs: { stock: s } } },
            kind: { name: 'stock', most: 2 },
          })),
    });
  return found;
};
