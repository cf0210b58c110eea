import type { Finish, Patch } from '../../docket';
import { formatLength, formatNumber, formatSize, money, type Unit } from '../../measure';
import { inkBorne, SHOP_VALUES, STITCHES, type Finisher, type Machine, type Reads, type Stock } from '../../shop';
import type { Check, Finding, Station } from '../kinds';

/** What the shop has changed since a job was planned: the job keeps what it has until somebody takes the new figures. */

/** What is told of a difference: the figure's name, and its value in words. */
type Told<T> = readonly (readonly [name: string, of: (it: T, unit: Unit) => string])[];

const STOCK: Told<Stock> = [
  ['name', (s) => `${s.name} ${s.format}`],
  ['size', (s, unit) => formatSize(s, unit)],
  ['weight', (s) => `${formatNumber(s.grammage)} g/m²`],
  ['caliper', (s, unit) => formatLength(s.caliper, unit, unit === 'mm' ? 3 : 4)],
  ['grain', (s) => s.grain],
  ['surface', (s) => s.coating],
  ['ink it bears', (s) => `${formatNumber(inkBorne(s))} %`],
  ['price', (s) => `${formatNumber(s.price, 3)} ct`],
  ['colour', (s) => s.swatch],
];

const edges = ({ left, right, top, bottom }: Machine['noPrint'], unit: Unit): string =>
  [left, right, top, bottom].map((mm) => formatLength(mm, unit)).join(', ');

const MACHINE: Told<Machine> = [
  ['name', (m) => m.name],
  ['largest sheet', (m, unit) => formatSize(m.largest, unit)],
  ['smallest sheet', (m, unit) => formatSize(m.smallest, unit)],
  ['edges that do not print', (m, unit) => edges(m.noPrint, unit)],
  ['turn', (m) => m.turn],
  ['sides', (m) => m.sides],
  ['speed', (m) => `${formatNumber(m.speed)} sides an hour`],
  ['make-ready', (m) => `${formatNumber(m.makeReady)} min`],
  ['click', (m) => `${formatNumber(m.click, 3)} ct`],
  ['hour', (m) => money(m.hour)],
  ['plate', (m) => money(m.plate)],
  ['spoilage', (m) => `${formatNumber(m.spoilage.sheets)} sheets and ${formatNumber(m.spoilage.percent)} %`],
];

const toolsSaid = ({ along, across }: { readonly along: number; readonly across: number }): string =>
  `${along} along, ${across} across`;

function readsSaid(reads: Reads | null, unit: Unit): string {
  if (!reads) return 'nothing';
  const at = (...mm: number[]): string => mm.map((v) => formatLength(v, unit)).join(', ');
  const { mark, code } = reads;
  return `a mark at ${at(mark.side, mark.lead, mark.length, mark.width)}${code ? ` and a ${code.symbology} at ${at(code.side, code.lead, code.width, code.height)}` : ''}`;
}

/** A length that a machine need not say. */
const maybe = (mm: number | null | undefined, unit: Unit): string => formatLength(mm ?? 0, unit);

/** A finishing machine's figures, whichever its kind has. */
const FINISHER: Told<Finisher> = [
  ['name', (f) => f.name],
  ['largest', (f, unit) => formatSize(f.largest, unit)],
  ['speed', (f) => `${formatNumber(f.speed)} an hour`],
  ['make-ready', (f) => `${formatNumber(f.makeReady)} min`],
  ['hour', (f) => money(f.hour)],
  ['sheets at once', (f) => ('mostSheets' in f ? String(f.mostSheets) : '')],
  ['folds', (f) => ('mostFolds' in f ? String(f.mostFolds) : '')],
  ['thickest', (f, unit) => ('thickest' in f && f.thickest !== null ? formatLength(f.thickest, unit) : 'any')],
  ['radii', (f, unit) => (f.kind === 'corner cutter' ? f.radii.map((r) => formatLength(r, unit)).join(', ') : '')],
  ['stitches', (f) => (f.kind === 'stitcher' ? String(f.stitches ?? STITCHES) : '')],
  ['what it trims', (f) => (f.kind === 'stitcher' || f.kind === 'binder' ? (f.trims ?? 'three sides') : '')],
  [
    'fold plates',
    (f, unit) =>
      f.kind === 'folder' && f.plates
        ? `${formatLength(f.plates.shortest, unit)} to ${formatLength(f.plates.longest, unit)}`
        : '',
  ],
  ['deepest', (f, unit) => (f.kind === 'binder' ? maybe(f.deepest, unit) : '')],
  ['holes', (f, unit) => (f.kind === 'punch' ? [f.pitch, f.inset].map((mm) => maybe(mm, unit)).join(', ') : '')],
  ['lift', (f, unit) => ('lift' in f ? formatLength(f.lift, unit) : '')],
  ['smallest strip', (f, unit) => ('smallestStrip' in f ? formatLength(f.smallestStrip, unit) : '')],
  [
    'without its false clamp',
    (f, unit) => ('bareClamp' in f ? (f.bareClamp === null ? 'none' : formatLength(f.bareClamp, unit)) : ''),
  ],
  ['smallest', (f, unit) => ('smallest' in f ? formatSize(f.smallest, unit) : '')],
  ['feed', (f) => ('feed' in f ? f.feed : '')],
  ['steps', (f, unit) => (f.kind === 'slitter' ? maybe(f.step, unit) : '')],
  ['guide', (f) => ('guide' in f ? f.guide : '')],
  ['scores', (f) => ('scores' in f ? toolsSaid(f.scores) : '')],
  [
    'perforations',
    (f) => (f.kind === 'slitter' ? toolsSaid(f.perforates) : f.kind === 'creaser' ? (f.perforates ? 'yes' : 'no') : ''),
  ],
  [
    'lines apart',
    (f, unit) =>
      f.kind === 'slitter'
        ? formatLength(f.nearestScores, unit)
        : f.kind === 'creaser'
          ? formatLength(f.nearest, unit)
          : '',
  ],
  ['covers', (f) => (f.kind === 'binder' ? (f.scoresCovers === false ? 'not scored' : 'scored') : '')],
  [
    'channels',
    (f, unit) =>
      f.kind === 'creaser' && f.channels
        ? f.channels.map((c) => `${formatLength(c.width, unit)} to ${formatLength(c.most, unit)}`).join(', ')
        : '',
  ],
  ['lines in a pass', (f) => ('mostLines' in f ? String(f.mostLines) : '')],
  ['what it reads', (f, unit) => ('reads' in f ? readsSaid(f.reads, unit) : '')],
  ['slits', (f) => ('mostSlits' in f ? String(f.mostSlits) : '')],
  ['cross cuts', (f) => ('mostCrossCuts' in f ? String(f.mostCrossCuts) : '')],
  ['slits apart', (f, unit) => ('nearestSlits' in f ? formatLength(f.nearestSlits, unit) : '')],
  ['cross cuts apart', (f, unit) => ('nearestCuts' in f ? formatLength(f.nearestCuts, unit) : '')],
  ['waste at a side', (f, unit) => ('sides' in f ? formatLength(f.sides, unit) : '')],
  ['waste at an end', (f, unit) => ('ends' in f ? formatLength(f.ends, unit) : '')],
  ['cuts in a program', (f) => ('memory' in f ? (f.memory === null ? 'any' : String(f.memory)) : '')],
];

/** `price 3.8 ct → 4.1 ct; grain short → long`; empty where the two are alike. */
function differences<T>(told: Told<T>, mine: T, now: T, unit: Unit): string {
  return told
    .map(([name, of]) => [name, of(mine, unit), of(now, unit)] as const)
    .filter(([, before, after]) => before !== after)
    .map(([name, before, after]) => `${name} ${before} → ${after}`)
    .join('; ');
}

interface Named {
  readonly id: string;
  readonly name: string;
}

function changed<T extends Named>(
  told: Told<T>,
  what: 'stock' | 'machine',
  station: Station,
  [mine, now]: readonly [T, T | undefined],
  unit: Unit,
  patch: (now: T) => Patch,
): Finding[] {
  const different = now ? differences(told, mine, now, unit) : '';
  if (!now || different === '') return [];
  return [
    {
      id: `changed-${what}-${mine.id}`.slice(0, 100),
      severity: 'look',
      station,
      title: `${mine.name} is not as the shop has it now`,
      detail: `${different}. The job keeps what it has until you take the new figures.`,
      offers: () => [{ label: 'Take the new figures', patch: patch(now) }],
    },
  ];
}

/** A stock of a job that the shop has changed. */
export const changedStock = (
  mine: Stock,
  stocks: readonly Stock[],
  unit: Unit,
  station: Station,
  patch: (now: Stock) => Patch,
): Finding[] =>
  changed(STOCK, 'stock', station, [mine, stocks.find((s) => s.id === mine.id)], unit, (now) => patch(whole(now)));

/** A machine of a job that the shop has changed. What lies in its trays, and where it prints, is asked elsewhere. */
export const changedMachine = (
  mine: Machine,
  machines: readonly Machine[],
  unit: Unit,
  patch: (now: Machine) => Patch,
): Finding[] =>
  changed(MACHINE, 'machine', 'sheet', [mine, machines.find((m) => m.id === mine.id)], unit, (now) =>
    patch({ ...now, trays: mine.trays, mixes: mine.mixes, reload: mine.reload }),
  );

/** Every figure said, so that none of the former ones is left beside them. */
const whole = (stock: Stock): Stock => SHOP_VALUES.stocks.parse(stock);

export const shopChanged: Check = ({ docket, shop, unit }) => {
  const { sheet, finish } = docket;
  const steps = finish.route.flatMap((step, at) =>
    changed<Finisher>(
      FINISHER,
      'machine',
      'finish',
      [step.machine, shop.finishers.find((f) => f.id === step.machine.id && f.kind === step.machine.kind)],
      unit,
      (machine) => ({
        finish: { route: finish.route.map((s, i) => (i === at ? { ...s, machine } : s)) as Finish['route'] },
      }),
    ),
  );
  return [
    ...changedStock(sheet.stock, shop.stocks, unit, 'sheet', (stock) => ({ sheet: { stock } })),
    ...changedMachine(sheet.machine, shop.machines, unit, (machine) => ({ sheet: { machine } })),
    ...steps,
  ];
};
