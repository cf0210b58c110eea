import { formatSize, formatNumber, sameSize, sizeTurned, type Size } from '../../measure';
import { laidSize, placedSize, placementScale, turnedToLie } from '../../makeup';
import { factsOf } from '../../pages';
import { pageRanges, plural, type Check, type InspectedFlat } from '../kinds';
import { asIs, fitted, ownSize, scaled, TOLERANCE } from '../placing';

/** Artwork that is not of the finished size, as it is turned to lie; or that was made to be of it. */
export const artworkPageSize: Check<InspectedFlat> = (it) => {
  const { docket, artwork, product, flat, unit } = it;
  const { box } = docket.artwork;
  const { finished } = product;
  const off: number[] = [];
  let [low, high] = [Infinity, -Infinity];
  let first: { own: Size; whole: number } | null = null;
  const seen = new Set<string>();
  for (const ref of flat.faces.flatMap(({ front, back }) => [front, back])) {
    const facts = ref && factsOf(artwork, ref);
    const key = ref && `${ref.file} ${ref.page} ${ref.part?.piece ?? ''}`;
    if (!key || !facts || (ref.part && ref.part.piece === undefined) || seen.has(key)) continue;
    seen.add(key);
    const own = laidSize(facts, box, ref.part);
    const lies = turnedToLie(ref, own, finished);
    const s = placementScale(facts, docket.artwork, finished, lies);
    [low, high] = [Math.min(low, s), Math.max(high, s)];
    const placed = sizeTurned(placedSize(facts, docket.artwork, finished, lies), lies.turn);
    if (sameSize(placed, finished, TOLERANCE)) continue;
    off.push(ref.page);
    first ??= { own, whole: placementScale(facts, { box, fit: 'fit', enlarge: 1 }, finished, lies) };
  }
  const said = `${formatNumber(low * 100, 1)}${high - low > 0.0005 ? `–${formatNumber(high * 100, 1)}` : ''} %`;
  if (!first) return seen.size === 0 || asIs(docket.artwork, low, high) ? [] : [scaled(finished, said, unit)];
  const { own, whole } = first;
  const all = off.length === seen.size;
  return [
    {
      id: 'artwork-size',
      severity: docket.artwork.fit === 'centre' ? 'look' : 'fine',
      station: 'artwork',
      title: all
        ? 'The artwork is not of the finished size'
        : `${plural(off.length, 'page is', 'pages are')} not of the finished size`,
      detail: `${all ? 'Pages are' : `Page ${pageRanges(off)}: first`} ${formatSize(own, unit)}; finished is ${formatSize(finished, unit)}.`,
      offers: () => [...fitted(it, whole), ...ownSize(it)],
    },
  ];
};
