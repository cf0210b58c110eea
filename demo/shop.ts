import type { Shop } from '../src/core';

/** The print room’s paper and machines. Everything is invented, prices too. */
const paper = (
  id: string,
  name: string,
  grammage: number,
  caliper: number,
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
    caliper,
    grain,
    price,
    swatch,
  }));

export function demoShop(printer: string | null): Shop {
  return {
    stocks: [
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
      ...paper('silk-130', 'Silk 130', 130, 0.104, '#d8e2e4', [
        ['SRA4', 225, 320, 'long', 1.9],
        ['SRA3', 320, 450, 'short', 3.8],
      ]),
      ...paper('silk-170', 'Silk 170', 170, 0.142, '#c3d2d6', [
        ['SRA3', 320, 450, 'long', 5],
        ['SRA3', 320, 450, 'short', 5.1],
      ]),
      ...paper('board-250', 'Harbour board 250', 250, 0.32, '#c9b08a', [
        ['SRA3', 320, 450, 'short', 8.4],
        ['A4', 210, 297, 'long', 3.6],
      ]),
      ...paper('recycled-115', 'Kelp recycled 115', 115, 0.148, '#c7c9b2', [['SRA3', 320, 450, 'short', 3.1]]),
    ],
    machines: [
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
        printer,
      },
    ],
    finishers: [
      { id: 'heron', name: 'Heron', maxSheets: 20, largest: { width: 230, height: 320 }, speed: 1100, makeReady: 6 },
      { id: 'bittern', name: 'Bittern', maxSheets: 30, largest: { width: 220, height: 305 }, speed: 700, makeReady: 9 },
    ],
  };
}
