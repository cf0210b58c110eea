import { PROCESS } from '../../core';
import { realNumber as n } from '../compose/number';
import { nameOf } from '../compose/spots';
import type { PdfWriter } from '../compose/writer';
import { packShort } from '../compose/object-streams';
import type { Flat } from './decide';
import { FINE, type Paths } from './polygons';
import type { Trap } from './traps';

/** What stands for a spot ink where it is not on the press: cyan, magenta, yellow, black. */
export type Alternate = (ink: string) => readonly number[];

const points = (paths: Paths, close: string): string =>
  paths
    .map((path) => path.map(({ X, Y }, i) => `${n(X / FINE)} ${n(Y / FINE)} ${i === 0 ? 'm' : 'l'}`).join('\n') + close)
    .join('\n');

/** A calculation that mixes inks of what stands for each (7.10.5): the sum of it, no more than all. */
function mixing(alternates: readonly (readonly number[])[]): string {
  const count = alternates.length;
  const sums = [0, 1, 2, 3].map((c) => {
    const terms = alternates.map((a, i) => `${count - i - 1 + c + 1} index ${n(a[c] ?? 0)} mul add`);
    return `0 ${terms.join(' ')} dup 1 gt {pop 1} if`;
  });
  return `{${sums.join(' ')} ${count + 4} 4 roll ${Array.from({ length: count }, () => 'pop').join(' ')}}`;
}

/** Writes traps as strokes that overprint: what other inks lie there stay. */
export class TrapWriter {
  private readonly spaces = new Map<string, string>();

  constructor(
    private readonly out: PdfWriter,
    private readonly alternate: Alternate,
  ) {}

  /** @param used is told the colour spaces that the content names */
  content(traps: readonly Trap[], used: Map<string, string>): string {
    const parts = traps.map(({ inks, pen, edges, clip }) =>
      [`q ${points(clip, ' h')}`, 'W n', this.set(inks, used), `${n(pen / FINE)} w`, points(edges, ''), 'S Q'].join(
        '\n',
      ),
    );
    return `q /T gs 1 j 0 J []0 d\n${parts.join('\n')}\nQ\n`;
  }

  private set(inks: Flat, used: Map<string, string>): string {
    const names = [...inks.keys()];
    const isProcess = (name: string): boolean => PROCESS.some((p) => p === name);
    if (names.every(isProcess)) return `${PROCESS.map((p) => n(inks.get(p) ?? 0)).join(' ')} K`;
    const key = this.space(names);
    used.set(key.slice(1), this.spaces.get(names.join('\n'))!);
    return `${key} CS ${names.map((name) => n(inks.get(name)!)).join(' ')} SCN`;
  }

  private space(names: readonly string[]): string {
    const id = names.join('\n');
    let ref = this.spaces.get(id);
    if (!ref) {
      const alternates = names.map((name) => {
        const at = PROCESS.findIndex((p) => p === name);
        return at >= 0 ? PROCESS.map((_, i) => (i === at ? 1 : 0)) : this.alternate(name);
      });
      const [fn, space] = [this.out.allocate(), this.out.allocate()];
      const domain = names.map(() => '0 1').join(' ');
      this.out.stream(
        fn,
        `/FunctionType 4/Domain[${domain}]/Range[0 1 0 1 0 1 0 1]/Filter/FlateDecode`,
        packShort(mixing(alternates)),
      );
      this.out.object(space, `[/DeviceN [${names.map((name) => `/${nameOf(name)}`).join(' ')}] /DeviceCMYK ${fn} 0 R]`);
      ref = `${space} 0 R`;
      this.spaces.set(id, ref);
    }
    return `/N${ref.split(' ')[0]}`;
  }
}
