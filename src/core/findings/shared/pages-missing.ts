import type { BoundProduct, Product } from '../../docket';
import { pagesThere } from '../../pages';
import { passedThrough, plural, type Check } from '../kinds';

/** The edge that decides in which order spreads are taken apart. */
const boundEdge = (product: Product): BoundProduct['bound'] => (product.kind === 'bound' ? product.bound : 'left');

/** Pages that the list names and no file has. */
export const pagesMissing: Check = (it) => {
  const { docket, artwork } = it;
  const { product } = docket;
  if (!product.pages || passedThrough(it)) return [];
  const { imposed, file, more } = docket.artwork;
  const { pages, missing } = pagesThere(
    { imposed, product: { pages: product.pages, bound: boundEdge(product) } },
    artwork,
  );
  if (missing.size === 0) return [];
  const count = [...missing.values()].reduce((a, b) => a + b, 0);
  const named = (i: number): string =>
    i === 0 ? file.name : (more[i - 1]?.name ?? `file ${i + 1}, which is not there`);
  return [
    {
      id: 'pages-missing',
      severity: 'stop',
      station: 'artwork',
      title: `${plural(count, 'page')} of the list ${count === 1 ? 'is' : 'are'} not there`,
      detail: `${[...missing].map(([i, n]) => `${n} of ${named(i)}`).join(', ')}: the list names more pages than there are. They are left out.`,
      offers: () => [
        ...(pages.length > 0 ? [{ label: 'Take them out of the list', patch: { product: { pages } } }] : []),
        { label: 'All pages, as in the artwork', patch: { product: { pages: null } } },
      ],
    },
  ];
};
