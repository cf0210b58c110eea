import { loadsOf, type Load } from '../reckoning';
import { runsBothWays } from '../sheet';
import { pageRanges, plural, type Finding, type Inspected, type Remedy } from './kinds';

/** Tabs that the bank does not hold, tabs and inserts that found no place, chapters beyond the end. */
export function tabsFinding({ docket, plan }: Inspected): Finding[] {
  const { tabs, chapters, inserts, binding } = docket.product;
  const found: Finding[] = [];
  if (tabs.on && chapters.length === 0)
    found.push({
      id: 'no-chapters',
      severity: 'look',
      station: 'product',
      title: 'Tabs are wished for, and there are no chapters',
      detail: 'Name the chapters with the page each begins on; a tab is made for every one.',
      remedies: [{ label: 'No tabs', patch: { product: { tabs: { on: false } } } }],
    });
  if (tabs.on && chapters.length > tabs.positions && !tabs.restart)
    found.push({
      id: 'tab-bank',
      severity: 'stop',
      station: 'product',
      title: `${plural(chapters.length, 'tab')} in a bank of ${tabs.positions}`,
      detail: `Tabs ${pageRanges(Array.from({ length: chapters.length - tabs.positions }, (_, i) => tabs.positions + 1 + i))} would all stand at the last place.`,
      remedies: [
        { label: 'Begin again at the head', detail: 'a second bank', patch: { product: { tabs: { restart: true } } } },
        ...(chapters.length <= 31
          ? [
              {
                label: `${chapters.length} narrower tabs`,
                patch: { product: { tabs: { positions: chapters.length } } },
              },
            ]
          : []),
      ],
    });
  const beyond = chapters.filter((c) => c.at > plan.places);
  if (beyond.length > 0)
    found.push({
      id: 'chapter-beyond',
      severity: 'look',
      station: 'product',
      title: `${plural(beyond.length, 'chapter begins', 'chapters begin')} behind the last page`,
      detail: `${beyond.map((c) => `“${c.title}” on page ${c.at}`).join(', ')}; there are ${plural(plan.places, 'page')}.`,
      remedies: [
        { label: 'Leave them out', patch: { product: { chapters: chapters.filter((c) => c.at <= plan.places) } } },
      ],
    });
  if (plan.misplaced.length > 0 && (inserts.length > 0 || (tabs.on && chapters.length > 0))) {
    const loose: Remedy = {
      label: 'Loose leaves for wire',
      detail: 'leaves can stand anywhere',
      patch: { product: { binding: { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'repeat' } } },
    };
    found.push({
      id: 'leaf-in-section',
      severity: 'stop',
      station: 'product',
      title: `${plural(plan.misplaced.length, 'leaf')} cannot stand inside a section`.replace('leafs', 'leaves'),
      detail:
        binding.kind === 'saddle-stitched'
          ? 'In a stitched booklet a single leaf has nothing to be stitched by.'
          : `Behind page ${pageRanges(plan.misplaced)} a section goes on; the leaf was put behind that section.`,
      remedies: [
        ...(binding.kind === 'perfect-bound'
          ? [
              {
                label: 'Single leaves',
                detail: 'glued one by one',
                patch: { sheet: { fold: '2-leaf', sections: { kind: 'auto' as const } } },
              },
            ]
          : []),
        loose,
        { label: 'Without them', patch: { product: { tabs: { on: false }, inserts: [] } } },
      ],
    });
  }
  return found;
}

/** Weights that a machine needs time to change between, by fuser and speed. */
const WEIGHT_CLASSES = [80, 105, 135, 170, 220, 300] as const;
const weightClass = (grammage: number): number => WEIGHT_CLASSES.filter((w) => grammage > w).length;

/** Jobs that change between light and heavy paper many times a copy: the press waits each time. */
export function weightOrderFinding({ docket, plan }: Inspected): Finding[] {
  const changesIn = ({ stocks }: Load): number =>
    stocks.filter((s, i) => i > 0 && weightClass(s.stock.grammage) !== weightClass(stocks[i - 1]!.stock.grammage))
      .length;
  const waits = loadsOf(docket, plan).filter((load) => changesIn(load) > 1);
  const changes = waits.reduce((n, load) => n + changesIn(load), 0);
  if (changes < 3) return [];
  const stocks = [...new Map(waits.flatMap((l) => l.stocks).map((s) => [s.stock.id, s.stock])).values()].sort(
    (a, b) => a.grammage - b.grammage,
  );
  return [
    {
      id: 'weight-order',
      severity: 'fine',
      station: 'sheet',
      title: `The press changes weight ${changes} times a copy`,
      detail: `It waits at every change. One stock after the other, collated by hand, it would not: ${stocks.map((s) => s.name).join(', then ')}.`,
      remedies: [
        {
          label: 'One stock after the other',
          detail: 'collate by hand',
          patch: { sheet: { machine: { mixes: false } } },
        },
      ],
    },
  ];
}

/** Trays that were loaded anew since the job was planned, and stocks that lie in no tray of their machine. */
export function traysFinding({ docket, plan, shop }: Inspected): Finding[] {
  const { machine: mine } = docket.sheet;
  const known = shop.machines.find((m) => m.id === mine.id);
  const trayOf = (trays: typeof mine.trays, stock: string): string | undefined =>
    trays.find((t) => t.stock === stock)?.name;
  const used = plan.sheets.filter((s) => s.machine.id === mine.id).map((s) => s.stock);
  const elsewhere = used.find((s) => known && trayOf(known.trays, s.id) !== trayOf(mine.trays, s.id));
  if (known && elsewhere)
    return [
      {
        id: 'trays-differ',
        severity: 'look',
        station: 'sheet',
        title: `${elsewhere.name} lies elsewhere in ${mine.name}`,
        detail: `This job has it in ${trayOf(mine.trays, elsewhere.id) ?? 'no tray'}; ${mine.name} was left with it in ${trayOf(known.trays, elsewhere.id) ?? 'no tray'}. Keep the job’s trays with it, or take them as they were left.`,
        remedies: [{ label: `Trays as ${mine.name} was left`, patch: { sheet: { machine: { trays: known.trays } } } }],
      },
    ];
  const lacking = new Map<string, string>();
  for (const { stock, machine } of plan.sheets)
    if (machine.trays.length > 0 && !machine.trays.some((t) => t.stock === stock.id))
      lacking.set(`${machine.id} ${stock.id}`, `${stock.name} ${stock.format} in no tray of ${machine.name}`);
  if (lacking.size === 0) return [];
  return [
    {
      id: 'trays',
      severity: 'fine',
      station: 'sheet',
      title: [...lacking.values()].join('; '),
      detail: 'Load it before the run, or say on the floor where it lies.',
      remedies: [],
    },
  ];
}

/** Backs that are not printed though they have pages. */
export function oneSidedFinding({ docket, plan, artwork }: Inspected): Finding[] {
  if (docket.sheet.work !== 'one-sided' || artwork.pages.length < 2) return [];
  const shown = new Set(plan.sheets.flatMap((s) => s.front.cells.map((c) => c.reading)));
  const lost = plan.pages.flatMap((p, i) => (p.ref && !shown.has(i + 1) ? [i + 1] : []));
  if (lost.length === 0) return [];
  return [
    {
      id: 'one-sided',
      severity: 'stop',
      station: 'sheet',
      title: `${plural(lost.length, 'page')} would not be printed`,
      detail: `Page ${pageRanges(lost)} would be on the back, and one side is printed.`,
      remedies: [{ label: 'Print both sides', patch: { sheet: { work: 'sheetwise' } } }],
    },
  ];
}

/** Artwork passed through as it is: nothing of it is imposed. */
export function passedFinding({ docket, plan, artwork }: Inspected): Finding[] {
  const { imposed } = docket.artwork;
  if (imposed.kind === 'pages') {
    const wide = spreadsLikely(docket);
    return wide
      ? [
          {
            id: 'spreads',
            severity: 'fine',
            station: 'artwork',
            title: 'The artwork’s pages are twice as wide as tall pages: spreads?',
            detail: 'Two pages of a book may stand side by side on each.',
            remedies: [
              {
                label: 'Take the spreads apart',
                detail: 'left page, then right',
                patch: {
                  artwork: { imposed: { kind: 'spreads', covers: false } },
                  product: {
                    finished: { width: docket.product.finished.width / 2, height: docket.product.finished.height },
                  },
                },
              },
              {
                label: 'They are folded sheets',
                detail: '4 | 1, then 2 | 3',
                patch: {
                  artwork: { imposed: { kind: 'folded', fold: '4-single', nested: true } },
                  product: {
                    finished: { width: docket.product.finished.width / 2, height: docket.product.finished.height },
                  },
                },
              },
            ],
          },
        ]
      : [];
  }
  if (imposed.kind !== 'sheets')
    return [
      {
        id: 'taken-apart',
        severity: 'fine',
        station: 'artwork',
        title: `${plural(artwork.pages.length, 'artwork page')} taken apart into ${plural(plan.textPages, 'page')}`,
        detail: 'Look through the page list once: each must be whole and upright.',
        remedies: [{ label: 'Take its pages as they are', patch: { artwork: { imposed: { kind: 'pages' } } } }],
      },
    ];
  return [
    {
      id: 'passed',
      severity: 'fine',
      station: 'artwork',
      title: 'The artwork is taken as imposed: its pages are sides of sheets',
      detail: 'Nothing is moved, marked or trimmed; fold and finish as the Finish station says.',
      remedies: [{ label: 'Impose it', patch: { artwork: { imposed: { kind: 'pages' } } } }],
    },
  ];
}

/** Whether finished pages look like two of a common shape side by side: √2 : 1 lying, every one of them. */
function spreadsLikely(docket: Inspected['docket']): boolean {
  const { width, height } = docket.product.finished;
  if (docket.product.binding.kind === 'folded' || docket.product.bound === 'top') return false;
  const half = width / 2;
  return width > height * 1.3 && Math.abs(height / half - Math.SQRT2) < 0.03 && half > 100;
}

/** Two books head to tail whose sections are not the same from either end: one pile cannot be both. */
export function comeAndGoFinding({ docket, plan }: Inspected): Finding[] {
  if (docket.sheet.fill !== 'come-and-go' || plan.nested || plan.layout.slots.length < 2) return [];
  const { kind } = docket.product.binding;
  if ((kind !== 'perfect-bound' && kind !== 'sewn') || runsBothWays(plan.sections)) return [];
  return [
    {
      id: 'come-and-go',
      severity: 'look',
      station: 'sheet',
      title: 'The sections are not the same from either end',
      detail:
        'Gathered in one pile the second book would be out of order. Each section lies with itself: cut the sheets apart before they are gathered.',
      remedies: [{ label: 'The same, not head to tail', patch: { sheet: { fill: 'repeat' } } }],
    },
  ];
}
