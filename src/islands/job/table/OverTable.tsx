import { Suspense } from 'react';
import type { Docket } from '../../../core';
import { fetched } from '../../../ui/fetched';
import { useOpening } from '../opening';
import { DimensionLines, Tape, type Over } from './Measures';
import { Places } from './Places';
import type { TableState } from './state';
import type { Zoom } from './useZoom';

const grips = fetched(async () => (await import('./Grips')).Grips);
const markGrips = fetched(async () => (await import('../marks/MarkGrips')).MarkGrips);

/** What lies over the drawn sheet: measures, and what can be taken hold of. */
export function OverTable({
  over,
  state,
  zoom,
  docket,
}: {
  readonly over: Over;
  readonly state: TableState;
  readonly zoom: Zoom;
  readonly docket: Docket;
}) {
  const flat = docket.product.kind === 'flat';
  // what can be taken hold of is what one is at: marks while they are looked at, gaps and margins else
  const onMarks = useOpening((s) => s.open === 'marks') && docket.placed.length > 0;
  const key = `${over.sheet.number} ${over.side}`;
  return (
    <>
      {state.lengths && <DimensionLines {...over} room={zoom.room} />}
      {flat && !state.tape && <Places key={key} {...over} surface={zoom.surface} />}
      {flat && !onMarks && !state.tape && (
        <Suspense fallback={null}>
          <grips.View {...over} />
        </Suspense>
      )}
      {onMarks && !state.tape && (
        <Suspense fallback={null}>
          <markGrips.View {...over} />
        </Suspense>
      )}
      {state.tape && <Tape key={`tape ${key}`} {...over} surface={zoom.surface} />}
    </>
  );
}
