import type { Check, InspectedBook } from '../kinds';

/** Tabs that are wished for where there is nothing to make one for. */
export const noChapters: Check<InspectedBook> = ({ product: { tabs, chapters } }) =>
  tabs.on && chapters.length === 0
    ? [
        {
          id: 'no-chapters',
          severity: 'look',
          station: 'product',
          title: 'Tabs are wished for, and there are no chapters',
          detail: 'Name the chapters with the page each begins on; a tab is made for every one.',
          offers: () => [{ label: 'No tabs', patch: { product: { tabs: { on: false } } } }],
        },
      ]
    : [];
