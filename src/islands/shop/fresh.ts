import { Finisher, Machine, Stock, type FinisherKind } from '../../core';

/** What a new stock or machine begins as, before its figures are typed. */

export const newStock = (): Stock =>
  Stock.parse({
    id: 'new-stock',
    name: 'New stock',
    format: 'SRA3',
    width: 320,
    height: 450,
    grammage: 100,
    grain: 'long',
    price: 3,
    swatch: '#ffffff',
  });

export const newMachine = (): Machine =>
  Machine.parse({
    id: 'new-press',
    name: 'New press',
    largest: { width: 330, height: 487 },
    smallest: { width: 148, height: 210 },
    noPrint: { left: 4, right: 4, top: 4, bottom: 4 },
    turn: 'turn',
    speed: 3600,
    makeReady: 2,
    click: 1,
    spoilage: { sheets: 2, percent: 1 },
    printer: null,
  });

const OF_KIND: Readonly<Record<FinisherKind, object>> = {
  stitcher: { mostSheets: 20, largest: { width: 225, height: 320 }, speed: 1200 },
  folder: { mostFolds: 3, largest: { width: 460, height: 660 }, speed: 5000 },
  // one that trims in the same pass is the exception
  binder: { thickest: 40, trims: 'nothing', largest: { width: 320, height: 320 }, speed: 200 },
  'sewing machine': { thickest: 50, largest: { width: 320, height: 320 }, speed: 60 },
  punch: { thickest: 25, largest: { width: 340, height: 420 }, speed: 120 },
  slitter: {
    largest: { width: 330, height: 660 },
    smallest: { width: 150, height: 200 },
    mostSlits: 8,
    mostCrossCuts: 24,
    nearestSlits: 6,
    nearestCuts: 6,
    speed: 1200,
  },
  creaser: {
    largest: { width: 340, height: 660 },
    smallest: { width: 60, height: 90 },
    mostLines: 10,
    nearest: 5,
    speed: 2000,
  },
  'corner cutter': { radii: [3, 6], lift: 10, largest: { width: 320, height: 450 }, speed: 600 },
  trimmer: { lift: 60, largest: { width: 320, height: 320 }, smallest: { width: 90, height: 100 }, speed: 200 },
  guillotine: { lift: 80, smallestStrip: 20, largest: { width: 720, height: 720 }, speed: 200 },
};

export const newFinisher = (kind: FinisherKind): Finisher =>
  Finisher.parse({ kind, id: `new-${kind}`, name: `New ${kind}`, makeReady: 5, ...OF_KIND[kind] });
