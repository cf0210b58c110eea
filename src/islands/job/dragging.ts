import { useEffect, useEffectEvent, useState } from 'react';
import type { Patch } from '../../core';
import { useJobStore } from './context';

/** A change as a hand wishes it, and what it is called. */
export interface Dragged {
  readonly patch: Patch;
  readonly label: string;
}

/** Something that the pointer has hold of: where it took it, and where it is, in pixels. */
export type Dragging<H> = H & {
  readonly from: readonly [x: number, y: number];
  readonly to: readonly [x: number, y: number];
};

/**
 * Drags something on the table: every frame shows what it comes to, letting go wishes it, Escape takes it back.
 * @param wishedOf what a place of the pointer comes to
 */
export function useDragging<H extends object>(wishedOf: (held: Dragging<H>, e: MouseEvent) => Dragged) {
  const store = useJobStore();
  const [held, setHeld] = useState<Dragging<H> | null>(null);
  const isHeld = held !== null;
  const move = useEffectEvent((e: PointerEvent) => {
    store.getState().preview(wishedOf(held!, e).patch);
    setHeld({ ...held!, to: [e.clientX, e.clientY] });
  });
  const drop = useEffectEvent((e: PointerEvent) => {
    const { patch, label } = wishedOf(held!, e);
    const { preview, change } = store.getState();
    const moved = Math.hypot(e.clientX - held!.from[0], e.clientY - held!.from[1]) > 2;
    if (moved) change(patch, label);
    else preview(null);
    setHeld(null);
  });
  const leave = useEffectEvent((e: Event) => {
    if (e instanceof globalThis.KeyboardEvent && e.key !== 'Escape') return;
    store.getState().preview(null);
    setHeld(null);
  });
  useEffect(() => {
    if (!isHeld) return;
    const off = new AbortController();
    const { signal } = off;
    // one look at it a frame, however many places the pointer says
    let frame = 0;
    const onMove = (e: PointerEvent): void => {
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(() => move(e));
    };
    const onEnd =
      (end: (e: never) => void) =>
      (e: Event): void => {
        cancelAnimationFrame(frame);
        end(e as never);
      };
    window.addEventListener('pointermove', onMove, { signal });
    window.addEventListener(
      'pointerup',
      onEnd((e: PointerEvent) => drop(e)),
      { signal },
    );
    window.addEventListener(
      'pointercancel',
      onEnd((e: Event) => leave(e)),
      { signal },
    );
    window.addEventListener(
      'keydown',
      onEnd((e: Event) => leave(e)),
      { signal },
    );
    return () => {
      cancelAnimationFrame(frame);
      off.abort();
    };
  }, [isHeld]);
  const take = (what: H, x: number, y: number): void => setHeld({ ...what, from: [x, y], to: [x, y] });
  return { held, take };
}
