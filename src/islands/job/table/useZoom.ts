import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import type { Size } from '../../../core';

/** Room round the fitted sheet, in pixels, for the labels above and the chains of measures at its foot and left. */
const MARGIN = { x: 34, top: 38, bottom: 30 };

export interface Zoom {
  readonly surface: RefObject<HTMLDivElement | null>;
  /** Pixels in a millimetre, and where the sheet's corner lies. */
  readonly view: ZoomTransform;
  /** Whether it is known yet how large the surface is. */
  readonly ready: boolean;
  /** How large the surface is, in pixels. */
  readonly room: Size;
  readonly fit: () => void;
  readonly by: (factor: number) => void;
}

/** Pan with the hand and zoom to the pointer; a sheet of another size is fitted. */
export function useZoom({ width, height }: Size): Zoom {
  const surface = useRef<HTMLDivElement>(null);
  const behaviour = useRef<ZoomBehavior<HTMLDivElement, unknown> | null>(null);
  const [view, setView] = useState<ZoomTransform>(zoomIdentity);
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const fit = useCallback((): void => {
    const el = surface.current;
    if (!el || !behaviour.current) return;
    const { clientWidth: w, clientHeight: h } = el;
    const k = Math.min((w - 2 * MARGIN.x) / width, (h - MARGIN.top - MARGIN.bottom) / height);
    if (!(k > 0)) return;
    const y = MARGIN.top + (h - MARGIN.top - MARGIN.bottom - k * height) / 2;
    select(el).call((s) => behaviour.current!.transform(s, zoomIdentity.translate((w - k * width) / 2, y).scale(k)));
  }, [width, height]);

  useEffect(() => {
    const el = surface.current!;
    const it = zoom<HTMLDivElement, unknown>()
      .scaleExtent([0.2, 60])
      .on('zoom', (e: { transform: ZoomTransform }) => setView(e.transform));
    behaviour.current = it;
    select(el).call(it).on('dblclick.zoom', null);
    const observer = new ResizeObserver(() => setRoom({ width: el.clientWidth, height: el.clientHeight }));
    observer.observe(el);
    return () => {
      observer.disconnect();
      select(el).on('.zoom', null);
    };
  }, []);
  useEffect(fit, [fit, room.width, room.height]);

  const by = (factor: number): void => {
    const el = surface.current;
    if (el && behaviour.current) select(el).call((s) => behaviour.current!.scaleBy(s, factor));
  };
  return { surface, view, ready: room.width > 0, room, fit, by };
}
