import { useEffect, useRef, useState, type RefObject } from 'react';

/** The room that an element has, in pixels, followed as it changes. */
export function useRoom(): [RefObject<HTMLDivElement | null>, { readonly width: number; readonly height: number }] {
  const place = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState({ width: 800, height: 500 });
  useEffect(() => {
    const el = place.current!;
    const look = (): void => setRoom({ width: el.clientWidth, height: el.clientHeight });
    look();
    const observer = new ResizeObserver(look);
    observer.observe(el);
    return () => observer.disconnect();
  }, []);
  return [place, room];
}
