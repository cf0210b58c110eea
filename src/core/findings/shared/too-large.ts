import { MOST_PAGES } from '../../docket';
import type { TooMuch } from '../../makeup';
import { formatLength, formatSize } from '../../measure';
import { machineTakes } from '../../shop';
import type { Check, Inspected, Offer, Search } from '../kinds';

const many = (n: number): string => n.toLocaleString('en');

const SAID: { readonly [K in TooMuch['of']]: string } = {
  pages: 'pages are more than a job may have',
  pieces: 'pieces are more than a job may have',
  panels: 'panels are more than a job may have',
  cells: 'pages on all sheets are more than can be laid in one job',
};

/** A job of more than can be planned, and made, as one. Nothing of it may be sent: it is not all laid. */
export const tooLarge: Check = (it) => {
  const { tooLarge: much } = it.plan;
  if (!much) return [];
  const { of } = much;
  return [
    {
      id: 'too-large',
      severity: 'stop',
      station: of === 'cells' || of === 'panels' ? 'sheet' : 'artwork',
      title: `${many(much.wanted)} ${SAID[of]}`,
      detail: `Up to ${many(much.most)} are laid; the rest is not on the sheets you see. Make several jobs of it${of === 'cells' ? ', or lay fewer up' : ''}.`,
      offers: () => OFFERS[of](it, much),
    },
  ];
};

/** Fewer up, as many as go, and one. */
function fewerUp({ docket, plan }: Inspected, times: number): Offer[] {
  const up = plan.sheets.main.lay.downs.length;
  const go = Math.floor(up / times);
  return [
    ...(go > 1 && go < up ? [{ label: `${go} up`, patch: { sheet: { up: Math.min(100, go) } } }] : []),
    ...(docket.sheet.up === 'one' ? [] : [{ label: 'One up', patch: { sheet: { up: 'one' as const } } }]),
  ];
}

function fewerPages({ artwork, docket }: Inspected): Offer[] {
  const to = Math.min(MOST_PAGES, artwork.pages.length);
  if (docket.artwork.imposed.kind !== 'pages')
    return [{ label: 'The artwork’s pages are pages', patch: { artwork: { imposed: { kind: 'pages' } } } }];
  return [
    {
      label: `Only the first ${many(to)} pages`,
      patch: { product: { pages: [{ kind: 'pages', file: 0, from: 1, to, turn: 0 }] } },
    },
  ];
}

/** The first of the records, as many as go. */
function fewerRecords({ plan, docket }: Inspected, { wanted, most }: TooMuch): Offer[] {
  if (plan.product.kind !== 'flat' || plan.product.records.length < 2) return [];
  const to = Math.floor(most / (wanted / plan.product.records.length));
  return to > 0 && docket.imprint.only.length === 0
    ? [{ label: `Only the first ${many(to)} records`, patch: { imprint: { only: [{ from: 1, to }] } } }]
    : [];
}

/** Larger sheets, less overlap, or the largest poster that may be. */
function fewerPanels({ docket, shop, unit }: Inspected): (Offer | Search)[] {
  const { product, sheet } = docket;
  if (product.kind !== 'poster') return [];
  const { finished, overlap } = product;
  const even = { columns: null, rows: null, across: null, down: null };
  return [
    ...shop.stocks
      .filter((s) => s.id !== sheet.stock.id && machineTakes(sheet.machine, s))
      .map((stock) => ({
        label: `${stock.name} ${stock.format} instead`,
        patch: { sheet: { stock } },
        kind: { name: 'stock', most: 1 },
      })),
    ...(product.columns !== null || product.rows !== null || product.across || product.down
      ? [{ label: 'As many panels as it takes', patch: { product: even } }]
      : []),
    ...(overlap > 20 ? [{ label: `Overlap of ${formatLength(20, unit)}`, patch: { product: { overlap: 20 } } }] : []),
    {
      least: 0.01,
      most: 1,
      step: 0.01,
      at: (k) => {
        const size = { width: Math.max(20, finished.width * k), height: Math.max(20, finished.height * k) };
        return { label: `Poster ${formatSize(size, unit, 0)}`, patch: { product: { finished: size, ...even } } };
      },
    },
  ];
}

const OFFERS: { readonly [K in TooMuch['of']]: (it: Inspected, much: TooMuch) => readonly (Offer | Search)[] } = {
  pages: fewerPages,
  pieces: fewerRecords,
  panels: fewerPanels,
  cells: (it, { wanted, most }) => fewerUp(it, wanted / most),
};
