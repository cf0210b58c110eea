import { spineEdge } from '../../../core';
import { useBook } from '../context';

/** Holes along the bound edge: many small ones for wire and comb, two large where leaves are drilled. Millimetres. */
const PUNCH = {
  wire: { shape: 4, pitch: 8.47 },
  comb: { shape: 3, pitch: 14.28 },
  drilled: { shape: 6, pitch: 80 },
} as const;

/** The holes of a loose leaf, drawn over its page in the middle of the clearance. */
export function Holes({ page, scale }: { readonly page: number; readonly scale: number }) {
  const docket = useBook((s) => s.docket);
  const { binding, bound, finished } = docket.product;
  if (binding.kind !== 'loose-leaf' || docket.artwork.imposed.kind === 'sheets') return null;
  const { shape, pitch } = PUNCH[binding.by];
  const level = bound === 'top';
  const long = level ? finished.width : finished.height;
  const count = binding.by === 'drilled' ? 2 : Math.max(1, Math.floor((long - pitch) / pitch));
  const first = (long - (count - 1) * pitch) / 2;
  const edge = spineEdge(page, bound);
  const middle = binding.clearance / 2;
  return (
    <div className="pointer-events-none absolute inset-0" aria-hidden data-holes={count}>
      {Array.from({ length: count }, (_, i) => {
        const along = (first + i * pitch - shape / 2) * scale;
        const across = (middle - shape / 2) * scale;
        return (
          <span
            key={i}
            className={binding.by === 'drilled' ? 'absolute rounded-full bg-glass-deep' : 'absolute bg-glass-deep'}
            style={{
              width: shape * scale,
              height: shape * scale,
              boxShadow: 'inset 0 0 0 1px #2a211c66',
              ...(level ? { left: along } : { top: along }),
              [edge]: across,
            }}
          />
        );
      })}
    </div>
  );
}
