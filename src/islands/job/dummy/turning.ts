import { useEffect, useRef, useState } from 'react';

/** How long a leaf takes to turn, ms. */
export const TURNING = 480;

export interface Turning {
  readonly from: number;
  readonly to: number;
  /** Whether the leaf has left the place it lay at. */
  readonly begun: boolean;
}

/**
 * Where the piece lies open, and the leaf that turns. A leaf that is still turning when the next is asked for lands at
 * once: keys pressed quickly, or held, are all followed.
 * @param last the opening that shows the back cover
 */
export function useTurning(last: number) {
  const [opening, setOpening] = useState(0);
  const [turning, setTurning] = useState<Turning | null>(null);
  const heading = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);

  const goTo = (to: number): void => {
    const from = Math.min(heading.current, last);
    const target = Math.max(0, Math.min(last, to));
    if (target === from) return;
    clearTimeout(timer.current);
    heading.current = target;
    const far = Math.abs(target - from) > 1;
    if (far || window.matchMedia('(prefers-reduced-motion: reduce)').matches) {
      setTurning(null);
      setOpening(target);
      return;
    }
    setOpening(from);
    setTurning({ from, to: target, begun: false });
    // the browser must have drawn the leaf where it lay before it moves
    requestAnimationFrame(() =>
      requestAnimationFrame(() =>
        setTurning((t) => (t && t.from === from && t.to === target ? { ...t, begun: true } : t)),
      ),
    );
    timer.current = setTimeout(() => {
      setOpening(target);
      setTurning(null);
    }, TURNING);
  };
  return {
    at: Math.min(opening, last),
    turning,
    goTo,
    /** To the opening so many leaves on, counted from where the piece is going to lie open. */
    step: (by: number): void => goTo(Math.min(heading.current, last) + by),
  };
}
