import { memo, useDeferredValue, useMemo, useState } from 'react';
import { formatSize, type Artwork, type Marks, type Plan, type Sheet, type SideName } from '../../../core';
import { useUnit } from '../../../ui/unit';
import { useBook, useJob, type BookState } from '../context';
import { useNeighbours } from './ahead';
import { Legend, type Drawn } from './Legend';
import { ofBooks } from './of-books';
import type { Lit } from './parts';
import { pointedNote, SheetNote } from './SheetNote';
import { SideDrawing } from './SideDrawing';
import type { TableState } from './state';
import { TableTools } from './TableTools';
import { useZoom, type Zoom } from './useZoom';

interface Props {
  readonly state: TableState;
  readonly set: (change: Partial<TableState>) => void;
}

/** What shines through has no numbers and lines of its own. */
const BARE = { numbers: false, aids: false };

/** What is drawn of a sheet, said in the legend. */
function useDrawn({ lay }: Sheet, creep: boolean): Drawn {
  const { bleed, safe } = useBook(({ product: { bleed, safe } }) => ({ bleed, safe }));
  const lines = lay.downs.flatMap((d) => d.shape.lines);
  return {
    bleed: bleed > 0 && !lay.downs.some((d) => d.shape.wholeSheet),
    safe: safe > 0,
    fold: lines.some((l) => l.kind === 'fold'),
    score: lines.some((l) => l.kind === 'score'),
    creep,
  };
}

/** The drawn press sheet: pan, zoom to the pointer, turn it over as the machine does, look through it. */
export const LightTable = memo(function LightTable({ state, set }: Props) {
  const { plan, docket } = useBook(({ plan, docket }) => ({ plan, docket }));
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
  const zoom = useZoom(lay.paper);
  const drawn = useDrawn(sheet, state.creep);
  const scale = zoom.view.k * (typeof window === 'undefined' ? 1 : window.devicePixelRatio);
  useNeighbours(plan, at, state.turned, artwork, files, zoom.ready ? scale : 0);
  // the page pointed at, and those before and behind it in the book
  const lit = useMemo(
    () =>
      pointed === null
        ? null
        : { at: pointed, beside: [pointed - 1, pointed + 1].filter((n) => n > 0 && n <= plan.product.pages.length) },
    [pointed, plan.product.pages.length],
  );
  const go = (by: number): void => set({ sheet: Math.max(0, Math.min(plan.sheets.length - 1, state.sheet + by)) });

  const onKey = (e: React.KeyboardEvent): void => {
    if (e.ctrlKey || e.metaKey || e.altKey) return;
    const acts: Readonly<Record<string, () => void>> = {
      ArrowRight: () => go(1),
      ArrowLeft: () => go(-1),
      '+': () => zoom.by(1.4),
      '=': () => zoom.by(1.4),
      '-': () => zoom.by(1 / 1.4),
      '0': zoom.fit,
    };
    const act = acts[e.key];
    if (!act) return;
    e.preventDefault();
    act();
  };

  return (
    <div className="relative h-full min-h-0 overflow-hidden bg-glass">
      <div
        ref={zoom.surface}
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
        {zoom.ready && <Paper laid={laid} state={state} zoom={zoom} scale={scale} lit={lit} onPoint={setPointed} />}
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
      <TableTools plan={plan} state={state} set={set} go={go} zoom={zoom} />
      {state.aids && <Legend drawn={drawn} />}
    </div>
  );
});

/** A sheet, and all that its drawing is made from: of one moment, for a side may be drawn a moment later. */
interface Laid {
  readonly sheet: Sheet;
  readonly plan: Plan;
  readonly marks: Marks;
  readonly docket: BookState['docket'];
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
  );
}

interface FaceProps {
  readonly laid: Laid;
  readonly name: SideName;
  readonly shown: { readonly numbers: boolean; readonly aids: boolean; readonly creep?: boolean };
  readonly scale: number;
  readonly lit: Lit | null;
  readonly onPoint?: (place: number | null) => void;
}

/** One side with its marks and what only books have on it. */
const Face = memo(function Face({ laid: { sheet, plan, marks, docket, artwork, files }, name, ...rest }: FaceProps) {
  const printed = useMemo(() => marks.of(sheet.number, name), [marks, sheet, name]);
  const { product } = docket;
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
      safe={product.safe}
      {...rest}
    />
  );
});
