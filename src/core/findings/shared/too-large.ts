import { MOST_PAGES } from '../../docket';
import type { TooMuch } from '../../makeup';
import type { Check, Inspected, Offer } from '../kinds';

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

const OFFERS: { readonly [K in TooMuch['of']]: (it: Inspected, much: TooMuch) => Offer[] } = {
  pages: fewerPages,
  pieces: fewerRecords,
  panels: () => [],
  cells: (it, { wanted, most }) => fewerUp(it, wanted / most),
};
