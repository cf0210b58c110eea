import { limitsOn, machineDetail, machinesFor, routeWith, workOf } from '../../finishing';
import { rulesOf } from '../../makeup';
import { passedThrough, type Check, type Finding, type Inspected, type Offer } from '../kinds';
import { otherBindings } from '../other-bindings';

/** Finished by somebody else. */
export const ELSEWHERE: Offer = {
  label: 'Print only, finish elsewhere',
  detail: 'sheets come folded by another hand',
  patch: { finish: { here: false } },
};

/** What the machines of the route cannot do of this work. */
export const finishingLimits: Check = (it) => {
  const { docket, plan, unit } = it;
  // sheets passed through are known by their count and their paper only
  const known = (id: string): boolean => !passedThrough(it) || id === 'too-thick';
  return workOf(docket.finish, plan, docket.product.copies).flatMap(({ step: { process, machine } }) =>
    limitsOn(process, machine, plan, unit)
      .filter((limit) => known(limit.id))
      .map((limit): Finding => ({
        ...limit,
        severity: 'stop',
        station: 'finish',
        offers: () => [...otherMachines(it, process, machine.id), ...thinner(it), ...gathered(it), ELSEWHERE],
      })),
  );
};

/** The same work on the shop's other machines of that kind. */
function otherMachines(
  { docket, shop, unit }: Inspected,
  process: Parameters<typeof machinesFor>[0],
  id: string,
): Offer[] {
  return machinesFor(process, shop)
    .filter((m) => m.id !== id)
    .map((m) => ({
      label: `Finish on ${m.name}`,
      detail: machineDetail(m, unit),
      patch: { finish: { route: routeWith(docket.finish.route, process, m) } },
    }));
}

/** Thinner stocks of the same sheet: the heaviest that does comes first. */
function thinner({ docket, shop }: Inspected): Offer[] {
  const { stock } = docket.sheet;
  return shop.stocks
    .filter((s) => s.width === stock.width && s.height === stock.height && s.caliper < stock.caliper)
    .map((s) => ({
      label: `${s.name} ${s.format} instead`,
      detail: 'thinner',
      patch: { sheet: { stock: s } },
      kind: { name: 'thinner', most: 1 },
    }));
}

/** What is too thick to lie in itself, gathered and held by its spine; the cheapest. */
const gathered = (it: Inspected): Offer[] =>
  it.docket.product.kind === 'bound' && rulesOf(it.docket.product.binding).made === 'nested'
    ? otherBindings(it, (rules) => rules.made === 'gathered').map((o) => ({ ...o, kind: { name: 'binding', most: 1 } }))
    : [];
