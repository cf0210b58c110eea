import { Shop } from '../src/core';

/** The print room’s paper and machines. Everything is invented, prices too. */
const paper = (
  id: string,
  name: string,
  grammage: number,
  caliper: number | undefined,
  swatch: string,
  sizes: readonly (readonly [string, number, number, 'long' | 'short', number])[],
) =>
  sizes.map(([format, width, height, grain, price]) => ({
    id: `${id}-${format.toLowerCase()}${grain === 'short' ? '-sg' : ''}`,
    name,
    format,
    width,
    height,
    grammage,
    ...(caliper === undefined ? {} : { caliper }),
    grain,
    price,
    swatch,
  }));

const stocks = [
  ...paper('wove-80', 'Wove 80', 80, 0.102, '#efe7d2', [
    ['A4', 210, 297, 'long', 0.9],
    ['A3', 297, 420, 'short', 1.8],
    ['SRA3', 320, 450, 'long', 2.2],
  ]),
  ...paper('offset-100', 'Offset 100', 100, 0.124, '#f3efe6', [
    ['A3', 297, 420, 'long', 2.1],
    ['SRA3', 320, 450, 'short', 2.6],
    ['Tabloid', 279.4, 431.8, 'long', 2.1],
  ]),
  ...paper('silk-130', 'Silk 130', 130, 0.104, '#f1f4f4', [
    ['SRA4', 225, 320, 'long', 1.9],
    ['SRA3', 320, 450, 'short', 3.8],
  ]),
  ...paper('silk-170', 'Silk 170', 170, 0.142, '#edf0f1', [
    ['SRA3', 320, 450, 'long', 5],
    ['SRA3', 320, 450, 'short', 5.1],
  ]),
  ...paper('board-250', 'Harbour board 250', 250, 0.32, '#c9b08a', [
    ['SRA3', 320, 450, 'short', 8.4],
    ['A4', 210, 297, 'long', 3.6],
  ]),
  ...paper('offset-100', 'Offset 100', 100, 0.124, '#f3efe6', [['B2', 520, 740, 'long', 6.8]]),
  // nobody has measured this one yet: its thickness is estimated
  ...paper('kraft-120', 'Tideline kraft 120', 120, undefined, '#b99a6b', [['SRA3', 320, 450, 'short', 3.3]]),
  ...paper('recycled-115', 'Kelp recycled 115', 115, 0.148, '#c7c9b2', [['SRA3', 320, 450, 'short', 3.1]]),
];

const machines = (printer: string | null) => [
  {
    id: 'plover',
    name: 'Plover',
    largest: { width: 330, height: 487 },
    smallest: { width: 182, height: 210 },
    noPrint: { left: 3, right: 3, top: 3, bottom: 4 },
    turn: 'turn',
    speed: 4800,
    makeReady: 4,
    click: 1.6,
    spoilage: { sheets: 3, percent: 1 },
    trays: [
      { name: 'Tray 1', stock: 'offset-100-sra3-sg', source: 'tray-1' },
      { name: 'Tray 2', stock: 'silk-130-sra3-sg', source: 'tray-2' },
      { name: 'Tray 3', stock: 'silk-170-sra3-sg', source: 'tray-3' },
      { name: 'Long tray', stock: 'board-250-sra3-sg', source: 'large-capacity' },
    ],
    mixes: true,
    printer,
  },
  {
    id: 'dunlin',
    name: 'Dunlin',
    largest: { width: 330, height: 487 },
    smallest: { width: 148, height: 182 },
    noPrint: { left: 4, right: 4, top: 4, bottom: 5 },
    turn: 'turn',
    speed: 2700,
    makeReady: 3,
    click: 0.9,
    spoilage: { sheets: 4, percent: 2 },
    sides: 'one',
    printer: null,
  },
  {
    id: 'curlew',
    name: 'Curlew, offset',
    largest: { width: 520, height: 740 },
    smallest: { width: 210, height: 280 },
    noPrint: { left: 5, right: 5, top: 5, bottom: 12 },
    turn: 'turn',
    speed: 6000,
    makeReady: 25,
    click: 0.1,
    spoilage: { sheets: 80, percent: 2 },
    plate: 900,
    press: { plate: { width: 770, height: 620 }, gripper: 43, across: 0 },
    printer: null,
  },
];

const finishers = [
  {
    kind: 'stitcher',
    id: 'heron',
    name: 'Heron',
    mostSheets: 20,
    largest: { width: 230, height: 320 },
    speed: 1100,
    makeReady: 6,
  },
  {
    kind: 'folder',
    id: 'wheatear',
    name: 'Wheatear',
    mostFolds: 4,
    largest: { width: 520, height: 740 },
    speed: 5000,
    makeReady: 12,
  },
  {
    kind: 'binder',
    id: 'turnstone',
    name: 'Turnstone',
    thickest: 40,
    largest: { width: 320, height: 320 },
    speed: 250,
    makeReady: 15,
  },
  {
    kind: 'sewing machine',
    id: 'stonechat',
    name: 'Stonechat',
    thickest: 60,
    largest: { width: 320, height: 320 },
    speed: 60,
    makeReady: 10,
  },
  {
    kind: 'punch',
    id: 'nuthatch',
    name: 'Nuthatch',
    thickest: 28,
    largest: { width: 340, height: 420 },
    speed: 120,
    makeReady: 8,
  },
  {
    kind: 'stitcher',
    id: 'bittern',
    name: 'Bittern',
    mostSheets: 30,
    largest: { width: 220, height: 305 },
    speed: 700,
    makeReady: 9,
  },
  {
    kind: 'guillotine',
    id: 'avocet',
    name: 'Avocet',
    largest: { width: 760, height: 760 },
    lift: 80,
    smallestStrip: 20,
    speed: 240,
    makeReady: 4,
  },
  {
    kind: 'slitter',
    id: 'dunlin',
    name: 'Dunlin',
    largest: { width: 365, height: 650 },
    smallest: { width: 200, height: 200 },
    mostSlits: 10,
    mostCrossCuts: 25,
    sides: 4,
    ends: 4,
    nearestSlits: 4,
    nearestCuts: 4,
    speed: 900,
    makeReady: 3,
  },
];

export const demoShop = (printer: string | null): Shop =>
  Shop.parse({ stocks, machines: machines(printer), finishers });
