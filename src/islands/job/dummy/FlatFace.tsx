import { useId } from 'react';
import { factsOf } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { Tint } from '../../../ui/Tint';
import { useFlat } from '../context';
import { OnPages } from '../stamps/OnPages';
import { printingOf } from '../stamps/printing';
import { pictureMatrix, pictureWidth } from '../table/geometry';

/** One side of a finished flat piece, cut at its trims; blank paper where nothing is on it. */
export function FlatFace({
  place,
  scale,
  swatch,
}: {
  readonly place: number | null;
  readonly scale: number;
  /** The colour of its paper. */
  readonly swatch: string;
}) {
  const { finished, plan, files, artwork, imprint, dpi } = useFlat(({ product, plan, docket, files, artwork }) => ({
    finished: product.finished,
    plan,
    files,
    artwork,
    imprint: docket.imprint,
    dpi: docket.sheet.machine.dpi,
  }));
  const id = useId();
  const { width: w, height: h } = finished;
  const { page: ref, toPage: matrix, stamps = NO_STAMPS } = place === null ? NOTHING : plan.content.at(place);
  const printing = printingOf(imprint, artwork, dpi);
  const facts = ref ? factsOf(artwork, ref) : undefined;
  const ratio = typeof window === 'undefined' ? 1 : window.devicePixelRatio;
  return (
    <svg viewBox={`0 0 ${w} ${h}`} width={w * scale} height={h * scale} className="block bg-paper" aria-hidden>
      <clipPath id={id}>
        <rect width={w} height={h} />
      </clipPath>
      {facts && ref && matrix && (
        <g clipPath={`url(#${id})`}>
          <image
            href={pictureUrl(
              files[ref.file] ?? '',
              ref.page,
              pictureWidth(facts.media.width * Math.hypot(matrix[0], matrix[1]) * scale * ratio),
            )}
            width={facts.media.width}
            height={facts.media.height}
            preserveAspectRatio="none"
            transform={pictureMatrix(matrix, facts.media.height, h)}
          />
        </g>
      )}
      <OnPages pages={[{ key: 'it', stamps, size: finished, toSide: [1, 0, 0, 1, 0, 0] }]} of={printing} height={h} />
      <Tint swatch={swatch} width={w} height={h} />
    </svg>
  );
}

const NO_STAMPS: readonly never[] = [];
const NOTHING = { page: null, toPage: null, stamps: NO_STAMPS } as const;
