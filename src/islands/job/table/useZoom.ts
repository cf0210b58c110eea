import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import type { Edges, Size } from '../../../core';

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

const NOTHING: Edges = { left: 0, right: 0, top: 0, bottom: 0 };

/** Pan with the hand and zoom to the pointer; a sheet of another size is fitted, with what is shown round it. */
export function useZoom({ width, height }: Size, round: Edges = NOTHING): Zoom {
  const { left, right, top, bottom } = round;
  const surface = useRef<HTMLDivElement>(null);
  const behaviour = useRef<ZoomBehavior<HTMLDivElement, unknown> | null>(null);
  const [view, setView] = useState<ZoomTransform>(zoomIdentity);
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const fit = useCallback((): void => {
    const el = surface.current;
    if (!el || !behaviour.current) return;
    const { clientWidth: w, clientHeight: h } = el;
    const [wide, high] = [width + left + right, height + top + bottom];
    const k = Math.min((w - 2 * MARGIN.x) / wide, (h - MARGIN.top - MARGIN.bottom) / high);
    if (!(k > 0)) return;
    const x = (w - k * wide) / 2 + k * left;
    const y = MARGIN.top + (h - MARGIN.top - MARGIN.bottom - k * high) / 2 + k * top;
    select(el).call((s) => behaviour.current!.transform(s, zoomIdentity.translate(x, y).scale(k)));
  }, [width, height, left, right, top, bottom]);

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
