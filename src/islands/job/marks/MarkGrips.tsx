import type { KeyboardEvent } from 'react';
import type { ZoomTransform } from 'd3-zoom';
import { formatLength, type PlacedAt, type PlacedMark, type Sheet, type SideName, type Unit } from '../../../core';
import { useJob, useJobStore } from '../context';
import { useDragging } from '../dragging';
import { movedTo } from './dragged';
import { standChanged } from './fresh';
import { AT_SAID, BY_SAID } from './words';

interface Props {
  readonly sheet: Sheet;
  readonly side: SideName;
  readonly view: ZoomTransform;
  readonly unit: Unit;
}

/** Pixels of what can be taken hold of. */
const ROOM = 24;
const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowDown: [0, -1],
  ArrowUp: [0, 1],
};

interface Held {
  readonly mark: PlacedMark;
  readonly at: PlacedAt['at'];
  readonly k: number;
}

/** What a mark's place is in words: `12 mm from the tail of the paper, 4 mm along`. */
function placeSaid({ stands }: PlacedMark, at: PlacedAt['at'], unit: Unit): string {
  const along = stands.along === 0 ? '' : `, ${formatLength(stands.along, unit)} along`;
  return `${formatLength(stands.off, unit)} from ${AT_SAID[at]} of ${BY_SAID[stands.by]}${along}`;
}

interface Box {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

const meet = (a: Box, b: Box): boolean =>
  a.left < b.left + b.width && b.left < a.left + a.width && a.top < b.top + b.height && b.top < a.top + a.height;

/** What is taken hold of at a mark, beside that of others where marks are closer than fingers; null where all is taken. */
function besideOthers(box: Box, others: readonly Box[]): Box | null {
  for (const [dx, dy] of ASIDE) {
    const moved = { ...box, left: box.left + dx * ROOM, top: box.top + dy * ROOM };
    if (!others.some((o) => meet(moved, o))) return moved;
  }
  return null;
}
const ASIDE = [0, 1, 2, 3].flatMap((n): [number, number][] =>
  n === 0
    ? [[0, 0]]
    : [
        [0, n],
        [0, -n],
        [n, 0],
        [-n, 0],
      ],
);

/** Marks that were placed, to be dragged on the sheet; arrow keys move them as well. */
export function MarkGrips({ sheet, side, view, unit }: Props) {
  const store = useJobStore();
  const { placed, marks, change } = useJob(({ docket, marks, change }) => ({ placed: docket.placed, marks, change }));
  const { held, take } = useDragging<Held>((it, e) => {
    const [dx, dy] = [(e.clientX - it.from[0]) / it.k, (it.from[1] - e.clientY) / it.k];
    const to = movedTo(it.mark.stands, it.at, dx, dy);
    return {
      patch: standChanged(store.getState().docket.placed, it.mark.id, to),
      label: `${it.mark.called.toLowerCase()} moved`,
    };
  });
  if (placed.length === 0) return null;
  const { height } = sheet.lay.paper;
  const keys = (mark: PlacedMark, at: PlacedAt['at']) => (e: KeyboardEvent) => {
    const step = STEPS[e.key];
    if (!step) return;
    e.preventDefault();
    e.stopPropagation();
    const by = e.shiftKey ? 5 : e.altKey ? 0.1 : 1;
    const to = movedTo(mark.stands, at, step[0] * by, step[1] * by);
    change(standChanged(placed, mark.id, to), `${mark.called.toLowerCase()} moved`);
  };
  const boxOf = (s: PlacedAt): Box => {
    const [w, h] = [s.rect.width * view.k, s.rect.height * view.k];
    const [width, high] = [Math.max(ROOM, w), Math.max(ROOM, h)];
    return {
      left: view.x + s.rect.x * view.k - (width - w) / 2,
      top: view.y + (height - s.rect.y - s.rect.height) * view.k - (high - h) / 2,
      width,
      height: high,
    };
  };
  const shown: { readonly s: PlacedAt; readonly box: Box }[] = [];
  for (const s of marks.standing(sheet.number, side)) {
    const box = besideOthers(
      boxOf(s),
      shown.map((o) => o.box),
    );
    if (box) shown.push({ s, box });
  }
  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden" data-mark-grips>
      {shown.map(({ s, box }, i) => {
        const mark = placed.find((m) => m.id === s.id);
        if (!mark) return null;
        const said = `${mark.called}, ${placeSaid(mark, s.at, unit)}`;
        return (
          <button
            key={i}
            type="button"
            aria-label={`${said}. Arrow keys move it`}
            title={`${said}: drag it`}
            className="pointer-events-auto absolute cursor-move border border-dashed border-transparent hover:border-rust focus-visible:border-rust"
            style={{ ...box, touchAction: 'none' }}
            onKeyDown={keys(mark, s.at)}
            onPointerDown={(e) => {
              if (e.button !== 0) return;
              e.preventDefault();
              e.currentTarget.focus();
              take({ mark, at: s.at, k: view.k }, e.clientX, e.clientY);
            }}
          />
        );
      })}
      {held && (
        <output className="absolute top-2 left-1/2 -translate-x-1/2 border border-ink/50 bg-paper px-2 py-0.5 text-sm">
          {placeSaid(placed.find((m) => m.id === held.mark.id) ?? held.mark, held.at, unit)}
        </output>
      )}
    </div>
  );
}
