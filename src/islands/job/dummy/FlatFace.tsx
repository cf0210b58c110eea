import { useId } from 'react';
import { Tint } from '../../../ui/Tint';
import { useFlat } from '../context';
import { OnPages } from '../stamps/OnPages';
import { printingOf } from '../stamps/printing';
import { Artwork } from '../table/Artwork';

/** One side of a finished flat piece, cut at its trims; blank paper where nothing is on it. */
export function FlatFace({
  place,
  back,
  scale,
  swatch,
}: {
  readonly place: number | null;
  /** Whether it is turned over, about its upright axis: what is scored and perforated is seen from behind. */
  readonly back: boolean;
  readonly scale: number;
  /** The colour of its paper. */
  readonly swatch: string;
}) {
  const { finished, lines, corners, plan, artwork, imprint, dpi } = useFlat(({ product, plan, docket, artwork }) => ({
    finished: product.finished,
    lines: product.lines,
    corners: product.corners ?? 0,
    plan,
    artwork,
    imprint: docket.imprint,
    dpi: docket.sheet.machine.dpi,
  }));
  const id = useId();
  const { width: w, height: h } = finished;
  const r = Math.min(corners, w / 2, h / 2);
  const placed = place === null ? NOTHING : plan.content.at(place);
  const { stamps = NO_STAMPS } = placed;
  const printing = printingOf(imprint, artwork, dpi);
  return (
    <svg
      viewBox={`0 0 ${w} ${h}`}
      width={w * scale}
      height={h * scale}
      className="block bg-paper"
      style={{ borderRadius: r * scale }}
      aria-hidden
    >
      <clipPath id={id}>
        <rect width={w} height={h} />
      </clipPath>
      <g clipPath={`url(#${id})`}>
        <Artwork placed={placed} height={h} scale={scale} />
      </g>
      <OnPages pages={[{ key: 'it', stamps, size: finished, toSide: [1, 0, 0, 1, 0, 0] }]} of={printing} height={h} />
      <Tint swatch={swatch} width={w} height={h} />
      {lines.map(({ kind, runs, at }, i) => {
        const d = runs === 'upright' ? `M${back ? w - at : at} 0V${h}` : `M0 ${at}H${w}`;
        const dash = kind === 'score' ? undefined : `${1.6 / scale} ${1.8 / scale}`;
        return (
          <g key={i} fill="none" strokeWidth={1.4 / scale}>
            {kind === 'score' && (
              <path d={d} stroke="#fffdf8" strokeOpacity={0.8} transform={`translate(${1.2 / scale} 0)`} />
            )}
            <path d={d} stroke="#2a211c" strokeOpacity={kind === 'score' ? 0.35 : 0.75} strokeDasharray={dash} />
          </g>
        );
      })}
    </svg>
  );
}

const NO_STAMPS: readonly never[] = [];
const NOTHING = { page: null, toPage: null, stamps: NO_STAMPS } as const;
