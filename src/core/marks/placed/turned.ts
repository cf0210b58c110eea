import { addTurns, apply, laidAt, rectThrough, type QuarterTurns, type Rect, type Size } from '../../measure';
import type { Mark } from '../kinds';

/** What a mark that was drawn upright is when it is turned and stands in a rectangle. */
export function standing(marks: readonly Mark[], size: Size, turned: QuarterTurns, { x, y }: Rect): Mark[] {
  const m = laidAt(size, turned, x, y);
  const at = (p: readonly [number, number]): [number, number] => apply(m, p[0], p[1]);
  return marks.map((it): Mark => {
    switch (it.kind) {
      case 'line':
        return { ...it, from: at(it.from), to: at(it.to) };
      case 'circle':
        return { ...it, centre: at(it.centre) };
      case 'area':
        return { ...it, rect: rectThrough(m, it.rect) };
      case 'code':
        return { ...it, rect: rectThrough(m, it.rect), turned: addTurns(it.turned, turned) };
      case 'text':
        return { ...it, at: at(it.at), turned: addTurns(it.turned, turned) };
    }
  });
}
