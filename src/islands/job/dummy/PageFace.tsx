import { useId } from 'react';
import { bleedsOf, factsOf, pageBleed, pageStanding, spineEdge, whiteEdges, type SpineEdge } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { inkOn } from '../../../ui/inkOn';
import { Tint } from '../../../ui/Tint';
import { useBook } from '../context';
import { OnPages } from '../stamps/OnPages';
import { printingOf } from '../stamps/printing';
import { pictureMatrix, pictureWidth } from '../table/geometry';

/** How much of a page is left once the booklet is trimmed: inner leaves stand out further and lose more at the face. */
export function visiblePart(
  spine: SpineEdge,
  width: number,
  height: number,
  creep: number,
): { x: number; y: number; width: number; height: number } {
  // a pile thicker than the page is wide cannot be stitched, but is drawn
  const standsOut = Math.min(creep, 0.95 * (spine === 'left' || spine === 'right' ? width : height));
  switch (spine) {
    case 'left':
      return { x: 0, y: 0, width: width - standsOut, height };
    case 'right':
      return { x: standsOut, y: 0, width: width - standsOut, height };
    case 'top':
      return { x: 0, y: 0, width, height: height - standsOut };
    case 'bottom':
      return { x: 0, y: standsOut, width, height: height - standsOut };
  }
}

const pixelRatio = (): number => (typeof window === 'undefined' ? 1 : window.devicePixelRatio);

/** A page's artwork up to the trim and into the bleed that it has; a small picture first, then one as sharp as is seen. */
function Artwork({ reading, scale }: { readonly reading: number; readonly scale: number }) {
  const { product, plan, files, artwork, imprint, dpi } = useBook(({ docket, plan, files, artwork }) => ({
    imprint: docket.imprint,
    dpi: docket.sheet.machine.dpi,
    product: docket.product,
    plan,
    files,
    artwork,
  }));
  const id = useId();
  const { width: w, height: h } = product.finished;
  // what the sheet shows of the page: one truth for the table, the dummy and the PDF
  const { page: ref, toPage: matrix, stamps = [] } = plan.content.at(reading);
  const printing = printingOf(imprint, artwork, dpi);
  const facts = ref ? factsOf(artwork, ref) : undefined;
  if (!facts || !matrix || !ref) return null;
  const { face, ends } = bleedsOf(product);
  // the paper ends at the trim; what the artwork has is shown up to there
  const bleed = ref.part
    ? { left: 0, right: 0, top: 0, bottom: 0 }
    : pageBleed(spineEdge(reading, product.bound), face, ends);
  const wanted = pictureWidth(facts.media.width * Math.hypot(matrix[0], matrix[1]) * scale * pixelRatio());
  return (
    <g clipPath={`url(#${id})`}>
      <clipPath id={id}>
        <rect
          x={-bleed.left}
          y={-bleed.top}
          width={w + bleed.left + bleed.right}
          height={h + bleed.top + bleed.bottom}
        />
      </clipPath>
      {[160, ...(wanted > 160 ? [wanted] : [])].map((width) => (
        <image
          key={width}
          href={pictureUrl(files[ref.file] ?? '', ref.page, width)}
          width={facts.media.width}
          height={facts.media.height}
          preserveAspectRatio="none"
          transform={pictureMatrix(matrix, facts.media.height, h)}
        />
      ))}
      <OnPages
        pages={[{ key: 'it', stamps, size: product.finished, toSide: [1, 0, 0, 1, 0, 0] }]}
        of={printing}
        height={h}
      />
    </g>
  );
}

/** A page without artwork: blank, or the paper of a tab or an insert. */
function Bare({ reading }: { readonly reading: number }) {
  const { finished, plan } = useBook(({ docket, plan }) => ({ finished: docket.product.finished, plan }));
  const kind = plan.product.pages[reading - 1]?.kind;
  const between = kind === 'tab' || kind === 'insert' ? kind : null;
  const swatch = between ? pageStanding(plan.product, reading).section?.stock.swatch : undefined;
  const { width: w, height: h } = finished;
  return (
    <g>
      <rect x="0" y="0" width={w} height={h} fill={between ? swatch : '#f9f3e6'} />
      <text
        x={w / 2}
        y={h / 2}
        textAnchor="middle"
        fontSize={Math.min(w, h) * 0.07}
        fill={swatch ? inkOn(swatch) : '#5a4c42'}
        fontFamily="Atkinson Hyperlegible Next Variable"
      >
        {between ?? 'blank'}
      </text>
    </g>
  );
}

/** The edge that the machine does not print, on paper that is not trimmed afterwards. */
function WhiteEdge({ reading }: { readonly reading: number }) {
  const { finished, plan } = useBook(({ docket, plan }) => ({ finished: docket.product.finished, plan }));
  const white = whiteEdges(plan).get(reading);
  if (!white) return null;
  const { width: w, height: h } = finished;
  const { left, right, top, bottom } = white;
  const inner = { x: left, y: top, width: Math.max(0, w - left - right), height: Math.max(0, h - top - bottom) };
  return (
    <g data-white-edge={Math.max(left, right, top, bottom)}>
      <path
        fillRule="evenodd"
        fill="#fffdf8"
        d={`M0 0H${w}V${h}H0Z M${inner.x} ${inner.y}V${inner.y + inner.height}H${inner.x + inner.width}V${inner.y}Z`}
      />
      <rect {...inner} fill="none" stroke="#2a211c" strokeOpacity={0.35} strokeWidth={0.25} strokeDasharray="1 1.5" />
    </g>
  );
}

/**
 * One page of the finished piece as the customer sees it: trimmed, creep and its correction included. Before trimming
 * the whole leaf shows, with the line the knife will take.
 */
export function PageFace({
  reading,
  scale,
  untrimmed = false,
}: {
  readonly reading: number;
  readonly scale: number;
  readonly untrimmed?: boolean;
}) {
  const { product, plan, artwork } = useBook(({ docket, plan, artwork }) => ({
    product: docket.product,
    plan,
    artwork,
  }));
  const { width: w, height: h } = product.finished;
  const at = plan.product.pages[reading - 1];
  const { page: ref, toPage } = plan.content.at(reading);
  const spine = spineEdge(reading, product.bound);
  const { standsOut: out, section } = pageStanding(plan.product, reading);
  const part = visiblePart(spine, w, h, untrimmed ? 0 : out);
  const cut = visiblePart(spine, w, h, out);
  const name = `page ${at?.label ?? reading}`;
  return (
    <svg
      viewBox={`${part.x} ${part.y} ${part.width} ${part.height}`}
      className="block h-full w-full bg-paper"
      role="img"
      aria-label={ref === null ? `${name}, ${at?.kind ?? 'blank'}` : name}
    >
      <rect x="0" y="0" width={w} height={h} fill="#fffdf8" />
      {ref && toPage && factsOf(artwork, ref) ? (
        <Artwork reading={reading} scale={scale} />
      ) : (
        <Bare reading={reading} />
      )}
      <Tint swatch={section?.stock.swatch} x={-w} y={-h} width={3 * w} height={3 * h} />
      <WhiteEdge reading={reading} />
      {untrimmed && !plan.product.untrimmed && out > 0 && (
        <rect
          x={cut.x}
          y={cut.y}
          width={cut.width}
          height={cut.height}
          fill="none"
          stroke="#2a211c"
          strokeWidth={0.4}
          strokeDasharray="3 1.5"
        />
      )}
    </svg>
  );
}
