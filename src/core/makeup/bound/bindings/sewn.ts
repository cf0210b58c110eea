import type { Binding } from '../../../docket';
import type { BindingRules } from './rules';

/** Sections gathered and sewn through the fold. */
export const sewn: BindingRules<Extract<Binding, { kind: 'sewn' }>> = {
  choices: [{ key: 'sewn', label: 'Section sewn', detail: 'through the fold', binding: { kind: 'sewn' } }],
  keyOf: () => 'sewn',
  said: () => ({ binding: 'section-sewn', piece: 'book' }),
  pieces: 'sections',
  whole: 'Sections are whole.',
  made: 'gathered',
  cover: 'wrapped',
  flatSpine: true,
  heldByFold: true,
  singleLeaves: false,
  // the outer sections carry the pull of the cover
  partsInside: true,
  sections: 'cheapest',
  // sewn sections are folded somewhere
  foldsWithoutFolder: 4,
  atSpine: () => ({ paper: 0, bleed: 0 }),
  milled: () => 0,
  clearance: () => 0,
  shortened: () => 0,
  stacked: () => false,
  process: 'sew',
  foldedBefore: true,
  trimmed: 'bound',
};
