import { formatNumber, formatSize, NAMED_SIZES, sameSize, type Size, type Unit } from '../measure';
import { Machine } from './machine';
import type { Stock } from './stock';

/** What a printer tells of itself when it is asked (PWG 5100.3, RFC 8011). Millimetres; null where it does not say. */
export interface PrinterTold {
  readonly name: string;
  readonly model: string | null;
  /** Sizes that it feeds, the short edge as width. */
  readonly sizes: readonly Size[];
  /** Free sizes: from the smallest to the largest that it feeds. */
  readonly free: { readonly smallest: Size; readonly largest: Size } | null;
  /** The narrowest margins that it leaves on a sheet fed short edge first. */
  readonly margins: {
    readonly left: number;
    readonly right: number;
    readonly top: number;
    readonly bottom: number;
  } | null;
  readonly trays: readonly TrayTold[];
  readonly bothSides: boolean;
  readonly colour: boolean | null;
  /** Sides a minute. */
  readonly perMinute: number | null;
  /** What it finishes by itself, in words. */
  readonly finishings: readonly string[];
  /** Whether pages of one job may have stocks of their own. */
  readonly mixes: boolean;
}

export interface TrayTold {
  /** What the printer calls it: media-source. */
  readonly source: string;
  readonly size: Size | null;
  readonly grammage: number | null;
  /** What lies in it, as the printer says it. */
  readonly said: string | null;
}

/** What a printer does not say, and an operator is asked once. */
export type AskedOnce = 'sizes' | 'margins' | 'speed' | 'click' | 'turn' | 'trays';

/** A machine for the shop as far as its printer told, what was told in words, and what is still to be asked. */
export interface FromPrinter {
  readonly machine: Machine;
  readonly said: readonly string[];
  readonly asks: readonly AskedOnce[];
}

/** Where nobody says: the sheets of office presses, 4 mm that they do not print, 60 sides a minute. */
const UNTOLD = {
  smallest: { width: 148, height: 210 },
  largest: NAMED_SIZES.sra3!,
  margin: 4,
  perMinute: 60,
};

/** The stock that lies in a tray, as far as size and weight tell: the nearest in weight, within a tenth. */
function stockIn({ size, grammage }: TrayTold, stocks: readonly Stock[]): Stock | null {
  if (!size) return null;
  const alike = stocks.filter((s) => sameSize(s, size, 1) || sameSize({ width: s.height, height: s.width }, size, 1));
  if (grammage === null) return alike.length === 1 ? alike[0]! : null;
  const off = (s: Stock): number => Math.abs(s.grammage - grammage);
  const [near] = alike.filter((s) => off(s) <= grammage / 10).sort((a, b) => off(a) - off(b));
  return near ?? null;
}

/** `tray-1` as one reads it: `Tray 1`. */
const trayName = (source: string): string => {
  const plain = source.replace(/[-_]+/g, ' ');
  return plain.charAt(0).toUpperCase() + plain.slice(1);
};

/** Free sizes from the lesser to the greater, whichever way a printer tells them. */
const inOrder = ({ smallest: a, largest: b }: NonNullable<PrinterTold['free']>) => ({
  smallest: { width: Math.min(a.width, b.width), height: Math.min(a.height, b.height) },
  largest: { width: Math.max(a.width, b.width), height: Math.max(a.height, b.height) },
});

/** From the narrowest and shortest sheet to the widest and longest: all the sizes lie between. */
function spanOf(sizes: readonly Size[]): { readonly smallest: Size; readonly largest: Size } | null {
  if (sizes.length === 0) return null;
  const short = sizes.map((s) => Math.min(s.width, s.height));
  const long = sizes.map((s) => Math.max(s.width, s.height));
  return {
    smallest: { width: Math.min(...short), height: Math.min(...long) },
    largest: { width: Math.max(...short), height: Math.max(...long) },
  };
}

/** More trays than a machine has (see {@link Machine}). */
const MOST_TRAYS = 50;

/** A machine of the answers of its printer. What it does not say is left as most are, and asked. */
export function machineFromPrinter(
  told: PrinterTold,
  {
    id,
    printer,
    stocks,
    unit = 'mm',
  }: {
    readonly id: string;
    readonly printer: string;
    readonly stocks: readonly Stock[];
    /** In which lengths are said. */
    readonly unit?: Unit;
  },
): FromPrinter {
  const { smallest, largest } = (told.free && inOrder(told.free)) ?? spanOf(told.sizes) ?? UNTOLD;
  // a tray whose stock the shop does not have is asked about when it is wanted
  const trays = told.trays.slice(0, MOST_TRAYS).flatMap((t) => {
    const stock = stockIn(t, stocks);
    return stock ? [{ name: trayName(t.source), stock: stock.id, source: t.source }] : [];
  });
  const { margins } = told;
  const machine = Machine.parse({
    id,
    name: told.name,
    largest,
    smallest,
    // told for the sheet fed short edge first; ours lies with its long edge level, its lead edge at the foot
    noPrint: margins
      ? { left: margins.bottom, right: margins.top, top: margins.left, bottom: margins.right }
      : { left: UNTOLD.margin, right: UNTOLD.margin, top: UNTOLD.margin, bottom: UNTOLD.margin },
    turn: 'turn',
    speed: 60 * (told.perMinute ?? UNTOLD.perMinute),
    makeReady: 2,
    click: 0,
    spoilage: { sheets: 2, percent: 1 },
    sides: told.bothSides ? 'both' : 'one',
    trays,
    mixes: told.mixes,
    printer,
  });
  const asks: AskedOnce[] = [];
  if (told.sizes.length === 0 && !told.free) asks.push('sizes');
  if (!margins) asks.push('margins');
  if (told.perMinute === null) asks.push('speed');
  asks.push('click');
  if (told.bothSides) asks.push('turn');
  if (trays.length < told.trays.length || told.trays.length === 0) asks.push('trays');
  return { machine, said: saidOf(told, unit), asks };
}

function saidOf(told: PrinterTold, unit: Unit): string[] {
  const { model, sizes, free, margins, trays, bothSides, colour, perMinute, finishings, mixes } = told;
  const said: string[] = [];
  const bare = (mm: number): string => formatNumber(unit === 'mm' ? mm : mm / 25.4, 3);
  if (model) said.push(model);
  const span = spanOf(sizes);
  if (span) said.push(`${sizes.length} sizes, up to ${formatSize(span.largest, unit)}`);
  if (free) said.push(`free sizes from ${formatSize(free.smallest, unit)} to ${formatSize(free.largest, unit)}`);
  if (margins)
    said.push(
      `margins: ${(['left', 'right', 'top', 'bottom'] as const).map((e) => `${e} ${bare(margins[e])}`).join(', ')} ${unit}`,
    );
  said.push(bothSides ? 'prints both sides' : 'prints one side');
  if (colour !== null) said.push(colour ? 'colour' : 'black only');
  if (perMinute !== null) said.push(`${perMinute} sides a minute`);
  for (const t of trays) {
    const what = [t.size && formatSize(t.size, unit), t.grammage !== null && `${t.grammage} g/m²`, t.said].filter(
      Boolean,
    );
    said.push(`${trayName(t.source)}: ${what.join(', ') || 'nothing said'}`);
  }
  if (mixes) said.push('draws from several trays in one job');
  if (finishings.length > 0) said.push(`finishes: ${finishings.join(', ')}`);
  return said;
}

/** A machine that the shop has, with what its printer now says of itself; what people have said of it stays. */
export function askedAgain(known: Machine, { machine, asks }: FromPrinter): Machine {
  const open = new Set(asks);
  return {
    ...known,
    printer: machine.printer,
    certificate: machine.certificate,
    sides: machine.sides,
    mixes: machine.mixes,
    ...(open.has('sizes') ? {} : { largest: machine.largest, smallest: machine.smallest }),
    ...(open.has('margins') ? {} : { noPrint: machine.noPrint }),
    ...(open.has('speed') ? {} : { speed: machine.speed }),
    ...(machine.trays.length > 0 ? { trays: machine.trays } : {}),
  };
}
