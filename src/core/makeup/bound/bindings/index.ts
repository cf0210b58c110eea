import type { Binding } from '../../../docket';
import { folded } from './folded';
import { looseLeaf } from './loose-leaf';
import { perfectBound } from './perfect-bound';
import type { BindingChoice, BindingRules } from './rules';
import { saddleStitched } from './saddle-stitched';
import { sewn } from './sewn';

export type { BindingChoice, BindingRules } from './rules';

/** The rules of every binding there is. */
const BINDINGS: { readonly [K in Binding['kind']]: BindingRules<Extract<Binding, { kind: K }>> } = {
  'saddle-stitched': saddleStitched,
  'perfect-bound': perfectBound,
  sewn,
  'loose-leaf': looseLeaf,
  folded,
};

/** The rules of a binding. */
export const rulesOf = (b: Binding): BindingRules<Binding> => BINDINGS[b.kind] as BindingRules<Binding>;

/** Every binding that can be chosen, in the order of a list. */
export const BINDING_CHOICES: readonly BindingChoice[] = Object.values(BINDINGS).flatMap((r) => r.choices);
