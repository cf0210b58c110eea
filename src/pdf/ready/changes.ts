import { PROCESS, sameInk, type InkOnPaper, type Tone } from '../../core';
import { realNumber as n } from '../compose/number';
import type { Copier } from '../compose/copier';
import { nameOf } from '../compose/spots';
import type { PdfWriter } from '../compose/writer';
import { readSpace, stringBytes, type Space } from '../colour/spaces';
import { readFunction } from '../colour/functions';
import { decodeName } from '../inks';
import { alternateFunction } from '../separate/shades';
import type { Becomes, Change } from './change';
import { DEFAULTS, DEVICES, type Conversion } from './conversion';
import { isDict, numberOf, Ref, type Dict, type PdfValue } from '../syntax/objects';

const MOST_DEEP = 8;
const isProcess = (name: string): boolean => PROCESS.some((p) => sameInk(p, name));
const clamp = (v: number | undefined): number => (v === undefined || !(v > 0) ? 0 : v > 1 ? 1 : v);

/** The colour spaces of a file, as they are after what is wished of its inks. */
export class Changes {
  private readonly known = new Map<string, Becomes>();
  private readonly ids = new Map<Change, number>();

  constructor(
    private readonly copier: Copier,
    private readonly out: PdfWriter,
    private readonly works: readonly InkOnPaper[],
    private readonly conversion: Conversion | null = null,
  ) {}

  /**
   * @param v a space, as it is written or by reference
   * @param spaces what names of spaces stand for
   */
  of(v: PdfValue | undefined, spaces?: Dict, depth = 0): Becomes {
    if (v === undefined || (this.works.length === 0 && !this.conversion) || depth > MOST_DEEP) return null;
    const { source } = this.copier;
    const value = source.get(v);
    if (typeof value === 'string') {
      const device = DEVICES[value];
      if (device) return this.device(device, spaces, depth);
      const named = spaces?.get(value);
      return named === undefined || named === value ? null : this.of(named, undefined, depth + 1);
    }
    if (!Array.isArray(value)) return null;
    const id = v instanceof Ref ? `${v.num}` : this.copier.value(value);
    let known = this.known.get(id);
    if (known === undefined) this.known.set(id, (known = this.made(value, spaces, depth)));
    return known;
  }

  /** Tells changes apart: what is drawn of one thing in two of them is two things. */
  idOf(change: Becomes): number {
    if (change === null || change === 'gone') return change === null ? 0 : -1;
    let id = this.ids.get(change);
    if (id === undefined) this.ids.set(change, (id = this.ids.size + 1));
    return id;
  }

  /** A space of the device, or what the file says stands for it (8.6.5.6). */
  device(of: 'gray' | 'rgb' | 'cmyk', spaces: Dict | undefined, depth = 0): Becomes {
    if (!this.conversion) return null;
    const instead = spaces?.get(DEFAULTS[of]);
    // what stands for a device is measured: one that is named by another device's name is no such thing
    if (instead !== undefined && Array.isArray(this.copier.source.get(instead)))
      return this.of(instead, undefined, depth + 1);
    return this.conversion.device(of);
  }

  private made(value: readonly PdfValue[], spaces: Dict | undefined, depth: number): Becomes {
    const { source } = this.copier;
    switch (source.get(value[0])) {
      case '/Separation':
        return this.colorants([value[1] ?? '/None'], value);
      case '/DeviceN': {
        const names = source.get(value[1]);
        return this.colorants(Array.isArray(names) ? names : [], value);
      }
      case '/Indexed':
      case '/I':
        return this.indexed(value, this.of(value[1], spaces, depth + 1));
      case '/Pattern': {
        const under = this.of(value[1], spaces, depth + 1);
        return under === null || under === 'gone'
          ? under
          : { ...under, space: this.written(`[/Pattern ${under.space}]`), ofPattern: true };
      }
      default: {
        const found = this.conversion?.measured(value) ?? null;
        return typeof found === 'string' ? this.conversion!.device(found) : found;
      }
    }
  }

  private written(value: string): string {
    const num = this.out.allocate();
    this.out.object(num, value);
    return `${num} 0 R`;
  }

  private indexed(value: readonly PdfValue[], base: Becomes): Becomes {
    if (base === null || base === 'gone') return base;
    const was = readSpace(this.copier.source, [...value], undefined, () => true);
    const high = Math.min(255, Math.max(0, numberOf(this.copier.source.get(value[2]), 0)));
    const entry = tableOf(this.copier, value, base.was);
    const table = Buffer.from(
      Array.from({ length: high + 1 }, (_, i) => base.into(entry(i)).map((v) => Math.round(clamp(v) * 255))).flat(),
    );
    const space = this.written(`[/Indexed ${base.space} ${high} <${table.toString('hex')}>]`);
    return { space, was, same: true, into: (colour) => colour };
  }

  private colorants(list: readonly PdfValue[], value: readonly PdfValue[]): Becomes {
    const { source } = this.copier;
    const names = list.map((v) => decodeName(String(source.get(v))));
    const becomes = names.map((name) => this.works.find((w) => sameInk(w.ink, name))?.becomes ?? null);
    const alternate = this.alternate(value);
    const tones = names.map((name) => this.conversion?.tone(PROCESS.findIndex((p) => sameInk(p, name))) ?? null);
    if (becomes.every((b) => b === null)) return this.retoned(value, tones, alternate);
    const all = (): Space => readSpace(source, [...value], undefined, () => true);
    const after = names.map((name, i): string | null => {
      const b = becomes[i]!;
      return b === null ? (name === 'None' ? null : name) : typeof b === 'string' ? null : b.ink;
    });
    const kept = after.filter((name) => name !== null);
    const unlike = kept.every((a, i) => kept.findIndex((b) => sameInk(a, b)) === i);
    // names alone: what else there is of the space holds as it did
    if (kept.length === names.length && unlike) {
      const said = kept.map((name) => `/${nameOf(name)}`);
      const rest = alternate ?? value.slice(2, 4).map((v) => this.copier.value(v));
      const written =
        names.length === 1 && source.get(value[0]) === '/Separation'
          ? `[/Separation ${said[0]!} ${rest.join(' ')}]`
          : `[/DeviceN [${said.join(' ')}] ${rest.join(' ')}]`;
      return { space: this.written(written), was: all(), same: true, into: (colour) => colour };
    }
    const asProcess = becomes.map((b) => b === 'process');
    if (kept.length === 0 && !asProcess.includes(true)) return 'gone';
    return this.mixed(names, after, asProcess, value, all());
  }

  /** A space of other inks than it was, some of which may be made of process inks. */
  private mixed(
    names: readonly string[],
    after: readonly (string | null)[],
    asProcess: readonly boolean[],
    value: readonly PdfValue[],
    was: Space,
  ): Change {
    // by what the file says stands for its inks
    const instead = readSpace(this.copier.source, [...value], undefined, () => false);
    const count = names.length;
    const inks = this.inProcess(value, instead);
    const alone = (i: number, tint: number): readonly number[] => inks(names.map((_, j) => (j === i ? tint : 0)));
    const into = [
      ...(asProcess.includes(true) ? PROCESS : PROCESS.filter((p) => after.some((a) => a !== null && sameInk(a, p)))),
      ...after.filter((a, i) => a !== null && !isProcess(a) && firstOf(after, a) === i).map(String),
    ];
    const at = after.map((a) => (a === null ? -1 : into.findIndex((name) => sameInk(name, a))));
    // where no spot ink is left they mix as the file says; beside others each counts for itself
    const together = into.every(isProcess) && asProcess.every((p, i) => p || after[i] === null);
    const tints = (colour: readonly number[]): number[] => {
      const sums = into.map(() => 0);
      if (together) {
        const all = inks(names.map((_, i) => (asProcess[i] ? (colour[i] ?? 0) : 0)));
        all.forEach((v, k) => (sums[k]! += v));
      } else
        for (let i = 0; i < count; i++) {
          if (asProcess[i]) alone(i, clamp(colour[i])).forEach((v, k) => (sums[k]! += v));
          else if (at[i]! >= 0) sums[at[i]!]! += clamp(colour[i]);
        }
      return sums.map(clamp);
    };
    if (asProcess.includes(true) && into.length === PROCESS.length)
      return { space: '/DeviceCMYK', was, same: false, into: tints };
    const full = into.map((name, k) => {
      const process = PROCESS.findIndex((p) => sameInk(p, name));
      return process >= 0 ? PROCESS.map((_, p) => (p === process ? 1 : 0)) : alone(at.indexOf(k), 1);
    });
    const fn = this.mixing(full);
    const said = into.map((name) => `/${nameOf(name)}`);
    const space = this.written(
      into.length === 1
        ? `[/Separation ${said[0]!} /DeviceCMYK ${fn}]`
        : `[/DeviceN [${said.join(' ')}] /DeviceCMYK ${fn}]`,
    );
    return { space, was, same: false, into: tints };
  }

  /** What stands for inks where they are not printed, brought to the press: a space and a function; null where it stays. */
  private alternate(value: readonly PdfValue[]): readonly [string, string] | null {
    const change = this.of(value[2]);
    if (change === null || change === 'gone' || change.same) return null;
    const fn = readFunction(this.copier.source, value[3]);
    const written = alternateFunction(this.out, fn, (colour) => inkOf(change, colour));
    return written === null ? null : ['/DeviceCMYK', written];
  }

  /** Inks that stay, in what stands for them on the press, process inks among them in their tones. */
  private retoned(
    value: readonly PdfValue[],
    tones: readonly (Tone | null)[],
    alternate: readonly [string, string] | null,
  ): Becomes {
    if (alternate === null && tones.every((tone) => tone === null)) return null;
    const was = readSpace(this.copier.source, [...value], undefined, () => true);
    const rest = alternate ?? value.slice(2, 4).map((v) => this.copier.value(v));
    const more = value.slice(4).map((v) => this.copier.value(v));
    const space = this.written(
      `[${[...value.slice(0, 2).map((v) => this.copier.value(v)), ...rest, ...more].join(' ')}]`,
    );
    if (tones.every((tone) => tone === null)) return { space, was, same: true, into: (colour) => colour };
    return { space, was, same: false, into: (colour) => colour.map((v, i) => tones[i]?.(clamp(v)) ?? v) };
  }

  /** The process inks that stand for a colour of inks which are not printed. */
  private inProcess(value: readonly PdfValue[], instead: Space): (colour: readonly number[]) => readonly number[] {
    const change = this.of(value[2]);
    if (change === null || change === 'gone') return (colour) => instead.tints(colour).process;
    const fn = readFunction(this.copier.source, value[3]);
    return (colour) => inkOf(change, fn.at(colour));
  }

  /** A function that adds up what stands for each ink (7.10.5): for screens, and printers that lack the inks. */
  private mixing(full: readonly (readonly number[])[]): string {
    const count = full.length;
    // the sums pile up on the amounts, so that each lies one deeper for every sum before it
    const sum = (k: number): string =>
      `0 ${full.map((of, i) => `${count - i + k} index ${n(of[k]!)} mul add`).join(' ')} dup 1 gt {pop 1} if`;
    const drop = `${count + 4} 4 roll ${'pop '.repeat(count)}`;
    const program = `{${[0, 1, 2, 3].map(sum).join(' ')} ${drop}}`;
    const num = this.out.allocate();
    const unit = (of: number): string => '0 1 '.repeat(of).trim();
    this.out.stream(num, `/FunctionType 4/Domain[${unit(count)}]/Range[${unit(4)}]`, Buffer.from(program, 'latin1'));
    return `${num} 0 R`;
  }
}

/** A colour in the four process inks, of a space that has become them or grey. */
function inkOf(change: Change, colour: readonly number[]): readonly number[] {
  const made = change.into(colour);
  return change.space === '/DeviceGray' ? [0, 0, 0, 1 - (made[0] ?? 0)] : made;
}

const firstOf = (names: readonly (string | null)[], name: string): number =>
  names.findIndex((a) => a !== null && sameInk(a, name));

/** The colours of an indexed space's table, in its base (8.6.6.3). */
function tableOf({ source }: Copier, value: readonly PdfValue[], base: Space): (i: number) => number[] {
  const v = value[3];
  const object = v instanceof Ref ? source.object(v) : null;
  const text = source.get(v);
  const bytes = object?.stream ? source.streamData(object) : typeof text === 'string' ? stringBytes(text) : [];
  const { components, decode } = base;
  return (i) =>
    Array.from({ length: components }, (_, j) => {
      const [low, high] = [decode[2 * j]!, decode[2 * j + 1]!];
      return low + ((bytes[i * components + j] ?? 0) / 255) * (high - low);
    });
}

/** Names of a dictionary of resources, of one kind. */
export const kindOf = (copier: Copier, resources: Dict | undefined, kind: string): Dict | undefined => {
  const dict = copier.source.get(resources?.get(kind));
  return isDict(dict) ? dict : undefined;
};
