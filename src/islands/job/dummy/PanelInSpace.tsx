import { factsOf, type Cell, type Panel, type PanelFold, type SectionShape, type Sheet } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { useJob } from '../context';
import { pictureMatrix } from '../table/geometry';
import { foldDegrees, type Bending } from './space';

/** The transform of a panel: every fold it takes part in, the last one outermost. Screen axes: y down, z to the eye. */
export function panelTransform(folds: readonly Bending[], height: number, k: number, lift: number): string {
  const turns = [...folds].reverse().flatMap((f) => {
    if (f.amount <= 0) return [];
    const degrees = foldDegrees(f);
    if (f.axis === 'upright') {
      const x = f.at * k;
      return [`translateX(${x}px) rotateY(${degrees}deg) translateX(${-x}px)`];
    }
    const y = (height - f.at) * k;
    return [`translateY(${y}px) rotateX(${degrees}deg) translateY(${-y}px)`];
  });
  return `translateZ(${(lift * k).toFixed(3)}px) ${turns.join(' ')}`;
}

/** A panel as a plane with its two faces, turned about the lines of its folds. */
export function PanelInSpace({
  sheet,
  shape,
  panel,
  folds,
  k,
  lift,
}: {
  readonly sheet: Sheet;
  readonly shape: SectionShape;
  readonly panel: Panel;
  readonly folds: readonly Bending[];
  readonly k: number;
  readonly lift: number;
}) {
  const plan = useJob((s) => s.plan);
  const { size, margin } = shape;
  // paper from the middle of one gap to the middle of the next
  const left = edgeBefore(shape.folds, 'upright', panel.trim.x, -margin.left);
  const right = edgeBehind(shape.folds, 'upright', panel.trim.x + panel.trim.width, size.width + margin.right);
  const bottom = edgeBefore(shape.folds, 'level', panel.trim.y, -margin.bottom);
  const top = edgeBehind(shape.folds, 'level', panel.trim.y + panel.trim.height, size.height + margin.top);
  const paper = { left, top: size.height - top, width: right - left, height: top - bottom };
  const face = (name: 'front' | 'back') => {
    const page = (name === 'front' ? panel.outer : panel.inner).page;
    const cell = sheet[name].find((c) => c.down === 0 && plan.pieces.at(c.piece)!.places[page - 1] === c.place);
    return (
      <FaceOf
        cell={cell ?? null}
        panel={panel}
        paper={{ left, bottom, width: paper.width, height: paper.height }}
        k={k}
        side={name}
      />
    );
  };
  return (
    <div
      className="absolute inset-0"
      style={{
        transformStyle: 'preserve-3d',
        transformOrigin: '0 0',
        transform: panelTransform(folds, size.height, k, lift),
      }}
    >
      {(['front', 'back'] as const).map((name) => (
        <div
          key={name}
          className="absolute border-2 border-ink/30 bg-paper"
          style={{
            left: paper.left * k,
            top: paper.top * k,
            width: paper.width * k,
            height: paper.height * k,
            backfaceVisibility: 'hidden',
            transform: name === 'back' ? 'rotateY(180deg)' : 'none',
          }}
        >
          {face(name)}
        </div>
      ))}
    </div>
  );
}

type Lines = readonly PanelFold[];
const edgeBefore = (folds: Lines, axis: 'upright' | 'level', at: number, none: number): number =>
  Math.max(none, ...folds.filter((f) => f.axis === axis && f.at <= at + 1e-6).map((f) => f.at));
const edgeBehind = (folds: Lines, axis: 'upright' | 'level', at: number, none: number): number =>
  Math.min(none, ...folds.filter((f) => f.axis === axis && f.at >= at - 1e-6).map((f) => f.at));

/** One side of a panel: its page as it stands there. */
function FaceOf({
  cell,
  panel,
  paper,
  k,
  side,
}: {
  readonly cell: Cell | null;
  readonly panel: Panel;
  readonly paper: { left: number; bottom: number; width: number; height: number };
  readonly k: number;
  readonly side: 'front' | 'back';
}) {
  const { plan, files, artwork } = useJob(({ plan, files, artwork }) => ({ plan, files, artwork }));
  if (!cell) return null;
  const { page: ref, toPage: matrix } = plan.content.at(cell.place);
  const facts = ref ? factsOf(artwork, ref) : undefined;
  const head = (side === 'front' ? panel.outer : panel.inner).head;
  const w = panel.trim.width;
  const h = panel.trim.height;
  // the page in the paper, seen from this side
  const x = side === 'front' ? panel.trim.x - paper.left : paper.left + paper.width - panel.trim.x - w;
  const y = panel.trim.y - paper.bottom;
  const label = cell.label || String(cell.place);
  const turn = head === 'down' ? `rotate(180 ${w / 2} ${h / 2})` : undefined;
  return (
    <svg viewBox={`0 0 ${paper.width} ${paper.height}`} className="block h-full w-full">
      <rect width={paper.width} height={paper.height} fill="#fffdf8" />
      <g transform={`translate(${x} ${paper.height - y - h})`}>
        <g transform={turn}>
          {ref && facts && matrix && (
            <svg width={w} height={h} overflow="hidden">
              <image
                href={pictureUrl(files[ref.file] ?? '', ref.page, w * k > 90 ? 640 : 160)}
                width={facts.media.width}
                height={facts.media.height}
                preserveAspectRatio="none"
                transform={pictureMatrix(matrix, facts.media.height, h)}
              />
            </svg>
          )}
          <rect width={w} height={h} fill="none" stroke="#2a211c" strokeOpacity="0.5" strokeWidth={0.3} />
          <text
            x={w / 2}
            y={h * 0.56}
            textAnchor="middle"
            fontSize={Math.min(w, h) * (label.length > 3 ? 0.9 / label.length : 0.3)}
            fontFamily="Bricolage Grotesque Variable"
            fontWeight="700"
            fill="#2a211c"
            fillOpacity="0.6"
            stroke="#fffdf8"
            strokeOpacity="0.7"
            strokeWidth={Math.min(w, h) * 0.02}
            paintOrder="stroke"
          >
            {label}
          </text>
        </g>
      </g>
    </svg>
  );
}
