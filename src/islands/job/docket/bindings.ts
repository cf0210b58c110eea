import type { Binding, Docket, Patch, Shop } from '../../../core';

export type BindingKey = 'saddle-stitched' | 'perfect-bound' | 'sewn' | 'wire' | 'comb' | 'drilled' | 'folded';

/** What a binding is called, in the list and in the brief. */
export const BINDINGS: readonly { readonly key: BindingKey; readonly label: string; readonly detail: string }[] = [
  { key: 'saddle-stitched', label: 'Saddle stitched', detail: 'sections inserted' },
  { key: 'perfect-bound', label: 'Perfect bound', detail: 'milled and glued' },
  { key: 'sewn', label: 'Section sewn', detail: 'through the fold' },
  { key: 'wire', label: 'Wire bound', detail: 'loose leaves' },
  { key: 'comb', label: 'Comb bound', detail: 'loose leaves' },
  { key: 'drilled', label: 'Drilled', detail: 'loose leaves' },
  { key: 'folded', label: 'Folded', detail: 'one sheet, not bound' },
];

export const keyOf = (b: Binding): BindingKey => (b.kind === 'loose-leaf' ? b.by : b.kind);

const MADE: Readonly<Record<BindingKey, Binding>> = {
  'saddle-stitched': { kind: 'saddle-stitched' },
  'perfect-bound': { kind: 'perfect-bound', grindOff: 3 },
  sewn: { kind: 'sewn' },
  wire: { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'repeat' },
  comb: { kind: 'loose-leaf', by: 'comb', clearance: 11, order: 'repeat' },
  drilled: { kind: 'loose-leaf', by: 'drilled', clearance: 18, order: 'repeat' },
  folded: { kind: 'folded', short: 1 },
};

const NEEDS = {
  'saddle-stitched': 'stitch',
  'perfect-bound': 'bind',
  sewn: 'sew',
  wire: 'punch',
  comb: 'punch',
  drilled: 'punch',
  folded: 'fold',
} as const;

/** The change to another binding: with a machine that does it, folds chosen anew, creep as that binding needs it. */
export function bindingPatch(key: BindingKey, docket: Docket, shop: Shop): Patch {
  const need = NEEDS[key];
  const finisher = docket.finish.finisher.does.includes(need)
    ? null
    : (shop.finishers.find((f) => f.does.includes(need)) ?? null);
  const folder =
    key === 'sewn' || key === 'folded' ? (shop.finishers.find((f) => f.does.includes('fold')) ?? null) : null;
  return {
    product: { binding: MADE[key], ...(key === 'folded' ? { cover: { kind: 'self' as const } } : {}) },
    sheet: { fold: null, sections: { kind: 'auto' } },
    finish: { ...(finisher ? { finisher } : {}), ...(folder && !docket.finish.folder ? { folder } : {}) },
  };
}

/** How the brief says the piece: `saddle-stitched booklet`, `wall calendar wire bound at the head`. */
export function saidProduct(docket: Docket): { readonly binding: string; readonly piece: string } {
  const { binding, bound } = docket.product;
  if (docket.artwork.imposed.kind === 'sheets') return { binding: 'ready-imposed', piece: 'job' };
  switch (binding.kind) {
    case 'saddle-stitched':
      return { binding: 'saddle-stitched', piece: 'booklet' };
    case 'perfect-bound':
      return { binding: 'perfect-bound', piece: 'book' };
    case 'sewn':
      return { binding: 'section-sewn', piece: 'book' };
    case 'loose-leaf': {
      const by = { wire: 'wire-bound', comb: 'comb-bound', drilled: 'drilled' }[binding.by];
      return { binding: by, piece: bound === 'top' ? 'calendar' : binding.by === 'drilled' ? 'set of leaves' : 'book' };
    }
    case 'folded':
      return { binding: 'folded', piece: 'leaflet' };
  }
}
