import type { Artwork, Docket } from '../docket';
import type { Plan } from '../sheet';
import { jdfOf } from './jdf-write';
import { layoutOf } from './layout';
import { ppfOf, type PreviewsOf } from './ppf-write';
import { xjdfOf } from './xjdf-write';

/** The formats that a layout is written in, with what each is called and sent as. */
export const LAYOUT_FORMATS = {
  xjdf: { label: 'XJDF', type: 'application/vnd.cip4-xjdf+xml', write: xjdfOf },
  jdf: { label: 'JDF', type: 'application/vnd.cip4-jdf+xml', write: jdfOf },
  ppf: { label: 'PPF', type: 'application/vnd.cip3-ppf', write: ppfOf },
} as const;
export type LayoutFormat = keyof typeof LAYOUT_FORMATS;

/** A plan's layout as a ticket, in pieces to be written one after the other. */
export const layoutWritten = (
  as: LayoutFormat,
  docket: Docket,
  plan: Plan,
  artwork: Pick<Artwork, 'pages' | 'more'>,
): Generator<string> => LAYOUT_FORMATS[as].write(layoutOf(docket, plan, artwork));

/** A plan's layout as PPF, with how much of every ink there is where. @param previews those of a sheet, when it is written */
export const ppfWritten = (
  docket: Docket,
  plan: Plan,
  artwork: Pick<Artwork, 'pages' | 'more'>,
  previews: PreviewsOf,
): Generator<string> => ppfOf(layoutOf(docket, plan, artwork), previews);
