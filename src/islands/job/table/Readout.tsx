import { useEffect, useEffectEvent, useState, type RefObject } from 'react';
import type { ZoomTransform } from 'd3-zoom';
import {
  formatNumber,
  placeOnSide,
  turnsOf,
  type Docket,
  type Plan,
  type Sheet,
  type SideName,
  type Unit,
} from '../../../core';
import { RecordSaid } from './RecordSaid';
import { pointedNote } from './SheetNote';

/** What lies under the pointer: its place from the sheet's and the page's edges, and the page. Draws nothing else anew. */
export function Readout({
  sheet,
  side,
  view,
  unit,
  surface,
  plan,
  docket,
}: {
  readonly sheet: Sheet;
  readonly side: SideName;
  readonly view: ZoomTransform;
  readonly unit: Unit;
  readonly surface: RefObject<HTMLElement | null>;
  readonly plan: Plan;
  readonly docket: Docket;
}) {
  const [at, setAt] = useState<readonly [number, number] | null>(null);
  const { width, height } = sheet.lay.paper;
  const move = useEffectEvent((e: MouseEvent) => {
    const box = surface.current!.getBoundingClientRect();
    const x = (e.clientX - box.left - view.x) / view.k;
    const y = height - (e.clientY - box.top - view.y) / view.k;
    setAt(x >= 0 && y >= 0 && x <= width && y <= height ? [x, y] : null);
  });
  useEffect(() => {
    const el = surface.current!;
    const off = new AbortController();
    el.addEventListener('pointermove', (e) => move(e), { signal: off.signal });
    el.addEventListener('pointerleave', () => setAt(null), { signal: off.signal });
    return () => off.abort();
  }, [surface]);
  if (!at) return <p className="h-4 text-xs text-ink-soft">Point at the sheet to measure from its edges.</p>;
  const { sheet: edges, page } = placeOnSide(sheet, side, at[0], at[1]);
  const say = (mm: number): string => formatNumber(unit === 'mm' ? mm : mm / 25.4, unit === 'mm' ? 1 : 3);
  return (
    <p className="h-4 truncate text-xs" data-readout>
      <span className="num">
        {say(edges.left)} from left, {say(edges.bottom)} {unit} from the foot
      </span>
      {page && (
        <>
          {' · '}
          <span className="num">
            {say(page.left)}, {say(page.foot)}
          </span>{' '}
          on its page
          {pointedNote(plan, sheet, page.cell)}
          {page.cell.stamps.length > 0 && <RecordSaid stamps={page.cell.stamps} />}
          {factsSaid(page.cell, docket)}
        </>
      )}
    </p>
  );
}

/** Where a page comes from and how it is laid: ` · page 5 of handbook.pdf, 97 %, turned to the left`. */
function factsSaid({ page, file, matrix }: Sheet['front'][number], { artwork }: Docket): string {
  if (page === null || !matrix) return ' · blank';
  const name = file === 0 ? artwork.file.name : (artwork.more[file - 1]?.name ?? '');
  const scale = Math.hypot(matrix[0], matrix[1]);
  const heads = ['', ', head to the left', ', head down', ', head to the right'][turnsOf(matrix)]!;
  return ` · ${page} of ${name}, ${formatNumber(scale * 100, 1)} %${heads}`;
}
