import type * as z from 'zod';
import { artworkBleed, artworkSize, Docket, VERSION, type Artwork, type FileRef } from '../docket';
import { routeFor } from '../finishing';
import type { Shop } from '../shop';
import { cheapestStock } from './stock';

/** The marks a new docket has. */
export const DEFAULT_MARKS = {
  crop: { on: true, length: 5, offset: 3, weight: 0.25 },
  register: { on: true, length: 6, offset: 4, weight: 0.2 },
  fold: { on: true, length: 5, offset: 3, weight: 0.25 },
  slug: { on: true, height: 2.2, offset: 4 },
} satisfies Partial<z.input<typeof Docket>['marks']>;

/**
 * The docket for artwork just dropped: finished size from the trim box, the stock on which it costs least, blanks
 * unsettled, marks on, the machine's own turn, stitched on the first machine that does.
 * @param shop must hold at least one stock and one machine
 * @throws RangeError where the shop has none
 */
export function newDocket(title: string, file: FileRef, artwork: Artwork, shop: Shop, date: string): Docket {
  const [machine] = shop.machines;
  const [first] = shop.stocks;
  if (!machine || !first) throw new RangeError('The shop has no stock or machine yet.');
  const docket = Docket.parse({
    kind: 'odd-sparrow docket',
    version: VERSION,
    title: title.slice(0, 300) || 'Untitled',
    artwork: { file, former: [], box: 'trim', fit: 'centre', enlarge: 1 },
    product: {
      kind: 'bound',
      binding: { kind: 'saddle-stitched' },
      copies: 100,
      finished: artworkSize(artwork),
      bleed: artworkBleed(artwork),
      endBleed: null,
      bound: 'left',
      blanks: { kind: 'unsettled' },
      creep: { correction: 'push-in', factor: 1, measured: null },
      safe: 5,
    },
    sheet: { stock: first, machine, up: 'most', turn: 'machine' },
    marks: DEFAULT_MARKS,
    finish: { here: true, route: routeFor({ process: 'stitch', foldedApart: false }, [], shop) },
    send: { hold: false },
    due: null,
    date,
  } satisfies z.input<typeof Docket>);
  const stock = cheapestStock(docket, artwork, shop);
  return stock ? { ...docket, sheet: { ...docket.sheet, stock } } : docket;
}
