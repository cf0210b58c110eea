import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { Pause, Play, SkipBack, SkipForward } from 'lucide-react';
import { turnings, type Panel, type SectionShape, type Sheet } from '../../../core';
import { Button } from '../../../ui/Button';
import { useKeys } from '../../../ui/keys';
import { useBook } from '../context';
import { PanelInSpace } from './PanelInSpace';
import { useRoom } from '../room';
import { folded, framed } from './space';

/** Milliseconds that a fold takes. */
const FOLDING = 1100;
/** How far leaves lie apart, in millimetres, so that none is drawn through another. */
const APART = 0.9;

/** From how far it is looked at, in pixels. */
const DISTANCE = 1800;

/** How many times larger than flat the folded piece may be seen: it comes nearer as it gets smaller. */
const NEAREST = 2.2;

/** Panels are drawn so many times larger and shown smaller: browsers do not draw them anew when they come nearer. */
const SHARP = 2;

const eased = (t: number): number => (t < 0.5 ? 2 * t * t : 1 - (2 - 2 * t) ** 2 / 2);

/**
 * Folds one after another, played or set.
 * @param last how many folds there are
 */
function useFolding(last: number) {
  const [at, setAt] = useState(0);
  const [going, setGoing] = useState<1 | -1 | null>(null);
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
  const goTo = (to: number): void => {
    setGoing(null);
    setAt(Math.max(0, Math.min(last, to)));
  };
  const play = (): void => {
    const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    if (going !== null) setGoing(null);
    else if (still) goTo(at >= last ? 0 : Math.floor(at) + 1);
    else setGoing(at >= last ? -1 : 1);
  };
  return { at, going, goTo, play };
}
type Folding = ReturnType<typeof useFolding>;

const foldingKeys = (last: number, { at, goTo, play }: Folding): Readonly<Record<string, () => void>> => ({
  ' ': play,
  ArrowRight: () => goTo(Math.floor(at + 1e-6) + 1),
  ArrowLeft: () => goTo(Math.ceil(at - 1e-6) - 1),
  Home: () => goTo(0),
  End: () => goTo(last),
});

/** A cover or a leaf has nothing to fold: then the first sheet that has. */
function useFoldedSheet(number: number): { readonly sheet: Sheet; readonly shape: SectionShape } {
  const plan = useBook((s) => s.plan);
  const chosen = plan.sheets.at(number);
  const shapeOf = (s: Sheet): SectionShape => plan.product.sections[s.pieces[0]!]!.shape;
  const isFolded = (s: Sheet): boolean => shapeOf(s).way.folds.length > 0;
  const sheet = isFolded(chosen) ? chosen : ([...plan.sheets].find(isFolded) ?? chosen);
  return { sheet, shape: shapeOf(sheet) };
}

/** How far it is folded, and the ways to fold it further. */
function FoldingBar({
  last,
  shown,
  folding: { at, going, goTo, play },
  children,
}: {
  readonly last: number;
  readonly shown: number;
  readonly folding: Folding;
  readonly children: ReactNode;
}) {
  return (
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
      {children}
    </div>
  );
}

/** The panels of a sheet as far as it is folded, and how they are brought into view. */
function foldedPanels(
  { shape, steps, lift }: { shape: SectionShape; steps: ReturnType<typeof turnings>; lift: ReadonlyMap<Panel, number> },
  shown: number,
  room: { readonly width: number; readonly height: number },
  turn: { readonly x: number; readonly y: number },
) {
  const last = steps.length;
  const k = SHARP * Math.min((room.width - 140) / shape.size.width, (room.height - 120) / shape.size.height);
  const folds = steps.map((s, i) => ({ ...s, amount: eased(Math.max(0, Math.min(1, shown - i))) }));
  const spaces = shape.panels.map((panel) => ({
    panel,
    lift: (lift.get(panel) ?? 0) * APART * (last === 0 ? 0 : shown / last),
    folds: folds.filter((f) => f.panels.has(panel)),
  }));
  const { width: w, height: h } = shape.size;
  const corners = spaces.flatMap(({ panel: { trim: t }, lift: z, folds: f }) =>
    [t.x, t.x + t.width].flatMap((x) =>
      [t.y, t.y + t.height].map((y) => {
        const [px, py, pz] = folded([x * k, (h - y) * k, 0], f, h, k, z);
        return [px - (w * k) / 2, py - (h * k) / 2, pz] as const;
      }),
    ),
  );
  const frame = framed(
    corners,
    { x: -turn.x, y: turn.y, distance: DISTANCE },
    { width: room.width - 60, height: room.height - 90 },
    NEAREST / SHARP,
  );
  return { k, spaces, frame };
}

/**
 * The flat sheet of the first block folds itself into its section and opens again, in three dimensions. Each panel is a
 * plane with its two faces, turned about the folds' lines in their order; the browser's own transforms draw it.
 */
export function Unfold({ sheet: number, modes }: { readonly sheet: number; readonly modes: ReactNode }) {
  const { sheet, shape } = useFoldedSheet(number);
  const steps = useMemo(() => turnings(shape), [shape]);
  const lift = useMemo(() => lifts(shape.panels, steps), [shape, steps]);
  const last = steps.length;
  const folding = useFolding(last);
  useKeys(foldingKeys(last, folding));
  const [turn, setTurn] = useState({ x: -28, y: 22 });
  const [place, room] = useRoom();
  const shown = Math.min(last, folding.at);
  const done = Math.floor(shown + 1e-9);
  const { k, spaces, frame } = foldedPanels({ shape, steps, lift }, shown, room, turn);
  const size = { width: shape.size.width * k, height: shape.size.height * k };
  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <div
        ref={place}
        tabIndex={0}
        role="group"
        aria-label={`Unfolding: ${done} of ${last} folds made`}
        data-folds={shown.toFixed(2)}
        onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
        onPointerMove={(e) => {
          if (e.buttons === 1)
            setTurn((t) => ({ x: Math.max(-89, Math.min(89, t.x - e.movementY * 0.4)), y: t.y + e.movementX * 0.4 }));
        }}
        className="relative min-h-0 flex-1 cursor-grab overflow-hidden active:cursor-grabbing"
        style={{ perspective: DISTANCE }}
      >
        <div
          className="absolute"
          style={{
            left: (room.width - size.width) / 2,
            top: (room.height - size.height) / 2,
            ...size,
            transformStyle: 'preserve-3d',
            transform: `translate(${-frame.x}px, ${14 - frame.y}px) scale3d(${frame.scale}, ${frame.scale}, ${frame.scale}) rotateX(${-turn.x}deg) rotateY(${turn.y}deg)`,
          }}
        >
          {spaces.map((it) => (
            <PanelInSpace key={`${it.panel.column}-${it.panel.row}`} sheet={sheet} shape={shape} k={k} {...it} />
          ))}
        </div>
        <p className="absolute top-2 left-3 bg-glass/80 px-1">
          <span className="font-head text-lg font-semibold">{shape.way.name}</span>{' '}
          <span className="text-sm">
            sheet {sheet.number},{' '}
            {last === 0 ? 'not folded' : `fold ${Math.min(last, done + (shown > done ? 1 : 0))} of ${last}`}
          </span>
        </p>
      </div>
      <FoldingBar last={last} shown={shown} folding={folding}>
        {modes}
      </FoldingBar>
    </div>
  );
}

/** How many layers lie under each panel when all is folded: each then lies a little above the one beneath. */
function lifts(panels: readonly Panel[], steps: ReturnType<typeof turnings>): ReadonlyMap<Panel, number> {
  let pile = panels.map((p) => [p]);
  const z = new Map<Panel, number>(panels.map((p) => [p, 0]));
  for (const step of steps) {
    const moving = pile.filter((s) => s.some((p) => step.panels.has(p)));
    const rest = pile.filter((s) => !s.some((p) => step.panels.has(p)));
    pile = step.to === 'over' ? [...rest, ...moving] : [...moving, ...rest];
  }
  pile.flat().forEach((p, i) => z.set(p, i));
  return z;
}
