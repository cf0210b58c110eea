import type { BoundProduct } from '../../docket';
import { rect, type QuarterTurns, type Rect, type Size } from '../../measure';
import type { CollatingStep, NamePlace, PageWords } from '../piece';
import { spineEdge, type SpineEdge } from '../placing';
import { rulesOf } from './bindings';
import type { SectionPlanned } from './section';
import type { SectionShape } from './section-shape';

/** What marks write on sections: their steps, their names, the words of tabs. */

/** Whether sections have names worth printing: nested sheets of one fold each are told apart by the sheet's number. */
export const namesSections = (sections: readonly Pick<SectionPlanned, 'way'>[], nested: boolean): boolean =>
  sections.length > 1 && sections.some((s) => s.way.folds.length > 1 || (!nested && s.way.folds.length > 0));

/** Collating steps stand on the spine fold of gathered, folded sections, in what is milled off where it is. */
export function collatingStep(
  { binding, bound }: Pick<BoundProduct, 'binding' | 'bound'>,
  { kind, way }: SectionPlanned,
  order: number,
): CollatingStep | null {
  const rules = rulesOf(binding);
  if (rules.made !== 'gathered' || kind !== 'text' || way.folds.length === 0) return null;
  return { page: 1, edge: spineEdge(1, bound), out: rules.milled(binding), step: order };
}

/** A section's name stands on its lap where it has one, else beneath its first page. */
export const namePlace = ({ trims, bound, bleed }: Pick<BoundProduct, 'trims' | 'bound' | 'bleed'>): NamePlace => ({
  page: 1,
  lap: trims.lapSide === 'low' && bound === 'left' ? trims.lap : 0,
  bleed,
});

/** The edge that a bank of tabs stands along, mm. */
export const longEdgeOfTabs = ({ finished, bound }: Pick<BoundProduct, 'finished' | 'bound'>): number =>
  bound === 'top' ? finished.width : finished.height;

/**
 * Where a tab stands on its leaf, the page upright: the extension's part for its place in the bank.
 * @param index of the tab, from 0
 * @param size of the leaf with the extension, in mm
 */
export function tabPlace(tabs: BoundProduct['tabs'], index: number, size: Size, spine: SpineEdge): Rect {
  const { width: w, height: h } = size;
  const level = spine === 'top' || spine === 'bottom';
  const long = level ? w : h;
  // beyond a quarter there is no room for a bank: see the findings
  const inset = Math.min(tabs.inset, long / 4);
  const each = (long - 2 * inset) / tabs.positions;
  const place = tabs.restart ? index % tabs.positions : Math.min(index, tabs.positions - 1);
  const e = tabs.extension;
  switch (spine) {
    case 'left':
      return rect(w - e, h - inset - (place + 1) * each, e, each);
    case 'right':
      return rect(0, h - inset - (place + 1) * each, e, each);
    case 'top':
      return rect(inset + place * each, 0, each, e);
    case 'bottom':
      return rect(inset + place * each, h - e, each, e);
  }
}

/** What a tab says. */
export function tabText(tabs: Pick<BoundProduct['tabs'], 'text'>, index: number, title: string): string {
  switch (tabs.text) {
    case 'number':
      return String(index + 1);
    case 'title':
      return title;
    case 'both':
      return title ? `${index + 1}  ${title}` : String(index + 1);
  }
}

/** The words on a tab, on both its pages: read from the head down at the right edge, from the foot up at the left one. */
export function tabWords(
  { tabs, bound }: Pick<BoundProduct, 'tabs' | 'bound'>,
  { tab }: SectionPlanned,
  shape: SectionShape,
): readonly PageWords[] {
  if (!tab) return [];
  return shape.prints.map(({ page, size }): PageWords => {
    const spine = spineEdge(page, bound);
    const level = spine === 'top' || spine === 'bottom';
    const turned: QuarterTurns = level ? 0 : spine === 'left' ? 3 : 1;
    return {
      page,
      rect: tabPlace(tabs, tab.index, size, spine),
      text: tabText(tabs, tab.index, tab.title),
      turned,
    };
  });
}
