import { trimsPrint, withMargin } from '../../lay';
import { isOpenSize } from '../../makeup';
import { formatLength, formatNumber, formatSize, type Unit } from '../../measure';
import { machineTakes } from '../../shop';
import type { Docket } from '../../docket';
import type { Check, Inspected, Offer, Search } from '../kinds';

/** Pages or bleed that do not fit what the machine prints of the sheet. */
export const fitSheet: Check = (it) => {
  const { docket, plan, unit } = it;
  const main = plan.sheets.main;
  const lay = plan.sheets.lays.find((l) => !l.fits && layOfMain(plan, l));
  const [down] = lay?.downs ?? [];
  if (!lay || !down) return [];
  const bleed = Math.max(...Object.values(down.margin));
  return [
    {
      id: 'fit-sheet',
      severity: 'stop',
      station: 'sheet',
      title: trimsPrint(lay) ? 'The bleed does not fit the sheet' : 'The pages do not fit the sheet',
      detail: `With ${formatLength(bleed, unit)} bleed the open ${plan.assembly.thing} needs ${formatSize(withMargin(down), unit)}; of ${docket.sheet.stock.format} ${main.machine.name} prints ${formatSize(lay.bothSides, unit)}.`,
      offers: () => [
        ...otherStocks(it),
        ...untrimmedOn(docket),
        chosenSections,
        ...lessAtTheEnds(docket, unit),
        ...smaller(docket),
      ],
    },
  ];
};

/** Whether sheets of a lay are of what the job is mainly made of. */
function layOfMain({ sheets }: Inspected['plan'], lay: Inspected['plan']['sheets']['lays'][0]): boolean {
  const { called } = sheets.main;
  for (const sheet of sheets) if (sheet.lay === lay) return sheet.called === called;
  return false;
}

/** Other stocks: of the same make if there is one, and the cheapest. */
function otherStocks({ docket, shop }: Inspected): Offer[] {
  const { stock: now, machine } = docket.sheet;
  return shop.stocks
    .filter((s) => s.id !== now.id && machineTakes(machine, s))
    .map((stock) => ({
      label: `${stock.name} ${stock.format} instead`,
      patch: { sheet: { stock } },
      kind: { name: stock.name === now.name ? 'same make' : 'stock', most: 1 },
    }));
}

/** Folded and not trimmed, where the sheet is as large as the open piece. */
function untrimmedOn({ product, sheet }: Docket): Offer[] {
  if (product.trimming !== 'trimmed' || !isOpenSize(product, sheet.stock)) return [];
  return [
    {
      label: 'Fold it, and don’t trim it',
      detail: 'the edges stay white',
      patch: { product: { trimming: 'folded' } },
    },
  ];
}

const chosenSections: Offer = {
  label: 'Choose the sections for me',
  detail: 'the cheapest that fit',
  patch: { product: { fold: null, sections: { kind: 'auto' } } },
};

/** Less bleed at the two edges that meet the spine: the most that fits. */
function lessAtTheEnds({ product }: Docket, unit: Unit): Search[] {
  if (product.kind !== 'bound') return [];
  const { bleed, bound } = product;
  const ends = bound === 'top' ? 'left and right' : 'head and foot';
  const now = Math.min(bleed, product.endBleed ?? bleed);
  if (now <= 0) return [];
  return [
    {
      least: 0,
      most: now,
      step: 0.1,
      at: (endBleed) => ({
        label: endBleed === 0 ? `No bleed at ${ends}` : `Bleed cut to ${formatLength(endBleed, unit)} at ${ends}`,
        detail: 'trim with care there',
        patch: { product: { endBleed } },
      }),
    },
  ];
}

/** The largest scale of the page at which page and bleed fit; the artwork is made smaller with it. */
function smaller({ product, artwork }: Docket): Search[] {
  if (product.kind !== 'bound') return [];
  const { finished } = product;
  const search: Search = {
    least: 0.05,
    most: 1,
    step: 0.0005,
    at: (s) => {
      const round = (v: number): number => Math.max(1, Math.floor(v * s * 100) / 100);
      const size = { width: round(finished.width), height: round(finished.height) };
      return {
        label: `Page ${formatNumber((1 - s) * 100, 2)} % smaller`,
        detail: `finished ${formatSize(size)}`,
        patch: {
          product: { finished: size },
          artwork: { enlarge: artwork.fit === 'centre' ? Math.max(0.1, artwork.enlarge * s) : artwork.enlarge },
        },
      };
    },
  };
  return [search];
}
