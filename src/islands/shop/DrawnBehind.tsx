import { holesAt, stitchesAt, type Finisher } from '../../core';

export const INK = '#2a211c';

/** Where a drawing lies, and its pixels in a millimetre. */
export interface DrawnAt {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly k: number;
}

/** What machines behind the knife do to the largest that they take: stitches, folds, holes, trims, round corners. */
export function Behind({ finisher, x, y, w, h, k }: DrawnAt & { readonly finisher: Finisher }) {
  switch (finisher.kind) {
    case 'stitcher':
      return (
        <>
          <path d={`M${x} ${y}v${h}`} stroke="#7a3a6c" strokeWidth={2} strokeDasharray="8 3 2 3" />
          {stitchesAt(h, finisher).map((at) => (
            <path key={at} d={`M${x} ${y + at - 8}v16`} stroke={INK} strokeWidth={4} />
          ))}
          {(finisher.trims ?? 'three sides') !== 'nothing' && (
            <Trimmed x={x} y={y} w={w} h={h} face={finisher.trims === 'face'} />
          )}
        </>
      );
    case 'binder':
      return (
        <>
          <rect x={x} y={y} width={Math.max(2, (finisher.deepest ?? 3) * k)} height={h} fill="#5f6b76" />
          {(finisher.trims ?? 'three sides') !== 'nothing' && (
            <Trimmed x={x} y={y} w={w} h={h} face={finisher.trims === 'face'} />
          )}
        </>
      );
    case 'folder':
      return finisher.plates ? (
        <>
          {[finisher.plates.shortest, finisher.plates.longest].map((mm, i) => (
            <path
              key={i}
              d={`M${x} ${y + Math.min(h, mm * k)}h${w}`}
              stroke="#7a3a6c"
              strokeWidth={1.6}
              strokeDasharray="8 3 2 3"
            />
          ))}
        </>
      ) : null;
    case 'punch':
      return (
        <>
          {holesAt(h / k, finisher).map((mm) => (
            <circle key={mm} cx={x + (finisher.inset ?? 5) * k} cy={y + mm * k} r={Math.max(1, 2 * k)} fill={INK} />
          ))}
        </>
      );
    case 'trimmer':
      return <Trimmed x={x} y={y} w={w} h={h} face={false} />;
    case 'corner cutter': {
      // beside the piece, larger than it: corners are small
      const large = Math.min(4, 60 / Math.max(...finisher.radii));
      return (
        <>
          {finisher.radii.map((r) => (
            <path
              key={r}
              d={`M${x + w + 14} ${y + 74}V${y + r * large}a${r * large} ${r * large} 0 0 1 ${r * large} ${-r * large}H${x + w + 100}`}
              fill="none"
              stroke="#a2301f"
              strokeWidth={1.4}
            />
          ))}
        </>
      );
    }
    default:
      return null;
  }
}

/** Knives at the face, and at head and foot. */
function Trimmed({ x, y, w, h, face }: Omit<DrawnAt, 'k'> & { readonly face: boolean }) {
  const d = face ? `M${x + w + 6} ${y - 8}v${h + 16}` : `M${x} ${y - 6}h${w + 6}v${h + 12}h${-w - 6}`;
  return <path d={d} fill="none" stroke="#a2301f" strokeWidth={2.2} />;
}
