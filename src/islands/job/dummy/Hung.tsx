import { useState } from 'react';
import { formatLength, plural, type PosterPanel } from '../../../core';
import { Tint } from '../../../ui/Tint';
import { useUnit } from '../../../ui/unit';
import { usePoster } from '../context';
import { useRoom } from '../room';
import { Artwork } from '../table/Artwork';

/** Room round the wall, in pixels. */
const ROUND = 36;

/** The poster as it hangs: its panels over each other, each cut at its trims and lifted by hand. */
export function Hung() {
  const { product, poster } = usePoster(({ product, poster }) => ({ product, poster }));
  const { unit } = useUnit();
  const [lifted, lift] = useState<ReadonlySet<string>>(new Set());
  const [apart, setApart] = useState(0);
  const [which, setWhich] = useState(0);
  const [room, size] = useRoom();
  const { width, height } = product.finished;
  const { columns, rows, panels } = poster;
  // what they are pulled apart by, mm: as much as the overlap shows that nothing is missing
  const gap = (apart / 100) * Math.max(40, Math.abs(product.overlap) * 2, Math.min(width, height) * 0.06);
  const whole = { width: width + (columns - 1) * gap, height: height + (rows - 1) * gap };
  const scale = Math.max(
    0.005,
    Math.min((size.width - 2 * ROUND) / whole.width, (size.height - 2 * ROUND) / whole.height),
  );
  const shown = Math.min(which, Math.max(0, poster.posters.length - 1));
  const on = inOrder(panels, product.over).filter((p) => !p.off);
  const toggle = (name: string): void => {
    const next = new Set(lifted);
    if (!next.delete(name)) next.add(name);
    lift(next);
  };
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <div className="flex min-h-11 flex-wrap items-center gap-x-4 gap-y-1 border-b border-ink/30 px-3 py-1.5 text-sm">
        {poster.posters.length > 1 && (
          <Slid
            label="Poster"
            min={1}
            max={poster.posters.length}
            value={shown + 1}
            onChange={(n) => setWhich(n - 1)}
            shown
          />
        )}
        <span role="status">
          {panels.length === 1
            ? 'One piece'
            : `${plural(on.length, 'panel')}, ${joinedSaid(product, formatLength(Math.abs(product.overlap), unit))}; click one to lift it`}
        </span>
        {panels.length > 1 && <Slid label="Pulled apart" min={0} max={100} value={apart} onChange={setApart} />}
      </div>
      <div ref={room} className="min-h-0 flex-1 overflow-hidden">
        {size.width > 0 && (
          <svg width={size.width} height={size.height} role="group" aria-label="The poster as it hangs">
            <g
              transform={`translate(${(size.width - whole.width * scale) / 2} ${(size.height - whole.height * scale) / 2}) scale(${scale})`}
            >
              <rect width={whole.width} height={whole.height} fill="#2a211c" fillOpacity={0.1} />
              {on.map((p) => (
                <PanelOnWall
                  key={p.name}
                  panel={p}
                  place={shown * panels.length + panels.indexOf(p) + 1}
                  scale={scale}
                  left={p.trim.x + p.column * gap}
                  top={height - p.trim.y - p.trim.height + p.row * gap}
                  lifted={lifted.has(p.name)}
                  onPress={() => toggle(p.name)}
                />
              ))}
            </g>
          </svg>
        )}
      </div>
    </div>
  );
}

function Slid({
  label,
  min,
  max,
  value,
  onChange,
  shown = false,
}: {
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly value: number;
  readonly onChange: (n: number) => void;
  /** Whether the value is said as well. */
  readonly shown?: boolean;
}) {
  return (
    <label className="flex items-center gap-2">
      {label}
      <input
        type="range"
        min={min}
        max={max}
        value={value}
        onChange={(e) => onChange(Number(e.target.value))}
        className="accent-rust"
      />
      {shown && <span className="num">{value}</span>}
    </label>
  );
}

/** Panels in the order in which they are hung: what lies over others comes later. */
function inOrder(
  panels: readonly PosterPanel[],
  over: { readonly across: 'left' | 'right'; readonly down: 'upper' | 'lower' },
): PosterPanel[] {
  const across = over.across === 'right' ? 1 : -1;
  const down = over.down === 'lower' ? 1 : -1;
  return [...panels].sort((a, b) => down * (a.row - b.row) || across * (a.column - b.column));
}

function joinedSaid(
  {
    overlap,
    lap,
    over,
  }: {
    readonly overlap: number;
    readonly lap: string;
    readonly over: { readonly across: string; readonly down: string };
  },
  by: string,
): string {
  if (overlap === 0) return 'edge to edge';
  if (overlap < 0) return `${by} apart`;
  return lap === 'both'
    ? `${by} over each other, cut through both`
    : `${by} over each other, ${over.across} and ${over.down} on top`;
}

/** A panel as it comes from its sheet, cut; lifted it stands away from the wall, and what lies beneath is seen. */
function PanelOnWall({
  panel,
  place,
  scale,
  left,
  top,
  lifted,
  onPress,
}: {
  readonly panel: PosterPanel;
  readonly place: number;
  readonly scale: number;
  readonly left: number;
  readonly top: number;
  readonly lifted: boolean;
  readonly onPress: () => void;
}) {
  const content = usePoster((s) => s.plan.content);
  const { width, height } = panel.trim;
  const px = 1 / scale;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={lifted}
      aria-label={`Panel ${panel.name}, ${lifted ? 'lifted' : 'hanging'}`}
      className="cursor-pointer outline-none [&:focus-visible>rect:last-of-type]:stroke-rust"
      onClick={onPress}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        onPress();
      }}
      transform={`translate(${left + (lifted ? 14 * px : 0)} ${top - (lifted ? 18 * px : 0)}) ${lifted ? `rotate(-2 ${width / 2} ${height})` : ''}`}
      opacity={lifted ? 0.92 : 1}
      style={{
        filter: `drop-shadow(${(lifted ? 7 : 0.8) * px}px ${(lifted ? 10 : 1) * px}px ${(lifted ? 5 : 0.6) * px}px #2a211c99)`,
      }}
    >
      <rect width={width} height={height} fill="#fff" />
      <svg width={width} height={height} overflow="hidden">
        <Artwork placed={content.at(place)} height={height} scale={scale} />
      </svg>
      <Tint swatch={panel.stock.swatch} width={width} height={height} />
      <rect width={width} height={height} fill="none" stroke="#2a211c" strokeOpacity={0.35} strokeWidth={px * 0.8} />
    </g>
  );
}
