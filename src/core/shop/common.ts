import { NAMED_SIZES, type Size } from '../measure';
import { ShopFile } from './file';

/** What a shop may begin with: common sizes and papers. Prices, speeds and limits are guesses, to be replaced. */

interface Paper {
  readonly id: string;
  readonly name: string;
  readonly grammage: number;
  readonly coating: 'uncoated' | 'silk' | 'gloss';
  readonly swatch: string;
  /** Cents a kilogram. */
  readonly kilogram: number;
}

const inches = (width: number, height: number): Size => ({ width: width * 25.4, height: height * 25.4 });

const entry = <T>(value: T) => ({ retired: false, value });

const papers = (list: readonly Paper[], formats: readonly (readonly [string, Size])[]) =>
  list.flatMap(({ id, name, grammage, coating, swatch, kilogram }) =>
    formats.map(([format, { width, height }]) =>
      entry({
        id: `${id}-${format.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`,
        name,
        format,
        width,
        height,
        grammage,
        grain: 'long',
        coating,
        price: Math.round(((width * height * grammage) / 1e9) * kilogram * 1e4) / 1e4,
        priced: { by: 'kilogram', cents: kilogram },
        swatch,
      }),
    ),
  );

const press = (largest: Size, smallest: Size) =>
  entry({
    id: 'press',
    name: 'Press',
    largest,
    smallest,
    noPrint: { left: 4, right: 4, top: 4, bottom: 4 },
    turn: 'turn',
    speed: 3600,
    makeReady: 2,
    click: 1.5,
    spoilage: { sheets: 2, percent: 1 },
    printer: null,
  });

const finishers = [
  entry({
    kind: 'stitcher',
    id: 'stitcher',
    name: 'Stitcher',
    mostSheets: 20,
    largest: { width: 229, height: 320 },
    speed: 1000,
    makeReady: 5,
  }),
  entry({
    kind: 'guillotine',
    id: 'guillotine',
    name: 'Guillotine',
    largest: { width: 520, height: 520 },
    lift: 70,
    smallestStrip: 20,
    speed: 180,
    makeReady: 3,
  }),
  entry({
    kind: 'folder',
    id: 'folder',
    name: 'Folder',
    mostFolds: 3,
    largest: { width: 330, height: 487 },
    speed: 4000,
    makeReady: 10,
  }),
  entry({
    kind: 'punch',
    id: 'punch',
    name: 'Wire punch',
    thickest: 25,
    largest: { width: 340, height: 420 },
    speed: 100,
    makeReady: 5,
  }),
];

const METRIC: readonly Paper[] = [
  { id: 'uncoated-80', name: 'Uncoated 80', grammage: 80, coating: 'uncoated', swatch: '#ffffff', kilogram: 150 },
  { id: 'uncoated-100', name: 'Uncoated 100', grammage: 100, coating: 'uncoated', swatch: '#ffffff', kilogram: 155 },
  { id: 'uncoated-120', name: 'Uncoated 120', grammage: 120, coating: 'uncoated', swatch: '#ffffff', kilogram: 160 },
  { id: 'silk-135', name: 'Silk 135', grammage: 135, coating: 'silk', swatch: '#fbfcfc', kilogram: 165 },
  { id: 'silk-170', name: 'Silk 170', grammage: 170, coating: 'silk', swatch: '#fbfcfc', kilogram: 165 },
  { id: 'silk-250', name: 'Silk 250', grammage: 250, coating: 'silk', swatch: '#fbfcfc', kilogram: 175 },
  { id: 'silk-300', name: 'Silk 300', grammage: 300, coating: 'silk', swatch: '#fbfcfc', kilogram: 180 },
];

/** Basis weights of North America as g/m²: 20 lb bond is 75, 70 lb text 104, 80 lb cover 216, 100 lb cover 270. */
const POUNDS: readonly Paper[] = [
  { id: 'bond-20', name: 'Bond 20 lb', grammage: 75, coating: 'uncoated', swatch: '#ffffff', kilogram: 160 },
  { id: 'text-70', name: 'Text 70 lb', grammage: 104, coating: 'uncoated', swatch: '#ffffff', kilogram: 165 },
  { id: 'silk-text-100', name: 'Silk text 100 lb', grammage: 148, coating: 'silk', swatch: '#fbfcfc', kilogram: 175 },
  { id: 'cover-80', name: 'Cover 80 lb', grammage: 216, coating: 'uncoated', swatch: '#ffffff', kilogram: 185 },
  { id: 'silk-cover-100', name: 'Silk cover 100 lb', grammage: 270, coating: 'silk', swatch: '#fbfcfc', kilogram: 190 },
];

const shop = (house: object, stocks: unknown, machine: unknown): ShopFile =>
  ShopFile.parse({ kind: 'odd-sparrow shop', version: 1, house, stocks, machines: [machine], finishers });

/** The shops that an empty one can begin as. */
export const COMMON_SHOPS: readonly {
  readonly key: string;
  readonly title: string;
  readonly says: string;
  readonly file: () => ShopFile;
}[] = [
  {
    key: 'iso',
    title: 'A4, A3 and SRA3',
    says: 'Uncoated 80 to 120 g/m² and silk 135 to 300 g/m² on A4, A3 and SRA3; a press to 330 × 487 mm; stitcher, guillotine, folder, punch. Millimetres, euro.',
    file: () =>
      shop(
        { name: 'Our print room' },
        papers(METRIC, [
          ['A4', NAMED_SIZES.a4!],
          ['A3', NAMED_SIZES.a3!],
          ['SRA3', NAMED_SIZES.sra3!],
        ]),
        press({ width: 330, height: 487 }, { width: 148, height: 210 }),
      ),
  },
  {
    key: 'us',
    title: 'Letter, tabloid, 12 × 18 and 13 × 19 in',
    says: 'Bond, text and cover from 20 lb to 100 lb cover on letter, tabloid, 12 × 18 and 13 × 19 in; a press to 13 × 19.2 in; stitcher, guillotine, folder, punch. Inches, dollars.',
    file: () =>
      shop(
        {
          name: 'Our print room',
          unit: 'in',
          writing: { numbers: '1,234.5', dates: 'month day', currency: '$', currencyStands: 'before' },
        },
        papers(POUNDS, [
          ['letter', NAMED_SIZES.letter!],
          ['tabloid', NAMED_SIZES.tabloid!],
          ['12 × 18 in', inches(12, 18)],
          ['13 × 19 in', inches(13, 19)],
        ]),
        press(inches(13, 19.2), inches(5.5, 8.5)),
      ),
  },
];
