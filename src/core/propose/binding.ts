import type { Docket, Patch } from '../docket';
import { routeFor } from '../finishing';
import { rulesOf, type BindingChoice } from '../makeup';
import type { Shop } from '../shop';

/** The change to another binding: on machines that make it, folds chosen anew, a cover only where one goes round. */
export function bindingPatch({ binding }: BindingChoice, { finish }: Pick<Docket, 'finish'>, shop: Shop): Patch {
  const rules = rulesOf(binding);
  const made = { process: rules.process, foldedApart: rules.foldedBefore || rules.process === 'fold' };
  return {
    product: {
      binding,
      fold: null,
      sections: { kind: 'auto' },
      ...(rules.made === 'folded' ? { cover: { kind: 'self' as const } } : {}),
    },
    finish: { route: routeFor(made, finish.route, shop) },
  };
}
