import type { PrinterTold, Size, TrayTold } from '../../core';
import { attributesOf, numberOf, textOf, textsOf, type Range, type Value } from './codec';
import { askPrinter, type Printer } from './client';
import { Group } from './tags';

/** What a printer tells of its sizes, trays, margins and speed, as a shop's machine needs it (PWG 5100.3, 5100.7). */

type Attributes = ReadonlyMap<string, readonly Value[]>;

/** The members of a collection; none where the value is no collection. */
function members(value: Value | undefined): Attributes {
  return Array.isArray(value?.value)
    ? new Map((value.value as readonly { name: string; values: Value[] }[]).map((m) => [m.name, m.values]))
    : new Map();
}

const isRange = (v: unknown): v is Range => typeof v === 'object' && v !== null && 'low' in v && 'high' in v;
/** Lengths are told in hundredths of a millimetre (PWG 5101.1). A printer's word is taken for what paper can be. */
const mm = (hundredths: number): number => hundredths / 100;
const sound = (v: number): boolean => Number.isFinite(v) && v >= 1 && v <= 10_000;

function sizeOf(values: readonly Value[] | undefined): Size | null {
  const size = members(values?.[0]);
  const width = numberOf(size.get('x-dimension'));
  const height = numberOf(size.get('y-dimension'));
  if (width === undefined || height === undefined) return null;
  return sound(mm(width)) && sound(mm(height)) ? { width: mm(width), height: mm(height) } : null;
}

/** One end of what an attribute spans, which is told as a number or as a range. */
function end(values: readonly Value[] | undefined, which: 'low' | 'high'): number | null {
  const value = values?.[0]?.value;
  const n = isRange(value) ? value[which] : typeof value === 'number' ? value : null;
  return n !== null && sound(mm(n)) ? mm(n) : null;
}

/** The free sizes: those whose dimensions are told as ranges; roll-fed ones are as long as they like. */
function freeIn(values: readonly Value[]): PrinterTold['free'] {
  for (const value of values) {
    const size = members(value);
    const x = size.get('x-dimension');
    const y = size.get('y-dimension');
    if (!isRange(x?.[0]?.value) && !isRange(y?.[0]?.value)) continue;
    const [w0, h0, w1, h1] = [end(x, 'low'), end(y, 'low'), end(x, 'high'), end(y, 'high')];
    if (w0 !== null && h0 !== null && w1 !== null && h1 !== null)
      return { smallest: { width: w0, height: h0 }, largest: { width: w1, height: h1 } };
  }
  return null;
}

/** The narrowest margin of an edge, but for none at all, which is told for sheets that bleed. */
function marginAt(a: Attributes, edge: string): number | null {
  const all = (a.get(`media-${edge}-margin-supported`) ?? [])
    .map((v) => (typeof v.value === 'number' ? mm(v.value) : NaN))
    .filter((v) => v >= 0 && v <= 100);
  if (all.length === 0) return null;
  const some = all.filter((v) => v > 0);
  return some.length > 0 ? Math.min(...some) : 0;
}

function marginsOf(a: Attributes): PrinterTold['margins'] {
  const [left, right, top, bottom] = [
    marginAt(a, 'left'),
    marginAt(a, 'right'),
    marginAt(a, 'top'),
    marginAt(a, 'bottom'),
  ];
  if (left === null || right === null || top === null || bottom === null) return null;
  return { left, right, top, bottom };
}

/** What lies ready, by tray; what has no tray's name is no tray. */
function traysOf(a: Attributes): TrayTold[] {
  const seen = new Set<string>();
  return (a.get('media-col-ready') ?? []).flatMap((value): TrayTold[] => {
    const col = members(value);
    const source = textOf(col.get('media-source'));
    if (!source || source === 'auto' || seen.has(source) || source.length > 200) return [];
    seen.add(source);
    const grammage = numberOf(col.get('media-weight-metric'));
    return [
      {
        source,
        size: sizeOf(col.get('media-size')),
        grammage: grammage !== undefined && grammage > 0 && grammage <= 5000 ? grammage : null,
        said: textOf(col.get('media-info')) ?? textOf(col.get('media-type')) ?? null,
      },
    ];
  });
}

/** Names of finishings (RFC 8011, 5.2.6; PWG 5100.1) that a print room asks about. */
const FINISHINGS: Readonly<Record<number, string>> = {
  4: 'staple',
  5: 'punch',
  6: 'cover',
  7: 'bind',
  8: 'saddle stitch',
  9: 'edge stitch',
  10: 'fold',
  11: 'trim',
  12: 'bale',
  13: 'booklet maker',
  14: 'jog offset',
};

/** Asks a printer what it is and what it can. @throws PrinterAway, PrinterRefused, PrinterHttp, PrinterUntrusted, PrinterAddress */
export async function tellOfPrinter(at: Printer, timeout?: number): Promise<PrinterTold> {
  const a = attributesOf(await askPrinter(at, timeout), Group.printer);
  const sizes = (a.get('media-size-supported') ?? []).flatMap((v) => sizeOf([{ ...v }]) ?? []);
  const perMinute = numberOf(a.get('pages-per-minute-color')) ?? numberOf(a.get('pages-per-minute')) ?? 0;
  const model = textOf(a.get('printer-make-and-model'));
  const name = textOf(a.get('printer-name')) ?? textOf(a.get('printer-info')) ?? model ?? 'Printer';
  const colour = a.get('color-supported')?.[0]?.value;
  return {
    name: name.trim().slice(0, 200) || 'Printer',
    model: model ?? null,
    sizes,
    free: freeIn(a.get('media-size-supported') ?? []),
    margins: marginsOf(a),
    trays: traysOf(a),
    bothSides: textsOf(a.get('sides-supported')).some((s) => s.startsWith('two-sided')),
    colour: typeof colour === 'boolean' ? colour : null,
    perMinute: perMinute > 0 && perMinute <= 10_000 ? perMinute : null,
    finishings: (a.get('finishings-supported') ?? []).flatMap((v) => FINISHINGS[Number(v.value)] ?? []),
    mixes: ['pages', 'media-col'].every((o) => textsOf(a.get('overrides-supported')).includes(o)),
  };
}
