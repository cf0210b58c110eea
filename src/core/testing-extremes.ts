/** For tests: everything at the edges of what the docket's schema allows. */
import { docketJsonSchema } from './docket';

type Schema = Readonly<Record<string, unknown>>;
type End = 'low' | 'high';

const root = docketJsonSchema() as Schema;
const defs = (root.$defs ?? {}) as Readonly<Record<string, Schema>>;
const resolved = (s: Schema): Schema =>
  typeof s.$ref === 'string' ? resolved(defs[s.$ref.replace('#/$defs/', '')]!) : s;

/** The cases of a schema: one, or those of a union. */
const casesOf = (s: Schema): Schema[] => {
  const r = resolved(s);
  const list = (r.anyOf ?? r.oneOf) as Schema[] | undefined;
  return list ? list.flatMap(casesOf) : [r];
};

/** Items of a list at the most, by how many lists it lies in: lists in lists in lists are as long as memory. */
const MOST_ITEMS = [Infinity, 500, 10];

/**
 * A value of a schema with every number and list at one end of what is allowed.
 * @param within how many lists it lies in
 */
function valueAt(schema: Schema, end: End, within = 0): unknown {
  const cases = casesOf(schema);
  const s = end === 'low' ? cases[0]! : (cases.find((c) => c.type !== 'null') ?? cases[0]!);
  if ('const' in s) return s.const;
  if (Array.isArray(s.enum)) return end === 'low' ? s.enum[0] : s.enum.at(-1);
  switch (s.type) {
    case 'number':
    case 'integer': {
      const low = Number(s.minimum ?? s.exclusiveMinimum ?? -1e9);
      const high = Number(s.maximum ?? s.exclusiveMaximum ?? 1e9);
      return end === 'low' ? low : high;
    }
    case 'boolean':
      return end === 'high';
    case 'string':
      if (typeof s.pattern === 'string')
        return s.pattern.includes('#') ? '#336699' : s.pattern.includes('64') ? 'a'.repeat(64) : '2026-01-02';
      if (s.format === 'date') return '2026-01-02';
      return 'x'.repeat(end === 'low' ? Number(s.minLength ?? 0) : Math.min(300, Number(s.maxLength ?? 20)));
    case 'array': {
      if (Array.isArray(s.prefixItems)) return (s.prefixItems as Schema[]).map((of) => valueAt(of, end, within + 1));
      const n = end === 'low' ? Number(s.minItems ?? 0) : Number(s.maxItems ?? 20);
      const most = MOST_ITEMS[Math.min(within, MOST_ITEMS.length - 1)]!;
      return Array.from({ length: Math.min(n, most) }, () => valueAt(s.items as Schema, end, within + 1));
    }
    case 'object': {
      const out: Record<string, unknown> = {};
      for (const [key, value] of Object.entries((s.properties ?? {}) as Record<string, Schema>))
        out[key] = valueAt(value, end, within);
      return out;
    }
    default:
      return null;
  }
}

/** A wish at the edge: where it stands in the docket, and what it is there. */
export interface Extreme {
  readonly path: readonly string[];
  readonly value: unknown;
}

function* walk(schema: Schema, path: readonly string[]): Generator<Extreme> {
  const cases = casesOf(schema);
  for (const s of cases) {
    if (s.type === 'object' && s.properties) {
      // each kind of product is gone through field by field; on one of another kind it is no docket
      const product = path.length === 1 && path[0] === 'product';
      if (!product && (cases.length > 1 || path.length > 2)) {
        yield { path, value: valueAt(s, 'low') };
        yield { path, value: valueAt(s, 'high') };
        // each number of it at its other end
        for (const [key, inner] of Object.entries(s.properties as Record<string, Schema>))
          for (const c of casesOf(inner))
            for (const end of ['low', 'high'] as const)
              yield { path, value: { ...(valueAt(s, 'low') as object), [key]: valueAt(c, end) } };
      } else
        for (const [key, inner] of Object.entries(s.properties as Record<string, Schema>))
          yield* walk(inner, [...path, key]);
      if (cases.length === 1 && path.length > 2)
        for (const [key, inner] of Object.entries(s.properties as Record<string, Schema>))
          yield* walk(inner, [...path, key]);
    } else if (Array.isArray(s.enum)) for (const value of s.enum) yield { path, value };
    else {
      yield { path, value: valueAt(s, 'low') };
      yield { path, value: valueAt(s, 'high') };
      if (s.type === 'array')
        for (const c of casesOf(s.items as Schema))
          for (const end of ['low', 'high'] as const)
            yield {
              path,
              value: Array.from({ length: Math.min(5000, Number(s.maxItems ?? 20)) }, () => valueAt(c, end)),
            };
    }
  }
}

/** Every field of the docket at every end of what its schema allows; not all of them are dockets as they are. */
export const extremes = (): Extreme[] => [...walk(root, [])];

/** A value with another in its place. */
export function withAt(base: unknown, [key, ...rest]: readonly string[], value: unknown): unknown {
  if (key === undefined) return value;
  const before = (base ?? {}) as Record<string, unknown>;
  return { ...before, [key]: withAt(before[key], rest, value) };
}
