import type { Artwork, Cover, Docket, DocketOf, Patch } from '../docket';
import { pagesIn } from '../pages';
import type { Shop, Stock } from '../shop';

type OwnCover = Extract<Cover, { kind: 'separate' }>;

/** The heaviest of the shop's stocks that is as large as the text's. */
function coverStock({ sheet }: Docket, { stocks }: Pick<Shop, 'stocks'>): Stock {
  const area = sheet.stock.width * sheet.stock.height;
  return (
    [...stocks].filter((s) => s.width * s.height >= area).sort((a, b) => b.grammage - a.grammage)[0] ?? sheet.stock
  );
}

/**
 * The change to a cover on its own stock, of the text's pages or of a further file's. What has one or two pages is printed
 * outside only, but for spreads with an inside.
 * @param from `text`, or the number of the further file from 1
 */
export function coverPatch(
  docket: DocketOf<'bound'>,
  artwork: Artwork,
  from: OwnCover['from'],
  shop: Pick<Shop, 'stocks'>,
): Patch {
  const { cover, finished } = docket.product;
  const printed = (): OwnCover['printed'] => {
    if (from === 'text') return 'both';
    const count = pagesIn(artwork, from);
    const first = artwork.more?.[from - 1]?.[0]?.[docket.artwork.box];
    const wide = first !== undefined && Math.max(first.width / finished.width, first.height / finished.height) > 1.7;
    return count === 1 || (count === 2 && !wide) ? 'outside' : 'both';
  };
  const own: OwnCover =
    cover.kind === 'separate'
      ? { ...cover, from, printed: printed() }
      : {
          kind: 'separate',
          from,
          stock: coverStock(docket, shop),
          machine: null,
          printed: printed(),
          flaps: 0,
          hinge: 6,
          spine: null,
        };
  return { product: { cover: own } };
}
