import { foldProblem, looseFolds } from '../../fold';
import { rulesOf } from '../../makeup';
import { pageRanges, plural, type Check, type Finding, type InspectedBook } from '../kinds';
import { CHOSEN, waysIn } from './ways';

/** Folds round a loose edge, in folds of one's own. */
export const looseEdge: Check<InspectedBook> = ({ product, book }) => {
  const { made } = rulesOf(product.binding);
  if (made === 'folded' || made === 'leaves') return [];
  return waysIn(book).flatMap((way): Finding[] => {
    if (way.id !== 'own' || way.spans || foldProblem(way, product.bound)) return [];
    const through = looseFolds(way.columns, way.rows, way.folds);
    if (through.length === 0) return [];
    return [
      {
        id: 'loose-edge',
        severity: 'look',
        station: 'sheet',
        title: `${plural(through.length, 'fold goes', 'folds go')} round a loose edge`,
        detail: `At fold ${pageRanges(through)} some leaves end in the fold; the folder must keep them from slipping in.`,
        offers: () => [CHOSEN],
      },
    ];
  });
};
