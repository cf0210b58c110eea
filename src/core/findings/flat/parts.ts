import { runsOf } from '../../sheet';
import { plural, type Check, type Finding, type InspectedFlat } from '../kinds';

/** Sets of parts: pages that do not go into them, and parts that do not come on each other by themselves. */
export const parts: Check<InspectedFlat> = (it) =>
  it.product.parts.length < 2 ? [] : [...pagesOfParts(it), ...apart(it)];

function pagesOfParts({ product, flat }: InspectedFlat): Finding[] {
  const { length } = flat.faces;
  if (flat.sets.from !== 'each' || length < 2) return [];
  return [
    {
      id: 'parts-pages',
      severity: 'look',
      station: 'product',
      title: `${plural(length, product.what)} do not go into ${product.parts.length} parts`,
      detail: `Each of them becomes all ${product.parts.length} parts. Where every part has a page of its own there are ${product.parts.length} pages, or so many for every set.`,
    },
  ];
}

/** Whether what is to come set by set does: parts of unlike size, or of a machine that draws from one tray, do not. */
function apart({ product, plan }: InspectedFlat): Finding[] {
  if (product.collated !== 'sets') return [];
  const { lays } = plan.sheets;
  const unlike = lays.some((l) => l.paper.width !== lays[0]!.paper.width || l.paper.height !== lays[0]!.paper.height);
  const sharing = product.order.kind === 'shared';
  const { machine } = plan.sheets.main;
  const stocks = new Set(runsOf(plan).map((r) => r.stock.id));
  if (!unlike && !sharing && (stocks.size < 2 || machine.mixes)) return [];
  return [
    {
      id: 'parts-apart',
      severity: 'look',
      station: 'product',
      title: unlike
        ? 'Parts on sheets of unlike size cannot lie on each other'
        : sharing
          ? 'What shares sheets lies otherwise on each part'
          : `${machine.name} prints one part after the other`,
      detail:
        unlike || sharing
          ? 'Each part is laid, printed and cut by itself; the sets are gathered by hand.'
          : `It draws a job from one tray, and the parts are on ${stocks.size} stocks: their sheets are gathered by hand before they are cut.`,
      offers: () => [
        {
          label: 'Part by part',
          detail: 'cut each by itself, then gathered',
          patch: { product: { collated: 'parts' } },
        },
      ],
    },
  ];
}
