import { EPSILON, formatLength } from '../measure';
import { plural, type Finding, type Inspected, type Remedy } from './kinds';

const NEEDS = {
  'saddle-stitched': 'stitch',
  'perfect-bound': 'bind',
  sewn: 'sew',
  'loose-leaf': 'punch',
  folded: 'fold',
} as const;

const DOES = { stitch: 'stitch', bind: 'bind perfect', sew: 'sew', punch: 'punch', fold: 'fold' } as const;

/** A finishing machine that does something else, or a book thicker than it takes. */
export function bindingFinding({ docket, plan, shop, unit }: Inspected): Finding[] {
  const { finisher, stitch } = docket.finish;
  if (!stitch || docket.artwork.imposed.kind === 'sheets') return [];
  const need = NEEDS[docket.product.binding.kind];
  const to = (f: typeof finisher): Remedy => ({
    label: `Finish on ${f.name}`,
    ...(f.thickest === null ? {} : { detail: `to ${formatLength(f.thickest, unit)} thick` }),
    patch: { finish: { finisher: f } },
  });
  const elsewhere: Remedy = {
    label: 'Print only, finish elsewhere',
    patch: { finish: { stitch: false } },
  };
  const thickness = plan.spine?.width ?? plan.sections.reduce((t, s) => t + (s.way.pages / 2) * s.stock.caliper, 0);
  if (!finisher.does.includes(need))
    return [
      {
        id: 'wrong-finisher',
        severity: 'look',
        station: 'finish',
        title: `${finisher.name} does not ${DOES[need]}`,
        detail: 'Choose a machine that does, or have it finished elsewhere.',
        remedies: [...shop.finishers.filter((f) => f.does.includes(need)).map(to), elsewhere],
      },
    ];
  if (finisher.thickest === null || thickness <= finisher.thickest + EPSILON) return [];
  return [
    {
      id: 'too-thick-to-bind',
      severity: 'stop',
      station: 'finish',
      title: `${formatLength(thickness, unit)} are too thick for ${finisher.name}`,
      detail: `It takes ${formatLength(finisher.thickest, unit)}; this is ${plan.spine ? plan.spine.sum : plural(plan.sections.length, 'section')}.`,
      remedies: [
        ...shop.finishers
          .filter((f) => f.does.includes(need) && f.thickest !== null && f.thickest >= thickness)
          .map(to),
        ...thinner(docket, shop, finisher.thickest / thickness),
        elsewhere,
      ],
    },
  ];
}

/** The heaviest thinner stock of the same sheet that brings the book into the binder. */
function thinner(docket: Inspected['docket'], shop: Inspected['shop'], share: number): Remedy[] {
  const { stock } = docket.sheet;
  const fits = shop.stocks
    .filter((s) => s.width === stock.width && s.height === stock.height && s.caliper <= stock.caliper * share)
    .sort((a, b) => b.caliper - a.caliper);
  return fits
    .slice(0, 1)
    .map((s) => ({ label: `${s.name} ${s.format} instead`, detail: 'thinner', patch: { sheet: { stock: s } } }));
}

/** Thicknesses that were reckoned from the weight, where they decide something. */
export function caliperFinding({ docket, plan }: Inspected): Finding[] {
  const guessed = new Map(
    [...plan.sections.map((s) => s.stock), docket.sheet.stock]
      .filter((s) => s.calipers === 'estimated')
      .map((s) => [s.id, s]),
  );
  if (guessed.size === 0) return [];
  const names = [...guessed.values()].map((s) => s.name).join(', ');
  return [
    {
      id: 'caliper-estimated',
      severity: plan.spine ? 'look' : 'fine',
      station: 'sheet',
      title: `The thickness of ${names} is an estimate`,
      detail: `Reckoned from its weight: g/m² × 1.2 ÷ 1000. Creep${plan.spine ? ' and the spine’s width' : ''} come of it; measure ten sheets and divide.`,
      remedies: [],
    },
  ];
}
