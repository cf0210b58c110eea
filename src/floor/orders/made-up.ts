/** The orders of a made-up customer, as a stand-in order system keeps them. Sizes in millimetres. */
export interface MadeUp {
  readonly number: string;
  readonly title: string;
  readonly customer: string;
  /** Days from today until it is due. */
  readonly dueIn: number;
  readonly kind: 'flat' | 'bound' | 'poster';
  readonly runs: readonly number[];
  readonly width: number;
  readonly height: number;
  readonly sides: 1 | 2;
  readonly pages: number;
  readonly front: readonly string[];
  readonly back: readonly string[];
  readonly press: string;
  readonly artwork: string;
}

const PROCESS = ['Cyan', 'Magenta', 'Yellow', 'Black'];
const LIBRARY = 'Gullcroft Tool Library';
const HARBOUR = 'Gullcroft Harbour Office';

export const ORDERS: readonly MadeUp[] = [
  {
    number: '26-118',
    title: 'Berth notices',
    customer: HARBOUR,
    dueIn: 4,
    kind: 'flat',
    runs: [300, 200, 300, 300, 150, 300, 300],
    width: 350,
    height: 500,
    sides: 1,
    pages: 7,
    front: PROCESS,
    back: [],
    press: 'Curlew',
    artwork: 'berth-notices.pdf',
  },
  {
    number: '26-119',
    title: 'Opening hours cards',
    customer: LIBRARY,
    dueIn: 6,
    kind: 'flat',
    runs: [500],
    width: 85,
    height: 55,
    sides: 2,
    pages: 2,
    front: PROCESS,
    back: ['Black'],
    press: 'Plover',
    artwork: 'opening-hours.pdf',
  },
  {
    number: '26-120',
    title: 'Plane and chisel primer',
    customer: LIBRARY,
    dueIn: 9,
    kind: 'bound',
    runs: [80],
    width: 148,
    height: 210,
    sides: 2,
    pages: 16,
    front: PROCESS,
    back: PROCESS,
    press: 'Plover',
    artwork: 'plane-primer.pdf',
  },
  {
    number: '26-121',
    title: 'Regatta banner',
    customer: HARBOUR,
    dueIn: 12,
    kind: 'poster',
    runs: [2],
    width: 900,
    height: 600,
    sides: 1,
    pages: 1,
    front: PROCESS,
    back: [],
    press: 'Plover',
    artwork: 'regatta-banner.pdf',
  },
];

export const dueDay = ({ dueIn }: MadeUp, now: Date): string =>
  new Date(now.getTime() + dueIn * 86_400_000).toISOString().slice(0, 10);
