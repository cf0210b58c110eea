/** Values for tests: a shop, artwork of a given size, and a docket for it. */
import {
  checkedPatch,
  isKind,
  type Artwork,
  type Cover,
  type Docket,
  type DocketOf,
  type PageFacts,
  type Patch,
  type ProductKind,
} from './docket';
import { mark } from './marks';
import { newDocket, remediesFor } from './propose';
import { inspect, type Finding, type Inspected, type Remedy } from './findings';
import type { SectionShape } from './makeup';
import { plan, type Plan, type Sheet } from './sheet';
import { Shop, type Stock, type Finisher } from './shop';
import { rect, type Size } from './measure';

export const SHOP: Shop = Shop.parse({
  stocks: [
    {
      id: 'a4',
      name: 'Plain 90',
      format: 'A4',
      width: 210,
      height: 297,
      grammage: 90,
      caliper: 0.11,
      grain: 'long',
      price: 1,
      swatch: '#eeeeee',
    },
    {
      id: 'a3',
      name: 'Plain 90',
      format: 'A3',
      width: 297,
      height: 420,
      grammage: 90,
      caliper: 0.11,
      grain: 'long',
      price: 2,
      swatch: '#eeeeee',
    },
    {
      id: 'sra3',
      name: 'Plain 90',
      format: 'SRA3',
      width: 320,
      height: 450,
      grammage: 90,
      caliper: 0.11,
      grain: 'long',
      price: 2.9,
      swatch: '#eeeeee',
    },
  ],
  machines: [
    {
      id: 'm',
      name: 'Plover',
      largest: { width: 330, height: 487 },
      smallest: { width: 148, height: 182 },
      noPrint: { left: 4, right: 4, top: 4, bottom: 4 },
      turn: 'turn',
      speed: 4000,
      makeReady: 3,
      click: 1.5,
      spoilage: { sheets: 2, percent: 1 },
      printer: null,
    },
  ],
  finishers: [
    {
      kind: 'stitcher',
      id: 'f',
      name: 'Heron',
      mostSheets: 20,
      largest: { width: 230, height: 320 },
      speed: 1200,
      makeReady: 5,
    },
    {
      kind: 'stitcher',
      id: 'f2',
      name: 'Bittern',
      mostSheets: 30,
      largest: { width: 230, height: 320 },
      speed: 800,
      makeReady: 5,
    },
  ],
});

/** A page of a trim size with bleed all round and further room to the media box. */
export function page(trim: Size, bleed = 3, slug = 0): PageFacts {
  const room = bleed + slug;
  const media = rect(0, 0, trim.width + 2 * room, trim.height + 2 * room);
  return {
    media,
    crop: media,
    trim: rect(room, room, trim.width, trim.height),
    bleed: rect(slug, slug, trim.width + 2 * bleed, trim.height + 2 * bleed),
    hasTrim: true,
  };
}

export const A5: Size = { width: 148, height: 210 };

export function artworkOf(pages: number, size: Size = A5, bleed = 3, slug = 0): Artwork {
  return { pages: Array.from({ length: pages }, () => page(size, bleed, slug)), kind: 'pdf', inks: [], notes: [] };
}

export function docketFor(artwork: Artwork): DocketOf<'bound'> {
  const docket = newDocket('Test', { name: 'test.pdf', path: 'test.pdf' }, artwork, SHOP, '2026-01-02', 'bound');
  if (!isKind(docket, 'bound')) throw new Error('No book was made.');
  return docket;
}

/** The same for flat work. */
export function flatDocketFor(artwork: Artwork): DocketOf<'flat'> {
  const docket = newDocket('Test', { name: 'test.pdf', path: 'test.pdf' }, artwork, SHOP, '2026-01-02', 'flat');
  if (!isKind(docket, 'flat')) throw new Error('No flat work was made.');
  return docket;
}

/** The same for posters. */
export function posterDocketFor(artwork: Artwork): DocketOf<'poster'> {
  const docket = newDocket('Test', { name: 'test.pdf', path: 'test.pdf' }, artwork, SHOP, '2026-01-02', 'poster');
  if (!isKind(docket, 'poster')) throw new Error('No poster was made.');
  return docket;
}

/** A docket with a change that the program proposes, checked; of the same kind of product. @throws where it is of another */
export function changed<K extends ProductKind>(docket: DocketOf<K>, patch: Patch): DocketOf<K> {
  const after = checkedPatch(docket as Docket, patch);
  if (after.product.kind !== docket.product.kind) throw new Error(`It became ${after.product.kind}.`);
  return after as DocketOf<K>;
}

/** A stock for covers, of the third stock's size. */
export const BOARD: Stock = {
  ...SHOP.stocks[2]!,
  id: 'board',
  name: 'Board 300',
  grammage: 300,
  caliper: 0.4,
  price: 9,
};

/** A cover on a stock of its own, printed on both sides, without flaps. */
export const coverOn = (
  stock: Stock,
  from: 'text' | number = 'text',
  other: Partial<Extract<Cover, { kind: 'separate' }>> = {},
): Extract<Cover, { kind: 'separate' }> => ({
  kind: 'separate',
  from,
  stock,
  machine: null,
  printed: 'both',
  flaps: 0,
  hinge: 6,
  spine: null,
  ...other,
});

/** What is found of a docket, each finding with its remedies tried. */
export interface Looked<K extends ProductKind = 'bound'> extends Omit<Inspected, 'docket' | 'plan'> {
  readonly docket: DocketOf<K>;
  readonly plan: Plan<K>;
  readonly findings: readonly (Finding & { readonly remedies: readonly Remedy[] })[];
  readonly find: (id: string) => (Finding & { readonly remedies: readonly Remedy[] }) | undefined;
}

/** Plans a docket and looks it over. */
export function look<D extends Docket>(docket: D, artwork: Artwork, shop: Shop = SHOP): Looked<D['product']['kind']> {
  const planned = plan(docket, artwork);
  const marks = mark(docket, planned as Plan);
  const it = { docket, artwork, plan: planned, marks, shop, unit: 'mm' as const };
  const inspected = it as unknown as Inspected;
  const findings = inspect(inspected).map((f) => ({
    ...f,
    get remedies() {
      return remediesFor(f, inspected);
    },
  }));
  return { ...it, findings, find: (id: string) => findings.find((f) => f.id === id) } as unknown as Looked<
    D['product']['kind']
  >;
}

/** A folding machine. */
export const FOLDER: Extract<Finisher, { kind: 'folder' }> = {
  kind: 'folder',
  id: 'folder',
  name: 'Wheatear',
  mostFolds: 4,
  largest: { width: 520, height: 740 },
  speed: 5000,
  makeReady: 12,
  hour: 0,
};
/** A perfect binder. */
export const BINDER: Extract<Finisher, { kind: 'binder' }> = {
  kind: 'binder',
  id: 'binder',
  name: 'Turnstone',
  thickest: 40,
  largest: { width: 320, height: 320 },
  speed: 250,
  makeReady: 15,
  hour: 0,
};
/** A guillotine. */
export const GUILLOTINE: Extract<Finisher, { kind: 'guillotine' }> = {
  kind: 'guillotine',
  id: 'guillotine',
  name: 'Avocet',
  largest: { width: 760, height: 760 },
  lift: 80,
  smallestStrip: 20,
  bareClamp: null,
  memory: null,
  speed: 240,
  makeReady: 4,
  hour: 0,
};

/** A three-knife trimmer. */
export const TRIMMER: Extract<Finisher, { kind: 'trimmer' }> = {
  kind: 'trimmer',
  id: 'trimmer',
  name: 'Sanderling',
  largest: { width: 230, height: 320 },
  smallest: { width: 90, height: 100 },
  lift: 50,
  speed: 200,
  makeReady: 6,
  hour: 0,
};

export const CREASER: Extract<Finisher, { kind: 'creaser' }> = {
  kind: 'creaser',
  id: 'creaser',
  name: 'Redstart',
  largest: { width: 320, height: 660 },
  smallest: { width: 50, height: 50 },
  mostLines: 8,
  nearest: 4,
  perforates: true,
  speed: 1500,
  makeReady: 3,
  hour: 0,
};

export const SLITTER: Extract<Finisher, { kind: 'slitter' }> = {
  kind: 'slitter',
  id: 'slitter',
  name: 'Dunlin',
  largest: { width: 330, height: 660 },
  smallest: { width: 200, height: 200 },
  feed: 'either',
  mostSlits: 8,
  mostCrossCuts: 16,
  sides: 5,
  ends: 5,
  nearestSlits: 4,
  nearestCuts: 4,
  scores: { along: 0, across: 0 },
  perforates: { along: 0, across: 0 },
  nearestScores: 5,
  guide: 'either',
  reads: null,
  speed: 900,
  makeReady: 3,
  hour: 0,
};

/** The shape of the section that lies on a sheet of a book: of the text where no sheet is named. */
export const shapeOf = (it: Plan<'bound'>, sheet: Sheet = it.sheets.main): SectionShape =>
  it.product.sections[sheet.pieces[0]!]!.shape;
