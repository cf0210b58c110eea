import type { Binding } from '../../docket';
import { foldProblem, looseLeaves } from '../../fold';
import { rulesOf } from '../../makeup';
import { pageRanges, passedThrough, plural, type Check, type Finding, type InspectedBook, type Offer } from '../kinds';
import { otherBindings } from '../other-bindings';
import { CHOSEN, waysIn } from './ways';

/** The binding that an offer changes to. */
const bindingIn = ({ patch: { product } }: Offer): Binding | undefined =>
  product && 'binding' in product ? (product.binding as Binding) : undefined;

/** Leaves that would fall out: joined to no other at the spine, where only the fold holds them. */
export const looseAtSpine: Check<InspectedBook> = (it) => {
  const { product, book } = it;
  const { binding, bound } = product;
  // how sheets that are passed through are folded is not known here
  if (!rulesOf(binding).heldByFold || passedThrough(it)) return [];
  return waysIn(book).flatMap((way): Finding[] => {
    if (way.spans || foldProblem(way, bound)) return [];
    const loose = looseLeaves(way.columns, way.rows, way.folds, bound);
    if (loose.length === 0) return [];
    return [
      {
        id: 'loose-leaves',
        severity: 'stop',
        station: 'sheet',
        title: `${plural(loose.length, 'leaf is', 'leaves are')} not held at the spine`,
        detail: `Folded as ${way.name}, leaf ${pageRanges(loose)} of a section is joined to no other at the bound edge and falls out when the book is trimmed.`,
        offers: () => [
          CHOSEN,
          // glued, every leaf is held
          ...(rulesOf(binding).made === 'gathered'
            ? otherBindings(it, (rules) => rules.made === 'gathered' && !rules.heldByFold).map((o) => ({
                ...o,
                detail: 'glue holds every leaf',
                // folded as it was
                patch: { ...o.patch, product: { binding: bindingIn(o) ?? binding } },
              }))
            : []),
        ],
      },
    ];
  });
};
