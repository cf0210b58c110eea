import type { Docket, PosterProduct } from '../docket';
import type { Finding } from '../findings';
import { workOf } from '../finishing';
import { foldLines, type FoldLine } from '../lay';
import type { PosterPanel } from '../makeup';
import { formatLength, type Size, type Unit } from '../measure';
import { duration, figureText, sumText, type Figure } from '../reckoning';
import { loadsOf, sentOf, type Cell, type Load, type Plan, type Sheet } from '../sheet';
import { briefText, overlapSaid } from './brief';

/** What stands on the card that travels with a job. */
export interface JobCard {
  readonly number: number;
  readonly title: string;
  readonly customer: string | null;
  readonly due: string | null;
  readonly brief: string;
  /** What is printed: where, how often, on what, out of which tray. */
  readonly loads: readonly { readonly machine: string; readonly what: string; readonly stocks: readonly CardStock[] }[];
  /** Counts, with the sums that made them. */
  readonly counts: readonly { readonly label: string; readonly value: string; readonly sum: string }[];
  /** What is done when it is printed, in order. */
  readonly finishing: readonly { readonly what: string; readonly amount: string; readonly time: string }[];
  /** What was noticed and let stand, and what still wants a decision. */
  readonly accepted: readonly string[];
  readonly open: readonly string[];
  /** The first sheet as it is printed, with its folds in the order that they are made. */
  readonly sheet: { readonly paper: Size; readonly cells: readonly Cell[]; readonly folds: readonly FoldLine[] };
  /** How the panels of a poster hang; null for anything else. */
  readonly wall: CardWall | null;
  /** Pages to be shown small, by place: the first, and some more. */
  readonly pages: readonly { readonly file: number; readonly page: number; readonly label: string }[];
}

/** The assembly map of a poster. Millimetres from the poster's lower left. */
export interface CardWall {
  readonly size: Size;
  readonly panels: readonly Pick<PosterPanel, 'name' | 'seen' | 'off' | 'column' | 'row'>[];
  /** How they are joined, and where the joints are seen from the left and from the top. */
  readonly said: readonly string[];
}

export interface CardStock {
  readonly name: string;
  readonly swatch: string;
  /** Null where it lies in none of the machine's. */
  readonly tray: string | null;
  /** Sheets of it, all times counted. */
  readonly sheets: number;
}

/** What is done on a finishing machine, in words. */
export const PROCESSES_SAID = {
  cut: 'Cut',
  score: 'Score',
  round: 'Round corners',
  fold: 'Fold',
  stitch: 'Fold and stitch',
  sew: 'Sew',
  bind: 'Mill and glue',
  punch: 'Punch and bind',
  trim: 'Trim',
} as const;

/** The figures that travel: of the others the screen tells. */
const TRAVELS: readonly Figure['key'][] = [
  'up',
  'panels',
  'goodSheets',
  'overrun',
  'spoilage',
  'sheets',
  'spine',
  'creep',
  'printTime',
];
/** Small pages on a card. */
const SHOWN = 8;
/** Places that are looked through for them: further on there are no other pages than these. */
const SEARCHED = 200;

/** What lies on a load's sheets, said of the first: `cards`; `cards, ahead`. */
const calledOf = ({ called, ahead }: Sheet): string => (ahead ? `${called}, ahead to set up by` : called);

function stocksOf({ stocks, machine }: Load, times: number): CardStock[] {
  const counted = new Map<string, CardStock>();
  for (const { stock, from, to } of stocks) {
    const before = counted.get(stock.id);
    counted.set(stock.id, {
      name: `${stock.name} ${stock.format}, ${stock.grain} grain`,
      swatch: stock.swatch,
      tray: machine.trays.find((t) => t.stock === stock.id)?.name ?? null,
      sheets: (before?.sheets ?? 0) + (to - from + 1) * times,
    });
  }
  return [...counted.values()];
}

const JOINED = {
  under: ({ over }: PosterProduct) => `The ${over.across} one lies over its neighbour, the ${over.down} one too.`,
  both: () => 'Both are cut through in the middle of the overlap.',
} as const;

/** How a poster hangs, in words and measures. */
export function wallOf({ product }: Docket, { product: made }: Plan, unit: Unit): CardWall | null {
  if (product.kind !== 'poster' || made.kind !== 'poster') return null;
  const { panels, columns, rows } = made;
  const { finished, overlap, lap } = product;
  const list = (values: readonly number[]): string =>
    values.map((v) => formatLength(v, unit, unit === 'mm' ? 1 : 3)).join(', ');
  const across = panels.slice(1, columns).map((p) => p.seen.x);
  const down = Array.from({ length: rows - 1 }, (_, i) => panels[(i + 1) * columns]!.seen).map(
    (s) => finished.height - s.y - s.height,
  );
  return {
    size: { width: finished.width, height: finished.height },
    panels,
    said: [
      ...(panels.length > 1 ? [`Panels hang ${overlapSaid(overlap, unit)}.`] : []),
      ...(panels.length > 1 && overlap > 0 ? [JOINED[lap](product)] : []),
      ...(across.length > 0 ? [`Joints from the left: ${list(across)}.`] : []),
      ...(down.length > 0 ? [`Joints from the top: ${list(down)}.`] : []),
    ],
  };
}

/** Pages that are shown small: of a poster each once, else the first places. */
function shownOf({ content, product }: Plan): JobCard['pages'] {
  if (product.kind === 'poster')
    return product.posters.slice(0, SHOWN).map(({ file, page }, i) => ({ file, page, label: String(i + 1) }));
  return Array.from({ length: Math.min(content.places, SEARCHED) }, (_, i) => content.at(i + 1))
    .flatMap(({ page, label }) => (page ? [{ file: page.file, page: page.page, label }] : []))
    .slice(0, SHOWN);
}

/** The card of a job. @param number the job's, as the shop counts */
export function jobCard(
  number: number,
  docket: Docket,
  plan: Plan,
  { findings, figures }: { readonly findings: readonly Finding[]; readonly figures: readonly Figure[] },
  unit: Unit,
): JobCard {
  const { copies } = docket.product;
  const main = plan.sheets.main;
  return {
    number,
    title: docket.title,
    customer: docket.customer,
    due: docket.due,
    brief: briefText(docket, plan, unit),
    loads: loadsOf(plan).map((load) => {
      const { times } = sentOf(load, docket.send);
      const n = load.sheets.length;
      return {
        machine: load.machine.name,
        what: `${calledOf(plan.sheets.at(load.sheets[0]! - 1))}: ${n} ${n === 1 ? 'sheet' : 'sheets'}, ${load.sides === 2 ? 'two sides' : 'one side'}, ${times} ${times === 1 ? 'time' : 'times'}`,
        stocks: stocksOf(load, times),
      };
    }),
    counts: TRAVELS.flatMap((key) =>
      figures
        .filter((f) => f.key === key)
        .map((f) => ({ label: f.label, value: figureText(f, unit), sum: sumText(f, unit) })),
    ),
    finishing: workOf(docket.finish, plan, copies).map(({ step, amount, minutes }) => ({
      what: `${PROCESSES_SAID[step.process]} on ${step.machine.name}`,
      amount: amount.sum,
      time: duration(minutes),
    })),
    accepted: findings.filter((f) => f.accepted).map((f) => f.title),
    open: findings.filter((f) => f.severity !== 'fine' && !f.accepted).map((f) => f.title),
    sheet: { paper: main.lay.paper, cells: main.front, folds: foldLines(main.lay) },
    wall: wallOf(docket, plan, unit),
    pages: shownOf(plan),
  };
}
