import type { Binding } from '../../../docket';
import type { BindingRules } from './rules';

/** Sections or leaves gathered, milled at the spine by the grind-off and glued. */
export const perfectBound: BindingRules<Extract<Binding, { kind: 'perfect-bound' }>> = {
  choices: [
    {
      key: 'perfect-bound',
      label: 'Perfect bound',
      detail: 'milled and glued',
      binding: { kind: 'perfect-bound', grindOff: 3 },
    },
  ],
  keyOf: () => 'perfect-bound',
  said: () => ({ binding: 'perfect-bound', piece: 'book' }),
  pieces: 'sections',
  whole: 'Sections are whole.',
  made: 'gathered',
  cover: 'wrapped',
  flatSpine: true,
  // glue holds every leaf
  heldByFold: false,
  singleLeaves: true,
  partsInside: false,
  sections: 'cheapest',
  foldsWithoutFolder: 1,
  // content lies further from the fold by what is milled off; so much of it may run into the mill
  atSpine: (b, bleed) => ({ paper: b.grindOff, bleed: Math.min(bleed, b.grindOff) }),
  milled: (b) => b.grindOff,
  clearance: () => 0,
  shortened: () => 0,
  stacked: () => false,
  process: 'bind',
  foldedBefore: false,
  trimmed: 'bound',
};
