import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import { ChevronLeft, ChevronRight, FlipHorizontal2, FlipVertical2, Maximize, Minus, Plus } from 'lucide-react';
import { formatSize, type SideName } from '../../../core';
import { Button } from '../../../ui/Button';
import { cx } from '../../../ui/cx';
import { useUnit } from '../../../ui/unit';
import { useBook, useJob } from '../context';
import { Legend, type Drawn } from './Legend';
import { ofBooks } from './of-books';
import { CREEP_TIMES } from './parts';
import { pointedNote, SheetNote } from './SheetNote';
import { SideDrawing } from './SideDrawing';

export interface TableState {
  readonly sheet: number;
  readonly turned: boolean;
  readonly through: boolean;
  readonly numbers: boolean;
  readonly aids: boolean;
  readonly creep: boolean;
}

interface Props {
  readonly state: TableState;
  readonly set: (change: Partial<TableState>) => void;
}

/** Room round the fitted sheet, in pixels, for the labels above and the tools beneath. */
const MARGIN = { x: 24, top: 42, bottom: 52 };

/** What shines through has no numbers and lines of its own. */
const BARE = { numbers: false, aids: false };

/** The drawn press sheet: pan, zoom to the pointer, turn it over as the machine does, look through it. */
export const LightTable = memo(function LightTable({ state, set }: Props) {
  const { plan, marks, docket, files } = useBook(({ plan, marks, docket, files }) => ({ plan, marks, docket, files }));
  const artwork = useJob((s) => s.artwork);
  const [pointed, setPointed] = useState<number | null>(null);
  const { unit } = useUnit();
  const surface = useRef<HTMLDivElement>(null);
  const behaviour = useRef<ZoomBehavior<HTMLDivElement, unknown> | null>(null);
  const [view, setView] = useState<ZoomTransform>(zoomIdentity);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const sheet = plan.sheets.at(Math.min(state.sheet, plan.sheets.length - 1));
  const { lay } = sheet;
  const { width: W, height: H } = lay.paper;
  // the page pointed at, the one across from it in the book, and those before and behind
  const lit = useMemo(
    () =>
      pointed === null
        ? null
        : { at: pointed, beside: [pointed - 1, pointed + 1].filter((n) => n > 0 && n <= plan.product.pages.length) },
    [pointed, plan.product.pages.length],
  );
  const { product } = docket;
  const passed = docket.artwork.imposed.kind === 'sheets';
  const more = useMemo(() => {
    if (passed) return { front: null, back: null };
    return { front: ofBooks(plan, product, sheet, 'front'), back: ofBooks(plan, product, sheet, 'back') };
  }, [passed, product, plan, sheet]);

  const printed = useMemo(
    () => ({ front: marks.of(sheet.number, 'front'), back: marks.of(sheet.number, 'back') }),
    [marks, sheet],
  );

  const fit = useCallback((): void => {
    const el = surface.current;
    if (!el || !behaviour.current) return;
    const { clientWidth: w, clientHeight: h } = el;
    const k = Math.min((w - 2 * MARGIN.x) / W, (h - MARGIN.top - MARGIN.bottom) / H);
    if (!(k > 0)) return;
    const y = MARGIN.top + (h - MARGIN.top - MARGIN.bottom - k * H) / 2;
    select(el).call((s) => behaviour.current!.transform(s, zoomIdentity.translate((w - k * W) / 2, y).scale(k)));
  }, [W, H]);

  useEffect(() => {
    const el = surface.current!;
    const it = zoom<HTMLDivElement, unknown>()
      .scaleExtent([0.2, 60])
      .on('zoom', (e: { transform: ZoomTransform }) => setView(e.transform));
    behaviour.current = it;
    select(el).call(it).on('dblclick.zoom', null);
    const observer = new ResizeObserver(() => setSize({ width: el.clientWidth, height: el.clientHeight }));
    observer.observe(el);
    return () => {
      observer.disconnect();
      select(el).on('.zoom', null);
    };
  }, []);
  useEffect(fit, [fit, size.width, size.height]);

  const zoomBy = (k: number): void => {
    const el = surface.current;
    if (el && behaviour.current) select(el).call((s) => behaviour.current!.scaleBy(s, k));
  };
  const go = (by: number): void => set({ sheet: Math.max(0, Math.min(plan.sheets.length - 1, state.sheet + by)) });

  const onKey = (e: React.KeyboardEvent): void => {
    if (e.ctrlKey || e.metaKey || e.altKey) return;
    const acts: Readonly<Record<string, () => void>> = {
      ArrowRight: () => go(1),
      ArrowLeft: () => go(-1),
      '+': () => zoomBy(1.4),
      '=': () => zoomBy(1.4),
      '-': () => zoomBy(1 / 1.4),
      '0': fit,
    };
    const act = acts[e.key];
    if (!act) return;
    e.preventDefault();
    act();
  };

  const lines = lay.downs.flatMap((d) => d.shape.lines);
  const drawn: Drawn = {
    bleed: docket.product.bleed > 0,
    safe: docket.product.safe > 0,
    fold: lines.some((l) => l.kind === 'fold'),
    score: lines.some((l) => l.kind === 'score'),
    creep: state.creep,
  };
  const axis = lay.turn === 'turn' ? 'rotateY' : 'rotateX';
  const px = view.k;
  const whole = useMemo(
    () => ({ numbers: state.numbers, aids: state.aids, creep: state.creep }),
    [state.numbers, state.aids, state.creep],
  );
  const face = (name: SideName, bare = false) => (
    <SideDrawing
      sheet={sheet}
      name={name}
      marks={printed[name]}
      artwork={artwork}
      files={files}
      scale={px * (typeof window === 'undefined' ? 1 : window.devicePixelRatio)}
      shown={bare ? BARE : whole}
      lit={bare ? null : lit}
      onPoint={bare ? undefined : setPointed}
      more={more[name]}
      safe={docket.product.safe}
    />
  );
  /** One side of the paper, and what shines through it. */
  const leaf = (name: SideName, behind: SideName) => (
    <div
      className="absolute inset-0 border border-ink/40 bg-paper shadow-lg"
      style={{ backfaceVisibility: 'hidden', transform: name === 'back' ? `${axis}(180deg)` : 'none' }}
      aria-hidden={state.turned !== (name === 'back')}
    >
      {face(name)}
      {state.through && (
        <div
          className="absolute inset-0"
          style={{
            transform: lay.turn === 'turn' ? 'scaleX(-1)' : 'scaleY(-1)',
            mixBlendMode: 'multiply',
            opacity: 0.55,
          }}
        >
          {face(behind, true)}
        </div>
      )}
    </div>
  );
  return (
    <div className="relative h-full min-h-0 overflow-hidden bg-glass">
      <div
        ref={surface}
        // the table itself takes the keys that move the sheet
        tabIndex={0}
        role="group"
        aria-label={`Light table: sheet ${sheet.number} of ${plan.sheets.length}, ${state.turned ? 'back' : 'front'}`}
        onKeyDown={onKey}
        className="absolute inset-0 cursor-grab overflow-hidden active:cursor-grabbing"
        data-turned={state.turned}
        data-through={state.through}
        data-sheet={sheet.number}
      >
        {size.width > 0 && (
          <div
            style={{
              position: 'absolute',
              left: 0,
              top: 0,
              width: W * px,
              height: H * px,
              transform: `translate(${view.x}px, ${view.y}px)`,
              perspective: 2400,
            }}
          >
            <div
              className="relative h-full w-full transition-transform duration-500 ease-in-out"
              style={{ transformStyle: 'preserve-3d', transform: state.turned ? `${axis}(180deg)` : 'none' }}
            >
              {leaf('front', 'back')}
              {leaf('back', 'front')}
            </div>
          </div>
        )}
      </div>
      <div className="absolute top-2 left-3 flex items-baseline gap-2 bg-glass/80 px-1">
        <span className="font-head text-lg font-semibold">
          Sheet {sheet.number} of {plan.sheets.length}, {state.turned ? 'back' : 'front'}
        </span>
        <span className="num text-xs">{formatSize(lay.paper, unit)}</span>
        <span className="text-xs">
          <SheetNote plan={plan} number={sheet.number} />
          {pointed !== null && pointedNote(plan, pointed)}
        </span>
      </div>
      <div className="absolute right-3 bottom-3 flex gap-1" role="toolbar" aria-label="View of the sheet">
        <Button small aria-label="Sheet before" isDisabled={state.sheet === 0} onPress={() => go(-1)}>
          <ChevronLeft size={16} />
        </Button>
        <Button small aria-label="Sheet after" isDisabled={state.sheet >= plan.sheets.length - 1} onPress={() => go(1)}>
          <ChevronRight size={16} />
        </Button>
        <Button small aria-label="Farther" onPress={() => zoomBy(1 / 1.4)}>
          <Minus size={16} />
        </Button>
        <Button small aria-label="Nearer" onPress={() => zoomBy(1.4)}>
          <Plus size={16} />
        </Button>
        <Button small aria-label="Fit the sheet" onPress={fit}>
          <Maximize size={16} />
        </Button>
        <Button small onPress={() => set({ turned: !state.turned })} aria-keyshortcuts="f">
          {lay.turn === 'turn' ? <FlipHorizontal2 size={16} aria-hidden /> : <FlipVertical2 size={16} aria-hidden />}{' '}
          Turn over
        </Button>
        {plan.product.creep.standsOut.length > 1 && (
          <Button
            small
            onPress={() => set({ creep: !state.creep })}
            aria-pressed={state.creep}
            className={cx(state.creep && 'bg-ink! text-paper!')}
          >
            Creep × {CREEP_TIMES}
          </Button>
        )}
        <Button
          small
          onPress={() => set({ through: !state.through })}
          aria-pressed={state.through}
          className={cx(state.through && 'bg-ink! text-paper!')}
        >
          See through
        </Button>
      </div>
      {state.aids && <Legend drawn={drawn} />}
    </div>
  );
});
