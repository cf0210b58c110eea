import { useState, type ReactNode } from 'react';
import { ChevronLeft, ChevronRight, Printer } from 'lucide-react';
import { formatLength, onPoster, plural, type PosterPanel, type Rect, type Unit } from '../../../core';
import { Button } from '../../../ui/Button';
import { useUnit } from '../../../ui/unit';
import { CardLink } from '../CardLink';
import { usePoster } from '../context';
import { useRoom } from '../room';
import { Artwork } from '../table/Artwork';
import { down } from '../table/geometry';
import { Joints } from './Joints';
import { PanelTools } from './PanelTools';
import { QuietJoints } from './QuietJoints';
import type { OnScreen } from './wishes';

/** Room for measures and for the handles of the joints, in pixels. */
const MARGIN = { left: 84, top: 58, right: 20, bottom: 20 };

/** The whole poster as it hangs: its panels with their names, its joints to be moved, the measures of the wall. */
export function Wall({ more }: { readonly more: ReactNode }) {
  const { product, poster } = usePoster(({ product, poster }) => ({ product, poster }));
  const { unit } = useUnit();
  const [chosen, choose] = useState<string | null>(null);
  const [which, setWhich] = useState(0);
  const [room, size] = useRoom();
  const { width, height } = product.finished;
  const scale = Math.max(
    0.005,
    Math.min((size.width - MARGIN.left - MARGIN.right) / width, (size.height - MARGIN.top - MARGIN.bottom) / height),
  );
  const on: OnScreen = {
    scale,
    left: MARGIN.left + Math.max(0, (size.width - MARGIN.left - MARGIN.right - width * scale) / 2),
    top: MARGIN.top,
  };
  const shown = Math.min(which, Math.max(0, poster.posters.length - 1));
  const panel = poster.panels.find((p) => p.name === chosen) ?? null;
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <div className="flex min-h-11 flex-wrap items-center gap-2 border-b border-ink/30 px-3 py-1.5 text-sm">
        {more}
        {poster.posters.length > 1 && <Which which={shown} count={poster.posters.length} onChange={setWhich} />}
        {panel ? <PanelTools panel={panel} done={() => choose(null)} /> : <WallTools which={shown} />}
      </div>
      <div ref={room} className="relative min-h-0 flex-1 overflow-hidden">
        {size.width > 0 && (
          <>
            <Drawing which={shown} on={on} chosen={chosen} choose={choose} />
            <WallMeasures on={on} unit={unit} />
            <Joints on={on} />
          </>
        )}
      </div>
    </div>
  );
}

function Which({
  which,
  count,
  onChange,
}: {
  readonly which: number;
  readonly count: number;
  readonly onChange: (n: number) => void;
}) {
  return (
    <>
      <Button small aria-label="Poster before" isDisabled={which === 0} onPress={() => onChange(which - 1)}>
        <ChevronLeft size={16} />
      </Button>
      <Button small aria-label="Poster after" isDisabled={which >= count - 1} onPress={() => onChange(which + 1)}>
        <ChevronRight size={16} />
      </Button>
      <span className="font-head font-semibold">
        Poster {which + 1} of {count}
      </span>
    </>
  );
}

/** What can be done with the joints, as long as no panel is chosen. */
function WallTools({ which }: { readonly which: number }) {
  const { product, poster, change } = usePoster(({ product, poster, change }) => ({ product, poster, change }));
  const moved = product.across !== null || product.down !== null;
  return (
    <>
      <span role="status">
        {plural(poster.panels.length, 'panel')}
        {poster.panels.length > 1 && ', joints are dragged, a panel is clicked'}
      </span>
      {poster.panels.length > 1 && <QuietJoints which={which} />}
      <CardLink
        card="map"
        className="ml-auto inline-flex items-center gap-1.5 underline decoration-ink/30 underline-offset-3 hover:decoration-ink"
      >
        <Printer size={16} aria-hidden /> Assembly map
      </CardLink>
      {moved && (
        <Button small onPress={() => change({ product: { across: null, down: null } }, 'panels of one size')}>
          Panels of one size
        </Button>
      )}
    </>
  );
}

/** The poster with its panels. */
function Drawing({
  which,
  on,
  chosen,
  choose,
}: {
  readonly which: number;
  readonly on: OnScreen;
  readonly chosen: string | null;
  readonly choose: (name: string | null) => void;
}) {
  const { plan, product, poster } = usePoster(({ plan, product, poster }) => ({ plan, product, poster }));
  const { width, height } = product.finished;
  const { left, top, scale } = on;
  const ink = 1 / scale;
  return (
    <svg
      className="absolute"
      style={{ left, top }}
      viewBox={`0 0 ${width} ${height}`}
      width={width * scale}
      height={height * scale}
      aria-label="The poster in its panels"
      role="group"
    >
      <defs>
        <pattern id="lap" width={6 * ink} height={6 * ink} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={6 * ink} height={6 * ink} fill="#fffdf8" fillOpacity={0.25} />
          <line y2={6 * ink} stroke="#2a211c" strokeOpacity={0.55} strokeWidth={1.4 * ink} />
        </pattern>
      </defs>
      <rect width={width} height={height} fill="#fff" />
      <svg width={width} height={height} overflow="hidden">
        <Artwork placed={onPoster(plan.content, poster, which)} height={height} scale={scale} />
      </svg>
      {poster.panels.map((p) => (
        <PanelShape
          key={p.name}
          panel={p}
          height={height}
          ink={ink}
          chosen={p.name === chosen}
          order={product.first.length > 0 ? poster.order.indexOf(poster.panels.indexOf(p)) + 1 : 0}
          onPress={() => choose(p.name === chosen ? null : p.name)}
        />
      ))}
      <rect width={width} height={height} fill="none" stroke="#2a211c" strokeWidth={2 * ink} />
    </svg>
  );
}

/** The strips of a panel that others cover, as rectangles of the poster. */
function strips({ trim, covered: { left, right, top, bottom } }: PosterPanel): Rect[] {
  const { x, y, width, height } = trim;
  return [
    ...(left > 0 ? [{ x, y, width: left, height }] : []),
    ...(right > 0 ? [{ x: x + width - right, y, width: right, height }] : []),
    ...(top > 0 ? [{ x, y: y + height - top, width, height: top }] : []),
    ...(bottom > 0 ? [{ x, y, width, height: bottom }] : []),
  ];
}

function PanelShape({
  panel,
  height,
  ink,
  chosen,
  order,
  onPress,
}: {
  readonly panel: PosterPanel;
  readonly height: number;
  readonly ink: number;
  readonly chosen: boolean;
  /** Its turn in printing; 0 where panels are printed in their order. */
  readonly order: number;
  readonly onPress: () => void;
}) {
  const { seen, name, off, fits } = panel;
  const r = down(seen, height);
  const size = Math.min(26 * ink, r.width * 0.4, r.height * 0.4);
  const said = `Panel ${name}${off ? ', off' : ''}${fits ? '' : ', larger than its sheet'}${order > 0 ? `, printed as number ${order}` : ''}`;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={said}
      aria-pressed={chosen}
      onClick={onPress}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        onPress();
      }}
      className="cursor-pointer outline-none [&:focus-visible>rect:first-child]:stroke-rust"
    >
      <rect
        {...r}
        fill={off ? '#2a211c' : '#fff'}
        fillOpacity={off ? 0.6 : 0}
        stroke={chosen ? '#b4472a' : fits ? '#fffdf8' : '#b4472a'}
        strokeWidth={(chosen ? 5 : 3) * ink}
      />
      {!off && strips(panel).map((s, i) => <rect key={i} {...down(s, height)} fill="url(#lap)" pointerEvents="none" />)}
      <rect {...r} fill="none" stroke="#2a211c" strokeWidth={ink} pointerEvents="none" />
      <Label x={r.x + r.width / 2} y={r.y + r.height / 2} size={size} ink={ink}>
        {name}
        {order > 0 && ` · ${order}.`}
        {off && ' off'}
      </Label>
    </g>
  );
}

/** A panel's name on paper, readable on any picture. */
function Label({
  x,
  y,
  size,
  ink,
  children,
}: {
  x: number;
  y: number;
  size: number;
  ink: number;
  children: ReactNode;
}) {
  return (
    <text
      x={x}
      y={y}
      fontSize={size}
      textAnchor="middle"
      dominantBaseline="central"
      fill="#2a211c"
      stroke="#fffdf8"
      strokeWidth={Math.min(6 * ink, size * 0.35)}
      paintOrder="stroke"
      strokeLinejoin="round"
      fontWeight={700}
      fontFamily="Bricolage Grotesque Variable"
      pointerEvents="none"
    >
      {children}
    </text>
  );
}

/** What is seen of each column and row, along the top and the left, and the whole. */
function WallMeasures({ on: { left, top, scale }, unit }: { readonly on: OnScreen; readonly unit: Unit }) {
  const { product, poster } = usePoster(({ product, poster }) => ({ product, poster }));
  const { panels, columns, rows } = poster;
  const { width, height } = product.finished;
  const across = panels.slice(0, columns).map((p) => p.seen);
  const firsts = Array.from({ length: rows }, (_, i) => panels[i * columns]!.seen);
  const narrow = (px: number): boolean => px < 44;
  return (
    <div className="num pointer-events-none absolute inset-0 text-xs" aria-hidden>
      <span className="absolute text-center font-semibold" style={{ left, width: width * scale, top: 4 }}>
        {formatLength(width, unit)}
      </span>
      <span
        className="absolute grid -rotate-90 place-content-center font-semibold"
        style={{
          left: left - 106,
          width: 60,
          top: top + (height * scale) / 2 - 10,
          height: 20,
        }}
      >
        {formatLength(height, unit)}
      </span>
      {across.map((s, i) => (
        <span
          key={i}
          className="absolute overflow-hidden border-x border-ink/60 text-center whitespace-nowrap"
          style={{ left: left + s.x * scale, width: s.width * scale, top: 22 }}
        >
          {narrow(s.width * scale) ? '' : formatLength(s.width, unit, unit === 'mm' ? 1 : 2)}
        </span>
      ))}
      {firsts.map((s, i) => (
        <span
          key={i}
          className="absolute flex items-center justify-end border-y border-ink/60 pr-0.5"
          style={{ left: left - 62, width: 36, top: top + (height - s.y - s.height) * scale, height: s.height * scale }}
        >
          <span className="text-right">
            {s.height * scale < 16 ? '' : formatLength(s.height, unit, unit === 'mm' ? 1 : 2).replace(/ mm$/, '')}
          </span>
        </span>
      ))}
    </div>
  );
}
