import { memo, useDeferredValue, useMemo, useState } from 'react';
import {
  formatSize,
  type Artwork,
  type Docket,
  type Marks,
  type Plan,
  type Product,
  type Sheet,
  type SideName,
} from '../../../core';
import { Button } from '../../../ui/Button';
import { cx } from '../../../ui/cx';
import { useKeys } from '../../../ui/keys';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { useNeighbours } from './ahead';
import { Legend, type Drawn } from './Legend';
import { ofBooks } from './of-books';
import { CREEP_TIMES, type Lit } from './parts';
import { OverTable } from './OverTable';
import { PlateBehind, plateRound } from './Plate';
import { Readout } from './Readout';
import { SheetNote } from './SheetNote';
import { printingOf } from '../stamps/printing';
import { SideDrawing, type Shown } from './SideDrawing';
import type { TableState } from './state';
import { TableTools } from './TableTools';
import { useZoom, type Zoom } from './useZoom';

interface Props {
  readonly state: TableState;
  readonly set: (change: Partial<TableState>) => void;
}

/** What must keep clear of a trim, mm: at the joints of a poster nothing need. */
const safeOf = (product: Product): number => (product.kind === 'poster' ? 0 : product.safe);

/** What shines through has no numbers and lines of its own. */
const BARE = { numbers: 'none', aids: false } as const;

/** Only flat work has gaps and margins to be dragged. */

/** Places that have neighbours which are shown with them: the pages of a book. */
const besides = ({ product }: Plan): number => (product.kind === 'bound' ? product.pages.length : 0);

/** What is drawn of a sheet, said in the legend. */
function useDrawn({ lay }: Sheet, creep: boolean): Drawn {
  const { bleed, safe } = useJob(({ docket: { product } }) => ({ bleed: product.bleed, safe: safeOf(product) }));
  const lines = lay.downs.flatMap((d) => d.shape.lines);
  return {
    bleed: bleed > 0 && !lay.downs.some((d) => d.shape.wholeSheet),
    safe: safe > 0,
    fold: lines.some((l) => l.kind === 'fold'),
    score: lines.some((l) => l.kind === 'score'),
    perforation: lines.some((l) => l.kind === 'perforation'),
    creep,
  };
}

/** The drawn press sheet: pan, zoom to the pointer, turn it over as the machine does, look through it. */
export const LightTable = memo(function LightTable({ state, set }: Props) {
  const { plan, docket } = useJob(({ plan, docket }) => ({ plan, docket }));
  const { artwork, files, marks } = useJob(({ artwork, files, marks }) => ({ artwork, files, marks }));
  const [pointed, setPointed] = useState<number | null>(null);
  const { unit } = useUnit();
  const at = Math.min(state.sheet, plan.sheets.length - 1);
  const sheet = plan.sheets.at(at);
  const laid = useMemo(
    () => ({ sheet, plan, marks, docket, artwork, files }),
    [sheet, plan, marks, docket, artwork, files],
  );
  const { lay } = sheet;
  const zoom = useZoom(lay.paper, plateRound(lay));
  const drawn = useDrawn(sheet, state.creep);
  const scale = zoom.view.k * (typeof window === 'undefined' ? 1 : window.devicePixelRatio);
  useNeighbours(plan, at, state.turned, artwork, files, zoom.ready ? scale : 0);
  // the page pointed at, and those before and behind it in the book
  const lit = useMemo(
    () =>
      pointed === null
        ? null
        : { at: pointed, beside: [pointed - 1, pointed + 1].filter((n) => n > 0 && n <= besides(plan)) },
    [pointed, plan],
  );
  const go = (by: number): void => set({ sheet: Math.max(0, Math.min(plan.sheets.length - 1, state.sheet + by)) });

  useKeys({
    ArrowRight: () => go(1),
    ArrowLeft: () => go(-1),
    '+': () => zoom.by(1.4),
    '=': () => zoom.by(1.4),
    '-': () => zoom.by(1 / 1.4),
    '0': zoom.fit,
  });
  const side = state.turned ? 'back' : 'front';
  const over = { sheet, side, view: zoom.view, unit } as const;

  return (
    <div className="flex h-full min-h-0 flex-col bg-glass">
      <div className="relative min-h-0 flex-1 overflow-hidden">
        <div
          ref={zoom.surface}
          // the table itself can have the focus: keys then are for nothing else
          tabIndex={0}
          role="group"
          aria-label={`Light table: sheet ${sheet.number} of ${plan.sheets.length}, ${side}`}
          className={cx(
            'absolute inset-0 overflow-hidden',
            state.tape ? 'cursor-crosshair' : 'cursor-grab active:cursor-grabbing',
          )}
          data-turned={state.turned}
          data-through={state.through}
          data-sheet={sheet.number}
          data-numbers={state.numbers}
        >
          {zoom.ready && <Paper laid={laid} state={state} zoom={zoom} scale={scale} lit={lit} onPoint={setPointed} />}
        </div>
        {zoom.ready && <OverTable over={over} state={state} zoom={zoom} docket={docket} />}
        <div className="pointer-events-none absolute top-1 right-3 left-3 flex flex-wrap items-baseline gap-x-2">
          <span className="bg-glass/80 font-head text-lg font-semibold">
            Sheet {sheet.number} of {plan.sheets.length}, {side}
          </span>
          <span className="num text-xs">{formatSize(lay.paper, unit)}</span>
          <span className="text-xs">
            <SheetNote plan={plan} number={sheet.number} />
          </span>
          {state.aids && <Legend drawn={drawn} />}
        </div>
        {state.creep && <CreepNote plan={plan} product={docket.product} sheet={sheet} side={side} set={set} />}
      </div>
      <div className="shrink-0 border-t border-ink/30 px-3 py-1.5">
        <Readout {...over} surface={zoom.surface} plan={plan} docket={docket} />
        <TableTools plan={plan} state={state} set={set} go={go} zoom={zoom} />
      </div>
    </div>
  );
});

/** Creep where the sheet has none to be seen, and the way to where it has most. */
function CreepNote({
  plan,
  product,
  sheet,
  side,
  set,
}: {
  readonly plan: Plan;
  readonly product: Docket['product'];
  readonly sheet: Sheet;
  readonly side: SideName;
  readonly set: Props['set'];
}) {
  const shifts = useMemo(() => ofBooks(plan, product, sheet, side)?.shifts ?? [], [plan, product, sheet, side]);
  const most = (it: Sheet): number =>
    Math.max(0, ...(ofBooks(plan, product, it, 'front')?.shifts ?? []).map((s) => Math.hypot(s.x, s.y)));
  const innermost = (): void => {
    let best = { at: 0, mm: -1 };
    for (let at = 0; at < plan.sheets.length; at++) {
      const mm = most(plan.sheets.at(at));
      if (mm > best.mm + 1e-9) best = { at, mm };
    }
    set({ sheet: best.at });
  };
  return (
    <p className="absolute top-10 left-3 flex items-center gap-2 bg-glass/80 px-1 text-sm" role="status">
      {shifts.length === 0 ? 'Creep is 0 here.' : `Creep is drawn ${CREEP_TIMES} times as large as it is.`}
      <Button small onPress={innermost}>
        To the innermost
      </Button>
    </p>
  );
}

/** A sheet, and all that its drawing is made from: of one moment, for a side may be drawn a moment later. */
interface Laid {
  readonly sheet: Sheet;
  readonly plan: Plan;
  readonly marks: Marks;
  readonly docket: Docket;
  readonly artwork: Artwork;
  readonly files: readonly string[];
}

interface PaperProps {
  readonly laid: Laid;
  readonly state: TableState;
  readonly zoom: Zoom;
  /** Screen pixels in a millimetre. */
  readonly scale: number;
  readonly lit: Lit | null;
  readonly onPoint: (place: number | null) => void;
}

/** The sheet as paper with two sides, turned as the machine turns it. */
function Paper({ laid, state, zoom: { view }, scale, lit, onPoint }: PaperProps) {
  const { paper, turn } = laid.sheet.lay;
  const { turned, through, numbers, aids, creep } = state;
  const whole = useMemo(() => ({ numbers, aids, creep }), [numbers, aids, creep]);
  // the side that lies beneath is drawn when the one above has been shown
  const beneath = useDeferredValue(laid);
  const axis = turn === 'turn' ? 'rotateY' : 'rotateX';
  const leaf = (name: SideName, behind: SideName) => {
    const up = turned === (name === 'back');
    return (
      <div
        className="absolute inset-0 border border-ink/40 bg-paper shadow-lg"
        style={{ backfaceVisibility: 'hidden', transform: name === 'back' ? `${axis}(180deg)` : 'none' }}
        aria-hidden={!up}
      >
        <Face laid={up ? laid : beneath} name={name} shown={whole} scale={scale} lit={lit} onPoint={onPoint} />
        {through && (
          <div
            className="absolute inset-0"
            style={{
              transform: turn === 'turn' ? 'scaleX(-1)' : 'scaleY(-1)',
              mixBlendMode: 'multiply',
              opacity: 0.55,
            }}
          >
            <Face laid={up ? laid : beneath} name={behind} shown={BARE} scale={scale} lit={null} />
          </div>
        )}
      </div>
    );
  };
  return (
    <>
      <PlateBehind lay={laid.sheet.lay} view={view} />
      <div
        style={{
          position: 'absolute',
          left: 0,
          top: 0,
          width: paper.width * view.k,
          height: paper.height * view.k,
          transform: `translate(${view.x}px, ${view.y}px)`,
          perspective: 2400,
        }}
      >
        <div
          className="relative h-full w-full transition-transform duration-500 ease-in-out"
          style={{ transformStyle: 'preserve-3d', transform: turned ? `${axis}(180deg)` : 'none' }}
        >
          {leaf('front', 'back')}
          {leaf('back', 'front')}
        </div>
      </div>
    </>
  );
}

interface FaceProps {
  readonly laid: Laid;
  readonly name: SideName;
  readonly shown: Shown;
  readonly scale: number;
  readonly lit: Lit | null;
  readonly onPoint?: (place: number | null) => void;
}

/** One side with its marks and what only books have on it. */
const Face = memo(function Face({ laid: { sheet, plan, marks, docket, artwork, files }, name, ...rest }: FaceProps) {
  const printed = useMemo(() => marks.of(sheet.number, name), [marks, sheet, name]);
  const { product, imprint } = docket;
  const { dpi } = docket.sheet.machine;
  const printing = useMemo(() => printingOf(imprint, artwork, dpi), [imprint, artwork, dpi]);
  const { kind } = docket.artwork.imposed;
  const more = useMemo(
    () => (kind === 'sheets' ? null : ofBooks(plan, product, sheet, name)),
    [kind, plan, product, sheet, name],
  );
  return (
    <SideDrawing
      sheet={sheet}
      name={name}
      marks={printed}
      artwork={artwork}
      files={files}
      more={more}
      safe={safeOf(product)}
      printing={printing}
      {...rest}
    />
  );
});
