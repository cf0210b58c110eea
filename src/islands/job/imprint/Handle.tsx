import { useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';
import { boxAt, placedAt, type Imprint, type Size } from '../../../core';
import { useJob, useJobStore } from '../context';
import { snapped, type Guide } from './snapping';
import type { Standing } from './standing';
import { withPrint } from './wishes';

/** Where the wish is, given where the lower left of its box is to be. */
const wishAt = (imprint: Imprint, page: Size, box: Size, x: number, y: number): { x: number; y: number } => {
  const round = (n: number): number => Math.round(n * 100) / 100 + 0;
  const at = placedAt(imprint.anchor, page, box, x, y);
  return { x: round(at.x), y: round(at.y) };
};

interface Props {
  readonly it: Standing;
  readonly all: readonly Standing[];
  readonly chosen: boolean;
  readonly go: (at: number) => void;
  readonly page: Size;
  /** A line's width, mm. */
  readonly unit: number;
  readonly setGuides: (guides: readonly Guide[]) => void;
}

/** Puts an imprint's box, by its lower left. */
function usePut({ at, stamp: { imprint }, setting }: Standing, page: Size): (x: number, y: number) => void {
  const store = useJobStore();
  return (x, y) => {
    const { docket, change } = store.getState();
    const wish = wishAt(imprint, page, setting.size, x, y);
    if (wish.x !== imprint.x || wish.y !== imprint.y)
      change(withPrint(docket.imprint, at, wish), `${imprint.name} moved`);
  };
}

/** Dragging a box, drawn to what is near; with Alt held to nothing. */
function useDragging(
  { it, all, go, page, unit, setGuides }: Omit<Props, 'chosen'>,
  ref: RefObject<SVGRectElement | null>,
) {
  const safe = useJob((s) => s.docket.product.safe);
  const put = usePut(it, page);
  const [moved, setMoved] = useState<readonly [number, number]>([0, 0]);
  const from = useRef<{ x: number; y: number } | null>(null);
  const { covers, size } = it.setting;
  const millimetres = (e: PointerEvent): { x: number; y: number } => {
    const m = ref.current!.ownerSVGElement!.getScreenCTM()!.inverse();
    return { x: m.a * e.clientX + m.e, y: -(m.d * e.clientY + m.f) };
  };
  const by = (e: PointerEvent): readonly [number, number] | null => {
    if (!from.current) return null;
    const now = millimetres(e);
    const to = { ...covers, x: covers.x + now.x - from.current.x, y: covers.y + now.y - from.current.y };
    const others = all.filter((o) => o !== it).map((o) => o.setting.covers);
    const at = snapped(to, page, safe, others, e.altKey ? 0 : 6 * unit);
    setGuides(at.guides);
    return [at.x - covers.x, at.y - covers.y];
  };
  const end = (): void => {
    from.current = null;
    setMoved([0, 0]);
    setGuides([]);
  };
  return {
    moved,
    put,
    pointer: {
      onPointerDown: (e: PointerEvent<SVGRectElement>) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        e.currentTarget.focus();
        from.current = millimetres(e);
        go(it.at);
      },
      onPointerMove: (e: PointerEvent) => {
        const now = by(e);
        if (now) setMoved(now);
      },
      onPointerUp: (e: PointerEvent) => {
        const now = by(e);
        const [x, y] = boxAt(it.stamp.imprint, page, size);
        end();
        if (now && Math.hypot(...now) > 0.01) put(x + now[0], y + now[1]);
      },
      onPointerCancel: end,
    },
  };
}

const WAYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** The box of an imprint, to be taken hold of; arrow keys move it by a millimetre, by five with Shift, by a tenth with Alt. */
export function Handle({ chosen, ...props }: Props) {
  const { it, go, page, unit } = props;
  const ref = useRef<SVGRectElement>(null);
  const { moved, put, pointer } = useDragging(props, ref);
  const { imprint } = it.stamp;
  const { size, covers } = it.setting;
  const keys = (e: KeyboardEvent): void => {
    const way = WAYS[e.key];
    if (!way) return;
    e.preventDefault();
    const step = e.shiftKey ? 5 : e.altKey ? 0.1 : 1;
    const [x, y] = boxAt(imprint, page, size);
    put(x + way[0] * step, y + way[1] * step);
  };
  return (
    <rect
      ref={ref}
      x={covers.x + moved[0]}
      y={page.height - covers.y - covers.height - moved[1]}
      width={covers.width}
      height={covers.height}
      fill="transparent"
      stroke={chosen ? '#b4532a' : '#2a211c'}
      strokeOpacity={chosen ? 1 : 0.45}
      strokeWidth={unit * (chosen ? 2.5 : 1)}
      strokeDasharray={chosen ? 'none' : `${2 * unit} ${2 * unit}`}
      className="cursor-move outline-offset-2"
      tabIndex={0}
      role="button"
      aria-label={`${imprint.name}: ${it.words}. Arrow keys move it`}
      data-imprint={imprint.name}
      onFocus={() => go(it.at)}
      onKeyDown={keys}
      {...pointer}
    />
  );
}
