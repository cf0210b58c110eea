import { formatSize, formatNumber, sameSize, sizeTurned } from '../../measure';
import { placementScale, turnedToLie } from '../../makeup';
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
  let first: { page: number; whole: number } | null = null;
  const seen = new Set<string>();
  for (const ref of flat.faces.flatMap(({ front, back }) => [front, back])) {
    const facts = ref && factsOf(artwork, ref);
    if (!ref || !facts || ref.part || seen.has(`${ref.file} ${ref.page}`)) continue;
    seen.add(`${ref.file} ${ref.page}`);
    const lies = turnedToLie(ref, facts[box], finished);
    const s = placementScale(facts, docket.artwork, finished, lies);
    [low, high] = [Math.min(low, s), Math.max(high, s)];
    const { width, height } = sizeTurned(facts[box], lies.turn);
    if (sameSize({ width: width * s, height: height * s }, finished, TOLERANCE)) continue;
    off.push(ref.page);
    first ??= { page: ref.page, whole: placementScale(facts, { box, fit: 'fit', enlarge: 1 }, finished, lies) };
  }
  const said = `${formatNumber(low * 100, 1)}${high - low > 0.0005 ? `–${formatNumber(high * 100, 1)}` : ''} %`;
  if (!first) return seen.size === 0 || asIs(docket.artwork, low, high) ? [] : [scaled(finished, said, unit)];
  const { page, whole } = first;
  const all = off.length === seen.size;
  return [
    {
      id: 'artwork-size',
      severity: docket.artwork.fit === 'centre' ? 'look' : 'fine',
      station: 'artwork',
      title: all
        ? 'The artwork is not of the finished size'
        : `${plural(off.length, 'page is', 'pages are')} not of the finished size`,
      detail: `${all ? 'Pages are' : `Page ${pageRanges(off)}: first`} ${formatSize(artwork.pages[page - 1]?.[box] ?? finished, unit)}; finished is ${formatSize(finished, unit)}.`,
      offers: () => [...fitted(it, whole), ...ownSize(it)],
    },
  ];
};
