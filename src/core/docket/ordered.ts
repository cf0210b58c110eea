import { formatLength, formatSize, lying, same, sameSize, wholeNumber, type Size, type Unit } from '../measure';
import { machineTakes, type Machine, type Shop, type Stock } from '../shop';
import type { Artwork } from './artwork';
import { pagesSaid } from './bound';
import { inksCounted, inksListed, sameInk, type Inks } from './inks';
import type { OrderFacts } from './order';
import type { Patch } from './patch';
import type { Docket, Product } from './schema';

/** How what was ordered and what a docket makes are compared, fact by fact, and how a docket is made to follow it. */

/** A fact in which a docket is not what was ordered. */
export interface Differs {
  /** As the order says it, and as the docket has it: `500 copies`. */
  readonly ordered: string;
  readonly made: string;
  /** Changes each of which makes the docket follow; none where no change of a docket does. */
  readonly follow: readonly { readonly label: string; readonly patch: Patch }[];
}

/** What a comparison looks at. */
export interface Compared {
  readonly docket: Docket;
  readonly facts: OrderFacts;
  readonly artwork: Artwork;
  readonly shop: Shop;
  readonly unit: Unit;
}

export interface FactRule {
  /** What is compared, as a title says it: `The number of copies`. */
  readonly called: string;
  readonly station: 'artwork' | 'product' | 'sheet';
  readonly differs: (it: Compared) => Differs | null;
}

/** Millimetres that sizes may differ by: those of tickets are in whole points. */
const NEAR = 0.2;
const alike = (a: Size, b: Size): boolean => sameSize(lying(a), lying(b), NEAR);

/** Pieces that flat work has, each an artwork. */
function formsOf(product: Product, artwork: Artwork): number {
  const pages = product.pages ? pagesSaid(product.pages) : artwork.pages.length;
  return product.kind === 'flat' && product.sides === 'two' ? Math.ceil(pages / 2) : pages;
}

/** Quantities of pieces by their runs: those that are wanted in another number than most. */
const quantitiesFor = (runs: readonly number[], copies: number): { piece: number; copies: number }[] =>
  runs.flatMap((r, i) => (r === copies ? [] : [{ piece: i + 1, copies: r }]));

/** Some numbers as a list, no longer than is read: `300, 200, 300 and 994 more`. */
function listed(numbers: readonly number[]): string {
  const some = numbers.slice(0, 8).map((n) => wholeNumber(n));
  return some.join(', ') + (numbers.length > 8 ? ` and ${numbers.length - 8} more` : '');
}

function copies({ docket, facts, artwork }: Compared): Differs | null {
  const { product } = docket;
  const { runs } = facts;
  const whole = facts.copies ?? (runs && Math.max(1, ...runs));
  if (whole === undefined) return null;
  const said = (n: number): string => `${wholeNumber(n)} ${n === 1 ? 'copy' : 'copies'}`;
  if (!runs || product.kind !== 'flat') {
    const singly = product.kind === 'flat' ? product.quantities.some((q) => q.copies !== whole) : false;
    if (product.copies === whole && !singly) return null;
    const patch: Patch =
      product.kind === 'flat' ? { product: { copies: whole, quantities: [] } } : { product: { copies: whole } };
    return {
      ordered: said(whole),
      made: singly ? 'other numbers of some pieces' : said(product.copies),
      follow: [{ label: `Make ${said(whole)}`, patch }],
    };
  }
  const forms = formsOf(product, artwork);
  const list = listed(runs);
  if (forms !== runs.length)
    return {
      ordered: `${runs.length} forms of ${list}`,
      made: `${forms} ${forms === 1 ? 'form' : 'forms'}`,
      follow: [],
    };
  const made = runs.map((_, i) => product.quantities.find((q) => q.piece === i + 1)?.copies ?? product.copies);
  if (made.every((n, i) => n === runs[i])) return null;
  return {
    ordered: `runs of ${list}`,
    made: `runs of ${listed(made)}`,
    follow: [
      {
        label: 'Make the runs ordered',
        patch: { product: { copies: whole, quantities: quantitiesFor(runs, whole) } },
      },
    ],
  };
}

function finished({ docket, facts, unit }: Compared): Differs | null {
  const said = facts.finished;
  const { finished } = docket.product;
  if (!said || sameSize(said, finished, NEAR)) return null;
  return {
    ordered: formatSize(said, unit),
    made: formatSize(finished, unit),
    follow: [{ label: `Make it ${formatSize(said, unit)}`, patch: { product: { finished: said } } }],
  };
}

function bleed({ docket, facts, unit }: Compared): Differs | null {
  if (facts.bleed === undefined || same(facts.bleed, docket.product.bleed)) return null;
  const said = formatLength(facts.bleed, unit);
  return {
    ordered: said,
    made: formatLength(docket.product.bleed, unit),
    follow: [{ label: `Take ${said} of bleed`, patch: { product: { bleed: facts.bleed } } }],
  };
}

function sides({ docket, facts }: Compared): Differs | null {
  const { product } = docket;
  if (!facts.sides || product.kind !== 'flat' || product.sides === facts.sides) return null;
  const said = { one: 'one side', two: 'both sides' };
  return {
    ordered: said[facts.sides],
    made: said[product.sides],
    follow: [{ label: `Print ${said[facts.sides]}`, patch: { product: { sides: facts.sides } } }],
  };
}

function pages({ facts, artwork }: Compared): Differs | null {
  const { length } = artwork.pages;
  if (facts.pages === undefined || facts.pages === length || length === 0) return null;
  return { ordered: `${facts.pages} pages`, made: `${length} in the artwork`, follow: [] };
}

/** Whether a stock is what an order says, as far as it says something. */
export function isOrdered({ stock, grammage, paper }: OrderFacts, it: Stock): boolean {
  return (
    (stock === undefined || sameInk(stock, it.name) || sameInk(stock, it.id)) &&
    (grammage === undefined || Math.abs(grammage - it.grammage) < 0.5) &&
    (paper === undefined || alike(paper, it))
  );
}

function stock({ docket, facts, shop, unit }: Compared): Differs | null {
  const now = docket.sheet.stock;
  if (isOrdered(facts, now)) return null;
  const said = (name: string | undefined, grammage: number | undefined, size: Size | undefined): string =>
    [name, grammage === undefined ? undefined : `${grammage} g/m²`, size && formatSize(size, unit)]
      .filter((s) => s !== undefined)
      .join(', ');
  return {
    ordered: said(facts.stock, facts.grammage, facts.paper),
    made: said(now.name, now.grammage, lying(now)),
    follow: shop.stocks
      .filter((s) => isOrdered(facts, s) && machineTakes(docket.sheet.machine, s))
      .slice(0, 4)
      .map((s) => ({ label: `Take ${s.name} ${s.format}`, patch: { sheet: { stock: s } } })),
  };
}

/** Whether a machine is the one that an order names. */
export const isNamed = ({ machine }: OrderFacts, it: Machine): boolean =>
  machine === undefined || sameInk(machine, it.name) || sameInk(machine, it.id);

function machine({ docket, facts, shop }: Compared): Differs | null {
  if (isNamed(facts, docket.sheet.machine)) return null;
  const meant = shop.machines.find((m) => isNamed(facts, m));
  return {
    ordered: facts.machine!,
    made: docket.sheet.machine.name,
    follow: meant ? [{ label: `Run on ${meant.name}`, patch: { sheet: { machine: meant } } }] : [],
  };
}

function plate({ docket, facts, shop, unit }: Compared): Differs | null {
  const said = facts.plate;
  const { press } = docket.sheet.machine;
  if (!said || (press && alike(said, press.plate))) return null;
  const others = shop.machines.filter((m) => m.press && alike(said, m.press.plate));
  return {
    ordered: `plates of ${formatSize(said, unit)}`,
    made: press ? formatSize(press.plate, unit) : `no plates on ${docket.sheet.machine.name}`,
    follow: [
      ...(press
        ? [
            {
              label: `Take plates of ${formatSize(said, unit)}`,
              patch: { sheet: { machine: { press: { plate: said } } } },
            },
          ]
        : []),
      ...others.map((m) => ({ label: `Run on ${m.name}`, patch: { sheet: { machine: m } } })),
    ],
  };
}

const sameInks = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((name) => b.some((other) => sameInk(name, other)));

function inks({ docket, facts }: Compared): Differs | null {
  const said: Inks | undefined = facts.inks;
  const now = docket.sheet.inks;
  if (!said || (now && sameInks(said.front, now.front) && sameInks(said.back, now.back))) return null;
  return {
    ordered: `${inksCounted(said)}, ${inksListed(said)}`,
    made: now ? `${inksCounted(now)}, ${inksListed(now)}` : 'no inks said',
    follow: [{ label: `Print in ${inksCounted(said)}`, patch: { sheet: { inks: said } } }],
  };
}

/** The facts that spoil work where they are not as ordered, in the order in which a docket follows them. */
export const FACTS: Readonly<Record<string, FactRule>> = {
  machine: { called: 'The press', station: 'sheet', differs: machine },
  plate: { called: 'The plate', station: 'sheet', differs: plate },
  finished: { called: 'The finished size', station: 'product', differs: finished },
  bleed: { called: 'The bleed', station: 'product', differs: bleed },
  sides: { called: 'The number of printed sides', station: 'product', differs: sides },
  copies: { called: 'The quantity', station: 'product', differs: copies },
  inks: { called: 'The inks', station: 'sheet', differs: inks },
  stock: { called: 'The paper', station: 'sheet', differs: stock },
  pages: { called: 'The number of pages', station: 'artwork', differs: pages },
};
