import type { Binding } from '../../../docket';
import type { BindingChoice, BindingRules } from './rules';

type LooseLeaf = Extract<Binding, { kind: 'loose-leaf' }>;

const choice = (by: LooseLeaf['by'], label: string, clearance: number): BindingChoice => ({
  key: by,
  label,
  detail: 'loose leaves',
  binding: { kind: 'loose-leaf', by, clearance, order: 'repeat' },
});

/** Single leaves, cut and collated, held by wire or comb through their holes, or in a file. */
export const looseLeaf: BindingRules<LooseLeaf> = {
  choices: [choice('wire', 'Wire bound', 8), choice('comb', 'Comb bound', 11), choice('drilled', 'Drilled', 18)],
  keyOf: (b) => b.by,
  said: (b, bound) => ({
    binding: { wire: 'wire-bound', comb: 'comb-bound', drilled: 'drilled' }[b.by],
    piece: bound === 'top' ? 'calendar' : b.by === 'drilled' ? 'set of leaves' : 'book',
  }),
  pieces: 'leaves',
  whole: 'A leaf has two pages.',
  made: 'leaves',
  cover: 'none',
  flatSpine: false,
  heldByFold: false,
  singleLeaves: true,
  partsInside: false,
  sections: 'leaves',
  foldsWithoutFolder: 1,
  // every leaf is cut at its spine as at its face
  atSpine: (_, bleed) => ({ paper: bleed, bleed }),
  milled: () => 0,
  clearance: (b) => b.clearance,
  shortened: () => 0,
  stacked: (b) => b.order === 'stack',
  process: 'punch',
  foldedBefore: false,
  trimmed: 'flat',
};
