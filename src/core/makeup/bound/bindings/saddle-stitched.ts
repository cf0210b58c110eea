import type { Binding } from '../../../docket';
import type { BindingRules } from './rules';

/** Sections inserted into each other and stitched through the fold. */
export const saddleStitched: BindingRules<Extract<Binding, { kind: 'saddle-stitched' }>> = {
  choices: [
    {
      key: 'saddle-stitched',
      label: 'Saddle stitched',
      detail: 'sections inserted',
      binding: { kind: 'saddle-stitched' },
    },
  ],
  keyOf: () => 'saddle-stitched',
  said: () => ({ binding: 'saddle-stitched', piece: 'booklet' }),
  pieces: 'booklets',
  whole: 'A stitched booklet has four pages a sheet.',
  made: 'nested',
  cover: 'inserted',
  flatSpine: false,
  heldByFold: true,
  singleLeaves: false,
  partsInside: false,
  sections: 'single folds',
  foldsWithoutFolder: 1,
  atSpine: () => ({ paper: 0, bleed: 0 }),
  milled: () => 0,
  clearance: () => 0,
  shortened: () => 0,
  stacked: () => false,
  process: 'stitch',
  foldedBefore: false,
  trimmed: 'bound',
};
