import { points, realNumber as n } from './number';
import { PROCESS, sameInk, modulesIn, type Coder, type Mark, type Rect } from '../../core';
import { PT } from '../geometry';
import type { FontWriter } from './fonts';
import { CAPITALS, textRuns } from './outlines';
import type { Drawn } from './side';
import { packShort } from './object-streams';
import type { SpotSpaces } from './spots';
import type { PdfWriter } from './writer';

/** The ratio of a cubic's control length to the radius for a quarter circle. */
const KAPPA = 0.5522847498;

const TURNS = ['1 0 0 1', '0 1 -1 0', '-1 0 0 -1', '0 -1 1 0'] as const;

const p = (mm: number): string => points(mm * PT);

type Drawing = Exclude<Mark, { kind: 'text' | 'code' }>;
type Text = Extract<Mark, { kind: 'text' }>;
type Code = Extract<Mark, { kind: 'code' }>;

/** What is drawn in every separation, or in colours of its own: the same for all sides that have it. */
const isDrawing = (m: Mark): m is Drawing =>
  m.kind !== 'text' && m.kind !== 'code' && !(m.kind === 'area' ? m.spot : (m.ink ?? (m.kind === 'line' && m.over)));

/** Overprint of lines and areas; an ink of which there is none is left alone (8.6.7). */
const OVER = '<</OP true/op true/OPM 1>>';

/** One of the process inks, full (`k` operands); null for any other ink. */
function processInk(name: string): string | null {
  const i = PROCESS.findIndex((p) => sameInk(p, name));
  return i < 0 ? null : PROCESS.map((_, k) => (k === i ? 1 : 0)).join(' ');
}

/** The colour of an area, where it is not the one that is set. */
function fillOf({ cmyk, white, black, tint }: Extract<Mark, { kind: 'area' }>): string {
  if (tint !== undefined) return `/All cs ${n(tint)} scn `;
  if (cmyk) return `${cmyk.map(n).join(' ')} k `;
  return white ? '0 0 0 0 k ' : black ? '0 0 0 1 k ' : '';
}

/** A mark's operators, in the colour that is set. */
function drawing(m: Drawing): string {
  switch (m.kind) {
    case 'line':
      return `${p(m.weight)} w [${m.dash.map(p).join(' ')}] 0 d ${p(m.from[0])} ${p(m.from[1])} m ${p(m.to[0])} ${p(m.to[1])} l S\n`;
    case 'circle': {
      const [x, y] = m.centre;
      const r = m.radius;
      const k = r * KAPPA;
      return (
        `${p(m.weight)} w [] 0 d ${p(x + r)} ${p(y)} m ` +
        `${p(x + r)} ${p(y + k)} ${p(x + k)} ${p(y + r)} ${p(x)} ${p(y + r)} c ` +
        `${p(x - k)} ${p(y + r)} ${p(x - r)} ${p(y + k)} ${p(x - r)} ${p(y)} c ` +
        `${p(x - r)} ${p(y - k)} ${p(x - k)} ${p(y - r)} ${p(x)} ${p(y - r)} c ` +
        `${p(x + k)} ${p(y - r)} ${p(x + r)} ${p(y - k)} ${p(x + r)} ${p(y)} c ${m.filled ? 'f' : 's'}\n`
      );
    }
    case 'area':
      return `q ${fillOf(m)}${p(m.rect.x)} ${p(m.rect.y)} ${p(m.rect.width)} ${p(m.rect.height)} re f Q\n`;
  }
}

const rectangle = (r: Rect): string => `${p(r.x)} ${p(r.y)} ${p(r.width)} ${p(r.height)} re`;

/** Sides whose drawings are kept at hand. */
const MOST_KNOWN = 4;

/** In the colour space /All at full tint. */
const EVERY_SEPARATION = '/All CS 1 SCN /All cs 1 scn 0 J\n';

/**
 * Draws marks in a file that is being written. What many sides have alike is a form that each names: the lines of a lay,
 * and the words and digits of their texts.
 */
export class MarkWriter {
  private readonly lines = new Map<string, string>();
  private readonly texts = new Map<string, string>();

  /**
   * @param all the number of the colour space that prints in every separation
   * @param coder what makes codes, where marks have any
   */
  constructor(
    private readonly out: PdfWriter,
    private readonly all: number,
    private readonly fonts: FontWriter,
    private readonly spots: SpotSpaces,
    private readonly coder: Coder | null,
  ) {}

  draw(on: Drawn, marks: readonly Mark[]): void {
    if (marks.length === 0) return;
    const drawings = this.drawingsOf(marks);
    if (drawings) this.use(on, this.lines, 'M', drawings);
    for (const m of marks) {
      if (m.kind === 'code') this.drawCode(on, m);
      if ((m.kind === 'line' || m.kind === 'circle') && !isDrawing(m)) this.drawInInk(on, m);
      if (m.kind === 'area' && m.spot)
        on.content += `q ${this.spots.fill(on, m.spot.name, m.spot.tint)}${rectangle(m.rect)} f Q\n`;
      if (m.kind !== 'text') continue;
      if (m.live) {
        this.drawLive(on, m);
        continue;
      }
      on.content += `q ${m.black ? '0 0 0 1 k' : '/All cs 1 scn'} ${TURNS[m.turned]} ${p(m.at[0])} ${p(m.at[1])} cm\n`;
      // each run stands behind the one before it
      let before = 0;
      for (const { x, squeeze, path } of textRuns(m.text, m.height, m.room)) {
        if (before === 0 && squeeze !== 1) on.content += `${n(squeeze)} 0 0 1 0 0 cm\n`;
        if (x > 0) on.content += `1 0 0 1 ${points((x - before) / squeeze)} 0 cm\n`;
        this.use(on, this.texts, 'T', path);
        before = x;
      }
      on.content += 'Q\n';
    }
  }

  /** The colour of a mark: an ink alone, or every separation. */
  private colourOf(on: Drawn, { ink, black }: { readonly ink?: string; readonly black?: boolean }): string {
    const process = ink === undefined ? null : processInk(ink);
    if (ink === undefined) return black ? '0 0 0 1 k\n' : '/All cs 1 scn\n';
    return process ? `${process} k\n` : this.spots.fill(on, ink, 1);
  }

  /** A line or a circle in one ink, or printed over what lies there. */
  private drawInInk(on: Drawn, m: Extract<Mark, { kind: 'line' | 'circle' }>): void {
    const process = m.ink === undefined ? null : processInk(m.ink);
    const stroke = m.ink === undefined ? '/All CS 1 SCN\n' : process ? `${process} K\n` : this.spots.stroke(on, m.ink);
    const over = m.kind === 'line' && m.over;
    if (over) on.states.set('Over', OVER);
    on.content += `q ${over ? '/Over gs ' : ''}${stroke}${this.colourOf(on, m)}0 J ${drawing(m)}Q\n`;
  }

  /** Text that is text: it can be found, copied and read aloud. */
  private drawLive(on: Drawn, m: Text): void {
    const colour = this.colourOf(on, m);
    const size = (m.height / CAPITALS) * PT;
    on.content += `q ${colour}${TURNS[m.turned]} ${p(m.at[0])} ${p(m.at[1])} cm BT\n`;
    for (const { key, ref, hex } of this.fonts.show(m.text, 'text')) {
      on.fonts.set(key, ref);
      on.content += `/${key} ${n(size)} Tf <${hex}> Tj\n`;
    }
    on.content += 'ET Q\n';
  }

  /** A code as dark modules, turned with its mark; what cannot be made one is left out, and found before. */
  private drawCode(on: Drawn, m: Code): void {
    const symbol = this.coder?.(m.symbology, m.text);
    if (!symbol || 'wrong' in symbol) return;
    const dark = modulesIn(symbol, m.rect, m.turned);
    on.content += `q ${this.colourOf(on, m)}${dark.map((r) => rectangle(r)).join('\n')}\nf Q\n`;
  }

  /** Of the sides seen last: fronts and backs come in turn, and sheets of two lays may. */
  private readonly known: { readonly marks: readonly Mark[]; readonly text: string }[] = [];

  /** The drawn marks of a side, as operators; those of sides of one lay are often the very same. */
  private drawingsOf(marks: readonly Mark[]): string {
    const list = marks.filter(isDrawing);
    for (const k of this.known)
      if (k.marks.length === list.length && list.every((m, i) => m === k.marks[i])) return k.text;
    const text = list.length > 0 ? EVERY_SEPARATION + list.map((m) => drawing(m)).join('') : '';
    this.known.push({ marks: list, text });
    if (this.known.length > MOST_KNOWN) this.known.shift();
    return text;
  }

  /** Names a form with this content, made where there is none yet. */
  private use(on: Drawn, forms: Map<string, string>, prefix: 'M' | 'T', content: string): void {
    let ref = forms.get(content);
    if (!ref) {
      const num = this.out.allocate();
      const colours = prefix === 'M' ? `/Resources<</ColorSpace<</All ${this.all} 0 R>>>>` : '/Resources<<>>';
      this.out.stream(
        num,
        `/Type/XObject/Subtype/Form/BBox[-20000 -20000 20000 20000]${colours}/Filter/FlateDecode`,
        packShort(content),
      );
      forms.set(content, (ref = `${num} 0 R`));
    }
    const key = `${prefix}${ref.slice(0, ref.indexOf(' '))}`;
    on.forms.set(key, ref);
    on.content += `/${key} Do\n`;
  }
}
