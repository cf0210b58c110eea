import { useMemo } from 'react';
import {
  addTurns,
  compose,
  laidAt,
  rectangle,
  turnsOf,
  type Cell,
  type Knife,
  type Plan,
  type QuarterTurns,
} from '../../../core';
import { useJob } from '../context';

/** What is in the cutter's hands, as it is drawn. */
export interface OnTable {
  /** How high it is as it is printed, mm. */
  readonly height: number;
  readonly swatch: string;
  /** What is seen of a piece, from above. */
  readonly cells: (piece: number) => readonly Cell[];
  /** How far a piece that is out is turned to lie upright. */
  readonly upright: (piece: number) => QuarterTurns;
}

/** A sheet: of a form that is front and back the places of its front lie on top. @param at from 0 */
function sheetOn(plan: Plan, at: number): OnTable {
  const { lay, stock, front } = plan.sheets.at(at);
  return {
    height: lay.paper.height,
    swatch: stock.swatch,
    cells: (piece) => front.filter((c) => c.down === piece),
    upright: (piece) => addTurns(0, -turnsOf(lay.downs[piece % lay.downs.length]!.at)),
  };
}

/** A bound block, its spine on the left: what is bound at the head lies on its side. */
function blockOn(plan: Plan, { run, pieces }: Knife): OnTable {
  const product = plan.product.kind === 'bound' ? plan.product : null;
  const turns = product?.bound === 'top' ? 1 : 0;
  const { rect: piece } = pieces[0]!;
  const first = plan.content.at(1);
  // what is bound on the right lies on its face: of its back nothing is shown
  const shown = first.page !== null && first.toPage !== null && product?.bound !== 'right';
  const { finished } = plan.assembly;
  const toSide = laidAt(finished, turns, piece.x, piece.y);
  const cell: Cell = {
    down: 0,
    piece: 0,
    place: 1,
    label: first.label,
    page: first.page?.page ?? null,
    file: first.page?.file ?? 0,
    head: turns,
    size: finished,
    trim: piece,
    clip: rectangle(piece),
    matrix: first.toPage && compose(first.toPage, toSide),
    toSide,
    made: [],
    stamps: first.stamps ?? [],
  };
  return {
    height: run.paper.height,
    swatch: run.stock.swatch,
    cells: () => (shown ? [cell] : []),
    upright: () => addTurns(0, -turns),
  };
}

/** What a knife cuts, drawn: a sheet, or bound blocks. @param sheet from 0; null for blocks */
export function useOnTable(knife: Knife, sheet: number | null): OnTable {
  const plan = useJob((s) => s.plan);
  return useMemo(() => (sheet === null ? blockOn(plan, knife) : sheetOn(plan, sheet)), [plan, knife, sheet]);
}
