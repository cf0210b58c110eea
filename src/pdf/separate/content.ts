import { realNumber } from '../compose/number';
import { operations, type Operation } from '../colour/operators';
import { CMYK, GRAY, RGB, type Space } from '../colour/spaces';
import { isDict, numberOf, PdfSyntaxError, type PdfValue } from '../syntax/objects';
import type { Named, Names } from './names';
import { amountOn, type Paint, type Plate } from './plate';
import { BEGINNING, fills, MOST_KEPT, overprintIn, painted, paintsPath, strokes, textMode, type State } from './state';

/** What the things that a content stream names become on a plate. */
export interface Things {
  /** A colour that something is painted in: what of it has no plate is told. */
  readonly seen: (paint: Paint) => void;
  readonly form: (what: PdfValue | undefined, state: State) => string | null;
  /** What an image becomes: operators, or nothing where it leaves no trace. */
  readonly image: (what: PdfValue | undefined, state: State, give: Named) => string;
  readonly inline: (
    image: NonNullable<Operation['image']>,
    names: Names,
    state: State,
    give: Named,
  ) => string | null | undefined;
  readonly shading: (what: PdfValue | undefined, names: Names) => { readonly ref: string; readonly paint: Paint };
  /** A pattern, and what it is painted in where it has a colour of its own; null where there is none. */
  readonly pattern: (
    what: PdfValue | undefined,
    names: Names,
  ) => { readonly ref: string; readonly coloured: boolean; readonly paint: Paint | null } | null;
  readonly graphics: (what: PdfValue | undefined) => string;
  readonly font: (what: PdfValue | undefined, names: Names) => string;
}

/** Rewrites content so that it paints what one plate gets of it, in shades of grey; what has no colour stays as it is. */
export class Rewriter {
  private out = '';
  private state: State;
  private readonly kept: State[] = [];

  constructor(
    private readonly plate: Plate,
    private readonly things: Things,
    private readonly names: Names,
    private readonly give: Named,
    begin: State = BEGINNING,
  ) {
    this.state = begin;
  }

  /** @param text the content, a character a byte */
  rewrite(text: string): string {
    for (const o of operations(text)) {
      const said = this.said(o);
      this.out += said === null ? '' : `${said ?? text.slice(o.from, o.to)}\n`;
    }
    return this.out;
  }

  /** A grey for a colour: the more ink, the darker. */
  private grey({ space, colour }: Paint): string {
    return realNumber(1 - Math.round(amountOn(this.plate, space.tints(colour)) * 1e5) / 1e5);
  }

  private set(change: Partial<State>): void {
    this.state = { ...this.state, ...change };
  }

  /** What an operator becomes: undefined as it is, null nothing. */
  private said(o: Operation): string | null | undefined {
    const path = paintsPath(o.operator);
    if (path) return this.path(o.operator, path);
    switch (o.operator) {
      case 'q':
        if (this.kept.length < MOST_KEPT) this.kept.push(this.state);
        return undefined;
      case 'Q':
        this.state = this.kept.pop() ?? this.state;
        return undefined;
      case 'g':
      case 'rg':
      case 'k':
        return this.coloured('fill', DEVICE[o.operator]!, o.operands);
      case 'G':
      case 'RG':
      case 'K':
        return this.coloured('stroke', DEVICE[o.operator.toLowerCase()]!, o.operands);
      case 'cs':
      case 'CS':
        return this.spaceSet(o.operator === 'cs' ? 'fill' : 'stroke', o.operands[0]);
      case 'sc':
      case 'scn':
        return this.colourSet('fill', o.operands);
      case 'SC':
      case 'SCN':
        return this.colourSet('stroke', o.operands);
      case 'gs':
        return this.graphics(o.operands[0]);
      case 'Tr':
        this.set({ mode: numberOf(o.operands[0], 0) & 7 });
        return null;
      case 'Tj':
      case 'TJ':
      case "'":
      case '"':
        return this.text(o);
      case 'Tf':
        return `${this.give('Font', 'F', this.things.font(this.names('Font', o.operands[0]), this.names))} ${String(o.operands[1])} Tf`;
      case 'BDC':
      case 'DP':
        this.property(o.operands[1]);
        return undefined;
      case 'Do':
        return this.object(o.operands[0]);
      case 'BI':
        return this.things.inline(o.image!, this.names, this.state, this.give);
      case 'sh':
        return this.shading(o.operands[0]);
      default:
        return undefined;
    }
  }

  private path(operator: string, does: { readonly fill: boolean; readonly stroke: boolean }): string | undefined {
    const fill = fills(this.plate, this.state);
    const stroke = strokes(this.plate, this.state);
    if (does.fill) this.things.seen(this.state.fill);
    if (does.stroke) this.things.seen(this.state.stroke);
    return painted(operator, fill, stroke);
  }

  private coloured(which: 'fill' | 'stroke', space: Space, operands: readonly PdfValue[]): string {
    const colour = operands.slice(0, space.components).map((v) => numberOf(v, 0));
    const paint = { space, colour };
    this.set({ [which]: paint });
    return `${this.grey(paint)} ${which === 'fill' ? 'g' : 'G'}`;
  }

  private spaceSet(which: 'fill' | 'stroke', name: PdfValue | undefined): string | null {
    const space = this.names.space(name);
    if (!space)
      throw new PdfSyntaxError('A page names a colour space that is not there: ask for it to be exported again.');
    if (space.pattern !== undefined) {
      this.set({ [which]: { space, colour: [] } });
      return null;
    }
    return this.coloured(which, space, space.initial.map(String));
  }

  private colourSet(which: 'fill' | 'stroke', operands: readonly PdfValue[]): string | null {
    const { space } = this.state[which];
    const last = operands.at(-1);
    if (typeof last !== 'string' || !last.startsWith('/'))
      return this.coloured(which, space.pattern ?? space, operands);
    const found = this.things.pattern(this.names('Pattern', last), this.names);
    if (!found) return null;
    const [CS, SCN] = which === 'fill' ? ['cs', 'scn'] : ['CS', 'SCN'];
    const name = this.give('Pattern', 'N', found.ref);
    // the space stays a pattern's, so that another may be set in it; what it is painted in is that of the pattern
    const under = space.pattern ?? GRAY;
    if (found.coloured) {
      const paint = found.paint ?? { space: GRAY, colour: [0] };
      this.set({ [which]: { space: { ...paint.space, pattern: under, tints: () => NOTHING }, colour: paint.colour } });
      return `/Pattern ${CS} ${name} ${SCN}`;
    }
    const colour = operands.slice(0, -1).map((v) => numberOf(v, 0));
    const grey = this.grey({ space: under, colour });
    this.set({ [which]: { space: { ...under, pattern: under }, colour } });
    return `${this.give('ColorSpace', 'C', '[/Pattern/DeviceGray]')} ${CS} ${grey} ${name} ${SCN}`;
  }

  private graphics(name: PdfValue | undefined): string | null {
    const what = this.names('ExtGState', name);
    const dict = this.names.file.get(what);
    if (!isDict(dict)) return null;
    this.set(overprintIn(this.names.file, dict));
    return `${this.give('ExtGState', 'G', this.things.graphics(what))} gs`;
  }

  private text(o: Operation): string {
    const { mode, written, fill, stroke } = this.state;
    const shape = mode & 3;
    if (shape === 0 || shape === 2) this.things.seen(fill);
    if (shape === 1 || shape === 2) this.things.seen(stroke);
    const wanted = textMode(mode, fills(this.plate, this.state), strokes(this.plate, this.state));
    this.set({ written: wanted });
    return `${wanted === written ? '' : `${wanted} Tr\n`}${o.operands.map(written_).join(' ')} ${o.operator}`;
  }

  private property(name: PdfValue | undefined): void {
    if (typeof name !== 'string' || !name.startsWith('/')) return;
    const what = this.names('Properties', name);
    if (what !== undefined) this.give.as('Properties', name, this.names.copied(what));
  }

  private object(name: PdfValue | undefined): string | null {
    const what = this.names('XObject', name);
    const dict = this.names.file.get(what);
    if (!isDict(dict)) return null;
    if (this.names.file.get(dict.get('/Subtype')) === '/Image') return this.things.image(what, this.state, this.give);
    const ref = this.things.form(what, this.state);
    return ref && `${this.give('XObject', 'X', ref)} Do`;
  }

  private shading(name: PdfValue | undefined): string | null {
    const { ref, paint } = this.things.shading(this.names('Shading', name), this.names);
    return fills(this.plate, { ...this.state, fill: paint }) ? `${this.give('Shading', 'H', ref)} sh` : null;
  }
}

/** Of a pattern nothing is lost by itself: what it is made of is looked at where it is made. */
const NOTHING = { process: [0, 0, 0, 0], spots: [], all: null } as const;
const DEVICE: Readonly<Record<string, Space>> = { g: GRAY, rg: RGB, k: CMYK };

const written_ = (v: PdfValue): string => (Array.isArray(v) ? `[${v.map(written_).join(' ')}]` : String(v));
