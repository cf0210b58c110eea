import { useMemo, type KeyboardEvent } from 'react';
import type { ZoomTransform } from 'd3-zoom';
import { figureText, formatLength, type FigureKey, type Sheet, type SideName, type Unit } from '../../../core';
import { cx } from '../../../ui/cx';
import { useFlat, useJobStore } from '../context';
import { useDragging } from '../dragging';
import { draggedTo, gripsOf, type Grip, type Held } from './gaps';

interface Props {
  readonly sheet: Sheet;
  readonly side: SideName;
  readonly view: ZoomTransform;
  readonly unit: Unit;
}

/** Pixels within which a gap is held to what it mostly is. */
const REACH = 6;
/** Pixels of what can be taken hold of, and from one to the next. */
const ROOM = 24;
const STEPS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 };
const FIGURES: readonly FigureKey[] = ['up', 'sheets', 'waste'];

function named({ kind, way, key }: Grip): string {
  if (kind === 'gap') return way === 'x' ? 'Gap across' : 'Gap down';
  if (way === 'x') return key.endsWith('low') ? 'Left margin' : 'Right margin';
  return key.endsWith('low') ? 'Margin at the foot' : 'Margin at the head';
}

/** A grip in the hand: gaps and margins as the pointer says. */
function useGrip(view: ZoomTransform, unit: Unit) {
  const store = useJobStore();
  const { held, take: hold } = useDragging<Held>((it, e) => {
    const [x, y] = it.from;
    const px = it.grip.way === 'x' ? e.clientX - x : y - e.clientY;
    return draggedTo(it, px / view.k, e.altKey ? 0 : REACH / view.k, unit);
  });
  const take = (grip: Grip, x: number, y: number): void => {
    const { product: now } = store.getState().docket;
    if (now.kind === 'flat') hold({ grip, lies: now.lies, bleed: now.bleed }, x, y);
  };
  return { held, take };
}

/** Grips at the edges of a flat sheet: gaps and margins are dragged, and what comes of it is said meanwhile. */
export function Grips({ sheet, side, view, unit }: Props) {
  const { lay } = sheet;
  const { change, product } = useFlat(({ change, product }) => ({ change, product }));
  const { held, take } = useGrip(view, unit);
  const grips = useMemo(() => gripsOf(lay, side), [lay, side]);
  const { width, height } = lay.paper;
  const placed = ({ way, at }: Grip): { left: number; top: number } =>
    way === 'x'
      ? { left: view.x + at * view.k - ROOM / 2, top: view.y + height * view.k - ROOM / 2 }
      : { left: view.x - ROOM / 2, top: view.y + (height - at) * view.k - ROOM / 2 };
  const shown: Grip[] = [];
  // the margins come first where there is not room for all
  for (const grip of [...grips].sort((a, b) => Number(a.kind === 'gap') - Number(b.kind === 'gap'))) {
    const here = placed(grip);
    const near = (g: Grip): boolean => {
      const there = placed(g);
      return Math.abs(there.left - here.left) < ROOM && Math.abs(there.top - here.top) < ROOM;
    };
    if (!shown.some(near)) shown.push(grip);
  }
  const keys = (grip: Grip) => (e: KeyboardEvent) => {
    const step = STEPS[e.key];
    if (step === undefined) return;
    e.preventDefault();
    e.stopPropagation();
    const by = step * (e.shiftKey ? 5 : e.altKey ? 0.1 : 1);
    // a gap grows by what a key says, on whichever side of the middle it lies
    const own = grip.kind === 'gap' ? { ...grip, gain: 1 } : grip;
    const { patch, label } = draggedTo({ grip: own, lies: product.lies, bleed: product.bleed }, by, 0, unit);
    change(patch, label);
  };
  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden" data-grips>
      {shown.map((grip) => (
        <button
          key={grip.key}
          type="button"
          aria-label={`${named(grip)} ${formatLength(grip.now, unit)}. Arrow keys change it`}
          title={`${named(grip)} ${formatLength(grip.now, unit)}: drag it`}
          className={cx(
            'group pointer-events-auto absolute grid place-content-center',
            grip.way === 'x' ? 'cursor-ew-resize' : 'cursor-ns-resize',
          )}
          style={{ ...placed(grip), width: ROOM, height: ROOM, touchAction: 'none' }}
          onKeyDown={keys(grip)}
          onPointerDown={(e) => {
            if (e.button !== 0) return;
            e.preventDefault();
            e.currentTarget.focus();
            take(grip, e.clientX, e.clientY);
          }}
        >
          <span
            aria-hidden
            className={cx(
              'grid place-content-center border border-ink/60 bg-paper/90 group-hover:border-ink group-hover:bg-oat',
              grip.way === 'x' ? 'h-4.5 w-3.5' : 'h-3.5 w-4.5',
              grip.kind === 'margin' && 'rounded-full',
            )}
          >
            <span className={cx('block bg-ink/60', grip.way === 'x' ? 'h-2.5 w-px' : 'h-px w-2.5')} />
          </span>
        </button>
      ))}
      {held && (
        <Said
          held={held}
          grips={grips}
          unit={unit}
          left={view.x + (width * view.k) / 2}
          top={view.y + height * view.k}
        />
      )}
    </div>
  );
}

/** What the gap or margin is now, and what comes of it. */
function Said({
  held,
  grips,
  unit,
  left,
  top,
}: {
  readonly held: Held;
  readonly grips: readonly Grip[];
  readonly unit: Unit;
  readonly left: number;
  readonly top: number;
}) {
  const { gap, figures } = useFlat(({ flat, figures }) => ({ gap: flat.gap, figures }));
  const { grip } = held;
  const { now } = grips.find((g) => g.key === grip.key) ?? grip;
  const mm = grip.kind === 'gap' ? (grip.way === 'x' ? gap.across : gap.down) : now;
  const sums = FIGURES.flatMap((key) => figures.find((f) => f.key === key) ?? []);
  return (
    <p
      role="status"
      data-dragged
      className="absolute -translate-x-1/2 border border-ink bg-oat px-2 py-0.5 text-sm whitespace-nowrap"
      style={{ left, top: top - 40 }}
    >
      {named(grip)} <span className="num font-semibold">{formatLength(mm, unit)}</span>
      {sums.map((f) => (
        <span key={f.key}>
          {' · '}
          {f.label.toLowerCase()} <span className="num">{figureText(f, unit)}</span>
        </span>
      ))}
    </p>
  );
}
