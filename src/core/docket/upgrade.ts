import { MOST_FOLDS } from '../shop';

/** Dockets and shops as earlier versions wrote them, brought to the present one; unchecked. */

/** The version that is written. */
export const VERSION = 3;

type Plain = Record<string, unknown>;
export const isPlain = (v: unknown): v is Plain => typeof v === 'object' && v !== null && !Array.isArray(v);

/** Version 1 knew one binding, and had it where version 2 says that the product is bound at all. */
function from1(data: Plain): Plain {
  const { product } = data;
  return {
    ...data,
    version: 2,
    product: isPlain(product) ? { ...product, kind: 'bound', binding: { kind: product.kind } } : product,
  };
}

/** What version 2 said that a machine does, and what kind of machine that is. */
const KIND_THAT = {
  stitch: 'stitcher',
  bind: 'binder',
  sew: 'sewing machine',
  punch: 'punch',
  fold: 'folder',
  cut: 'guillotine',
} as const;
type Does = keyof typeof KIND_THAT;
const isDoes = (v: unknown): v is Does => typeof v === 'string' && v in KIND_THAT;

/** What version 2's bindings were finished by. */
const DONE_BY: Readonly<Record<string, Does>> = {
  'saddle-stitched': 'stitch',
  'perfect-bound': 'bind',
  sewn: 'sew',
  'loose-leaf': 'punch',
  folded: 'fold',
};

/**
 * A finishing machine of version 2, one flat record for every kind.
 * @param as what it is wanted for, where it does several things
 */
export function upgradedFinisher(data: unknown, as?: Does): unknown {
  if (!isPlain(data) || 'kind' in data) return data;
  const { does = ['stitch'], maxSheets, thickest, maxFolds, ...rest } = data;
  const able = Array.isArray(does) ? does.filter(isDoes) : [];
  const kind = KIND_THAT[as && able.includes(as) ? as : (able[0] ?? 'stitch')];
  switch (kind) {
    case 'stitcher':
      return { kind, ...rest, mostSheets: maxSheets };
    case 'folder':
      // null was no limit
      return { kind, ...rest, ...(maxFolds === undefined ? {} : { mostFolds: maxFolds ?? MOST_FOLDS }) };
    case 'binder':
    case 'sewing machine':
    case 'punch':
      return { kind, ...rest, ...(thickest === undefined ? {} : { thickest }) };
    case 'guillotine':
      // what version 2 did not ask of one
      return { kind, ...rest, lift: 80, smallestStrip: 20 };
  }
}

/** The process that a kind of machine does, as a step of the route says it. */
const PROCESS_OF: Readonly<Record<string, Does>> = Object.fromEntries(
  Object.entries(KIND_THAT).map(([does, kind]) => [kind, does as Does]),
);

/** Version 2 had one finishing machine and perhaps a folder; folds, sections and trims stood with the sheet. */
function from2(data: Plain): Plain {
  const { product, sheet, finish } = data;
  const out: Plain = { ...data, version: 3 };
  if (isPlain(sheet)) {
    const { fold, sections, trims, ...rest } = sheet;
    out.sheet = rest;
    if (isPlain(product))
      out.product = {
        ...product,
        ...(fold === undefined ? {} : { fold }),
        ...(sections === undefined ? {} : { sections }),
        ...(trims === undefined ? {} : { trims }),
      };
  }
  if (isPlain(finish)) {
    const { finisher, folder, stitch } = finish;
    const binding = isPlain(product) && isPlain(product.binding) ? String(product.binding.kind) : '';
    const last = upgradedFinisher(finisher, DONE_BY[binding]);
    // what was named as the folder folds, whatever else it does
    const fold = isPlain(folder) ? upgradedFinisher({ ...folder, does: ['fold'] }, 'fold') : null;
    const step = (machine: unknown): Plain => ({
      process: isPlain(machine) ? PROCESS_OF[String(machine.kind)] : undefined,
      machine,
    });
    const steps = fold === null ? [] : [step(fold)];
    // one that only folds and was named twice folds once
    if (!(isPlain(last) && last.kind === 'folder' && steps.length > 0)) steps.push(step(last));
    out.finish = { here: stitch, route: steps };
  }
  return out;
}

/** A docket's data of any version there has been, as the present one writes it. */
export function upgraded(data: unknown): unknown {
  if (!isPlain(data)) return data;
  if (data.version === 1) return from2(from1(data));
  return data.version === 2 ? from2(data) : data;
}

/** A shop's lists of any version there has been, as the present one writes them. */
export function upgradedShop(data: unknown): unknown {
  if (!isPlain(data) || !Array.isArray(data.finishers)) return data;
  return { ...data, finishers: data.finishers.map((f) => upgradedFinisher(f)) };
}
