import { artworkSize } from '../docket';
import { formatLength, formatNumber, formatSize, nameSize, sameSize, type Size } from '../measure';
import { placementScale } from '../sheet';
import { pageRanges, plural, type Finding, type Inspected, type Remedy } from './kinds';

/** How far a page may be off the finished size without it being worth a word, in millimetres. */
const TOLERANCE = 1;

/** Artwork that is not of the finished size, all of it or some pages. */
export function artworkSizeFinding({ docket, artwork, plan, unit }: Inspected): Finding[] {
  // parts of sheets and sheets passed through have their size by how they are taken
  if (docket.artwork.imposed.kind !== 'pages') return [];
  const { finished } = docket.product;
  const { box, enlarge, fit } = docket.artwork;
  const panels = panelSizes(plan);
  const sizeOf = (i: number): Size => panels?.get(i + 1) ?? finished;
  const off = artwork.pages.flatMap((page, i) => {
    const s = placementScale(page, docket.artwork, sizeOf(i));
    const placed = { width: page[box].width * s, height: page[box].height * s };
    return sameSize(placed, sizeOf(i), TOLERANCE) ? [] : [i + 1];
  });
  const scaled = fit !== 'centre' || Math.abs(enlarge - 1) > 1e-9;
  const scales = artwork.pages.map((p, i) => placementScale(p, docket.artwork, sizeOf(i)));
  const low = Math.min(...range(scales));
  const high = Math.max(...range(scales));
  const said = `${formatNumber(low * 100, 1)}${high - low > 0.0005 ? `–${formatNumber(high * 100, 1)}` : ''} %`;
  if (off.length === 0)
    return scaled && artwork.pages.length > 0 && (Math.abs(low - 1) > 0.0005 || Math.abs(high - 1) > 0.0005)
      ? [
          {
            id: 'artwork-scaled',
            severity: 'fine',
            station: 'artwork',
            title: `Artwork placed at ${said}`,
            detail: `So that it has the finished size, ${formatSize(finished, unit)}.`,
            remedies: [
              {
                label: 'At its own size',
                detail: 'in the middle of the page',
                patch: { artwork: { fit: 'centre', enlarge: 1 } },
              },
            ],
          },
        ]
      : [];
  const size = panels ? 'the panels’ size' : 'the finished size';
  const all = off.length === artwork.pages.length;
  const first = artwork.pages[off[0]! - 1]!;
  const whole = placementScale(first, { box, fit: 'fit', enlarge: 1 }, sizeOf(off[0]! - 1));
  const percent = formatNumber(whole * 100, 1);
  const { bleed } = docket.product;
  const scaledBleed = Math.round(bleed * whole * 100) / 100;
  const remedies: Remedy[] = [];
  if (fit !== 'fit')
    remedies.push({
      label: 'Fit whole',
      detail: `${percent} %; nothing cut off, white where shapes differ`,
      patch: { artwork: { fit: 'fit', enlarge: 1 } },
    });
  if (fit !== 'fit' && bleed > 0 && scaledBleed <= 50 && Math.abs(whole - 1) > 0.0005)
    remedies.push({
      label: 'Fit whole, the bleed with it',
      detail: `${percent} %; bleed ${formatLength(scaledBleed, unit)}`,
      patch: { artwork: { fit: 'fit', enlarge: 1 }, product: { bleed: scaledBleed } },
    });
  if (fit !== 'fill')
    remedies.push({
      label: 'Scale to cover',
      detail: 'no white, edges may be cut',
      patch: { artwork: { fit: 'fill', enlarge: 1 } },
    });
  if (fit !== 'centre')
    remedies.push({ label: 'Centre at its own size', patch: { artwork: { fit: 'centre', enlarge: 1 } } });
  const own = artworkSize(artwork, box);
  if (!panels && !sameSize(own, finished, TOLERANCE))
    remedies.push({
      label: `Make the booklet ${nameSize(own, unit)}`,
      detail: 'the artwork’s own size',
      patch: { product: { finished: own }, artwork: { fit: 'centre', enlarge: 1 } },
    });
  return [
    {
      id: 'artwork-size',
      severity: 'look',
      station: 'artwork',
      title: all ? `The artwork is not of ${size}` : `${plural(off.length, 'page is', 'pages are')} not of ${size}`,
      detail: `${all ? 'Pages are' : `Page ${pageRanges(off)}: first`} ${formatSize(first[box], unit)}${
        scaled ? ` placed at ${said}` : ''
      }; ${panels ? 'the panel' : 'finished'} is ${formatSize(sizeOf(off[0]! - 1), unit)}.`,
      remedies,
    },
  ];
}

/** The panel that each page of the artwork stands on, where panels are of several widths. */
function panelSizes(plan: Inspected['plan']): ReadonlyMap<number, Size> | null {
  if (!plan.layout.block.way.spans) return null;
  const out = new Map<number, Size>();
  for (const { front, back } of plan.sheets)
    for (const { page, file, trim, head } of [...front.cells, ...back.cells])
      if (page !== null && file === 0)
        out.set(page, head % 2 === 0 ? trim : { width: trim.height, height: trim.width });
  return out;
}

/** Math.min over thousands of pages must not be spread into arguments at once. */
function range(values: readonly number[]): [number, number] {
  let low = Infinity;
  let high = -Infinity;
  for (const v of values) {
    if (v < low) low = v;
    if (v > high) high = v;
  }
  return [low, high];
}
