import { useId } from 'react';
import {
  formatLength,
  formatSize,
  lying,
  type Finisher,
  type Machine,
  type Size,
  type Stock,
  type Unit,
} from '../../core';

import { Behind, INK } from './DrawnBehind';

/** The shop's things drawn to scale, as their figures are typed. */

const FONT = 'Atkinson Hyperlegible Mono Variable';
const BOX = { width: 460, height: 250 };

/** Pixels a millimetre, so that a size fits the drawing. */
const fit = ({ width, height }: Size): number => Math.min((BOX.width - 90) / width, (BOX.height - 60) / height);

function Frame({ label, children }: { readonly label: string; readonly children: React.ReactNode }) {
  return (
    <svg
      viewBox={`0 0 ${BOX.width} ${BOX.height}`}
      className="w-full max-w-xl bg-glass"
      role="img"
      aria-label={label}
      fontFamily={FONT}
      fontSize={12}
    >
      {children}
    </svg>
  );
}

/** A sheet with the fibres along its grain. */
export function StockDrawing({ stock, unit }: { readonly stock: Stock; readonly unit: Unit }) {
  const id = useId();
  const sheet = lying(stock);
  const k = fit(sheet);
  const [w, h] = [sheet.width * k, sheet.height * k];
  const [x, y] = [(BOX.width - w) / 2, (BOX.height - h) / 2 - 6];
  const level = stock.grain === 'long';
  return (
    <Frame label={`${stock.name}: ${formatSize(sheet, unit)}, ${stock.grain} grain`}>
      <pattern id={id} width={level ? 46 : 9} height={level ? 9 : 46} patternUnits="userSpaceOnUse">
        <path d={level ? 'M4 4.5H34' : 'M4.5 4V34'} stroke={INK} strokeOpacity={0.28} strokeWidth={1} />
      </pattern>
      <rect x={x} y={y} width={w} height={h} fill={stock.swatch} stroke={INK} />
      <rect x={x} y={y} width={w} height={h} fill={`url(#${id})`} />
      <text x={x + w / 2} y={y + h + 18} textAnchor="middle" fill={INK}>
        {formatLength(sheet.width, unit)}
      </text>
      <text x={x - 8} y={y + h / 2} textAnchor="end" fill={INK}>
        {formatLength(sheet.height, unit)}
      </text>
      <text
        x={x + w / 2}
        y={y + h / 2 + 4}
        textAnchor="middle"
        fill={INK}
        stroke={stock.swatch}
        strokeWidth={4}
        paintOrder="stroke"
      >
        grain along the {stock.grain} edge
      </text>
    </Frame>
  );
}

/** The largest and the smallest sheet, what of it does not print, and the edge that goes first. */
export function MachineDrawing({ machine, unit }: { readonly machine: Machine; readonly unit: Unit }) {
  const id = useId();
  const big = lying(machine.largest);
  const small = lying(machine.smallest);
  const k = fit(big);
  const [w, h] = [big.width * k, big.height * k];
  const [x, y] = [(BOX.width - w) / 2, (BOX.height - h) / 2 - 8];
  const { left, right, top, bottom } = machine.noPrint;
  const inner = {
    x: x + left * k,
    y: y + top * k,
    width: Math.max(0, w - (left + right) * k),
    height: Math.max(0, h - (top + bottom) * k),
  };
  return (
    <Frame label={`${machine.name}: sheets from ${formatSize(small, unit)} to ${formatSize(big, unit)}`}>
      <pattern id={id} width={6} height={6} patternUnits="userSpaceOnUse">
        <path d="M0 0 6 6M6 0 0 6" stroke="#5f6b76" strokeWidth={0.8} />
      </pattern>
      <rect x={x} y={y} width={w} height={h} fill="#fffdf8" stroke={INK} />
      <path
        fillRule="evenodd"
        fill={`url(#${id})`}
        d={`M${x} ${y}h${w}v${h}h${-w}Z M${inner.x} ${inner.y}v${inner.height}h${inner.width}v${-inner.height}Z`}
      />
      <rect
        x={x + (w - small.width * k) / 2}
        y={y + h - small.height * k}
        width={small.width * k}
        height={small.height * k}
        fill="none"
        stroke={INK}
        strokeDasharray="5 4"
      />
      <text x={x + w / 2} y={y + h - small.height * k - 5} textAnchor="middle" fill={INK}>
        smallest {formatSize(small, unit)}
      </text>
      <text x={x + w / 2} y={y + 24} textAnchor="middle" fill={INK}>
        largest {formatSize(big, unit)}
      </text>
      <path d={`M${x + w / 2} ${y + h + 6}v14m-5 -6 5 6 5 -6`} fill="none" stroke="#a03d1a" strokeWidth={2} />
      <text x={x + w / 2 + 12} y={y + h + 19} fill={INK}>
        lead edge, {formatLength(bottom, unit)} not printed
      </text>
    </Frame>
  );
}

/** The largest piece that a finishing machine takes, and how thick. */
export function FinisherDrawing({ finisher, unit }: { readonly finisher: Finisher; readonly unit: Unit }) {
  const { largest } = finisher;
  const k = fit(largest);
  const [w, h] = [largest.width * k, largest.height * k];
  const [x, y] = [(BOX.width - w) / 2, (BOX.height - h) / 2 - 6];
  const thick = 'lift' in finisher ? finisher.lift : 'thickest' in finisher ? finisher.thickest : null;
  const pile = thick === null ? 0 : Math.min(h, Math.max(3, thick * k));
  return (
    <Frame label={`${finisher.name}: at most ${formatSize(largest, unit)}`}>
      <rect x={x} y={y} width={w} height={h} fill="#fffdf8" stroke={INK} />
      <Behind finisher={finisher} x={x} y={y} w={w} h={h} k={k} />
      {finisher.kind === 'slitter' && <SlitterDrawn slitter={finisher} x={x} y={y} w={w} h={h} k={k} />}
      {finisher.kind === 'creaser' &&
        [0.3, 0.5, 0.7].map((at) => (
          <path
            key={at}
            d={`M${x} ${y + h * at}h${w}`}
            stroke="#7a3a6c"
            strokeWidth={1.6}
            strokeDasharray={finisher.perforates && at === 0.7 ? '2.6 2' : undefined}
          />
        ))}
      {finisher.kind === 'guillotine' && (
        <>
          <path d={`M${x - 14} ${y + h}h${w + 28}`} stroke={INK} strokeWidth={3} />
          <rect
            x={x}
            y={y + h - Math.max(2, finisher.smallestStrip * k)}
            width={w}
            height={Math.max(2, finisher.smallestStrip * k)}
            fill="#d9950f"
            fillOpacity={0.35}
          />
        </>
      )}
      <text x={x + w / 2} y={y + h + 18} textAnchor="middle" fill={INK}>
        {formatSize(largest, unit)}
      </text>
      {thick !== null && (
        <>
          <rect x={x + w + 14} y={y + h - pile} width={10} height={pile} fill="#b4c2cb" stroke={INK} />
          <text x={x + w + 30} y={y + h - pile / 2 + 4} fill={INK}>
            {formatLength(thick, unit)}
          </text>
        </>
      )}
    </Frame>
  );
}

/** The largest sheet of a slitter, the edge that goes in first below: its knives, its guide, and where it looks. */
function SlitterDrawn({
  slitter: { guide, reads },
  x,
  y,
  w,
  h,
  k,
}: {
  readonly slitter: Extract<Finisher, { kind: 'slitter' }>;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly k: number;
}) {
  const right = guide === 'right';
  const from = (side: number, across: number): number => (right ? x + w - (side + across) * k : x + side * k);
  const code = reads?.code;
  const high = code ? (code.symbology === 'code-128' ? code.height : code.width) : 0;
  return (
    <>
      <path d={`M${x + w / 3} ${y}v${h}M${x + (2 * w) / 3} ${y}v${h}`} stroke={INK} strokeDasharray="7 3" />
      <path d={`M${x - 8} ${y + h / 2}h${w + 16}`} stroke={INK} strokeWidth={3} />
      {guide !== 'either' && (
        <path d={`M${right ? x + w + 3 : x - 3} ${y - 6}v${h + 12}`} stroke="#5f6b76" strokeWidth={4} />
      )}
      {reads && (
        <rect
          x={from(reads.mark.side, reads.mark.length)}
          y={y + h - (reads.mark.lead + reads.mark.width) * k}
          width={reads.mark.length * k}
          height={Math.max(1, reads.mark.width * k)}
          fill={INK}
        />
      )}
      {code && (
        <rect
          x={from(code.side, code.width)}
          y={y + h - (code.lead + high) * k}
          width={code.width * k}
          height={high * k}
          fill="#fffdf8"
          stroke={INK}
          strokeDasharray="2 1"
        />
      )}
    </>
  );
}

/** Paper that turns over as a machine turns it: about its upright axis, or its level one. */
export function TurnDrawing({ turn }: { readonly turn: Machine['turn'] }) {
  const axis = turn === 'turn' ? 'Y' : 'X';
  const face = (text: string, back: boolean) => (
    <span
      className="absolute inset-0 grid place-items-center border border-ink bg-paper font-head text-2xl font-bold"
      style={{ backfaceVisibility: 'hidden', transform: back ? `rotate${axis}(180deg)` : undefined }}
    >
      {text}
      <span className="absolute inset-x-0 bottom-0 h-1 bg-rust" />
    </span>
  );
  return (
    <span
      className="relative inline-block h-20 w-28"
      style={{ perspective: 500 }}
      role="img"
      aria-label={
        turn === 'turn'
          ? 'Turns about the upright axis: the lead edge stays'
          : 'Tumbles about the level axis: the lead edge changes'
      }
    >
      <span
        className={`absolute inset-0 ${turn === 'turn' ? 'turning-over' : 'tumbling-over'}`}
        style={{ transformStyle: 'preserve-3d' }}
      >
        {face('1', false)}
        {face('2', true)}
      </span>
    </span>
  );
}
