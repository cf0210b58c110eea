import type { Binding } from '../../../docket';
import type { BindingRules } from './rules';

/** One sheet, folded and not bound. */
export const folded: BindingRules<Extract<Binding, { kind: 'folded' }>> = {
  choices: [{ key: 'folded', label: 'Folded', detail: 'one sheet, not bound', binding: { kind: 'folded', short: 1 } }],
  keyOf: () => 'folded',
  said: () => ({ binding: 'folded', piece: 'leaflet' }),
  pieces: 'pieces',
  whole: 'Every panel has two sides.',
  made: 'folded',
  cover: 'none',
  flatSpine: false,
  heldByFold: false,
  singleLeaves: true,
  partsInside: false,
  sections: 'by count',
  foldsWithoutFolder: 1,
  atSpine: () => ({ paper: 0, bleed: 0 }),
  milled: () => 0,
  clearance: () => 0,
  shortened: (b) => b.short,
  stacked: () => false,
  process: 'fold',
  foldedBefore: false,
  trimmed: 'flat',
};
