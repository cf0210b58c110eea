import type { Patch, ProductKind, Shop } from '../src/core';

/** A job of the demonstration: its file, its wishes, and how soon it is needed (days from the day it is loaded). */
export interface DemoJob {
  readonly file: string;
  readonly title: string;
  readonly dueIn: number;
  readonly copies: number;
  /** What it is made into, where that is not what it looks like. */
  readonly made?: ProductKind;
  readonly customer: string;
  /** By its id in the shop; the cheapest that fits where it is not said. */
  readonly stock?: string;
  /** Further files, added to the job. */
  readonly more?: readonly string[];
  /** The table that its imprints are from. */
  readonly table?: string;
  /** What else is wished. */
  readonly wish?: (shop: Shop) => Patch;
}

export function stockOf(shop: Shop, id: string): Shop['stocks'][0] {
  const stock = shop.stocks.find((s) => s.id === id);
  if (!stock) throw new RangeError(`The shop has no stock ${id}.`);
  return stock;
}
export function finisherOf(shop: Shop, id: string): Shop['finishers'][0] {
  const finisher = shop.finishers.find((f) => f.id === id);
  if (!finisher) throw new RangeError(`The shop has no finishing machine ${id}.`);
  return finisher;
}
/** Whom the print room works for: both made up. */
export const TOOLS = 'Gullcroft Tool Library';
export const HARBOUR = 'Gullcroft Harbour Office';
