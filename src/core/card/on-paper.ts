import type { RunOfLay } from '../finishing';
import type { Size } from '../measure';

/** A run as it is told and handed on, to a thread as well: of its lay the paper only. */
export type OnPaper<R extends RunOfLay> = Omit<R, 'lay'> & { readonly paper: Size };

export function onPaper<R extends RunOfLay>({ lay, ...run }: R): OnPaper<R> {
  return { ...run, paper: lay.paper };
}
