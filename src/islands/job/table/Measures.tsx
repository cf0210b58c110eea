import { useEffect, useEffectEvent, useMemo, useState, type RefObject } from 'react';
import type { ZoomTransform } from 'd3-zoom';
import {
  dimensionsOf,
  formatLength,
  formatNumber,
  heldTo,
  holdsOf,
  type Dimension,
  type Sheet,
  type SideName,
  type Size,
  type Unit,
} from '../../../core';

/** What lies over the table, in pixels of its surface: chains of measures, and the tape between two places. */

/** The side of a sheet that is seen, and how it lies on the table. */
export interface Over {
  readonly sheet: Sheet;
  readonly side: SideName;
  readonly view: ZoomTransform;
  readonly unit: Unit;
}

const INK = '#2a211c';
const RUST = '#a03d1a';
const FONT = 'Atkinson Hyperlegible Mono Variable';
/** Pixels between a chain and the sheet. */
const OFF = 15;

/** A length as it stands on a drawing: without its unit, which the legend says. */
const bare = (mm: number, unit: Unit): string => formatNumber(unit === 'mm' ? mm : mm / 25.4, unit === 'mm' ? 1 : 3);

/** A text on paper, so that it can be read over anything. */
function Tag({ x, y, text, turned = false }: { x: number; y: number; text: string; turned?: boolean }) {
  const width = text.length * 7.1 + 6;
  return (
    <g transform={`translate(${x} ${y})${turned ? ' rotate(-90)' : ''}`}>
      <rect x={-width / 2} y={-8} width={width} height={16} fill="#fffaf0" stroke={INK} strokeWidth={0.6} />
      <text textAnchor="middle" y={4} fontSize={11.5} fontFamily={FONT} fill={INK}>
        {text}
      </text>
    </g>
  );
}

/** The chains along the foot and the left of the sheet. Where two numbers would meet the next stands farther in. */
export function DimensionLines({ sheet, side, view, unit, room }: Over & { readonly room: Size }) {
  const { across, up } = useMemo(() => dimensionsOf(sheet, side), [sheet, side]);
  const H = sheet.lay.paper.height;
  const px = (x: number): number => view.x + x * view.k;
  const py = (y: number): number => view.y + (H - y) * view.k;
  // zoomed in they stay in view, at the edge of the table
  const foot = Math.min(py(0) + OFF, room.height - 12);
  const left = Math.max(px(0) - OFF, 12);
  const rows = (list: readonly Dimension[]): readonly number[] => {
    let before = -Infinity;
    return list.map((d) => {
      const mid = ((d.from + d.to) / 2) * view.k;
      const near = mid - before < 52;
      if (!near) before = mid;
      return near ? 1 : 0;
    });
  };
  const acrossRows = rows(across);
  const upRows = rows(up);
  const lines = [...new Set(across.flatMap((d) => [d.from, d.to]))];
  const levels = [...new Set(up.flatMap((d) => [d.from, d.to]))];
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-hidden" data-dimensions aria-hidden>
      <g stroke={INK} strokeWidth={1} fill="none">
        <path d={`M${px(0)} ${foot}H${px(sheet.lay.paper.width)}M${left} ${py(0)}V${py(H)}`} />
        {lines.map((x) => (
          <path key={x} d={`M${px(x)} ${foot - 5}v10`} />
        ))}
        {levels.map((y) => (
          <path key={y} d={`M${left - 5} ${py(y)}h10`} />
        ))}
      </g>
      {across.map((d, i) => (
        <Tag
          key={d.from}
          x={px((d.from + d.to) / 2)}
          y={foot - (acrossRows[i] ? 18 : 0)}
          text={bare(d.to - d.from, unit)}
        />
      ))}
      {up.map((d, i) => (
        <Tag
          key={d.from}
          x={left + (upRows[i] ? 18 : 0)}
          y={py((d.from + d.to) / 2)}
          text={bare(d.to - d.from, unit)}
          turned
        />
      ))}
    </svg>
  );
}

type Place = readonly [x: number, y: number];
/** Pixels within which a line is held to. */
const REACH = 9;

/** Two presses measure between them; they hold to trims, folds and edges near by. Escape lets go. */
export function Tape({ sheet, side, view, unit, surface }: Over & { readonly surface: RefObject<HTMLElement | null> }) {
  const [from, setFrom] = useState<Place | null>(null);
  const [to, setTo] = useState<Place | null>(null);
  const [fixed, setFixed] = useState(false);
  const holds = useMemo(() => holdsOf(sheet, side), [sheet, side]);
  const H = sheet.lay.paper.height;
  const placeOf = (e: MouseEvent): Place => {
    const box = surface.current!.getBoundingClientRect();
    const x = (e.clientX - box.left - view.x) / view.k;
    const y = H - (e.clientY - box.top - view.y) / view.k;
    const at: Place = [heldTo(holds.x, x, REACH / view.k), heldTo(holds.y, y, REACH / view.k)];
    if (!e.shiftKey || !from || fixed) return at;
    // with Shift straight along or straight up
    return Math.abs(at[0] - from[0]) >= Math.abs(at[1] - from[1]) ? [at[0], from[1]] : [from[0], at[1]];
  };
  const press = useEffectEvent((e: MouseEvent) => {
    const at = placeOf(e);
    if (!from || fixed) {
      setFrom(at);
      setTo(null);
      setFixed(false);
    } else {
      setTo(at);
      setFixed(true);
    }
  });
  const move = useEffectEvent((e: MouseEvent) => {
    if (!fixed) setTo(placeOf(e));
  });
  const key = useEffectEvent((e: KeyboardEvent) => {
    if (e.key !== 'Escape' || !from) return;
    setFrom(null);
    setFixed(false);
  });
  useEffect(() => {
    const el = surface.current!;
    const off = new AbortController();
    const { signal } = off;
    el.addEventListener('click', (e) => press(e), { signal });
    el.addEventListener('pointermove', (e) => move(e), { signal });
    window.addEventListener('keydown', (e) => key(e), { signal });
    return () => off.abort();
  }, [surface]);

  const px = ([x, y]: Place): Place => [view.x + x * view.k, view.y + (H - y) * view.k];
  if (!to && !from) return null;
  const b = to ? px(to) : null;
  const a = from ? px(from) : null;
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-hidden" data-tape>
      {b && !fixed && (
        <g stroke={RUST} strokeWidth={1} strokeDasharray="3 3" fill="none">
          <path d={`M${b[0]} 0V4000M0 ${b[1]}H6000`} strokeOpacity={0.6} />
          <circle cx={b[0]} cy={b[1]} r={4} strokeDasharray="none" />
        </g>
      )}
      {a && b && from && to && <Measured a={a} b={b} from={from} to={to} unit={unit} />}
      {a && <circle cx={a[0]} cy={a[1]} r={4} fill={RUST} />}
    </svg>
  );
}

/** The tape with its length, and how far it goes along and up. */
function Measured({ a, b, from, to, unit }: { a: Place; b: Place; from: Place; to: Place; unit: Unit }) {
  const along = Math.abs(to[0] - from[0]);
  const up = Math.abs(to[1] - from[1]);
  const length = formatLength(Math.hypot(along, up), unit, unit === 'mm' ? 2 : 4);
  const aslant = along > 0.005 && up > 0.005;
  const text = aslant ? `${length}: ${bare(along, unit)} along, ${bare(up, unit)} up` : length;
  return (
    <g data-measured={text}>
      <path d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`} stroke={RUST} strokeWidth={2} />
      <circle cx={b[0]} cy={b[1]} r={4} fill={RUST} />
      <Tag x={(a[0] + b[0]) / 2} y={(a[1] + b[1]) / 2 - 14} text={text} />
    </g>
  );
}
