import { cx } from '../../../ui/cx';
import { memo, useId } from 'react';
import {
  foldLines,
  boundsOf,
  onForm,
  throughSheet,
  type Artwork,
  type Cell,
  type Lay,
  type Mark,
  type Sheet,
  type SideName,
} from '../../../core';
import { Tint } from '../../../ui/Tint';
import { OnPages } from '../stamps/OnPages';
import type { Printing } from '../stamps/printing';
import {
  Blank,
  Clearance,
  CreepGhosts,
  FoldOrders,
  keyOf,
  MarkLines,
  PageNumber,
  SafeAreas,
  SmallNumber,
  type Lit,
} from './parts';
import { down } from './geometry';
import type { OfBooks } from './of-books';
import { Patterns } from './patterns';
import type { Numbers } from './state';
import { PagePicture } from './PagePicture';
import { picturesOf } from './pictures';

/** What of a side is drawn. */
export interface Shown {
  readonly numbers: Numbers;
  readonly aids: boolean;
  /** Creep, drawn many times too large. */
  readonly creep?: boolean;
}

interface Props {
  readonly sheet: Sheet;
  readonly name: SideName;
  readonly marks: readonly Mark[];
  readonly artwork: Artwork;
  readonly files: readonly string[];
  /** Screen pixels in a millimetre, which decides how sharp the pictures must be; 0 for the smallest. */
  readonly scale: number;
  readonly shown: Shown;
  /** Pages to be seen together: the one pointed at and its neighbours in reading order. */
  readonly lit?: Lit | null;
  readonly onPoint?: (place: number | null) => void;
  /** What else stands on the side. */
  readonly more?: OfBooks | null;
  /** What must keep clear of the trim and the fold, mm. */
  readonly safe?: number;
  /** What is put on the pages at imposition. */
  readonly printing?: Printing | null;
}

/** The paper of a stock that has no colour of its own. */
const PAPER = '#fffdf8';

/** One side of a sheet as it comes out of the machine: artwork, trims, bleeds, folds, no-print edges, marks. */
export const SideDrawing = memo(function SideDrawing({
  sheet: it,
  name,
  marks,
  artwork,
  files,
  scale,
  shown,
  lit = null,
  onPoint,
  more = null,
  safe = 0,
  printing = null,
}: Props) {
  const id = useId();
  const { lay } = it;
  const { paper: sheet } = lay;
  const cells = it[name];
  const H = sheet.height;
  const folds = shown.aids ? foldLines(lay, name) : [];
  const tabs = more?.tabs ?? [];
  const line = scale > 0 ? 1 / scale : 0.5;
  return (
    <svg
      viewBox={`0 0 ${sheet.width} ${H}`}
      // marks of a plate stand beyond the paper
      className={cx('block h-full w-full', lay.plate && scale > 0 && 'overflow-visible')}
      role="img"
      aria-label={
        cells.length === 0
          ? `${name}: not printed`
          : `${name}: pages ${cells.map((c) => (c.page === null ? 'blank' : c.label)).join(', ')}`
      }
    >
      <Patterns id={id} />
      <rect width={sheet.width} height={H} fill={PAPER} />
      {cells.map((cell) => (
        <PagePicture
          key={keyOf(cell)}
          cell={cell}
          id={`${id}-${keyOf(cell)}`}
          H={H}
          pictures={picturesOf(cell, artwork, files, scale)}
        />
      ))}
      <OnPages pages={cells.map((cell) => ({ key: keyOf(cell), ...cell }))} of={printing} height={H} />
      {/* ink is printed on the paper's colour: it shows through whatever is not printed, and tints what is */}
      <Tint swatch={it.stock.swatch} width={sheet.width} height={H} />
      {shown.aids && <Unprinted lay={lay} cells={cells} id={id} />}
      {cells.map((cell) =>
        cell.page === null && tabs.length === 0 ? <Blank key={keyOf(cell)} {...down(cell.trim, H)} /> : null,
      )}
      {tabs.map((t, i) => (
        <rect key={i} {...down(t, H)} fill="#e2d4b8" stroke="#2a211c" strokeWidth={Math.max(line, 0.2)} />
      ))}
      <Trims lay={lay} name={name} cells={cells} line={line} />
      <Folds folds={folds} H={H} line={line} />
      {shown.aids && more && <Clearance strips={more.clearances} H={H} pattern={`${id}-safe`} />}
      {shown.aids && safe > 0 && scale > 0 && <SafeAreas cells={cells} H={H} mm={safe} line={line} />}
      {shown.creep && more && <CreepGhosts shifts={more.shifts} H={H} line={line} />}
      <MarkLines marks={marks} H={H} line={line} />
      {shown.numbers === 'large' && cells.map((cell) => <PageNumber key={keyOf(cell)} cell={cell} H={H} lit={lit} />)}
      {shown.numbers === 'small' &&
        cells.map((cell) => <SmallNumber key={keyOf(cell)} cell={cell} H={H} line={line} />)}
      {scale > 0 && <FoldOrders folds={folds.filter((f) => f.order > 0)} H={H} line={line} />}
      {onPoint && <Pointing cells={cells} H={H} line={line} lit={lit} onPoint={onPoint} />}
    </svg>
  );
});

/** What the machine cannot print, and the bleed round each page, hatched. */
function Unprinted({ lay, cells, id }: { readonly lay: Lay; readonly cells: readonly Cell[]; readonly id: string }) {
  const { width, height: H } = lay.paper;
  const p = down(lay.printable, H);
  return (
    <>
      <path
        fillRule="evenodd"
        fill={`url(#${id}-noprint)`}
        d={`M0 0H${width}V${H}H0Z M${p.x} ${p.y}V${p.y + p.height}H${p.x + p.width}V${p.y}Z`}
      />
      {/* a sheet that is the piece has no bleed: what is cut off of it there is the edge that does not print */}
      {cells.map((cell) => {
        if (lay.downs[cell.down]?.shape.wholeSheet) return null;
        const t = down(cell.trim, H);
        const c = down(boundsOf(cell.clip), H);
        return (
          <path
            key={keyOf(cell)}
            fillRule="evenodd"
            fill={`url(#${id}-bleed)`}
            d={`M${c.x} ${c.y}H${c.x + c.width}V${c.y + c.height}H${c.x}Z M${t.x} ${t.y}V${t.y + t.height}H${t.x + t.width}V${t.y}Z`}
          />
        );
      })}
    </>
  );
}

/** The trim of each piece; within it the trim of each page where knives go between pages as well. */
function Trims({
  lay,
  name,
  cells,
  line,
}: {
  readonly lay: Lay;
  readonly name: SideName;
  readonly cells: readonly Cell[];
  readonly line: number;
}) {
  const H = lay.paper.height;
  const trims = onForm(lay).map((d) => (name === 'front' ? d.trim : throughSheet(d.trim, lay.paper, lay.turn)));
  const inner = lay.downs.some((d) => d.shape.prints.length > 4);
  return (
    <>
      {inner &&
        cells.map((cell) => (
          <rect
            key={keyOf(cell)}
            {...down(cell.trim, H)}
            fill="none"
            stroke="#2a211c"
            strokeWidth={Math.max(0.7 * line, 0.1)}
          />
        ))}
      {trims.map((t, i) => (
        <rect
          key={i}
          {...down(t, H)}
          rx={lay.downs[i % lay.downs.length]!.shape.corners}
          fill="none"
          stroke="#2a211c"
          strokeWidth={Math.max(line, 0.15)}
        />
      ))}
    </>
  );
}

const DASHES = { fold: '5 1.6 1 1.6', score: '1.2 1.4', perforation: '2.6 1' } as const;

/** Folds dashed, scores dotted, perforations broken, over a light line that parts them from the pictures. */
function Folds({
  folds,
  H,
  line,
}: {
  readonly folds: ReturnType<typeof foldLines>;
  readonly H: number;
  readonly line: number;
}) {
  return (
    <>
      {folds.map((f, i) => {
        const d = f.upright ? `M${f.at} ${H - f.from}V${H - f.to}` : `M${f.from} ${H - f.at}H${f.to}`;
        return (
          <g key={i} fill="none">
            <path d={d} stroke="#fffdf8" strokeOpacity="0.8" strokeWidth={Math.max(2.6 * line, 0.6)} />
            <path d={d} stroke="#7a3a6c" strokeWidth={Math.max(1.4 * line, 0.35)} strokeDasharray={DASHES[f.kind]} />
          </g>
        );
      })}
    </>
  );
}

/** What the pointer meets: the page pointed at, and those beside it in the book. */
function Pointing({
  cells,
  H,
  line,
  lit,
  onPoint,
}: {
  readonly cells: readonly Cell[];
  readonly H: number;
  readonly line: number;
  readonly lit: Lit | null;
  readonly onPoint: (place: number | null) => void;
}) {
  return (
    <>
      {cells.map((cell) => {
        const near = lit?.beside.includes(cell.place);
        const on = lit?.at === cell.place;
        return (
          <rect
            key={keyOf(cell)}
            {...down(cell.trim, H)}
            fill={on ? '#b4472a' : near ? '#d9950f' : '#000'}
            fillOpacity={on ? 0.18 : near ? 0.16 : 0}
            stroke={on ? '#b4472a' : near ? '#b87c08' : 'none'}
            strokeWidth={2 * line}
            strokeDasharray={on ? undefined : '4 2'}
            onPointerEnter={() => onPoint(cell.place)}
            onPointerLeave={() => onPoint(null)}
          />
        );
      })}
    </>
  );
}
