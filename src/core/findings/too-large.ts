import { MOST_PAGES, patched } from '../docket';
import { MOST_CELLS, plan } from '../sheet';
import type { Finding, Inspected, Remedy } from './kinds';

const many = (n: number): string => n.toLocaleString('en');

/** A job of more than can be planned, and made, as one. Nothing of it may be sent: it is not all laid. */
export function tooLargeFinding(it: Inspected): Finding[] {
  const { tooLarge } = it.plan;
  if (!tooLarge) return [];
  const pages = tooLarge.of === 'pages';
  return [
    {
      id: 'too-large',
      severity: 'stop',
      station: pages ? 'artwork' : 'sheet',
      title: pages
        ? `${many(tooLarge.wanted)} pages are more than a job may have`
        : `${many(tooLarge.wanted)} pages on all sheets are more than can be laid in one job`,
      detail: `Up to ${many(tooLarge.most)} are laid; the rest is not on the sheets you see. Make several jobs of it${pages ? '' : ', or lay fewer up'}.`,
      remedies: (pages ? fewerPages(it) : fewerUp(it)).filter((r) => mends(it, r)),
    },
  ];
}

/** Fewer up, as many as go, and one. */
function fewerUp({ docket, plan: planned }: Inspected): Remedy[] {
  const slots = planned.layout.slots.length;
  const go = Math.floor((slots * MOST_CELLS) / (planned.tooLarge?.wanted ?? MOST_CELLS));
  return [
    ...(go > 1 && go < slots ? [{ label: `${go} up`, patch: { sheet: { up: Math.min(100, go) } } }] : []),
    ...(docket.sheet.up === 'one' ? [] : [{ label: 'One up', patch: { sheet: { up: 'one' as const } } }]),
  ];
}

function fewerPages({ artwork, docket }: Inspected): Remedy[] {
  const { imposed } = docket.artwork;
  if (imposed.kind !== 'pages')
    return [{ label: 'The artwork’s pages are pages', patch: { artwork: { imposed: { kind: 'pages' } } } }];
  const to = Math.min(MOST_PAGES, artwork.pages.length);
  return [
    {
      label: `Only the first ${many(to)} pages`,
      patch: { product: { pages: [{ kind: 'pages', file: 0, from: 1, to, turn: 0 }] } },
    },
  ];
}

/** Whether the job is laid whole with the remedy taken: it is planned to see. */
const mends = ({ docket, artwork }: Inspected, { patch }: Remedy): boolean =>
  plan(patched(docket, patch), artwork).tooLarge === null;
