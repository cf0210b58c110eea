import { Docket } from './schema';

/**
 * A change to a docket, in the manner of RFC 7396 (JSON Merge Patch): objects are merged, everything else is
 * replaced. A value with a `kind` is a case of a union and is replaced whole.
 */
export type Patch<T = Docket> = T extends readonly unknown[]
  ? T
  : T extends { kind: string }
    ? T extends Docket
      ? { readonly [K in keyof T]?: Patch<T[K]> }
      : T | { readonly [K in keyof T]?: Patch<T[K]> }
    : T extends object
      ? { readonly [K in keyof T]?: Patch<T[K]> }
      : T;

type Plain = Record<string, unknown>;
const isPlain = (v: unknown): v is Plain => typeof v === 'object' && v !== null && !Array.isArray(v);

function merge(base: unknown, patch: unknown): unknown {
  if (!isPlain(patch) || !isPlain(base)) return patch;
  if ('kind' in patch && patch.kind !== base.kind) return patch;
  const out: Plain = { ...base };
  for (const [key, value] of Object.entries(patch)) {
    if (value === undefined) continue;
    out[key] = merge(base[key], value);
  }
  return out;
}

/** The docket with the change made. Does not check it; see {@link checkedPatch}. */
export function patched<D extends Docket>(docket: D, patch: NoInfer<Patch<D>>): D;
export function patched(docket: Docket, patch: Patch): Docket;
export function patched(docket: Docket, patch: Patch): Docket {
  return merge(docket, patch) as Docket;
}

/**
 * The docket with the change made, checked against the schema.
 * @throws z.ZodError where the result is no docket
 */
export function checkedPatch(docket: Docket, patch: unknown): Docket {
  return Docket.parse(merge(docket, patch));
}

/** The paths (`product.copies`) that a change touches. */
export function touchedPaths(patch: unknown, before = ''): string[] {
  if (!isPlain(patch)) return [before];
  return Object.entries(patch).flatMap(([key, value]) => touchedPaths(value, before ? `${before}.${key}` : key));
}

/** The value at a path, for showing what another window has changed. */
export function valueAt(docket: unknown, path: string): unknown {
  return path.split('.').reduce<unknown>((v, key) => (isPlain(v) ? v[key] : undefined), docket);
}
