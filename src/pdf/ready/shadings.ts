import type { Copier } from '../compose/copier';
import type { PdfWriter } from '../compose/writer';
import { readFunction, type Fn } from '../colour/functions';
import type { Names } from '../separate/names';
import { LOOKED, recolouredShading, type Target } from '../separate/shadings';
import { isDict, Ref, type Dict, type PdfValue } from '../syntax/objects';
import type { Change } from './change';
import { kindOf, type Changes } from './changes';

/** What stands for a thing: null where nothing of it prints, undefined as it is. */
type Instead = string | null | undefined;

/** The shadings of a file in other colours, and the patterns of them. */
export class Shadings {
  constructor(
    private readonly copier: Copier,
    private readonly out: PdfWriter,
    private readonly changes: Changes,
    private readonly onceAs: (id: string, make: () => Instead) => Instead,
  ) {}

  /** A pattern that is a shading (8.7.4.1). @param id what tells it from others */
  pattern(id: string, dict: Dict, names: Names): Instead {
    const shading = this.of(dict.get('/Shading'), names);
    if (typeof shading !== 'string') return shading;
    return this.onceAs(`pattern ${id} ${shading}`, () => {
      const full: Dict = new Map(dict);
      full.set('/Shading', shading);
      const num = this.out.allocate();
      this.out.object(num, this.copier.value(full));
      return `${num} 0 R`;
    });
  }

  /** @returns what stands for a shading; null where nothing of it prints, undefined as it is */
  of(what: PdfValue | undefined, names: Names): string | null | undefined {
    const { source } = this.copier;
    const dict = source.get(what);
    if (!isDict(dict)) return undefined;
    const spaces = kindOf(this.copier, names.resources, '/ColorSpace');
    const change = this.changes.of(dict.get('/ColorSpace'), spaces);
    if (change === null || change === 'gone') return change === null ? undefined : null;
    const id = what instanceof Ref ? `${what.num}` : this.copier.value(dict);
    return this.onceAs(`shading ${id} ${this.changes.idOf(change)}`, () => {
      if (!change.same)
        return recolouredShading(
          this.out,
          what,
          names,
          () => this.running(change, dict, names),
          () => undefined,
        ).ref;
      const full: Dict = new Map(dict);
      full.set('/ColorSpace', change.space);
      const num = this.out.allocate();
      const object = what instanceof Ref ? source.object(what) : null;
      if (object?.stream) this.copier.stream(num, object, full);
      else this.out.object(num, this.copier.value(full));
      return `${num} 0 R`;
    });
  }

  /** How the colours of a shading go: as single ones do where all of them are neutral, else as they run into each other. */
  private running(change: Change, dict: Dict, { file }: Names): Target {
    const { smooth, neutral, into, space } = change;
    if (!smooth || !neutral) return { space, into };
    const v = file.get(dict.get('/Function'));
    const of = Array.isArray(v) ? v : v === undefined ? [] : [dict.get('/Function')];
    const fns = of.slice(0, 64).map((f) => readFunction(file, f));
    const within = (f: Fn, at: number): number[] =>
      Array.from({ length: f.domain.length / 2 }, (_, i) => {
        const [low, high] = [f.domain[2 * i]!, f.domain[2 * i + 1]!];
        return low + (high - low) * at;
      });
    const all =
      fns.length > 0 &&
      Array.from({ length: LOOKED }, (_, i) => i / (LOOKED - 1)).every((at) =>
        neutral(fns.length === 1 ? fns[0]!.at(within(fns[0]!, at)) : fns.map((f) => f.at(within(f, at))[0] ?? 0)),
      );
    return { space, into: all ? into : smooth };
  }
}
