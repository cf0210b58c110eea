import type { PdfFile } from '../syntax/file';
import { isDict, Ref, type Dict, type PdfValue } from '../syntax/objects';

/** Which of a file's layers are printed (8.11): by number of their groups. */
export interface Layers {
  readonly groups: ReadonlyMap<number, boolean>;
  /** Whether something that names a group or a membership (an /OC entry) is printed. */
  readonly prints: (oc: PdfValue | undefined) => boolean;
}

const NONE: Layers = { groups: new Map(), prints: () => true };

/**
 * The state of a file's layers when it is printed: its default configuration, and what the groups say of their use in
 * print where the configuration lets them (8.11.4.4).
 */
export function layersOf(file: PdfFile): Layers {
  const properties = file.get(file.catalog().get('/OCProperties'));
  if (!isDict(properties)) return NONE;
  const refs = (v: PdfValue | undefined): number[] => {
    const list = file.get(v);
    return Array.isArray(list) ? list.flatMap((r) => (r instanceof Ref ? [r.num] : [])) : [];
  };
  const config = file.get(properties.get('/D'));
  const d: Dict = isDict(config) ? config : new Map();
  const on = file.get(d.get('/BaseState')) !== '/OFF';
  const groups = new Map(refs(properties.get('/OCGs')).map((num) => [num, on]));
  for (const num of refs(d.get('/ON'))) groups.set(num, true);
  for (const num of refs(d.get('/OFF'))) groups.set(num, false);
  const events = file.get(d.get('/AS'));
  for (const e of Array.isArray(events) ? events : []) {
    const event = file.get(e);
    if (!isDict(event) || file.get(event.get('/Event')) !== '/Print') continue;
    for (const num of refs(event.get('/OCGs'))) {
      const group = file.get(new Ref(num, 0));
      const usage = isDict(group) ? file.get(group.get('/Usage')) : undefined;
      const print = isDict(usage) ? file.get(usage.get('/Print')) : undefined;
      const state = isDict(print) ? file.get(print.get('/PrintState')) : undefined;
      if (state === '/ON' || state === '/OFF') groups.set(num, state === '/ON');
    }
  }
  const prints = (oc: PdfValue | undefined, depth = 0): boolean => {
    if (oc === undefined || depth > 16) return true;
    if (oc instanceof Ref && groups.has(oc.num)) return groups.get(oc.num)!;
    const dict = file.get(oc);
    if (!isDict(dict) || file.get(dict.get('/Type')) !== '/OCMD') return true;
    const expression = file.get(dict.get('/VE'));
    if (Array.isArray(expression)) return evaluated(expression, depth + 1);
    const named = dict.get('/OCGs');
    const list = file.get(named);
    const members = Array.isArray(list) ? list : named === undefined ? [] : [named];
    const states = members.filter((m) => file.get(m) !== undefined).map((m) => prints(m, depth + 1));
    if (states.length === 0) return true;
    switch (file.get(dict.get('/P'))) {
      case '/AllOn':
        return states.every((s) => s);
      case '/AnyOff':
        return states.some((s) => !s);
      case '/AllOff':
        return states.every((s) => !s);
      default:
        return states.some((s) => s);
    }
  };
  const evaluated = (ve: PdfValue[], depth: number): boolean => {
    if (depth > 16) return true;
    const of = (v: PdfValue): boolean => {
      const inner = v instanceof Ref && groups.has(v.num) ? v : file.get(v);
      return Array.isArray(inner) ? evaluated(inner, depth + 1) : prints(inner, depth + 1);
    };
    const rest = ve.slice(1);
    switch (file.get(ve[0])) {
      case '/Not':
        return rest[0] === undefined || !of(rest[0]);
      case '/And':
        return rest.every(of);
      default:
        return rest.some(of);
    }
  };
  return { groups, prints };
}

/**
 * The /OCProperties of sheets that carry pages of several files: the groups of all of them, each in the state it is
 * printed in, whatever the reader makes of uses. Groups of one name in two files stay two.
 * @param files with what leads a reference to its copy
 * @returns an entry of the catalog, or nothing where no file has layers
 */
export function layersEntry(
  files: readonly { readonly layers: Layers; readonly reference: (ref: Ref) => string }[],
): string {
  const all: string[] = [];
  const off: string[] = [];
  for (const { layers, reference } of files)
    for (const [num, on] of layers.groups) {
      const ref = reference(new Ref(num, 0));
      all.push(ref);
      if (!on) off.push(ref);
    }
  if (all.length === 0) return '';
  const list = all.join(' ');
  return `/OCProperties<</OCGs[${list}]/D<</BaseState/ON/OFF[${off.join(' ')}]/Order[${list}]>>>>`;
}
