import { formatLength, formatSize, sizeTurned, type Size } from '../../measure';
import { laidSize, placedSize } from '../../makeup';
import { factsOf } from '../../pages';
import { pageRanges, plural, type Check, type InspectedPoster, type Offer } from '../kinds';

/** How much may be cut off or left white without a word, as a share of the poster's edge. */
const TOLERANCE = 0.004;

/** A poster of other proportions than its artwork: something is cut off, or stays white. */
export const artworkShape: Check<InspectedPoster> = (it) => {
  const { docket, artwork, product, poster, unit } = it;
  const { box, fit } = docket.artwork;
  const { width, height } = product.finished;
  const off: number[] = [];
  let first: { own: Size; placed: Size } | null = null;
  for (const ref of poster.posters) {
    const facts = factsOf(artwork, ref);
    if (!facts) continue;
    const own = sizeTurned(laidSize(facts, box, ref.part), ref.turn);
    const placed = sizeTurned(placedSize(facts, docket.artwork, product.finished, ref), ref.turn);
    const same =
      Math.abs(placed.width - width) <= TOLERANCE * width && Math.abs(placed.height - height) <= TOLERANCE * height;
    if (same) continue;
    off.push(ref.page);
    first ??= { own, placed };
  }
  if (!first) return [];
  const { own, placed } = first;
  const cut = (over: number, where: string): string[] =>
    over > 0.5
      ? [`${formatLength(over / 2, unit)} are cut off ${where}`]
      : over < -0.5
        ? [`${formatLength(-over / 2, unit)} stay white ${where}`]
        : [];
  const said = [
    ...cut(placed.width - width, 'at the left and at the right'),
    ...cut(placed.height - height, 'at the top and at the foot'),
  ];
  const turned = (own.width - own.height) * (width - height) < 0;
  return [
    {
      id: 'artwork-size',
      severity: 'look',
      station: 'artwork',
      title:
        off.length === poster.posters.length
          ? 'The artwork is of another shape than the poster'
          : `${plural(off.length, 'page is', 'pages are')} of another shape than the poster`,
      detail: `${off.length === poster.posters.length ? 'It is' : `Page ${pageRanges(off)}: first`} ${formatSize(own, unit)}, the poster ${formatSize(product.finished, unit)}: ${said.join(', ')}.`,
      offers: () => offers(it, own, { fit, turned }),
    },
  ];
};

function offers(
  { product, unit }: InspectedPoster,
  own: Size,
  { fit, turned }: { fit: string; turned: boolean },
): Offer[] {
  const { width, height } = product.finished;
  const round = (v: number): number => Math.round(v * 10) / 10;
  const sizes: Offer[] = [
    ...(turned ? [{ width: height, height: width }] : []),
    { width, height: round((width * own.height) / own.width) },
    { width: round((height * own.width) / own.height), height },
  ].map((finished) => ({
    label: `Poster ${formatSize(finished, unit)}`,
    detail: 'of the artwork’s shape',
    patch: { product: { finished, across: null, down: null }, artwork: { fit: 'fill', enlarge: 1 } },
  }));
  return [
    ...sizes,
    ...(fit === 'fit'
      ? []
      : [
          {
            label: 'Fit whole',
            detail: 'white where shapes differ',
            patch: { artwork: { fit: 'fit' as const, enlarge: 1 } },
          },
        ]),
    ...(fit === 'fill'
      ? []
      : [
          {
            label: 'Scale to cover',
            detail: 'edges are cut',
            patch: { artwork: { fit: 'fill' as const, enlarge: 1 } },
          },
        ]),
  ];
}
