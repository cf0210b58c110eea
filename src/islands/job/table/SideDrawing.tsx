import { memo, useId } from 'react';
import {
  foldLines,
  formSlots,
  throughSheet,
  type Artwork,
  type Cell,
  type Mark,
  type Rect,
  type Sheet,
} from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { down, headDegrees, pictureMatrix, pictureWidth } from './geometry';
import { Patterns } from './patterns';

/** What of a side is drawn. */
export interface Shown {
  readonly numbers: boolean;
  readonly aids: boolean;
  /** Creep, drawn many times too large. */
  readonly creep?: boolean;
}

interface Props {
  readonly sheet: Sheet;
  readonly name: 'front' | 'back';
  readonly marks: readonly Mark[];
  readonly artwork: Artwork;
  readonly files: readonly string[];
  /** Screen pixels in a millimetre, which decides how sharp the pictures must be; 0 for the smallest. */
  readonly scale: number;
  readonly shown: Shown;
  /** Pages to be seen together: the one pointed at and its neighbours in reading order. */
  readonly lit?: { readonly at: number; readonly beside: readonly number[] } | null;
  readonly onPoint?: (reading: number | null) => void;
  /** Parts of tab leaves that stand out; beside them the paper is cut away. */
  readonly tabs?: readonly Rect[];
}

/** How many times creep is drawn larger than it is. */
export const CREEP_TIMES = 12;

const pageOf = (artwork: Artwork, cell: Cell) =>
  cell.page === null ? undefined : (cell.file === 0 ? artwork.pages : artwork.more?.[cell.file - 1])?.[cell.page - 1];
const keyOf = (cell: Cell): string => `${cell.slot}-${cell.reading}`;

/** One side of a sheet as it comes out of the machine: artwork, trims, bleeds, folds, no-print edges, marks. */
export const SideDrawing = memo(function SideDrawing({
  sheet: { layout, front, back },
  name,
  marks,
  artwork,
  files,
  scale,
  shown,
  lit = null,
  onPoint,
  tabs = [],
}: Props) {
  const id = useId();
  const { sheet, printable } = layout;
  const side = name === 'front' ? front : back;
  const H = sheet.height;
  const trims = formSlots(layout).map((s) => (name === 'front' ? s.trim : throughSheet(s.trim, sheet, layout.turn)));
  const folds = shown.aids ? foldLines(layout, name) : [];
  const p = down(printable, H);
  const line = scale > 0 ? 1 / scale : 0.5;
  const inner = layout.block.panels.length > 2;
  return (
    <svg
      viewBox={`0 0 ${sheet.width} ${H}`}
      className="block h-full w-full"
      role="img"
      aria-label={
        side.cells.length === 0
          ? `${name}: not printed`
          : `${name}: pages ${side.cells.map((c) => (c.page === null ? 'blank' : c.label)).join(', ')}`
      }
    >
      <Patterns id={id} />
      <rect width={sheet.width} height={H} fill="#fffdf8" />
      {side.cells.map((cell) => {
        const facts = pageOf(artwork, cell);
        const key = keyOf(cell);
        if (!facts || !cell.matrix || cell.page === null) return null;
        const wanted =
          scale === 0 ? 160 : pictureWidth(facts.media.width * Math.hypot(cell.matrix[0], cell.matrix[1]) * scale);
        const image = (width: number) => (
          <image
            key={width}
            href={pictureUrl(files[cell.file] ?? '', cell.page!, width)}
            width={facts.media.width}
            height={facts.media.height}
            preserveAspectRatio="none"
            transform={pictureMatrix(cell.matrix!, facts.media.height, H)}
          />
        );
        return (
          <g key={key} clipPath={`url(#${id}-${key})`}>
            <clipPath id={`${id}-${key}`}>
              <rect {...down(cell.clip, H)} />
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
              key={keyOf(cell)}
              fillRule="evenodd"
              fill={`url(#${id}-bleed)`}
              d={`M${c.x} ${c.y}H${c.x + c.width}V${c.y + c.height}H${c.x}Z M${t.x} ${t.y}V${t.y + t.height}H${t.x + t.width}V${t.y}Z`}
            />
          );
        })}
      {side.cells.map((cell) =>
        cell.page === null && tabs.length === 0 ? <Blank key={keyOf(cell)} {...down(cell.trim, H)} /> : null,
      )}
      {tabs.map((t, i) => (
        <rect key={i} {...down(t, H)} fill="#e2d4b8" stroke="#2a211c" strokeWidth={Math.max(line, 0.2)} />
      ))}
      {inner &&
        side.cells.map((cell) => (
          <rect
            key={keyOf(cell)}
            {...down(cell.trim, H)}
            fill="none"
            stroke="#2a211c"
            strokeWidth={Math.max(0.7 * line, 0.1)}
          />
        ))}
      {trims.map((t, i) => (
        <rect key={i} {...down(t, H)} fill="none" stroke="#2a211c" strokeWidth={Math.max(line, 0.15)} />
      ))}
      {folds.map((f, i) => {
        const d = f.upright ? `M${f.at} ${H - f.from}V${H - f.to}` : `M${f.from} ${H - f.at}H${f.to}`;
        const score = f.kind === 'score';
        return (
          <g key={i} fill="none">
            <path d={d} stroke="#fffdf8" strokeOpacity="0.8" strokeWidth={Math.max(2.6 * line, 0.6)} />
            <path
              d={d}
              stroke="#7a3a6c"
              strokeWidth={Math.max(1.4 * line, 0.35)}
              strokeDasharray={score ? '1.2 1.4' : '5 1.6 1 1.6'}
            />
          </g>
        );
      })}
      {shown.creep && <CreepGhosts cells={side.cells} H={H} line={line} />}
      <Marks marks={marks} H={H} line={line} />
      {shown.numbers && side.cells.map((cell) => <PageNumber key={keyOf(cell)} cell={cell} H={H} lit={lit} />)}
      {scale > 0 && <FoldOrders folds={folds} H={H} line={line} />}
      {onPoint &&
        side.cells.map((cell) => {
          const near = lit?.beside.includes(cell.reading);
          const on = lit?.at === cell.reading;
          return (
            <rect
              key={keyOf(cell)}
              {...down(cell.trim, H)}
              fill={on ? '#b4472a' : near ? '#d9950f' : '#000'}
              fillOpacity={on ? 0.18 : near ? 0.16 : 0}
              stroke={on ? '#b4472a' : near ? '#b87c08' : 'none'}
              strokeWidth={2 * line}
              strokeDasharray={on ? undefined : '4 2'}
              onPointerEnter={() => onPoint(cell.reading)}
              onPointerLeave={() => onPoint(null)}
            />
          );
        })}
    </svg>
  );
});

/** A large quiet number with an arrow at the head of the page. */
function PageNumber({ cell, H, lit }: { cell: Cell; H: number; lit: Props['lit'] }) {
  const size = Math.min(cell.trim.width, cell.trim.height);
  const x = cell.trim.x + cell.trim.width / 2;
  const y = H - cell.trim.y - cell.trim.height / 2;
  const text = cell.label || String(cell.reading);
  return (
    <g
      transform={`translate(${x} ${y}) rotate(${headDegrees(cell.head)})`}
      textAnchor="middle"
      fontFamily="Bricolage Grotesque Variable"
      fontWeight="700"
    >
      <g
        fill={lit?.at === cell.reading ? '#8e3115' : '#2a211c'}
        fillOpacity={lit && (lit.at === cell.reading || lit.beside.includes(cell.reading)) ? 0.95 : 0.62}
        stroke="#fffdf8"
        strokeOpacity="0.72"
        paintOrder="stroke"
        strokeWidth={size * 0.02}
        strokeLinejoin="round"
      >
        <path d={`M0 ${-size * 0.27}l${size * 0.06} ${size * 0.085}h${-size * 0.12}Z`} />
        <text fontSize={size * (text.length > 3 ? 0.5 / text.length : 0.26)} y={size * 0.08}>
          {text}
        </text>
      </g>
    </g>
  );
}

/** The order of the folds, a number at the end of every line. */
function FoldOrders({ folds, H, line }: { folds: ReturnType<typeof foldLines>; H: number; line: number }) {
  if (new Set(folds.map((f) => f.order)).size < 2) return null;
  const r = 8 * line;
  return (
    <g fontFamily="Atkinson Hyperlegible Mono Variable" fontSize={11 * line} textAnchor="middle">
      {folds
        .filter((f) => f.kind === 'fold')
        .map((f, i) => {
          const [x, y] = f.upright ? [f.at, H - f.to + r] : [f.from + r, H - f.at];
          return (
            <g key={i} transform={`translate(${x} ${y})`}>
              <circle r={r} fill="#7a3a6c" stroke="#fffdf8" strokeWidth={line} />
              <text y={4 * line} fill="#fffdf8">
                {f.order}
              </text>
            </g>
          );
        })}
    </g>
  );
}

/** Where each page's content goes for creep, drawn many times too far: an outline and an arrow. */
function CreepGhosts({ cells, H, line }: { cells: readonly Cell[]; H: number; line: number }) {
  return (
    <g fill="none" stroke="#2f5d50" strokeWidth={1.4 * line}>
      {cells.map((cell) => {
        if (Math.abs(cell.moved) < 1e-6) return null;
        // upright, the way to the spine; then as the page lies
        const ways = { left: [-1, 0], right: [1, 0], top: [0, 1], bottom: [0, -1] } as const;
        let [x, y]: readonly [number, number] = ways[cell.spine];
        for (let i = 0; i < cell.head; i++) [x, y] = [-y, x];
        const far = cell.moved * CREEP_TIMES;
        const t = down(cell.trim, H);
        const cx = t.x + t.width / 2;
        const cy = t.y + t.height * 0.8;
        const ex = cx + x * far;
        const ey = cy - y * far;
        return (
          <g key={keyOf(cell)}>
            <rect
              x={t.x + x * far}
              y={t.y - y * far}
              width={t.width}
              height={t.height}
              fill="#2f5d50"
              fillOpacity="0.1"
              strokeDasharray={`${4 * line} ${3 * line}`}
            />
            <path d={`M${cx} ${cy}L${ex} ${ey}`} strokeWidth={2.4 * line} />
            <circle cx={ex} cy={ey} r={3 * line} fill="#2f5d50" stroke="none" />
          </g>
        );
      })}
    </g>
  );
}

function Marks({ marks, H, line }: { marks: readonly Mark[]; H: number; line: number }) {
  return (
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
          case 'area':
            return <rect key={i} {...down(m.rect, H)} fill="#111" stroke="none" />;
          case 'text':
            return (
              <text
                key={i}
                transform={`translate(${m.at[0]} ${H - m.at[1]}) rotate(${-90 * m.turned})`}
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
  );
}

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
