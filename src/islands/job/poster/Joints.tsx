import type { KeyboardEvent } from 'react';
import { formatLength, limitsOf, type PosterPlan, type Unit } from '../../../core';
import { cx } from '../../../ui/cx';
import { useUnit } from '../../../ui/unit';
import { usePoster } from '../context';
import { useDragging } from '../dragging';
import { jointsNow, withJoint, type OnScreen, type Way } from './wishes';

/** Pixels of a handle that can be taken hold of. */
const ROOM = 24;
const STEPS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 };

/** A joint that the pointer has hold of. */
interface Held {
  readonly way: Way;
  readonly which: number;
  readonly joints: readonly number[];
}

/** Whole millimetres, or eighths of an inch. */
const stepOf = (unit: Unit): number => (unit === 'mm' ? 1 : 25.4 / 8);

/** The joints of the poster: each is dragged as far as the panels beside it still fit their sheets. */
export function Joints({ on }: { readonly on: OnScreen }) {
  const { product, poster } = usePoster(({ product, poster }) => ({ product, poster }));
  const { unit } = useUnit();
  const { held, take } = useDragging<Held>((it, e) => {
    const px = it.way === 'across' ? e.clientX - it.from[0] : e.clientY - it.from[1];
    const mm = it.joints[it.which]! + px / on.scale;
    const step = stepOf(unit);
    // with Alt as fine as the pointer
    return withJoint(
      it.joints,
      it.way,
      it.which,
      within(poster, it, e.altKey ? mm : Math.round(mm / step) * step),
      unit,
    );
  });
  return (
    <div className="pointer-events-none absolute inset-0">
      {WAYS.flatMap((way) => {
        const joints = jointsNow(poster, product, way);
        return joints.map((_, which) => (
          <Joint
            key={`${way} ${which}`}
            it={{ way, which, joints }}
            on={on}
            held={held?.way === way && held.which === which}
            take={take}
          />
        ));
      })}
    </div>
  );
}
const WAYS = ['across', 'down'] as const;

const limitsAt = (poster: PosterPlan, { way, which, joints }: Held) => limitsOf(poster.edges[way], joints, which);

/** A place of a joint as near to where it is wished as its panels let it. */
function within(poster: PosterPlan, it: Held, mm: number): number {
  const span = limitsAt(poster, it);
  return span ? Math.max(span.from, Math.min(span.to, mm)) : it.joints[it.which]!;
}

/** One joint's handle, with its limits and measures while it is held. */
function Joint({
  it,
  on,
  held,
  take,
}: {
  readonly it: Held;
  readonly on: OnScreen;
  readonly held: boolean;
  readonly take: (it: Held, x: number, y: number) => void;
}) {
  const { product, poster, change } = usePoster(({ product, poster, change }) => ({ product, poster, change }));
  const { unit } = useUnit();
  const { way, which, joints } = it;
  const at = joints[which]!;
  const span = limitsAt(poster, it);
  const says = `Joint ${which + 1} ${way === 'across' ? 'from the left' : 'from the top'}`;
  const keys = (e: KeyboardEvent): void => {
    const by = STEPS[e.key];
    if (by === undefined) return;
    e.preventDefault();
    e.stopPropagation();
    const to = within(poster, it, at + by * stepOf(unit) * (e.shiftKey ? 10 : 1));
    const { patch, label } = withJoint(joints, way, which, to, unit);
    change(patch, label);
  };
  const place =
    way === 'across'
      ? { left: on.left + at * on.scale - ROOM / 2, top: on.top - ROOM + 4 }
      : { left: on.left - ROOM + 2, top: on.top + at * on.scale - ROOM / 2 };
  return (
    <>
      {held && span && <Limits on={on} way={way} from={span.from} to={span.to} size={product.finished} />}
      <button
        type="button"
        role="slider"
        aria-label={says}
        aria-valuemin={Math.round(span?.from ?? at)}
        aria-valuemax={Math.round(span?.to ?? at)}
        aria-valuenow={Math.round(at)}
        aria-valuetext={formatLength(at, unit)}
        title={`${says}: ${formatLength(at, unit)}${span ? '' : '; it cannot be moved: its panels fit only here'}`}
        className={cx(
          'group pointer-events-auto absolute grid place-content-center',
          way === 'across' ? 'cursor-ew-resize' : 'cursor-ns-resize',
        )}
        style={{ ...place, width: ROOM, height: ROOM, touchAction: 'none' }}
        onKeyDown={keys}
        onPointerDown={(e) => {
          if (e.button !== 0) return;
          e.preventDefault();
          e.currentTarget.focus();
          take(it, e.clientX, e.clientY);
        }}
      >
        <span
          aria-hidden
          className={cx(
            'grid place-content-center border border-ink group-hover:bg-oat',
            way === 'across' ? 'h-4 w-3' : 'h-3 w-4',
            held ? 'bg-rust' : 'bg-paper',
          )}
        />
      </button>
      {held && <Said on={on} way={way} at={at} joints={joints} which={which} />}
    </>
  );
}

/** How far the joint may be moved, drawn over the poster. */
function Limits({
  on,
  way,
  from,
  to,
  size,
}: {
  readonly on: OnScreen;
  readonly way: Way;
  readonly from: number;
  readonly to: number;
  readonly size: { readonly width: number; readonly height: number };
}) {
  const { left, top, scale } = on;
  const place =
    way === 'across'
      ? { left: left + from * scale, width: Math.max(2, (to - from) * scale), top, height: size.height * scale }
      : { left, width: size.width * scale, top: top + from * scale, height: Math.max(2, (to - from) * scale) };
  return <span aria-hidden className="absolute border border-dashed border-rust bg-rust/15" style={place} />;
}

/** Where the joint is, from both of its neighbours. */
function Said({
  on,
  way,
  at,
  joints,
  which,
}: {
  readonly on: OnScreen;
  readonly way: Way;
  readonly at: number;
  readonly joints: readonly number[];
  readonly which: number;
}) {
  const finished = usePoster((s) => s.product.finished);
  const { unit } = useUnit();
  const before = which === 0 ? 0 : joints[which - 1]!;
  const behind =
    which + 1 === joints.length ? (way === 'across' ? finished.width : finished.height) : joints[which + 1]!;
  const { left, top, scale } = on;
  return (
    <p
      role="status"
      data-dragged
      className="num absolute border border-ink bg-oat px-2 py-0.5 text-sm whitespace-nowrap"
      style={
        way === 'across'
          ? {
              left: left + at * scale,
              top: top + 8,
              translate: at > finished.width / 2 ? 'calc(-100% - 12px)' : '12px',
            }
          : { left: left + 12, top: top + at * scale + 8 }
      }
    >
      <b>{formatLength(at, unit)}</b> · seen beside it {formatLength(at - before, unit)} and{' '}
      {formatLength(behind - at, unit)}
    </p>
  );
}
