import { points, realNumber as n } from './number';
import type { Mark } from '../../core';
import { PT } from '../geometry';
import { textRuns } from './outlines';
import type { Drawn } from './side';
import { packShort } from './object-streams';
import type { PdfWriter } from './writer';

/** The ratio of a cubic's control length to the radius for a quarter circle. */
const KAPPA = 0.5522847498;

const TURNS = ['1 0 0 1', '0 1 -1 0', '-1 0 0 -1', '0 -1 1 0'] as const;

const p = (mm: number): string => points(mm * PT);

type Drawing = Exclude<Mark, { kind: 'text' }>;

/** The colour of an area, where it is not the one that is set. */
function fillOf({ cmyk, white, black }: Extract<Mark, { kind: 'area' }>): string {
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
        `${p(x + k)} ${p(y - r)} ${p(x + r)} ${p(y - k)} ${p(x + r)} ${p(y)} c s\n`
      );
    }
    case 'area':
      return `q ${fillOf(m)}${p(m.rect.x)} ${p(m.rect.y)} ${p(m.rect.width)} ${p(m.rect.height)} re f Q\n`;
  }
}

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

  /** @param all the number of the colour space that prints in every separation */
  constructor(
    private readonly out: PdfWriter,
    private readonly all: number,
  ) {}

  draw(on: Drawn, marks: readonly Mark[]): void {
    if (marks.length === 0) return;
    const drawings = this.drawingsOf(marks);
    if (drawings) this.use(on, this.lines, 'M', drawings);
    for (const m of marks) {
      if (m.kind !== 'text') continue;
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

  /** Of the sides seen last: fronts and backs come in turn, and sheets of two lays may. */
  private readonly known: { readonly marks: readonly Mark[]; readonly text: string }[] = [];

  /** The drawn marks of a side, as operators; those of sides of one lay are often the very same. */
  private drawingsOf(marks: readonly Mark[]): string {
    const list = marks.filter((m) => m.kind !== 'text');
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
