import { useMemo } from 'react';
import { foldOrders, FoldError, foldWay, type BoundProduct, type Way } from '../../../core';

interface Panel {
  readonly page: number;
  readonly down: boolean;
  /** Pixels. */
  readonly at: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}

/** A page's number in the middle of its panel, as its head lies. */
function PanelNumber({ page, down, at }: Panel) {
  const cx = at.x + at.width / 2;
  const cy = at.y + at.height / 2;
  const size = Math.min(at.width, at.height) * 0.5;
  return (
    <text
      x={cx}
      y={cy + size * 0.36}
      transform={down ? `rotate(180 ${cx} ${cy})` : undefined}
      textAnchor="middle"
      fontSize={size}
      fill="#2a211c"
      fontFamily="Bricolage Grotesque Variable"
    >
      {page}
    </text>
  );
}

/** Panels and folds of a way to fold; null where it cannot be folded so. */
function foldedParts(way: Way, bound: BoundProduct['bound']) {
  try {
    return {
      panels: foldWay(way, bound),
      orders: way.spans ? new Map<string, number>() : foldOrders(way.columns, way.rows, way.folds),
    };
  } catch (e) {
    if (e instanceof FoldError) return null;
    throw e;
  }
}

/** Where the columns of a way begin, in columns of one width. */
function columnStarts({ columns, spans }: Way): number[] {
  const unit = spans ? columns / spans.reduce((a, b) => a + b, 0) : 1;
  return (spans ?? Array.from({ length: columns }, () => 1)).reduce<number[]>(
    (at, s) => [...at, at.at(-1)! + s * unit],
    [0],
  );
}

/** A way to fold as a small picture: the flat sheet with its page numbers and its folds in their order. */
export function FoldDrawing({
  way,
  bound,
  ratio,
  width = 74,
}: {
  readonly way: Way;
  readonly bound: BoundProduct['bound'];
  /** Width of a page by its height. */
  readonly ratio: number;
  readonly width?: number;
}) {
  const drawn = useMemo(() => foldedParts(way, bound), [way, bound]);
  const k = Math.min(width / (way.columns * ratio), width / way.rows);
  const w = way.columns * ratio * k;
  const h = way.rows * k;
  const starts = columnStarts(way);
  return (
    <svg
      viewBox={`-1 -1 ${w + 2} ${h + 2}`}
      width={w + 2}
      height={h + 2}
      role="img"
      aria-label={`${way.name}: ${way.folds.length} folds`}
      className="shrink-0"
    >
      <rect width={w} height={h} fill="#fffdf8" stroke="#2a211c" strokeWidth="0.8" />
      {drawn?.panels.map(({ column, row, outer }) => (
        <PanelNumber
          key={`${column}-${row}`}
          page={outer.page}
          down={outer.head === 'down'}
          at={{
            x: starts[column]! * ratio * k,
            y: (way.rows - 1 - row) * k,
            width: (starts[column + 1]! - starts[column]!) * ratio * k,
            height: k,
          }}
        />
      ))}
      {drawn &&
        [...drawn.orders].map(([key, order]) => {
          const [axis, line] = key.split(' ');
          const at = Number(line);
          const x = at * ratio * k;
          const y = (way.rows - at) * k;
          return (
            <path
              key={key}
              d={axis === 'upright' ? `M${x} 0V${h}` : `M0 ${y}H${w}`}
              stroke="#7a3a6c"
              strokeWidth={Math.max(0.6, 2.4 - order * 0.5)}
              strokeDasharray="4 1.2 0.8 1.2"
            >
              <title>fold {order}</title>
            </path>
          );
        })}
    </svg>
  );
}
