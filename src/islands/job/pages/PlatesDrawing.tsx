import { useEffect, useMemo, useRef } from 'react';
import type { Size } from '../../../core';
import { useRoom } from '../room';
import { laidOver, litUp, type Plates, type Spot } from './plates';

/** Round the page as it is drawn, px. */
const MARGIN = 24;

/** The page in those of its inks that are to be seen. */
export function PlatesDrawing({
  size: media,
  said,
  most,
  plates,
  hidden,
  lit,
  onLook,
  onSpot,
}: {
  /** Of what is seen, mm. */
  readonly size: Size;
  readonly said: string;
  /** Where most ink lies; null where it is not shown. */
  readonly most: Plates['most'] | null;
  readonly plates: Plates | null;
  readonly hidden: ReadonlySet<string>;
  /** The ink that is looked for; null for none. */
  readonly lit: string | null;
  readonly onLook: (at: number | null) => void;
  /** Looks at a place closely; null where that is done. */
  readonly onSpot: ((at: Spot) => void) | null;
}) {
  const [room, { width, height }] = useRoom();
  const canvas = useRef<HTMLCanvasElement>(null);
  const scale = Math.max(0.05, Math.min((width - 2 * MARGIN) / media.width, (height - 2 * MARGIN) / media.height));
  const pixels = useMemo(
    () =>
      plates &&
      (lit === null
        ? laidOver(
            plates.plates.filter((p) => !hidden.has(p.ink)),
            plates.width * plates.height,
          )
        : litUp(plates.plates, lit, plates.width * plates.height)),
    [plates, hidden, lit],
  );
  useEffect(() => {
    const on = canvas.current?.getContext('2d');
    if (on && pixels && plates) on.putImageData(new ImageData(pixels, plates.width, plates.height), 0, 0);
  }, [pixels, plates]);
  const [wide, high] = [media.width * scale, media.height * scale];
  const under = (e: React.PointerEvent<HTMLElement>): void => {
    if (!plates) return;
    const box = e.currentTarget.getBoundingClientRect();
    const x = Math.floor(((e.clientX - box.left) / box.width) * plates.width);
    const y = Math.floor(((e.clientY - box.top) / box.height) * plates.height);
    onLook(x >= 0 && y >= 0 && x < plates.width && y < plates.height ? y * plates.width + x : null);
  };
  return (
    <div
      ref={room}
      className="min-h-0 min-w-0 flex-1 overflow-hidden bg-glass-deep max-[1000px]:h-80 max-[1000px]:flex-none"
    >
      <div className="relative mx-auto" style={{ width: wide, height: high, top: MARGIN }}>
        <canvas
          ref={canvas}
          role="img"
          aria-label={said}
          width={plates?.width ?? 1}
          height={plates?.height ?? 1}
          className="block size-full cursor-crosshair bg-paper"
          onPointerMove={under}
          onPointerDown={under}
          onClick={(e) => {
            const box = e.currentTarget.getBoundingClientRect();
            onSpot?.({ x: (e.clientX - box.left) / box.width, y: (e.clientY - box.top) / box.height });
          }}
          onPointerLeave={() => onLook(null)}
        />
        {most && most.total > 0 && (
          <span
            aria-hidden
            title="Most ink"
            className="pointer-events-none absolute size-6 -translate-1/2 rounded-full border-2 border-rust outline outline-paper"
            style={{ left: most.x * wide, top: most.y * high }}
          />
        )}
      </div>
    </div>
  );
}
