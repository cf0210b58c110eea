import { memo, useId } from 'react';
import { foldLines, rect, throughSheet, type Artwork, type Layout, type Mark, type Side } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { down, headDegrees, pictureMatrix, pictureWidth } from './geometry';
import { Patterns } from './patterns';

/** What of a side is drawn. */
export interface Shown {
  readonly numbers: boolean;
  readonly aids: boolean;
}

interface Props {
  readonly side: Side;
  readonly layout: Layout;
  readonly marks: readonly Mark[];
  readonly artwork: Artwork;
  readonly sha256: string;
  /** Screen pixels in a millimetre, which decides how sharp the pictures must be; 0 for the smallest. */
  readonly scale: number;
  readonly shown: Shown;
  readonly opacity?: number;
}

/** One side of a sheet as it comes out of the machine: artwork, trims, bleeds, folds, no-print edges, marks. */
export const SideDrawing = memo(function SideDrawing({
  side,
  layout,
  marks,
  artwork,
  sha256,
  scale,
  shown,
  opacity = 1,
}: Props) {
  const id = useId();
  const { sheet, printable } = layout;
  const H = sheet.height;
  const trims = layout.slots.map((s) => (side.name === 'front' ? s.trim : throughSheet(s.trim, sheet, layout.turn)));
  const folds = foldLines(layout).map((f) => {
    const r = f.upright ? rect(f.at, 0, 0, H) : rect(0, f.at, sheet.width, 0);
    return {
      upright: f.upright,
      at:
        side.name === 'front'
          ? f.upright
            ? r.x
            : r.y
          : f.upright
            ? throughSheet(r, sheet, layout.turn).x
            : throughSheet(r, sheet, layout.turn).y,
    };
  });
  const p = down(printable, H);
  const line = scale > 0 ? 1 / scale : 0.5;
  return (
    <svg
      viewBox={`0 0 ${sheet.width} ${H}`}
      className="block h-full w-full"
      role="img"
      aria-label={`${side.name}: pages ${side.cells.map((c) => (c.page === null ? 'blank' : c.reading)).join(', ')}`}
      style={{ opacity }}
    >
      <Patterns id={id} />
      <rect width={sheet.width} height={H} fill="#fffdf8" />
      {side.cells.map((cell) => {
        const clip = down(cell.clip, H);
        const facts = cell.page === null ? undefined : artwork.pages[cell.page - 1];
        const key = `${cell.slot}-${cell.reading}`;
        if (!facts || !cell.matrix || cell.page === null) return null;
        const wanted =
          scale === 0 ? 160 : pictureWidth(facts.media.width * Math.hypot(cell.matrix[0], cell.matrix[1]) * scale);
        const image = (width: number) => (
          <image
            key={width}
            href={pictureUrl(sha256, cell.page!, width)}
            width={facts.media.width}
            height={facts.media.height}
            preserveAspectRatio="none"
            transform={pictureMatrix(cell.matrix!, facts.media.height, H)}
          />
        );
        return (
          <g key={key} clipPath={`url(#${id}-${key})`}>
            <clipPath id={`${id}-${key}`}>
              <rect {...clip} />
            </clipPath>
            {image(160)}
            {wanted > 160 && image(wanted)}
          </g>
        );
      })}
      {shown.aids && (
        <path
          fillRule="evenodd"
          fill={`url(#${id}-noprint)`}
          d={`M0 0H${sheet.width}V${H}H0Z M${p.x} ${p.y}V${p.y + p.height}H${p.x + p.width}V${p.y}Z`}
        />
      )}
      {shown.aids &&
        side.cells.map((cell) => {
          const t = down(cell.trim, H);
          const c = down(cell.clip, H);
          return (
            <path
              key={`${cell.slot}-${cell.reading}`}
              fillRule="evenodd"
              fill={`url(#${id}-bleed)`}
              d={`M${c.x} ${c.y}H${c.x + c.width}V${c.y + c.height}H${c.x}Z M${t.x} ${t.y}V${t.y + t.height}H${t.x + t.width}V${t.y}Z`}
            />
          );
        })}
      {side.cells.map((cell) =>
        cell.page === null ? <Blank key={`${cell.slot}-${cell.reading}`} {...down(cell.trim, H)} /> : null,
      )}
      {trims.map((t, i) => (
        <rect key={i} {...down(t, H)} fill="none" stroke="#2a211c" strokeWidth={Math.max(line, 0.15)} />
      ))}
      {shown.aids &&
        folds.map((f, i) => {
          const t = trims[i];
          if (!t) return null;
          const d = f.upright ? `M${f.at} ${H - t.y}V${H - t.y - t.height}` : `M${t.x} ${H - f.at}H${t.x + t.width}`;
          return (
            <g key={i} fill="none">
              <path d={d} stroke="#fffdf8" strokeOpacity="0.8" strokeWidth={Math.max(2.6 * line, 0.6)} />
              <path d={d} stroke="#7a3a6c" strokeWidth={Math.max(1.4 * line, 0.35)} strokeDasharray="5 1.6 1 1.6" />
            </g>
          );
        })}
      <g stroke="#111" fill="none">
        {marks.map((m, i) => {
          switch (m.kind) {
            case 'line':
              return (
                <line
                  key={i}
                  x1={m.from[0]}
                  y1={H - m.from[1]}
                  x2={m.to[0]}
                  y2={H - m.to[1]}
                  strokeWidth={Math.max(m.weight, line * 0.9)}
                  strokeDasharray={m.dash.join(' ') || undefined}
                />
              );
            case 'circle':
              return (
                <circle
                  key={i}
                  cx={m.centre[0]}
                  cy={H - m.centre[1]}
                  r={m.radius}
                  strokeWidth={Math.max(m.weight, line * 0.9)}
                />
              );
            case 'text':
              return (
                <text
                  key={i}
                  transform={`translate(${m.at[0]} ${H - m.at[1]}) rotate(${m.turned === 1 ? -90 : 0})`}
                  fontSize={m.height / 0.668}
                  fill="#111"
                  stroke="none"
                  fontFamily="Atkinson Hyperlegible Next Variable"
                >
                  {m.text}
                </text>
              );
          }
        })}
      </g>
      {shown.numbers &&
        side.cells.map((cell) => {
          const size = Math.min(cell.trim.width, cell.trim.height);
          const x = cell.trim.x + cell.trim.width / 2;
          const y = H - cell.trim.y - cell.trim.height / 2;
          return (
            <g
              key={`${cell.slot}-${cell.reading}`}
              transform={`translate(${x} ${y}) rotate(${headDegrees(cell.head)})`}
              textAnchor="middle"
              fontFamily="Bricolage Grotesque Variable"
              fontWeight="700"
            >
              <g
                fill="#2a211c"
                fillOpacity="0.62"
                stroke="#fffdf8"
                strokeOpacity="0.72"
                paintOrder="stroke"
                strokeWidth={size * 0.02}
                strokeLinejoin="round"
              >
                <path d={`M0 ${-size * 0.27}l${size * 0.06} ${size * 0.085}h${-size * 0.12}Z`} />
                <text fontSize={size * 0.26} y={size * 0.08}>
                  {cell.reading}
                </text>
              </g>
            </g>
          );
        })}
    </svg>
  );
});

/** A page without artwork: paper with a corner turned. */
function Blank({ x, y, width, height }: { x: number; y: number; width: number; height: number }) {
  const c = Math.min(width, height) * 0.12;
  return (
    <g>
      <path d={`M${x} ${y}H${x + width - c}L${x + width} ${y + c}V${y + height}H${x}Z`} fill="#f4ecdd" />
      <path d={`M${x + width - c} ${y}V${y + c}H${x + width}Z`} fill="#e2d4b8" stroke="#2a211c" strokeWidth="0.25" />
    </g>
  );
}
