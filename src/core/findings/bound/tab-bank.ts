import { pageRanges, plural, type Check, type InspectedBook } from '../kinds';

/** Places of a bank at most. */
const MOST_PLACES = 31;

/** More tabs than the bank has places. */
export const tabBank: Check<InspectedBook> = ({ product: { tabs, chapters } }) => {
  const n = chapters.length;
  if (!tabs.on || n <= tabs.positions || tabs.restart) return [];
  const over = Array.from({ length: n - tabs.positions }, (_, i) => tabs.positions + 1 + i);
  return [
    {
      id: 'tab-bank',
      severity: 'stop',
      station: 'product',
      title: `${plural(n, 'tab')} in a bank of ${tabs.positions}`,
      detail: `Tabs ${pageRanges(over)} would all stand at the last place.`,
      offers: () => [
        { label: 'Begin again at the head', detail: 'a second bank', patch: { product: { tabs: { restart: true } } } },
        ...(n <= MOST_PLACES ? [{ label: `${n} narrower tabs`, patch: { product: { tabs: { positions: n } } } }] : []),
      ],
    },
  ];
};
