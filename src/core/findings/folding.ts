import { foldProblem, looseFolds, looseLeaves, SINGLE, type Way } from '../bound';
import { foldsAllowed } from '../sheet';
import { pageRanges, plural, type Finding, type Inspected, type Remedy } from './kinds';

const own: Remedy[] = [
  {
    label: 'Choose the fold for me',
    detail: 'the cheapest plan that fits',
    patch: { sheet: { fold: null, sections: { kind: 'auto' } } },
  },
];

/** The different ways that sections are folded. */
function waysIn(plan: Inspected['plan']): Way[] {
  const seen = new Map<string, Way>();
  for (const s of plan.sections)
    if (s.kind === 'text') seen.set(s.way.id === 'own' ? JSON.stringify(s.way) : s.way.id, s.way);
  return [...seen.values()];
}

/** Folds that cannot be made, leaves that would fall out, folds round a loose edge. */
export function foldingFinding({ docket, plan }: Inspected): Finding[] {
  const { binding, bound } = docket.product;
  return waysIn(plan).flatMap((way): Finding[] => {
    const problem = foldProblem(way, bound);
    if (problem)
      return [
        {
          id: 'cannot-fold',
          severity: 'stop',
          station: 'sheet',
          title: 'The sheet cannot be folded so',
          detail: problem,
          remedies: own,
        },
      ];
    if (way.spans || binding.kind === 'folded' || binding.kind === 'loose-leaf') return [];
    const found: Finding[] = [];
    const loose = looseLeaves(way.columns, way.rows, way.folds, bound);
    if (loose.length > 0 && binding.kind !== 'perfect-bound')
      found.push({
        id: 'loose-leaves',
        severity: 'stop',
        station: 'sheet',
        title: `${plural(loose.length, 'leaf is', 'leaves are')} not held at the spine`,
        detail: `Folded as ${way.name}, leaf ${pageRanges(loose)} of a section is joined to no other at the bound edge and falls out when the book is trimmed.`,
        remedies: [
          ...own,
          ...(binding.kind === 'sewn'
            ? [
                {
                  label: 'Perfect bound instead',
                  detail: 'glue holds every leaf',
                  patch: { product: { binding: { kind: 'perfect-bound' as const, grindOff: 3 } } },
                },
              ]
            : []),
        ],
      });
    const through = way.id === 'own' ? looseFolds(way.columns, way.rows, way.folds) : [];
    if (through.length > 0)
      found.push({
        id: 'loose-edge',
        severity: 'look',
        station: 'sheet',
        title: `${plural(through.length, 'fold goes', 'folds go')} round a loose edge`,
        detail: `At fold ${pageRanges(through)} some leaves end in the fold; the folder must keep them from slipping in.`,
        remedies: own,
      });
    return found;
  });
}

/** Sections of more folds than the folding machine makes, or with nothing to fold them. */
export function folderFinding({ docket, plan, shop }: Inspected): Finding[] {
  if (docket.artwork.imposed.kind === 'sheets') return [];
  const most = Math.max(0, ...waysIn(plan).map((w) => w.folds.length));
  const { folder } = docket.finish;
  if (most <= 1 && docket.product.binding.kind !== 'folded') return [];
  if (most === 0 || (folder && most <= foldsAllowed(docket))) return [];
  const able = shop.finishers.filter(
    (f) => f.does.includes('fold') && (f.maxFolds ?? 4) >= most && f.id !== folder?.id,
  );
  const remedies: Remedy[] = able.map((f) => ({
    label: `Fold on ${f.name}`,
    detail: `to ${plural(f.maxFolds ?? 4, 'fold')}`,
    patch: { finish: { folder: f } },
  }));
  if (docket.product.binding.kind === 'saddle-stitched')
    remedies.push({
      label: 'Single folds instead',
      detail: 'the stitcher makes them',
      patch: { sheet: { fold: SINGLE.id, sections: { kind: 'auto' } } },
    });
  return [
    {
      id: 'folder',
      severity: folder ? 'stop' : 'look',
      station: 'finish',
      title: folder ? `${folder.name} does not make ${plural(most, 'fold')}` : `Nothing folds these sections yet`,
      detail: folder
        ? `It makes ${plural(foldsAllowed(docket), 'fold')}; a section here has ${most}.`
        : `A section has ${plural(most, 'fold')}. Choose a folding machine, or fold by hand.`,
      remedies,
    },
  ];
}

/** A part section at either end of a sewn book, where the thread has least to hold. */
export function partSectionFinding({ docket, plan }: Inspected): Finding[] {
  if (docket.product.binding.kind !== 'sewn') return [];
  const text = plan.sections.filter((s) => s.kind === 'text');
  if (text.length < 3) return [];
  const largest = Math.max(...text.map((s) => s.way.pages));
  const first = text[0]!.way.pages < largest;
  const last = text.at(-1)!.way.pages < largest;
  if (!first && !last) return [];
  const whole = text.filter((s) => s.way.pages === largest);
  const parts = text.filter((s) => s.way.pages < largest);
  const wish = (s: (typeof text)[0]) => ({
    fold: s.way.id === 'own' ? { columns: s.way.columns, rows: s.way.rows, folds: [...s.way.folds] } : s.way.id,
    stock: s.stock.id === docket.sheet.stock.id ? null : s.stock,
  });
  return [
    {
      id: 'part-section',
      severity: 'look',
      station: 'sheet',
      title: `A part section comes ${first ? 'first' : 'last'}`,
      detail: 'In a sewn book the outer sections carry the pull of the cover; a smaller one belongs before the last.',
      remedies:
        whole.length > 1
          ? [
              {
                label: 'Put it before the last',
                patch: {
                  sheet: {
                    sections: { kind: 'set', list: [...whole.slice(0, -1), ...parts, whole.at(-1)!].map(wish) },
                  },
                },
              },
            ]
          : [],
    },
  ];
}

/** A change of stock inside a section: one sheet of paper cannot be two. */
export function stockInSectionFinding({ docket, plan }: Inspected): Finding[] {
  const mixed = plan.sections.filter((s) => s.strangers.length > 0);
  if (mixed.length === 0) return [];
  const first = mixed[0]!;
  const places = mixed.flatMap((s) => s.strangers).sort((a, b) => a - b);
  // places as wishes count them
  const wished = (s: (typeof plan.sections)[0]): number[] => s.places.map((p) => p - plan.shift);
  const { stocks } = docket.product;
  // every range grown to the whole of the sections that it touches
  const grown = stocks.flatMap((r) => {
    const touched = plan.sections.filter(
      (s) => s.kind === 'text' && wished(s).some((p) => p >= Math.min(r.from, r.to) && p <= Math.max(r.from, r.to)),
    );
    const all = [...new Set(touched.flatMap(wished))].sort((a, b) => a - b);
    const runs: { from: number; to: number }[] = [];
    for (const p of all) {
      const last = runs.at(-1);
      if (last && last.to === p - 1) last.to = p;
      else runs.push({ from: p, to: p });
    }
    return runs.map((run) => ({ ...run, stock: r.stock }));
  });
  const without = stocks.filter((r) => !places.some((p) => p >= Math.min(r.from, r.to) && p <= Math.max(r.from, r.to)));
  return [
    {
      id: 'stock-in-section',
      severity: 'stop',
      station: 'product',
      title: `Section ${first.number} would be on two stocks`,
      detail: `${places.length === 1 ? 'Page' : 'Pages'} ${pageRanges(places)} ${places.length === 1 ? 'is' : 'are'} wished on another stock than the rest of the sheet they share with pages ${pageRanges(wished(first).sort((a, b) => a - b))}.`,
      remedies: [
        {
          label: 'Whole sections on that stock',
          detail: `pages ${pageRanges(grown.flatMap((g) => Array.from({ length: g.to - g.from + 1 }, (_, i) => g.from + i)))}`,
          patch: { product: { stocks: grown } },
        },
        ...(docket.product.binding.kind === 'perfect-bound'
          ? [
              {
                label: 'Single leaves',
                detail: 'each on its own stock',
                patch: { sheet: { fold: '2-leaf', sections: { kind: 'auto' as const } } },
              },
            ]
          : []),
        { label: 'One stock for all of it', patch: { product: { stocks: without } } },
      ],
    },
  ];
}
