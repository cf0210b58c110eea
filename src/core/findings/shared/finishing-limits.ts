import type { Process } from '../../docket';
import { limitsOn, machineDetail, machinesFor, routeWith, scoresAsItSlits, workOf } from '../../finishing';
import { rulesOf } from '../../makeup';
import { formatLength, formatSize } from '../../measure';
import { machineTakes, type Finisher } from '../../shop';
import { madeRoom } from './reads-offers';
import { snapped } from './snapped';
import { passedThrough, type Check, type Finding, type Inspected, type Offer } from '../kinds';
import { otherBindings } from '../other-bindings';

/** Finished by somebody else. */
export const ELSEWHERE: Offer = {
  label: 'Print only, finish elsewhere',
  detail: 'another hand cuts, folds and binds',
  patch: { finish: { here: false } },
};

/** What the machines of the route cannot do of this work. */
export const finishingLimits: Check = (it) => {
  const { docket, plan, unit } = it;
  // sheets passed through are known by their count and their paper only
  const known = (id: string): boolean => !passedThrough(it) || id === 'too-thick';
  return workOf(docket.finish, plan, docket.product.copies).flatMap(({ step: { process, machine } }) =>
    limitsOn(process, machine, plan, unit, docket.finish.route)
      .filter((limit) => known(limit.id))
      .map((limit): Finding => ({
        ...limit,
        severity: 'stop',
        station: 'finish',
        offers: () => [
          ...otherMachines(it, process, machine.id),
          ...(OWN[process] ?? bookMade)(it, machine, limit.id),
          ELSEWHERE,
        ],
      })),
  );
};

/** Sheets on which every piece has as much paper round it. */
const LAID_EVENLY: Offer[] = [
  {
    label: 'Head to tail',
    detail: 'the heads of neighbours outward',
    patch: { sheet: { fill: 'come-and-go' } },
  },
  { label: 'One on a sheet', patch: { sheet: { up: 'one' } } },
];

type Offering = (it: Inspected, machine: Finisher, limit: string) => Offer[];
const bookMade: Offering = (it) => [...thinner(it), ...gathered(it)];

/** What else mends a limit, by the process that meets it; of all others thinner paper and other bindings. */
const OWN: Readonly<Partial<Record<Process, Offering>>> = {
  cut: (it, machine, limit) => [
    ...(limit.startsWith('reads-')
      ? madeRoom(it)
      : limit === 'slit-step'
        ? snapped(it, machine)
        : [...scoredApart(it, machine), ...gapped(it, machine)]),
    ...laidOtherwise(it),
  ],
  score: cutThereToo,
  round: otherRadii,
  trim: (_, __, limit) => (limit === 'trim-uneven' ? LAID_EVENLY : []),
};

/** What a slitter cannot score as it slits, scored by itself when the pieces are cut. */
function scoredApart({ docket, shop, unit }: Inspected, machine: Finisher): Offer[] {
  const { route } = docket.finish;
  if (machine.kind !== 'slitter' || !scoresAsItSlits(route, machine)) return [];
  return machinesFor('score', shop)
    .filter((m) => m.kind === 'creaser')
    .map((m) => ({
      label: `Score the pieces on ${m.name}`,
      detail: machineDetail(m, unit),
      patch: { finish: { route: routeWith(route, 'score', m) } },
      kind: { name: 'scored', most: 2 },
    }));
}

/** Corners of the nearest radii that the machine has a knife for, or square ones. */
function otherRadii({ docket, unit }: Inspected, machine: Finisher): Offer[] {
  if (docket.product.kind !== 'flat' || machine.kind !== 'corner cutter') return [];
  const wished = docket.product.corners ?? 0;
  const nearest = [...machine.radii].sort((a, b) => Math.abs(a - wished) - Math.abs(b - wished)).slice(0, 2);
  return [
    ...nearest.map((mm) => ({
      label: `Corners of ${formatLength(mm, unit)}`,
      patch: { product: { corners: mm } },
      kind: { name: 'radius', most: 2 },
    })),
    { label: 'Square corners', patch: { product: { corners: null } } },
  ];
}

/** Sheets cut in the slitter that is to score them. */
function cutThereToo({ docket }: Inspected, machine: Finisher): Offer[] {
  const { route } = docket.finish;
  if (machine.kind !== 'slitter') return [];
  return [
    {
      label: `Cut on ${machine.name} as well`,
      detail: 'in the same pass',
      patch: { finish: { route: routeWith(route, 'cut', machine) } },
    },
  ];
}

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

/** Flat work without gaps, or with gaps as wide as a slitter's tools need; the pieces lose their bleed where there are none. */
function gapped({ docket, unit }: Inspected, machine: Finisher): Offer[] {
  if (docket.product.kind !== 'flat' || machine.kind !== 'slitter') return [];
  const wide = Math.max(machine.nearestSlits, machine.nearestCuts);
  const gap = (mm: number): Offer['patch'] => ({ product: { lies: { gap: { across: mm, down: mm } } } });
  return [
    ...(wide > 0
      ? [{ label: `Gaps of ${formatLength(wide, unit)}`, patch: gap(wide), kind: { name: 'gaps', most: 2 } }]
      : []),
    { label: 'No gaps', detail: 'one cut between two, no bleed there', patch: gap(0), kind: { name: 'gaps', most: 2 } },
  ];
}

/** Flat work laid another way, or on another sheet of the stock: the cheapest two that the knife can do. */
function laidOtherwise({ docket, shop, unit }: Inspected): Offer[] {
  const { product, sheet } = docket;
  if (product.kind !== 'flat') return [];
  const { stock, machine } = sheet;
  const others = shop.stocks.filter((s) => s.id !== stock.id && s.name === stock.name && machineTakes(machine, s));
  return [stock, ...others].flatMap((s) =>
    WAYS.filter(({ way }) => s.id !== stock.id || way !== product.lies.way).map(({ way, said }) => ({
      label: s.id === stock.id ? `Lay them ${said}` : `${said.replace(/^./, (c) => c.toUpperCase())} on ${s.format}`,
      detail: s.id === stock.id ? 'on the same sheet' : formatSize(s, unit),
      patch: { product: { lies: { way } }, ...(s.id === stock.id ? {} : { sheet: { stock: s } }) },
      kind: { name: 'laid', most: 2 },
    })),
  );
}

const WAYS = [
  { way: 'upright', said: 'upright' },
  { way: 'sideways', said: 'sideways' },
  { way: 'mixed', said: 'in two blocks' },
] as const;

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
