import { memo, useId, useMemo } from 'react';
import { gaugeText, type Knife, type QuarterTurns, type Rect, type Unit } from '../../../core';
import { Faces } from './Faces';
import { useOnTable, type OnTable } from './on-table';
import { groundOf, keyOf, lyingAt, type Ground, type Lying } from './places';

interface Props {
  readonly knife: Knife;
  readonly at: number;
  /** From 0; null for bound blocks. */
  readonly sheet: number | null;
  readonly unit: Unit;
  readonly room: { readonly width: number; readonly height: number };
}

/** The cutter's table seen from above: the back gauge at the far side, the knife before it, what fell beside. */
export const KnifeTable = memo(function KnifeTable({ knife, at, sheet, unit, room }: Props) {
  const id = useId();
  const it = useOnTable(knife, sheet);
  const ground = useMemo(() => groundOf(knife, room.width / Math.max(1, room.height)), [knife, room]);
  const lying = lyingAt(knife, at, ground, it.upright);
  const pixels = Math.min(room.width / ground.width, room.height / ground.height);
  const step = knife.steps[at];
  return (
    <svg
      viewBox={`0 0 ${ground.width} ${ground.height}`}
      className="block h-full w-full"
      role="img"
      aria-label={
        step ? `Cut ${step.number}: ${gaugeText(step.measure, unit)} from the back gauge` : 'The piles that came out'
      }
      data-cut={at}
    >
      <pattern id={`${id}-waste`} width={5} height={5} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V5" stroke="#5f6b76" strokeWidth={1.2} />
      </pattern>
      <Bins ground={ground} out={!step} />
      {lying.map((pile) => (
        <Pile
          key={keyOf(pile.rect)}
          pile={pile}
          knife={knife}
          on={it}
          pixels={pixels * pile.scale}
          waste={`url(#${id}-waste)`}
        />
      ))}
      {step && <Gauge ground={ground} measure={step.measure} clamp={knife.clamp} unit={unit} />}
      {step && <Blade ground={ground} />}
    </svg>
  );
});

/** Where what falls is put. */
function Bins({ ground: { aside, bin }, out }: { readonly ground: Ground; readonly out: boolean }) {
  const label = { fontSize: Math.max(9, aside.width * 0.05), fill: '#5a4c42' };
  return (
    <>
      {!out && (
        <text x={aside.x} y={aside.y - 5} {...label} opacity={0.8}>
          Put aside
        </text>
      )}
      <path d={`M${bin.x} ${bin.y - 4}H${bin.x + bin.width}`} stroke="#2a211c" strokeOpacity={0.3} />
      <text x={bin.x} y={bin.y - 7} {...label} opacity={0.8}>
        Waste
      </text>
    </>
  );
}

/** The back gauge, and its measure to the knife. */
function Gauge({
  ground: { hand, knife },
  measure,
  clamp,
  unit,
}: {
  readonly ground: Ground;
  readonly measure: number;
  readonly clamp: number;
  readonly unit: Unit;
}) {
  const y = knife - measure;
  const size = Math.max(9, hand * 0.028);
  return (
    <g>
      <rect x={4} y={y - 9} width={hand - 8} height={9} fill="#5f6b76" style={{ transition: 'y 300ms' }} />
      <text x={hand / 2} y={y - 4.5} fontSize={6.5} fill="#fffdf8" textAnchor="middle" dominantBaseline="central">
        back gauge
      </text>
      <rect x={4} y={knife - clamp} width={hand - 8} height={clamp} fill="#d9950f" fillOpacity={0.18} />
      <path d={`M9 ${y}V${knife}M6 ${y}h6M6 ${knife}h6`} stroke="#2a211c" strokeWidth={1} fill="none" />
      <text
        x={12}
        y={(y + knife) / 2}
        fontSize={size}
        fill="#2a211c"
        className="num"
        dominantBaseline="central"
        stroke="#c9d4db"
        strokeWidth={size * 0.3}
        paintOrder="stroke"
      >
        {gaugeText(measure, unit)}
      </text>
    </g>
  );
}

const Blade = ({ ground: { hand, knife } }: { readonly ground: Ground }) => (
  <g>
    <path d={`M0 ${knife}H${hand}`} stroke="#a2301f" strokeWidth={2} />
    <path d={`M${hand} ${knife}l8 -4v8z`} fill="#a2301f" />
  </g>
);

interface PileProps {
  readonly pile: Lying;
  readonly knife: Knife;
  readonly on: OnTable;
  readonly pixels: number;
  readonly waste: string;
}

const inside = (p: Rect, r: Rect): boolean => {
  const [cx, cy] = [p.x + p.width / 2, p.y + p.height / 2];
  return cx > r.x && cx < r.x + r.width && cy > r.y && cy < r.y + r.height;
};

/** A pile as it lies: its paper, what is printed on its topmost sheet, and the pieces in it. */
function Pile({ pile: { rect, x, y, lies, scale, as }, knife, on, pixels, waste }: PileProps) {
  const id = useId();
  const H = on.height;
  const top = H - rect.y - rect.height;
  const [cx, cy] = [rect.x + rect.width / 2, top + rect.height / 2];
  const pieces = knife.pieces.flatMap((p, i) => (inside(p.rect, rect) ? [{ ...p, i }] : []));
  const cells = pieces.flatMap(({ i }) => on.cells(i));
  return (
    <g
      className="knife-pile"
      style={{
        transform: `translate(${x}px, ${y}px) rotate(${-90 * lies}deg) scale(${scale}) translate(${-cx}px, ${-cy}px)`,
      }}
    >
      <clipPath id={id}>
        <rect x={rect.x} y={top} width={rect.width} height={rect.height} />
      </clipPath>
      <rect x={rect.x} y={top} width={rect.width} height={rect.height} fill={on.swatch} />
      <g clipPath={`url(#${id})`}>
        <Faces cells={cells} height={H} pixels={pixels} id={id} />
        {as !== 'out' && pieces.length === 0 && (
          <rect x={rect.x} y={top} width={rect.width} height={rect.height} fill={waste} />
        )}
      </g>
      {as !== 'out' &&
        pieces.map(({ rect: r, i }) => (
          <rect
            key={i}
            x={r.x}
            y={H - r.y - r.height}
            width={r.width}
            height={r.height}
            fill="none"
            stroke="#2a211c"
            strokeWidth={0.5}
          />
        ))}
      <rect x={rect.x} y={top} width={rect.width} height={rect.height} fill="none" stroke="#2a211c" strokeWidth={0.9} />
      {as === 'out' && pieces.map((p) => <PileNumber key={p.i} n={p.pile ?? p.i + 1} rect={rect} H={H} lies={lies} />)}
    </g>
  );
}

/** The number of a pile, upright, on its topmost piece. */
function PileNumber({
  n,
  rect,
  H,
  lies,
}: {
  readonly n: number;
  readonly rect: Rect;
  readonly H: number;
  readonly lies: QuarterTurns;
}) {
  const size = Math.min(rect.width, rect.height) * 0.5;
  const [cx, cy] = [rect.x + rect.width / 2, H - rect.y - rect.height / 2];
  return (
    <text
      x={cx}
      y={cy}
      transform={`rotate(${90 * lies} ${cx} ${cy})`}
      fontSize={size}
      textAnchor="middle"
      dominantBaseline="central"
      className="num"
      fontWeight={700}
      fill="#2a211c"
      stroke="#fffdf8"
      strokeWidth={size * 0.12}
      paintOrder="stroke"
    >
      {n}
    </text>
  );
}
