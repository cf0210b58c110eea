import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { Pause, Play, SkipBack, SkipForward } from 'lucide-react';
import { artworkToPage, factsOf, turnings, type BlockPanel, type Cell, type Sheet } from '../../../core';
import { Button } from '../../../ui/Button';
import { pictureUrl } from '../../../ui/client';
import { useJob } from '../context';
import { pictureMatrix } from '../table/geometry';

/** Milliseconds that a fold takes. */
const FOLDING = 1100;
/** How far leaves lie apart, in millimetres, so that none is drawn through another. */
const APART = 0.9;

const eased = (t: number): number => (t < 0.5 ? 2 * t * t : 1 - (2 - 2 * t) ** 2 / 2);

/**
 * The flat sheet of the first block folds itself into its section and opens again, in three dimensions. Each panel is a
 * plane with its two faces, turned about the folds' lines in their order; the browser's own transforms draw it.
 */
export function Unfold({ sheet: number, modes }: { readonly sheet: number; readonly modes: ReactNode }) {
  const { plan } = useJob();
  // a cover or a leaf has nothing to fold: then the first sheet that has
  const chosen = plan.sheets[number]!;
  const isFolded = (s: Sheet): boolean => s.layout.block.way.folds.length > 0;
  const sheet = isFolded(chosen) ? chosen : (plan.sheets.find(isFolded) ?? chosen);
  const { block } = sheet.layout;
  const steps = useMemo(() => turnings(block), [block]);
  const last = steps.length;
  const [at, setAt] = useState(0);
  const [going, setGoing] = useState<1 | -1 | null>(null);
  const [turn, setTurn] = useState({ x: -28, y: 22 });
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

  useEffect(() => {
    if (going === null) return;
    let frame = 0;
    let before = performance.now();
    const tick = (now: number): void => {
      const by = ((now - before) / FOLDING) * going;
      before = now;
      setAt((v) => Math.max(0, Math.min(last, v + by)));
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [going, last]);
  useEffect(() => {
    if ((going === 1 && at >= last) || (going === -1 && at <= 0)) setGoing(null);
  }, [going, at, last]);

  const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
  const goTo = (to: number): void => {
    setGoing(null);
    setAt(Math.max(0, Math.min(last, to)));
  };
  const play = (): void => {
    if (going !== null) setGoing(null);
    else if (still) goTo(at >= last ? 0 : Math.floor(at) + 1);
    else setGoing(at >= last ? -1 : 1);
  };
  const onKey = (e: React.KeyboardEvent): void => {
    const acts: Readonly<Record<string, () => void>> = {
      ' ': play,
      ArrowRight: () => goTo(Math.floor(at + 1e-6) + 1),
      ArrowLeft: () => goTo(Math.ceil(at - 1e-6) - 1),
      Home: () => goTo(0),
      End: () => goTo(last),
    };
    const act = acts[e.key];
    if (!act || e.ctrlKey || e.metaKey || e.altKey) return;
    e.preventDefault();
    act();
  };

  const k = Math.min((room.width - 140) / block.size.width, (room.height - 120) / block.size.height);
  const shown = Math.min(last, at);
  const done = Math.floor(shown + 1e-9);
  const folds = steps.map((s, i) => ({ ...s, amount: eased(Math.max(0, Math.min(1, shown - i))) }));
  // what is folded comes to the middle and nearer, so that it is seen as well as the flat sheet
  const share = last === 0 ? 0 : eased(shown / last);
  const front = block.panels.find((p) => p.outer.page === 1 || p.inner.page === 1) ?? block.panels[0]!;
  const toMiddle = {
    x: (block.size.width / 2 - front.trim.x - front.trim.width / 2) * k * share,
    y: (front.trim.y + front.trim.height / 2 - block.size.height / 2) * k * share,
  };
  const largest = Math.min((room.width - 140) / (front.trim.width * k), (room.height - 120) / (front.trim.height * k));
  const grown = 1 + (Math.min(2.2, largest) - 1) * share;
  const lift = useMemo(() => lifts(block.panels, steps), [block, steps]);
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <div
        ref={place}
        tabIndex={0}
        role="group"
        aria-label={`Unfolding: ${done} of ${last} folds made`}
        data-folds={shown.toFixed(2)}
        onKeyDown={onKey}
        onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
        onPointerMove={(e) => {
          if (e.buttons === 1)
            setTurn((t) => ({ x: Math.max(-89, Math.min(89, t.x - e.movementY * 0.4)), y: t.y + e.movementX * 0.4 }));
        }}
        className="relative min-h-0 flex-1 cursor-grab overflow-hidden active:cursor-grabbing"
        style={{ perspective: 1800 }}
      >
        <div
          className="absolute"
          style={{
            left: (room.width - block.size.width * k) / 2,
            top: (room.height - block.size.height * k) / 2,
            width: block.size.width * k,
            height: block.size.height * k,
            transformStyle: 'preserve-3d',
            transform: `scale(${grown}) rotateX(${-turn.x}deg) rotateY(${turn.y}deg) translate(${toMiddle.x}px, ${toMiddle.y}px)`,
          }}
        >
          {block.panels.map((panel) => (
            <PanelInSpace
              key={`${panel.column}-${panel.row}`}
              sheet={sheet}
              panel={panel}
              k={k}
              lift={(lift.get(panel) ?? 0) * APART * (last === 0 ? 0 : shown / last)}
              folds={folds.filter((f) => f.panels.has(panel))}
            />
          ))}
        </div>
        <p className="absolute top-2 left-3 bg-glass/80 px-1">
          <span className="font-head text-lg font-semibold">{block.way.name}</span>{' '}
          <span className="text-sm">
            sheet {sheet.number},{' '}
            {last === 0 ? 'not folded' : `fold ${Math.min(last, done + (shown > done ? 1 : 0))} of ${last}`}
          </span>
        </p>
      </div>
      <div className="flex flex-wrap items-center gap-3 border-t border-ink/30 px-3 py-2">
        <Button small aria-label="Flat" isDisabled={last === 0} onPress={() => goTo(0)}>
          <SkipBack size={16} />
        </Button>
        <Button small isDisabled={last === 0} onPress={play}>
          {going !== null ? <Pause size={16} aria-hidden /> : <Play size={16} aria-hidden />}
          {going !== null ? 'Stop' : at >= last ? 'Open' : 'Fold'}
        </Button>
        <Button small aria-label="Folded" isDisabled={last === 0} onPress={() => goTo(last)}>
          <SkipForward size={16} />
        </Button>
        <input
          type="range"
          aria-label="How far it is folded"
          className="w-56 accent-rust"
          min={0}
          max={last}
          step={0.01}
          value={shown}
          disabled={last === 0}
          onChange={(e) => goTo(Number(e.target.value))}
        />
        <span className="ml-auto text-xs text-ink-soft">drag the sheet to look at it from elsewhere</span>
        {modes}
      </div>
    </div>
  );
}

/** How many layers lie under each panel when all is folded: each then lies a little above the one beneath. */
function lifts(panels: readonly BlockPanel[], steps: ReturnType<typeof turnings>): ReadonlyMap<BlockPanel, number> {
  let pile = panels.map((p) => [p]);
  const z = new Map<BlockPanel, number>(panels.map((p) => [p, 0]));
  for (const step of steps) {
    const moving = pile.filter((s) => s.some((p) => step.panels.has(p)));
    const rest = pile.filter((s) => !s.some((p) => step.panels.has(p)));
    pile = step.to === 'over' ? [...rest, ...moving] : [...moving, ...rest];
  }
  pile.flat().forEach((p, i) => z.set(p, i));
  return z;
}

interface Bending {
  readonly axis: 'upright' | 'level';
  readonly at: number;
  readonly to: 'over' | 'under';
  readonly moves: 'low' | 'high';
  readonly amount: number;
}

/** The transform of a panel: every fold it takes part in, the last one outermost. Screen axes: y down, z to the eye. */
export function panelTransform(folds: readonly Bending[], height: number, k: number, lift: number): string {
  const turns = [...folds].reverse().flatMap((f) => {
    if (f.amount <= 0) return [];
    const degrees = 180 * f.amount;
    // over comes toward the eye; which sense that is depends on the side of the line that moves
    const sign = (f.moves === 'low') === (f.to === 'over') ? 1 : -1;
    if (f.axis === 'upright') {
      const x = f.at * k;
      return [`translateX(${x}px) rotateY(${sign * degrees}deg) translateX(${-x}px)`];
    }
    const y = (height - f.at) * k;
    return [`translateY(${y}px) rotateX(${sign * degrees}deg) translateY(${-y}px)`];
  });
  return `translateZ(${(lift * k).toFixed(3)}px) ${turns.join(' ')}`;
}

function PanelInSpace({
  sheet,
  panel,
  folds,
  k,
  lift,
}: {
  readonly sheet: Sheet;
  readonly panel: BlockPanel;
  readonly folds: readonly Bending[];
  readonly k: number;
  readonly lift: number;
}) {
  const { plan } = useJob();
  const { block } = sheet.layout;
  const { size, margin } = block;
  // paper from the middle of one gap to the middle of the next
  const left = edgeBefore(block.folds, 'upright', panel.trim.x, -margin.left);
  const right = edgeBehind(block.folds, 'upright', panel.trim.x + panel.trim.width, size.width + margin.right);
  const bottom = edgeBefore(block.folds, 'level', panel.trim.y, -margin.bottom);
  const top = edgeBehind(block.folds, 'level', panel.trim.y + panel.trim.height, size.height + margin.top);
  const paper = { left, top: size.height - top, width: right - left, height: top - bottom };
  const face = (name: 'front' | 'back') => {
    const page = (name === 'front' ? panel.outer : panel.inner).page;
    const cell = sheet[name].cells.find(
      (c) => c.slot === 0 && plan.sections.find((s) => s.number === c.section)?.places[page - 1] === c.reading,
    );
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
          className="absolute border border-ink/30 bg-paper"
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

type Lines = Sheet['layout']['block']['folds'];
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
  readonly panel: BlockPanel;
  readonly paper: { left: number; bottom: number; width: number; height: number };
  readonly k: number;
  readonly side: 'front' | 'back';
}) {
  const { docket, plan, files, store } = useJob();
  const artwork = store((s) => s.artwork);
  if (!cell) return null;
  const ref = plan.pages[cell.reading - 1]?.ref ?? null;
  const facts = ref ? factsOf(artwork, ref) : undefined;
  const head = (side === 'front' ? panel.outer : panel.inner).head;
  const w = panel.trim.width;
  const h = panel.trim.height;
  // the page in the paper, seen from this side
  const x = side === 'front' ? panel.trim.x - paper.left : paper.left + paper.width - panel.trim.x - w;
  const y = panel.trim.y - paper.bottom;
  const matrix = ref && facts ? artworkToPage(facts, docket.artwork, { width: w, height: h }, ref) : null;
  const label = cell.label || String(cell.reading);
  const turn = head === 'down' ? `rotate(180 ${w / 2} ${h / 2})` : undefined;
  return (
    <svg viewBox={`0 0 ${paper.width} ${paper.height}`} className="block h-full w-full">
      <rect width={paper.width} height={paper.height} fill="#fffdf8" />
      <g transform={`translate(${x} ${paper.height - y - h})`}>
        <g transform={turn}>
          {ref && facts && matrix && (
            <svg width={w} height={h} overflow="hidden">
              <image
                href={pictureUrl(files[ref.file] ?? '', ref.page, w * k > 320 ? 640 : 160)}
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
