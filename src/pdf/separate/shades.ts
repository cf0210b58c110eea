import { deflateSync } from 'node:zlib';
import { realNumber as n } from '../compose/number';
import type { PdfWriter } from '../compose/writer';
import type { Fn } from '../colour/functions';

/** Another colour, each component 0 to 1, for a colour by its components: a grey on a plate, other inks. */
export type Into = (colour: readonly number[]) => readonly number[];

/** Entries of a table where what is between them cannot be written exactly: a step in 1,024, each to 65,536. */
const ENTRIES = 1024;
const ACROSS = 128;
/** Two amounts that no plate tells apart. */
const ALIKE = 2e-4;

/**
 * Writes a function of one number that gives the colours which those of functions become: exponentials and what is stitched
 * of them stay what they are, anything else becomes a table (ISO 32000-1, 7.10).
 * @returns its reference
 */
export function recolouredFunction(out: PdfWriter, fns: readonly Fn[], into: Into): string {
  const [only] = fns;
  if (fns.length === 1 && only!.made.kind === 'stitched') {
    const { of, bounds, encode } = only!.made;
    const inner = of.map((f) => recolouredFunction(out, [f], into));
    const pairs = of.flatMap((_, i) => [encode[2 * i] ?? 0, encode[2 * i + 1] ?? 1]);
    return object(
      out,
      `/FunctionType 3${domain(only!)}/Functions[${inner.join(' ')}]/Bounds[${bounds.map(n).join(' ')}]/Encode[${pairs.map(n).join(' ')}]`,
    );
  }
  const at = (x: number): readonly number[] =>
    into(fns.length === 1 ? only!.at([x]) : fns.map((f) => f.at([x])[0] ?? 0));
  return (fns.length === 1 ? exponential(out, only!, at) : null) ?? table(out, only!, at);
}

const domain = (f: Fn): string => `/Domain[${f.domain.map(n).join(' ')}]`;

function object(out: PdfWriter, entries: string): string {
  const num = out.allocate();
  out.object(num, `<<${entries}>>`);
  return `${num} 0 R`;
}

/** An exponential as one of what its colours become, where that goes the way that they do; null where not. */
function exponential(out: PdfWriter, fn: Fn, at: (x: number) => readonly number[]): string | null {
  if (fn.made.kind !== 'exponential') return null;
  const e = fn.made.n;
  const [low, high] = [fn.domain[0]!, fn.domain[1]!];
  // written by what it is at 0 and at 1, which its domain may leave out
  if (low !== 0 || high !== 1) return null;
  const [c0, c1] = [at(0), at(1)];
  const same = [0.2, 0.5, 0.8].every((x) =>
    at(x).every((v, i) => Math.abs(v - (c0[i]! + x ** e * (c1[i]! - c0[i]!))) < ALIKE),
  );
  return same
    ? object(out, `/FunctionType 2${domain(fn)}/C0[${c0.map(n).join(' ')}]/C1[${c1.map(n).join(' ')}]/N ${n(e)}`)
    : null;
}

const share = (v: number): number => Math.round(Math.min(1, Math.max(0, v)) * 65535);

function table(out: PdfWriter, fn: Fn, at: (x: number) => readonly number[]): string {
  const [low, high] = [fn.domain[0]!, fn.domain[1]!];
  const colours = Array.from({ length: ENTRIES }, (_, i) => at(low + ((high - low) * i) / (ENTRIES - 1)));
  return sampled(out, `${domain(fn)}/Size[${ENTRIES}]`, colours);
}

/** The same of two numbers: what colours an area. */
export function recolouredPlane(out: PdfWriter, fns: readonly Fn[], into: Into): string {
  const [x0, x1, y0, y1] = [0, 1, 2, 3].map((i) => fns[0]!.domain[i] ?? i % 2) as [number, number, number, number];
  const colours: (readonly number[])[] = [];
  for (let j = 0; j < ACROSS; j++)
    for (let i = 0; i < ACROSS; i++) {
      const x = [x0 + ((x1 - x0) * i) / (ACROSS - 1), y0 + ((y1 - y0) * j) / (ACROSS - 1)];
      colours.push(into(fns.length === 1 ? fns[0]!.at(x) : fns.map((f) => f.at(x)[0] ?? 0)));
    }
  return sampled(out, `/Domain[${[x0, x1, y0, y1].map(n).join(' ')}]/Size[${ACROSS} ${ACROSS}]`, colours);
}

/** Steps of each input of a table, by how many inputs there are: more of them than that are left as they are. */
const STEPS: readonly number[] = [0, ENTRIES, 65, 17, 9];

/**
 * The same of what stands for a colour of so many inks.
 * @returns its reference; null where there are more inks than a table of them can be written for
 */
export function alternateFunction(out: PdfWriter, fn: Fn, into: Into): string | null {
  const inputs = fn.domain.length / 2;
  if (inputs === 1) return recolouredFunction(out, [fn], into);
  const steps = STEPS[inputs];
  if (!steps) return null;
  const colours = Array.from({ length: steps ** inputs }, (_, at) =>
    into(
      fn.at(
        Array.from({ length: inputs }, (_, i) => {
          const [low, high] = [fn.domain[2 * i]!, fn.domain[2 * i + 1]!];
          return low + ((high - low) * (Math.floor(at / steps ** i) % steps)) / (steps - 1);
        }),
      ),
    ),
  );
  const size = Array.from({ length: inputs }, () => steps).join(' ');
  return sampled(out, `/Domain[${fn.domain.map(n).join(' ')}]/Size[${size}]`, colours);
}

/** A table of colours, the first of its inputs running fastest. */
function sampled(out: PdfWriter, entries: string, colours: readonly (readonly number[])[]): string {
  const outputs = colours[0]!.length;
  const data = Buffer.alloc(2 * outputs * colours.length);
  colours.forEach((colour, i) => colour.forEach((v, j) => data.writeUInt16BE(share(v), 2 * (i * outputs + j))));
  const num = out.allocate();
  const range = colours[0]!.map(() => '0 1').join(' ');
  out.stream(num, `/FunctionType 0/Range[${range}]/BitsPerSample 16${entries}/Filter/FlateDecode`, deflateSync(data));
  return `${num} 0 R`;
}
