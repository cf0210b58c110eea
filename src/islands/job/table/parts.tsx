import { modulesIn, type Cell, type foldLines, type Mark, type Rect } from '../../../core';
import { useCodes } from '../stamps/rows';
import { down, headDegrees } from './geometry';

/** Pages to be seen together, by their places: the one pointed at, and its neighbours in reading order. */
export interface Lit {
  readonly at: number;
  readonly beside: readonly number[];
}

/** How many times creep is drawn larger than it is. */
export const CREEP_TIMES = 12;

export const keyOf = (cell: Cell): string => `${cell.down}-${cell.place}`;

/** A large quiet number with an arrow at the head of the page. */
export function PageNumber({ cell, H, lit }: { cell: Cell; H: number; lit: Lit | null }) {
  const size = Math.min(cell.trim.width, cell.trim.height);
  const x = cell.trim.x + cell.trim.width / 2;
  const y = H - cell.trim.y - cell.trim.height / 2;
  const text = cell.label || String(cell.place);
  return (
    <g
      transform={`translate(${x} ${y}) rotate(${headDegrees(cell.head)})`}
      textAnchor="middle"
      fontFamily="Bricolage Grotesque Variable"
      fontWeight="700"
    >
      <g
        fill={lit?.at === cell.place ? '#8e3115' : '#2a211c'}
        fillOpacity={lit && (lit.at === cell.place || lit.beside.includes(cell.place)) ? 0.95 : 0.62}
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

/** A small number in the corner of the page at its head, of the same size however near one looks. */
export function SmallNumber({ cell, H, line }: { cell: Cell; H: number; line: number }) {
  const [a, b, c, d, e, f] = cell.toSide;
  const { height } = cell.size;
  // the page's upper left corner, wherever that lies on the side
  const x = c * height + e;
  const y = d * height + f;
  const text = cell.label || String(cell.place);
  const wide = (text.length * 7.4 + 8) * line;
  return (
    <g transform={`matrix(${a} ${-b} ${-c} ${d} ${x} ${H - y})`} fontFamily="Atkinson Hyperlegible Mono Variable">
      <rect
        width={wide}
        height={17 * line}
        fill="#fffaf0"
        fillOpacity={0.92}
        stroke="#2a211c"
        strokeWidth={0.6 * line}
      />
      <text x={wide / 2} y={13 * line} textAnchor="middle" fontSize={12 * line} fill="#2a211c">
        {text}
      </text>
    </g>
  );
}

/** The order of the folds, a number at the end of every line. */
export function FoldOrders({ folds, H, line }: { folds: ReturnType<typeof foldLines>; H: number; line: number }) {
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

/** How far a page's content is moved on a side, in mm. */
export interface Shift {
  readonly trim: Rect;
  readonly x: number;
  readonly y: number;
}

/** Where each page's content goes for creep, drawn many times too far: an outline and an arrow. */
export function CreepGhosts({ shifts, H, line }: { shifts: readonly Shift[]; H: number; line: number }) {
  return (
    <g fill="none" stroke="#2f5d50" strokeWidth={1.4 * line}>
      {shifts.map(({ trim, x, y }, i) => {
        const t = down(trim, H);
        const cx = t.x + t.width / 2;
        const cy = t.y + t.height * 0.8;
        const ex = cx + x * CREEP_TIMES;
        const ey = cy - y * CREEP_TIMES;
        return (
          <g key={i}>
            <rect
              x={t.x + x * CREEP_TIMES}
              y={t.y - y * CREEP_TIMES}
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

/** Roughly what process inks look like on a screen: a bar is told apart by it, and judged on paper. */
function seenAs([c, m, y, k]: readonly [number, number, number, number]): string {
  const of = (ink: number): number => Math.round(255 * (1 - ink) * (1 - k));
  return `rgb(${of(c)} ${of(m)} ${of(y)})`;
}

/** Marks as they print. */
/** A code as it is printed; an empty box while what makes it is on its way, or where it cannot say what it should. */
function CodeMark({ mark, H }: { readonly mark: Extract<Mark, { kind: 'code' }>; readonly H: number }) {
  const coder = useCodes([mark.symbology]);
  const symbol = coder?.(mark.symbology, mark.text);
  if (!symbol || 'wrong' in symbol)
    return <rect {...down(mark.rect, H)} strokeWidth={0.3} strokeDasharray="1 1" data-code="none" />;
  const dark = modulesIn(symbol, mark.rect, mark.turned);
  const path = dark.map((r) => `M${r.x} ${H - r.y}h${r.width}v${-r.height}h${-r.width}z`).join('');
  return (
    <path d={path} fill={mark.ink === undefined ? '#111' : inkSeen(mark.ink)} stroke="none" data-code={mark.text} />
  );
}

/** The process inks as they look; any other is seen as the trade's pens write it. */
const SEEN: Readonly<Record<string, string>> = {
  cyan: '#0090c5',
  magenta: '#d0107f',
  yellow: '#d6b400',
  black: '#111',
};
const inkSeen = (name: string): string => SEEN[name.toLowerCase()] ?? '#7a4a12';

const areaSeen = ({ cmyk, spot, white }: Extract<Mark, { kind: 'area' }>): string =>
  cmyk ? seenAs(cmyk) : spot ? inkSeen(spot.name) : white ? '#fff' : '#111';

export function MarkLines({ marks, H, line }: { marks: readonly Mark[]; H: number; line: number }) {
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
                {...(m.ink === undefined ? {} : { stroke: inkSeen(m.ink) })}
              />
            );
          case 'circle':
            return (
              <circle
                key={i}
                cx={m.centre[0]}
                cy={H - m.centre[1]}
                r={m.radius}
                {...(m.filled
                  ? { fill: m.ink === undefined ? '#111' : inkSeen(m.ink), stroke: 'none' }
                  : { strokeWidth: Math.max(m.weight, line * 0.9) })}
              />
            );
          case 'area':
            return (
              <rect
                key={i}
                {...down(m.rect, H)}
                fill={areaSeen(m)}
                fillOpacity={m.spot ? m.spot.tint : (m.tint ?? 1)}
                stroke="none"
              />
            );
          case 'text':
            return (
              <text
                key={i}
                transform={`translate(${m.at[0]} ${H - m.at[1]}) rotate(${-90 * m.turned})`}
                fontSize={m.height / 0.668}
                fill={m.ink === undefined ? '#111' : inkSeen(m.ink)}
                stroke="none"
                fontFamily="Atkinson Hyperlegible Next Variable"
                // as long as it is in the PDF, whatever the screen makes of the font
                {...(m.live ? { textLength: m.room, lengthAdjust: 'spacingAndGlyphs' } : {})}
                style={{ whiteSpace: 'pre' }}
              >
                {m.text}
              </text>
            );
          case 'code':
            return <CodeMark key={i} mark={m} H={H} />;
        }
      })}
    </g>
  );
}

/** A page without artwork: paper with a corner turned. */
export function Blank({ x, y, width, height }: { x: number; y: number; width: number; height: number }) {
  const c = Math.min(width, height) * 0.12;
  return (
    <g>
      <path d={`M${x} ${y}H${x + width - c}L${x + width} ${y + c}V${y + height}H${x}Z`} fill="#f4ecdd" />
      <path d={`M${x + width - c} ${y}V${y + c}H${x + width}Z`} fill="#e2d4b8" stroke="#2a211c" strokeWidth="0.25" />
    </g>
  );
}

/** The safe area of each page: what is outside its dots may be cut, or lost in the fold. */
export function SafeAreas({ cells, H, mm, line }: { cells: readonly Cell[]; H: number; mm: number; line: number }) {
  return (
    <g fill="none" stroke="#55702f" strokeWidth={1.8 * line} strokeLinecap="round" strokeDasharray={`0 ${8 * line}`}>
      {cells.map((cell) => {
        const t = down(cell.trim, H);
        if (t.width <= 2 * mm || t.height <= 2 * mm) return null;
        return <rect key={keyOf(cell)} x={t.x + mm} y={t.y + mm} width={t.width - 2 * mm} height={t.height - 2 * mm} />;
      })}
    </g>
  );
}

/** Strips that holes need, dotted as what must keep clear. */
export function Clearance({ strips, H, pattern }: { strips: readonly Rect[]; H: number; pattern: string }) {
  return (
    <g fill={`url(#${pattern})`}>
      {strips.map((strip, i) => (
        <rect key={i} {...down(strip, H)} />
      ))}
    </g>
  );
}
