import { layingOf, trimsPrint, withMargin, yieldOf } from '../../lay';
import { isOpenSize, type LayStyle, type Shape } from '../../makeup';
import { formatLength, formatNumber, formatSize, lying, type Unit } from '../../measure';
import { machineTakes, type Machine, type Stock } from '../../shop';
import type { Docket } from '../../docket';
import type { Check, Inspected, Offer, Search } from '../kinds';

/** Pages or bleed that do not fit what the machine prints of the sheet. */
export const fitSheet: Check = (it) => {
  const { docket, plan, unit } = it;
  // panels are divided anew: what is larger than its sheet has a finding of its own
  if (docket.product.kind === 'poster') return [];
  const main = plan.sheets.main;
  const lay = plan.sheets.lays.find((l) => !l.fits && layOfMain(plan, l));
  const [down] = lay?.downs ?? [];
  if (!lay || !down) return [];
  const bleed = Math.max(...Object.values(down.margin));
  const fits = fittingSheets(it, down.shape, lay.style);
  return [
    {
      id: 'fit-sheet',
      severity: 'stop',
      station: 'sheet',
      title: trimsPrint(lay) ? 'The bleed does not fit the sheet' : 'The pages do not fit the sheet',
      detail: `With ${formatLength(bleed, unit)} bleed ${docket.product.kind === 'bound' ? 'the open' : 'the'} ${plan.assembly.thing} needs ${formatSize(withMargin(down), unit)}; of ${docket.sheet.stock.format} ${main.machine.name} prints ${formatSize(lay.bothSides, unit)}.${fits.length === 0 ? largestSaid(it) : ''}`,
      offers: () => [
        ...otherStocks(it),
        ...otherPresses(docket, fits),
        ...twoForms(docket),
        ...untrimmedOn(docket),
        ...(docket.product.kind === 'bound' ? [chosenSections] : []),
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

interface FittingSheet {
  readonly stock: Stock;
  readonly machine: Machine;
}

/** The shop's sheets and presses on which a shape fits, whichever the job is planned for. */
function fittingSheets({ docket, shop }: Inspected, shape: Shape, style: LayStyle): FittingSheet[] {
  return shop.machines.flatMap((machine) =>
    shop.stocks
      .filter(
        (stock) => machineTakes(machine, stock) && layingOf({ ...docket.sheet, stock, machine }, shape, style).fits,
      )
      .map((stock) => ({ stock, machine })),
  );
}

/** The largest sheet that there is, and the presses that take it: nothing fits, and one sees what would. */
function largestSaid({ shop, unit }: Inspected): string {
  const largest = shop.stocks
    .filter((s) => shop.machines.some((m) => machineTakes(m, s)))
    .reduce<Stock | null>((m, s) => (!m || s.width * s.height > m.width * m.height ? s : m), null);
  if (!largest) return '';
  const takes = shop.machines.filter((m) => machineTakes(m, largest)).map((m) => m.name);
  return ` It fits no sheet of the shop: the largest is ${largest.name} ${largest.format}, ${formatSize(lying(largest), unit)}, which ${takes.join(' and ')} ${takes.length === 1 ? 'takes' : 'take'}.`;
}

/** Another press, with a sheet on which it fits there. */
const otherPresses = ({ sheet }: Docket, fits: readonly FittingSheet[]): Offer[] =>
  fits
    .filter(({ machine }) => machine.id !== sheet.machine.id)
    .map(({ stock, machine }) => ({
      label: `Run on ${machine.name}, on ${stock.name} ${stock.format}`,
      patch: { sheet: { stock, machine } },
      kind: { name: 'press', most: 1 },
    }));

/** The whole sheet for each side, where one form for both has only half of it. */
const twoForms = ({ sheet }: Docket): Offer[] =>
  yieldOf(sheet.work) === 2
    ? [
        {
          label: 'Front and back from two forms',
          detail: 'each has the whole sheet',
          patch: { sheet: { work: 'sheetwise' } },
        },
      ]
    : [];

/** Folded and not trimmed, where the sheet is as large as the open piece. */
function untrimmedOn({ product, sheet }: Docket): Offer[] {
  if (product.kind !== 'bound' || product.trimming !== 'trimmed' || !isOpenSize(product, sheet.stock)) return [];
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
