import { rulesOf } from '../../makeup';
import { pageRanges, plural, type Check, type InspectedBook } from '../kinds';
import { otherBindings } from '../other-bindings';

/** Tabs and inserts that found no place between leaves. */
export const leafInSection: Check<InspectedBook> = (it) => {
  const { product, book } = it;
  const { tabs, chapters, inserts, binding } = product;
  if (book.misplaced.length === 0 || !(inserts.length > 0 || (tabs.on && chapters.length > 0))) return [];
  const rules = rulesOf(binding);
  return [
    {
      id: 'leaf-in-section',
      severity: 'stop',
      station: 'product',
      title: `${plural(book.misplaced.length, 'leaf', 'leaves')} cannot stand inside a section`,
      detail:
        rules.made === 'nested'
          ? 'In a stitched booklet a single leaf has nothing to be stitched by.'
          : `Behind page ${pageRanges(book.misplaced)} a section goes on; the leaf was put behind that section.`,
      offers: () => [
        ...(rules.made === 'gathered' && rules.singleLeaves
          ? [
              {
                label: 'Single leaves',
                detail: 'glued one by one',
                patch: { product: { fold: '2-leaf', sections: { kind: 'auto' as const } } },
              },
            ]
          : []),
        ...otherBindings(it, (to) => to.made === 'leaves')
          .slice(0, 1)
          .map((o) => ({ ...o, detail: 'leaves can stand anywhere' })),
        { label: 'Without them', patch: { product: { tabs: { on: false }, inserts: [] } } },
      ],
    },
  ];
};
