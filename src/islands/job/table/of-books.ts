import {
  rectThrough,
  rulesOf,
  spineEdge,
  standingPage,
  tabsOn,
  towardSpine,
  type Product,
  type Cell,
  type Plan,
  type Rect,
  type Sheet,
  type SideName,
  type SpineEdge,
} from '../../../core';
import type { Shift } from './parts';

/** What is drawn on the sheets of books, and of no other product. Millimetres on a side, seen from it. */
export interface OfBooks {
  /** Tabs that stand out; beside them the paper is cut away. */
  readonly tabs: readonly Rect[];
  /** What holes need at the bound edge. */
  readonly clearances: readonly Rect[];
  /** How far content is moved for creep. */
  readonly shifts: readonly Shift[];
}

/** A strip of an upright page at its spine. */
function stripAt(edge: SpineEdge, { width: w, height: h }: Cell['size'], mm: number): Rect {
  switch (edge) {
    case 'left':
      return { x: 0, y: 0, width: mm, height: h };
    case 'right':
      return { x: w - mm, y: 0, width: mm, height: h };
    case 'top':
      return { x: 0, y: h - mm, width: w, height: mm };
    case 'bottom':
      return { x: 0, y: 0, width: w, height: mm };
  }
}

/** What stands on a side of a book's sheet besides its pages; null for what is no book. */
export function ofBooks(plan: Plan, product: Product, sheet: Sheet, side: SideName): OfBooks | null {
  const book = plan.product;
  if (product.kind !== 'bound' || book.kind !== 'bound') return null;
  const { bound, binding } = product;
  const mm = rulesOf(binding).clearance(binding);
  const cells = sheet[side];
  const edges = cells.map((cell) => {
    const { section, moved } = standingPage(book, cell);
    return { cell, moved, edge: spineEdge(section.places.indexOf(cell.place) + 1, bound) };
  });
  return {
    tabs: tabsOn(plan, sheet, side),
    clearances: mm > 0 ? edges.map(({ cell, edge }) => rectThrough(cell.toSide, stripAt(edge, cell.size, mm))) : [],
    shifts: edges.flatMap(({ cell, moved, edge }): Shift[] => {
      if (Math.abs(moved) < 1e-6) return [];
      const { x, y } = towardSpine(edge);
      const [a, b, c, d] = cell.toSide;
      return [{ trim: cell.trim, x: moved * (a * x + c * y), y: moved * (b * x + d * y) }];
    }),
  };
}
