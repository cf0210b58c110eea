import { foldProblem } from '../../fold';
import type { Check, Finding, InspectedBook } from '../kinds';
import { CHOSEN, waysIn } from './ways';

/** Folds that cannot be made. */
export const cannotFold: Check<InspectedBook> = ({ product, book }) =>
  waysIn(book).flatMap((way): Finding[] => {
    const problem = foldProblem(way, product.bound);
    if (!problem) return [];
    return [
      {
        id: 'cannot-fold',
        severity: 'stop',
        station: 'sheet',
        title: 'The sheet cannot be folded so',
        detail: problem,
        offers: () => [CHOSEN],
      },
    ];
  });
