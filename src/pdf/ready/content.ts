import type { ThinLines } from '../../core';
import type { Linear } from '../compose/forms';
import { realNumber as n } from '../compose/number';
import { operations, type Operation } from '../colour/operators';
import { MOST_KEPT, overprintIn, painted, paintsPath, textMode } from '../separate/state';
import type { PdfFile } from '../syntax/file';
import { isDict, numberOf, type Dict, type PdfValue } from '../syntax/objects';
import type { Becomes } from './change';
import type { Paint, State } from './state';
import { Path } from './path';
import { follow, sliverPen, thickened } from './thin';

/** What a thing that content names becomes: undefined as it is, null nothing, else what stands for it. */
type Instead = string | null | undefined;

/** What the things that a content stream names become. */
export interface Things {
  readonly space: (name: PdfValue | undefined) => Becomes;
  /** A space that the device has. */
  readonly device: (of: 'gray' | 'rgb' | 'cmyk') => Becomes;
  readonly form: (name: PdfValue | undefined, state: State) => Instead;
  readonly image: (name: PdfValue | undefined, state: State) => Instead;
  readonly inline: (image: NonNullable<Operation['image']>, state: State) => Instead;
  readonly shading: (name: PdfValue | undefined) => Instead;
  readonly pattern: (name: PdfValue | undefined) => Instead;
  readonly font: (name: PdfValue | undefined) => Instead;
  /** A dictionary of the graphics state. */
  readonly graphics: (name: PdfValue | undefined) => Dict | null;
  readonly isForm: (name: PdfValue | undefined) => boolean;
  readonly file: PdfFile;
  /** Names a thing that the content did not name before. */
  readonly give: (kind: string, ref: string) => string;
}

const STROKING: Readonly<Record<string, string>> = { g: 'G', rg: 'RG', k: 'K', cs: 'CS', sc: 'SC', scn: 'SCN' };
const COMPONENTS: Readonly<Record<string, number>> = { g: 1, rg: 3, k: 4 };
const DEVICE = { g: 'gray', rg: 'rgb', k: 'cmyk' } as const;
/** Spaces of the device by the operators that set a colour of them. */
const PLAIN: Readonly<Record<string, string>> = { '/DeviceCMYK': 'k', '/DeviceGray': 'g' };
/** An ink that is none: what is painted in it leaves no trace, where anything paints it. */
const NONE = '[/Separation /None /DeviceCMYK <</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[0 0 0 0]/N 1>>]';

/** Rewrites content as is wished of its inks and its lines. What nothing is wished of stays, byte for byte. */
export class Rewriter {
  private readonly out: string[] = [];
  private changed = false;
  private readonly kept: State[] = [];
  private path: Path | null = null;

  constructor(
    private state: State,
    private readonly things: Things,
    private readonly lines: ThinLines | null,
  ) {}

  /**
   * @param text the content, a character a byte
   * @returns the content; null where nothing of it is any other than it was
   */
  rewrite(text: string): string | null {
    for (const o of operations(text)) {
      const said = this.said(o);
      const more = this.overprint();
      if (said !== undefined || more !== null) this.changed = true;
      if (said !== null) this.out.push(said ?? text.slice(o.from, o.to));
      if (more !== null) this.out.push(more);
    }
    return this.changed ? `${this.out.filter((s) => s !== '').join('\n')}\n` : null;
  }

  private set(change: Partial<State>): void {
    this.state = { ...this.state, ...change };
  }

  private said(o: Operation): Instead {
    const does = paintsPath(o.operator);
    if (does) return this.painted(o.operator, does);
    switch (o.operator) {
      case 'm':
      case 'l':
      case 'c':
      case 'v':
      case 'y':
      case 're':
      case 'h':
        return this.drawn(o);
      case 'W':
      case 'W*':
        if (this.path) this.path.clips = true;
        return undefined;
      case 'n':
        this.path = null;
        return undefined;
      case 'q':
        if (this.kept.length < MOST_KEPT) this.kept.push(this.state);
        return undefined;
      case 'Q':
        this.state = this.kept.pop() ?? this.state;
        return undefined;
      case 'cm':
        this.set({ map: follow(linear(o.operands), this.state.map) });
        return undefined;
      case 'w':
        this.set({ width: numberOf(o.operands[0], 1) });
        return undefined;
      case 'gs':
        return this.graphics(o);
      case 'Tr':
        this.set({ mode: numberOf(o.operands[0], 0) & 7, written: numberOf(o.operands[0], 0) & 7 });
        return undefined;
      case 'Tf': {
        const font = this.things.font(o.operands[0]);
        return font === undefined || font === null ? undefined : `${font} ${String(o.operands[1])} Tf`;
      }
      case 'Tj':
      case 'TJ':
      case "'":
      case '"':
        return this.text(o);
      case 'Do':
        return this.object(o.operands[0]);
      case 'BI':
        return this.things.inline(o.image!, this.state);
      case 'sh': {
        const shading = this.things.shading(o.operands[0]);
        return typeof shading === 'string' ? `${shading} sh` : shading;
      }
      default:
        return this.colour(o);
    }
  }

  private colour(o: Operation): Instead {
    const low = o.operator.toLowerCase();
    const which = o.operator === low ? 'fill' : 'stroke';
    if (Object.hasOwn(COMPONENTS, low)) {
      const colour = o.operands.slice(0, COMPONENTS[low]);
      const change = this.things.device(DEVICE[low as keyof typeof DEVICE]);
      if (change !== null && change !== 'gone')
        return this.setAs(
          which,
          change,
          colour.map((v) => numberOf(this.things.file.get(v), 0)),
        );
      const operands = colour.map(String).join(' ');
      return this.painting(which, { change: null, gone: false, stroking: `${operands} ${STROKING[low]!}` });
    }
    if (low === 'cs') return this.spaceSet(which, o);
    return low === 'sc' || low === 'scn' ? this.colourSet(which, o) : undefined;
  }

  private spaceSet(which: 'fill' | 'stroke', o: Operation): Instead {
    const change = this.things.space(o.operands[0]);
    const stroking = `${String(o.operands[0])} CS`;
    if (change === null) return this.painting(which, { change, gone: false, stroking });
    const cs = which === 'fill' ? 'cs' : 'CS';
    if (change === 'gone') {
      const name = this.things.give('ColorSpace', NONE);
      this.painting(which, { change, gone: true, stroking: null });
      return `${name} ${cs}`;
    }
    const { was, space } = change;
    if (change.ofPattern || change.same) {
      const name = this.things.give('ColorSpace', space);
      return this.painting(which, { change, gone: false, stroking: `${name} CS` }, `${name} ${cs}`);
    }
    return this.setAs(which, change, was.initial);
  }

  /** Sets a colour of a space that has become another. */
  private setAs(which: 'fill' | 'stroke', change: Exclude<Becomes, 'gone' | null>, colour: readonly number[]): Instead {
    const operands = change.into(colour).map(n).join(' ');
    const plain = PLAIN[change.space];
    const name = plain ? null : this.things.give('ColorSpace', change.space);
    const [fill, stroke] = plain
      ? [`${operands} ${plain}`, `${operands} ${plain.toUpperCase()}`]
      : [`${name} cs ${operands} scn`, `${name} CS ${operands} SCN`];
    return this.painting(which, { change, gone: false, stroking: stroke }, which === 'fill' ? fill : stroke);
  }

  private colourSet(which: 'fill' | 'stroke', o: Operation): Instead {
    const { change, stroking } = this.state[which];
    const last = o.operands.at(-1);
    const named = typeof last === 'string' && last.startsWith('/');
    const numbers = (named ? o.operands.slice(0, -1) : o.operands).map((v) => numberOf(this.things.file.get(v), 0));
    if (change === 'gone') return null;
    // the space as it was set before, without the colours set since
    const space = stroking === null ? null : (/^.* CS/.exec(stroking)?.[0] ?? null);
    if (named) {
      const pattern = this.things.pattern(last);
      const name = pattern ?? last;
      const under = (change === null ? numbers : change.into(numbers)).map(n).join(' ');
      const operands = `${under}${under ? ' ' : ''}${name}`;
      const paint: Paint = {
        change,
        gone: pattern === null,
        stroking: space && `${space} ${operands} SCN`,
      };
      const as =
        pattern === undefined && (change === null || change.same)
          ? undefined
          : `${operands} ${which === 'fill' ? 'scn' : 'SCN'}`;
      return this.painting(which, paint, as);
    }
    if (change !== null && !change.same) return this.setAs(which, change, numbers);
    const stroke = space && `${space} ${o.operands.map(String).join(' ')} SCN`;
    return this.painting(which, { change, gone: false, stroking: stroke });
  }

  /** Sets what is painted in; `said` is what is written in its place, undefined where nothing else is. */
  private painting(which: 'fill' | 'stroke', paint: Paint, said?: string): Instead {
    this.set({ [which]: paint });
    return said;
  }

  /**
   * What overprinted in an ink of its own leaves other inks alone in the process inks too (8.6.7): said as soon as it is
   * so, which is where a colour or the graphics state is set, never within a path.
   */
  private overprint(): string | null {
    const { op, OP, opm, opmWritten, fill, stroke } = this.state;
    const asProcess = ({ change }: Paint): boolean =>
      change !== null && change !== 'gone' && change.space === '/DeviceCMYK' && change.whole === undefined;
    const whole = ({ change }: Paint): boolean => change !== null && change !== 'gone' && change.whole === true;
    const paints = (op && whole(fill)) || (OP && whole(stroke));
    const wanted = !paints && (opm || (op && asProcess(fill)) || (OP && asProcess(stroke)));
    if (wanted === opmWritten) return null;
    this.set({ opmWritten: wanted });
    // all of it, as some readers look at the mode where overprint is set
    return `${this.things.give('ExtGState', `<</OP ${OP}/op ${op}/OPM ${wanted ? 1 : 0}>>`)} gs`;
  }

  private graphics(o: Operation): Instead {
    const dict = this.things.graphics(o.operands[0]);
    if (!dict) return undefined;
    const number = (key: string): number | undefined => {
      const v = this.things.file.get(dict.get(key));
      return v === undefined ? undefined : numberOf(v, 1);
    };
    const over = overprintIn(this.things.file, dict);
    const [width, solid] = [number('/LW'), number('/ca')];
    this.set({
      ...over,
      ...(over.opm === undefined ? {} : { opmWritten: over.opm }),
      ...(width === undefined ? {} : { width }),
      ...(solid === undefined ? {} : { solid: solid >= 1 }),
    });
    return undefined;
  }

  private drawn(o: Operation): undefined {
    // what goes before the path may have to be said once it is known what becomes of it
    this.path ??= new Path(this.out.push('') - 1);
    if (this.lines) this.path.add(o);
    return undefined;
  }

  private painted(operator: string, does: { readonly fill: boolean; readonly stroke: boolean }): Instead {
    const { path, state, lines } = this;
    this.path = null;
    const [fill, stroke] = [does.fill && !state.fill.gone, does.stroke && !state.stroke.gone];
    const as = painted(operator, fill, stroke);
    if (lines && path && stroke) {
      const pen = thickened(state.width, state.map, lines);
      if (pen !== null) {
        this.out[path.at] = `${n(pen)} w`;
        return `${as}\n${n(state.width)} w`;
      }
    }
    const pen = lines && path && fill && !does.stroke ? this.sliver(path, lines) : null;
    if (pen !== null) {
      this.out[path!.at] = `q ${state.fill.stroking!} ${n(pen)} w 0 J 0 j [] 0 d`;
      return `${as.endsWith('*') ? 'B*' : 'B'}\nQ`;
    }
    return as === operator ? undefined : as;
  }

  /** The pen that a filled sliver is drawn round with; null for anything else, and where that would show as a line of its own. */
  private sliver({ parts, whole, clips }: Path, lines: ThinLines): number | null {
    const { solid, op, OP, fill, map } = this.state;
    if (!whole || clips || !solid || op !== OP || fill.stroking === null) return null;
    const pen = sliverPen(parts, map, lines);
    return pen !== null && pen > 0 ? pen : null;
  }

  private text(o: Operation): Instead {
    const { mode, written, fill, stroke } = this.state;
    const wanted = textMode(mode, !fill.gone, !stroke.gone);
    if (wanted === written) return undefined;
    this.set({ written: wanted });
    return `${wanted} Tr\n${o.operands.map(textOf).join(' ')} ${o.operator}`;
  }

  private object(name: PdfValue | undefined): Instead {
    const instead = this.things.isForm(name) ? this.things.form(name, this.state) : this.things.image(name, this.state);
    return typeof instead === 'string' ? `${instead} Do` : instead;
  }
}

const linear = (v: readonly PdfValue[]): Linear => [
  numberOf(v[0], 1),
  numberOf(v[1], 0),
  numberOf(v[2], 0),
  numberOf(v[3], 1),
];

const textOf = (v: PdfValue): string =>
  Array.isArray(v) ? `[${v.map(textOf).join(' ')}]` : isDict(v) ? '' : String(v);
