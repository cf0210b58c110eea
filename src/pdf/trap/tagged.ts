import type { PDFDocument } from 'mupdf';
import { operations, type Operation } from '../colour/operators';
import { CMYK, GRAY, readSpace, RGB, type Space } from '../colour/spaces';
import { MOST_KEPT, overprintIn } from '../separate/state';
import type { PdfFile } from '../syntax/file';
import { isDict, numberOf, PdfSyntaxError, Ref, type Dict, type PdfValue } from '../syntax/objects';
import type { Colours } from './colours';

interface Paint {
  /** Null where nobody knows its inks. */
  readonly space: Space | null;
  readonly colour: readonly number[];
  /** Whether it is a pattern, which is left as it is. */
  readonly pattern: boolean;
}
interface State {
  readonly fill: Paint;
  readonly stroke: Paint;
  readonly op: boolean;
  readonly OP: boolean;
}
const BLACK: Paint = { space: GRAY, colour: [0], pattern: false };
const DEVICE: Readonly<Record<string, Space>> = { g: GRAY, rg: RGB, k: CMYK };
/** How deep forms lie in forms: MuPDF falls over where somebody looks at what it draws deeper than some thirty. */
const MOST_DEEP = 20;

/** Writes the colours of a page as numbers, into a copy of it that is drawn and thrown away. */
export class Tagger {
  /** Forms, by whether things overprint where they are drawn: one that is drawn both ways does. */
  private readonly forms = new Map<number, { op: boolean; OP: boolean }>();
  private readonly spaces = new Map<Dict | undefined, Map<string, Space | null>>();
  private deep = 0;

  constructor(
    private readonly file: PdfFile,
    private readonly doc: PDFDocument,
    private readonly colours: Colours,
  ) {}

  /** @param page of the file, whose only page it is */
  page(page: Dict): void {
    const contents = this.file.get(page.get('/Contents'));
    const list = Array.isArray(contents) ? contents : [page.get('/Contents')];
    const text = list.map((v) => this.textOf(v)).join('\n');
    const state: State = { fill: BLACK, stroke: BLACK, op: false, OP: false };
    const said = this.said('fill', state) + this.said('stroke', state);
    const content = said + this.rewritten(text, this.dict(page.get('/Resources')), state);
    this.doc.findPage(0).put('Contents', this.doc.addStream(Buffer.from(content, 'latin1'), {}));
  }

  private dict(v: PdfValue | undefined): Dict | undefined {
    const it = this.file.get(v);
    return isDict(it) ? it : undefined;
  }

  private textOf(v: PdfValue | undefined): string {
    const object = v instanceof Ref ? this.file.object(v) : null;
    return object?.stream ? Buffer.from(this.file.streamData(object)).toString('latin1') : '';
  }

  private said(which: 'fill' | 'stroke', state: State): string {
    const { space, colour } = state[which];
    const over = which === 'fill' ? state.op : state.OP;
    return `${this.colours.say(space, colour, over)} ${which === 'fill' ? 'rg' : 'RG'}\n`;
  }

  private spaceOf(name: PdfValue | undefined, resources: Dict | undefined): Space | null {
    const spaces = this.dict(resources?.get('/ColorSpace'));
    let known = this.spaces.get(resources);
    if (!known) this.spaces.set(resources, (known = new Map()));
    const id = String(name);
    let space = known.get(id);
    if (space === undefined) known.set(id, (space = this.readSpace(name, spaces)));
    return space;
  }

  private readSpace(name: PdfValue | undefined, spaces: Dict | undefined): Space | null {
    try {
      return readSpace(this.file, name, spaces, () => true);
    } catch (e) {
      if (e instanceof PdfSyntaxError) return null;
      throw e;
    }
  }

  private rewritten(text: string, resources: Dict | undefined, begin: State): string {
    const out: string[] = [];
    let state = begin;
    const kept: State[] = [];
    for (const o of operations(text)) {
      const low = o.operator.toLowerCase();
      const which = o.operator === low ? 'fill' : 'stroke';
      const set = (paint: Paint): void => {
        state = { ...state, [which]: paint };
        if (!paint.pattern) out.push(this.said(which, state));
      };
      const as = (): number => out.push(text.slice(o.from, o.to), '\n');
      const numbers = (): number[] => o.operands.map((v) => numberOf(this.file.get(v), 0));
      if (DEVICE[low]) set({ space: DEVICE[low], colour: numbers(), pattern: false });
      else if (low === 'cs') {
        const space = this.spaceOf(o.operands[0], resources);
        const pattern = space?.pattern !== undefined;
        if (pattern) as();
        set({ space, colour: space?.initial ?? [], pattern });
      } else if (low === 'sc' || low === 'scn') {
        const pattern = String(o.operands.at(-1)).startsWith('/');
        if (pattern) as();
        set({ space: state[which].space, colour: pattern ? [] : numbers(), pattern });
      } else {
        if (o.operator === 'q' && kept.length < MOST_KEPT) kept.push(state);
        else if (o.operator === 'Q') state = kept.pop() ?? state;
        else if (o.operator === 'Do') this.form(o, resources, state);
        as();
        if (o.operator !== 'gs') continue;
        const dict = this.dict(this.dict(resources?.get('/ExtGState'))?.get(String(o.operands[0])));
        if (!dict) continue;
        state = { ...state, ...overprintIn(this.file, dict) };
        for (const of of ['fill', 'stroke'] as const) if (!state[of].pattern) out.push(this.said(of, state));
      }
    }
    return out.join('');
  }

  private form(o: Operation, resources: Dict | undefined, state: State): void {
    const what = this.dict(resources?.get('/XObject'))?.get(String(o.operands[0]));
    const dict = this.dict(what);
    if (!(what instanceof Ref) || !dict || this.file.get(dict.get('/Subtype')) !== '/Form') return;
    const known = this.forms.get(what.num);
    if (known && (known.op || !state.op) && (known.OP || !state.OP)) return;
    if (this.deep > MOST_DEEP)
      throw new PdfSyntaxError('A page is drawn of forms nested too deeply to be trapped here. Let the press trap it.');
    const over = { op: state.op || (known?.op ?? false), OP: state.OP || (known?.OP ?? false) };
    this.forms.set(what.num, over);
    this.deep++;
    try {
      // what it is drawn in before it says so stays what it is drawn with
      const text = this.rewritten(this.textOf(what), this.dict(dict.get('/Resources')) ?? resources, {
        ...state,
        ...over,
      });
      this.doc.newIndirect(what.num).writeStream(Buffer.from(text, 'latin1'));
    } finally {
      this.deep--;
    }
  }
}
