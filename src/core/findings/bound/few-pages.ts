import { bindingPatch } from '../../finishing';
import { BINDING_CHOICES, rulesOf } from '../../makeup';
import { passedThrough, plural, type Check, type InspectedBook } from '../kinds';

/** A booklet of so few pages that there is nothing to stitch: a flyer, or a sheet folded once. */
export const fewPages: Check<InspectedBook> = (it) => {
  const { docket, product, book, shop } = it;
  const { binding, cover } = product;
  if (rulesOf(binding).made !== 'nested' || cover.kind !== 'self' || passedThrough(it)) return [];
  const pages = book.textPages;
  if (pages === 0 || pages > 4) return [];
  const folded = BINDING_CHOICES.find((c) => rulesOf(c.binding).made === 'folded');
  return [
    {
      id: 'few-pages',
      severity: 'look',
      station: 'product',
      title:
        pages > 2 ? 'One sheet folded once has nothing to be stitched to' : `${plural(pages, 'page')} make no booklet`,
      detail:
        pages > 2
          ? `${plural(pages, 'page')} stand on one sheet. Stitched it costs a stitcher’s time and holds nothing.`
          : 'As a booklet it would be four pages, most of them blank. A single leaf lies several up and is only cut.',
      offers: () =>
        folded
          ? [{ label: pages > 2 ? 'Folded, not bound' : 'A single leaf', patch: bindingPatch(folded, docket, shop) }]
          : [],
    },
  ];
};
