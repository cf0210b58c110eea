import { formatLength, formatSize, type Edges, type Lay } from '../../../core';
import { useUnit } from '../../../ui/unit';
import type { Zoom } from './useZoom';

/** How far a plate reaches beyond its paper; with nothing where there is none. */
export function plateRound({ plate, paper }: Lay): Edges {
  if (!plate) return NO_PLATE;
  const { plate: size, paper: lies } = plate;
  return {
    left: Math.max(0, lies.x),
    bottom: Math.max(0, lies.y),
    right: Math.max(0, size.width - lies.x - paper.width),
    top: Math.max(0, size.height - lies.y - paper.height),
  };
}
const NO_PLATE: Edges = { left: 0, right: 0, top: 0, bottom: 0 };

/** The plate that the paper lies on, with how far its lead edge lies behind the plate's. */
export function PlateBehind({
  lay: { plate, paper },
  view: { x, y, k },
}: {
  readonly lay: Lay;
  readonly view: Zoom['view'];
}) {
  const { unit } = useUnit();
  if (!plate) return null;
  const { plate: size, paper: lies } = plate;
  return (
    <div
      data-plate
      className="absolute border border-ink/60 bg-glass-deep"
      style={{
        left: x - lies.x * k,
        top: y - (size.height - lies.y - paper.height) * k,
        width: size.width * k,
        height: size.height * k,
      }}
    >
      <span className="num absolute inset-x-0 bottom-0 truncate px-1 text-right text-xs">
        plate {formatSize(size, unit)} · paper {formatLength(lies.y, unit)} behind its lead edge
      </span>
    </div>
  );
}
