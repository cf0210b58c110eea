import { bindingPatch, machinesFor } from '../finishing';
import { BINDING_CHOICES, rulesOf, type BindingChoice } from '../makeup';
import type { Inspected, Offer } from './kinds';

/** Whether the work can be done: by the shop's machines, where it is finished here. */
const canBeMade = ({ docket, shop }: Pick<Inspected, 'docket' | 'shop'>, { binding }: BindingChoice): boolean =>
  !docket.finish.here || machinesFor(rulesOf(binding).process, shop).length > 0;

/**
 * Other bindings as remedies, on machines that make them; folds, cover and route go with the binding.
 * @param wanted of the rules of a binding, whether it would do
 */
export const otherBindings = (
  it: Pick<Inspected, 'docket' | 'shop'>,
  wanted: (rules: ReturnType<typeof rulesOf>) => boolean,
): (Offer & { readonly detail: string })[] =>
  BINDING_CHOICES.filter((c) => wanted(rulesOf(c.binding)) && canBeMade(it, c)).map((c) => ({
    label: `${c.label} instead`,
    detail: c.detail,
    patch: bindingPatch(c, it.docket, it.shop),
  }));
