import { MOST_PAGES } from '../../docket';
import type { Check, Inspected, Offer } from '../kinds';

const many = (n: number): string => n.toLocaleString('en');

/** A job of more than can be planned, and made, as one. Nothing of it may be sent: it is not all laid. */
export const tooLarge: Check = (it) => {
  const { tooLarge: much } = it.plan;
  if (!much) return [];
  const pages = much.of === 'pages';
  return [
    {
      id: 'too-large',
      severity: 'stop',
      station: pages ? 'artwork' : 'sheet',
      title: pages
        ? `${many(much.wanted)} pages are more than a job may have`
        : `${many(much.wanted)} pages on all sheets are more than can be laid in one job`,
      detail: `Up to ${many(much.most)} are laid; the rest is not on the sheets you see. Make several jobs of it${pages ? '' : ', or lay fewer up'}.`,
      offers: () => (pages ? fewerPages(it) : fewerUp(it, much.wanted / much.most)),
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
