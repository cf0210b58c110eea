import { laidSize, placedSize, placementScale } from '../../makeup';
import { formatNumber, formatSize, sameSize, type Size } from '../../measure';
import { pageRanges, plural, type Check, type InspectedBook } from '../kinds';
import { asIs, fitted, isScaled, ownSize, scaled, TOLERANCE } from '../placing';

/** Artwork that is not of the finished size, all of it or some pages; or that was made to be of it. */
export const artworkPageSize: Check<InspectedBook> = (it) => {
  const { docket, product, artwork, book, unit } = it;
  // parts of sheets and sheets passed through have their size by how they are taken
  if (docket.artwork.imposed.kind !== 'pages' || artwork.pages.length === 0) return [];
  const { finished } = product;
  const { box } = docket.artwork;
  const panels = panelSizes(book);
  const sizeOf = (page: number): Size => panels?.get(page) ?? finished;
  const { off, low, high } = measured(it, sizeOf);
  const said = `${formatNumber(low * 100, 1)}${high - low > 0.0005 ? `–${formatNumber(high * 100, 1)}` : ''} %`;
  if (off.length === 0) return asIs(docket.artwork, low, high) ? [] : [scaled(finished, said, unit)];
  const size = panels ? 'the panels’ size' : 'the finished size';
  const all = off.length === artwork.pages.length;
  const at = off[0]!;
  const first = artwork.pages[at - 1]!;
  const placed = isScaled(docket.artwork) ? ` placed at ${said}` : '';
  return [
    {
      id: 'artwork-size',
      // made to fit or to cover, it is as somebody wanted it
      severity: docket.artwork.fit === 'centre' ? 'look' : 'fine',
      station: 'artwork',
      title: all ? `The artwork is not of ${size}` : `${plural(off.length, 'page is', 'pages are')} not of ${size}`,
      detail: `${all ? 'Pages are' : `Page ${pageRanges(off)}: first`} ${formatSize(laidSize(first, box), unit)}${placed}; ${panels ? 'the panel' : 'finished'} is ${formatSize(sizeOf(at), unit)}.`,
      offers: () => [
        ...fitted(it, placementScale(first, { box, fit: 'fit', enlarge: 1 }, sizeOf(at))),
        ...(panels ? [] : ownSize(it)),
      ],
    },
  ];
};

/** The pages that are off their size, and between what and what the pages are scaled. */
function measured({ docket, artwork }: InspectedBook, sizeOf: (page: number) => Size) {
  const off: number[] = [];
  let low = Infinity;
  let high = -Infinity;
  artwork.pages.forEach((page, i) => {
    const size = sizeOf(i + 1);
    const s = placementScale(page, docket.artwork, size);
    low = Math.min(low, s);
    high = Math.max(high, s);
    if (!sameSize(placedSize(page, docket.artwork, size), size, TOLERANCE)) off.push(i + 1);
  });
  return { off, low, high };
}

/** The panel that each page of the artwork stands on, where panels are of several widths. */
function panelSizes({ sections, pages }: InspectedBook['book']): ReadonlyMap<number, Size> | null {
  if (!sections.some((s) => s.kind === 'text' && s.way.spans)) return null;
  const out = new Map<number, Size>();
  for (const { shape, reading } of sections)
    for (const { page, size } of shape.prints) {
      const ref = pages[(reading[page - 1] ?? 0) - 1]?.ref;
      if (ref?.file === 0) out.set(ref.page, size);
    }
  return out;
}
