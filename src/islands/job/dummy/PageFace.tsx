import { useId } from 'react';
import { artworkToPage, bleedsOf, compose, creepMap, pageBleed, spineEdge, type SpineEdge } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { useJob } from '../context';
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

/** One page of the finished booklet as the customer sees it, trimmed, creep and its correction included. */
export function PageFace({ reading, scale }: { readonly reading: number; readonly scale: number }) {
  const { docket, plan, store } = useJob();
  const artwork = store((s) => s.artwork);
  const id = useId();
  const { finished, bound } = docket.product;
  const { width: w, height: h } = finished;
  const page = plan.reading[reading - 1] ?? null;
  const spine = spineEdge(reading, bound);
  const total = plan.reading.length;
  const sheet = Math.floor((Math.min(reading, total + 1 - reading) - 1) / 2);
  const out = plan.creep.standsOut[sheet] ?? 0;
  const moved = plan.creep.moved[sheet] ?? 0;
  const part = visiblePart(spine, w, h, out);
  const facts = page === null ? undefined : artwork.pages[page - 1];
  const matrix =
    facts &&
    compose(
      artworkToPage(facts, docket.artwork, finished),
      creepMap(spine, finished, moved, plan.creep.squeezed[sheet] ?? 1),
    );
  const { face, ends } = bleedsOf(docket.product);
  // the paper ends at the trim; what the artwork has is shown up to there
  const printed = pageBleed(spine, face, ends);
  const wanted =
    facts && matrix
      ? pictureWidth(
          facts.media.width * matrix[0] * scale * (typeof window === 'undefined' ? 1 : window.devicePixelRatio),
        )
      : 640;
  return (
    <svg
      viewBox={`${part.x} ${part.y} ${part.width} ${part.height}`}
      className="block h-full w-full bg-paper"
      role="img"
      aria-label={page === null ? `page ${reading}, blank` : `page ${reading}`}
    >
      <rect x="0" y="0" width={w} height={h} fill="#fffdf8" />
      {facts && matrix && page !== null ? (
        <g clipPath={`url(#${id})`}>
          <clipPath id={id}>
            <rect
              x={-printed.left}
              y={-printed.top}
              width={w + printed.left + printed.right}
              height={h + printed.top + printed.bottom}
            />
          </clipPath>
          {[160, ...(wanted > 160 ? [wanted] : [])].map((width) => (
            <image
              key={width}
              href={pictureUrl(docket.artwork.file.sha256 ?? '', page, width)}
              width={facts.media.width}
              height={facts.media.height}
              preserveAspectRatio="none"
              transform={pictureMatrix(matrix, facts.media.height, h)}
            />
          ))}
        </g>
      ) : (
        <g>
          <rect x="0" y="0" width={w} height={h} fill="#f9f3e6" />
          <text
            x={w / 2}
            y={h / 2}
            textAnchor="middle"
            fontSize={Math.min(w, h) * 0.07}
            fill="#5a4c42"
            fontFamily="Atkinson Hyperlegible Next Variable"
          >
            blank
          </text>
        </g>
      )}
    </svg>
  );
}
