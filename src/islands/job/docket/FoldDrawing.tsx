import { useMemo } from 'react';
import { foldOrders, FoldError, foldWay, type Docket, type Way } from '../../../core';

/** A way to fold as a small picture: the flat sheet with its page numbers and its folds in their order. */
export function FoldDrawing({
  way,
  bound,
  ratio,
  width = 74,
}: {
  readonly way: Way;
  readonly bound: Docket['product']['bound'];
  /** Width of a page by its height. */
  readonly ratio: number;
  readonly width?: number;
}) {
  const drawn = useMemo(() => {
    try {
      return {
        panels: foldWay(way, bound),
        orders: way.spans ? new Map<string, number>() : foldOrders(way.columns, way.rows, way.folds),
      };
    } catch (e) {
      if (e instanceof FoldError) return null;
      throw e;
    }
  }, [way, bound]);
  const w = way.columns * ratio;
  const h = way.rows;
  const height = Math.min(width, (width * h) / w);
  const k = Math.min(width / w, height / h);
  const spans = way.spans;
  const unit = spans ? way.columns / spans.reduce((a, b) => a + b, 0) : 1;
  const starts = (spans ?? Array.from({ length: way.columns }, () => 1)).reduce<number[]>(
    (at, s) => [...at, at.at(-1)! + s * unit],
    [0],
  );
  return (
    <svg
      viewBox={`-1 -1 ${w * k + 2} ${h * k + 2}`}
      width={w * k + 2}
      height={h * k + 2}
      role="img"
      aria-label={`${way.name}: ${way.folds.length} folds`}
      className="shrink-0"
    >
      <rect width={w * k} height={h * k} fill="#fffdf8" stroke="#2a211c" strokeWidth="0.8" />
      {drawn?.panels.map((p) => {
        const x = starts[p.column]! * ratio * k;
        const pw = (starts[p.column + 1]! - starts[p.column]!) * ratio * k;
        const y = (way.rows - 1 - p.row) * k;
        const cx = x + pw / 2;
        const cy = y + k / 2;
        const size = Math.min(pw, k) * 0.5;
        return (
          <text
            key={`${p.column}-${p.row}`}
            x={cx}
            y={cy + size * 0.36}
            transform={p.outer.head === 'down' ? `rotate(180 ${cx} ${cy})` : undefined}
            textAnchor="middle"
            fontSize={size}
            fill="#2a211c"
            fontFamily="Bricolage Grotesque Variable"
          >
            {p.outer.page}
          </text>
        );
      })}
      {drawn &&
        [...drawn.orders].map(([key, order]) => {
          const [axis, line] = key.split(' ');
          const at = Number(line);
          const upright = axis === 'upright';
          const x = at * ratio * k;
          const y = (way.rows - at) * k;
          return (
            <path
              key={key}
              d={upright ? `M${x} 0V${h * k}` : `M0 ${y}H${w * k}`}
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
