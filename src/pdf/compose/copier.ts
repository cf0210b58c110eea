import { deflateSync } from 'node:zlib';
import type { PdfFile } from '../syntax/file';
import { isDict, numberOf, Ref, serialise, type Dict, type PdfObject, type PdfValue } from '../syntax/objects';
import type { PdfWriter } from './writer';

const CHUNK = 1 << 20;

/** Objects that belong to a document's own structure and are not carried along. */
const STRUCTURE = new Set(['/Page', '/Pages', '/Catalog', '/StructElem', '/StructTreeRoot']);

/** Moves objects from a source file into the one being written, each once, streams byte for byte. */
export class Copier {
  private readonly renumbered = new Map<number, string>();
  private readonly waiting: { num: number; ref: Ref }[] = [];
  private readonly chunk = Buffer.allocUnsafe(CHUNK);

  constructor(
    readonly source: PdfFile,
    private readonly out: PdfWriter,
  ) {}

  /** The text of a value with its references led to their copies. */
  value(v: PdfValue): string {
    return serialise(v, (ref) => this.reference(ref));
  }

  /** `num 0 R` of the copy; the object itself is written by {@link drain}. */
  reference(ref: Ref): string {
    const known = this.renumbered.get(ref.num);
    if (known) return known;
    const num = this.out.allocate();
    const text = `${num} 0 R`;
    this.renumbered.set(ref.num, text);
    this.waiting.push({ num, ref });
    return text;
  }

  /** Writes every object asked for, and those they ask for. */
  drain(): void {
    for (let next = this.waiting.pop(); next; next = this.waiting.pop()) {
      const object = this.source.object(next.ref);
      if (!object || (isDict(object.value) && STRUCTURE.has(String(this.source.get(object.value.get('/Type')))))) {
        this.out.object(next.num, 'null');
        continue;
      }
      if (object.stream) this.stream(next.num, object, object.value as Dict);
      else this.out.object(next.num, this.value(object.value));
    }
  }

  /** A stream copied with another dictionary (its length is set here). */
  stream(num: number, object: PdfObject, dict: Dict): void {
    const { offset, length } = object.stream!;
    const entries: Dict = new Map(dict);
    entries.set('/Length', String(length));
    this.out.begin(num);
    this.out.text(`${this.value(entries)}\nstream\n`);
    for (let done = 0; done < length;) {
      const n = this.source.readInto(this.chunk, 0, offset + done, Math.min(CHUNK, length - done));
      if (n === 0) break;
      this.out.bytes(this.chunk.subarray(0, n));
      done += n;
    }
    this.out.text('\nendstream');
    this.out.end();
  }

  /**
   * Writes a page as a form XObject (8.10): its content streams as one, its resources, its transparency group.
   * @param before, after content to put round it
   */
  pageAsForm(num: number, page: Dict, bbox: readonly number[]): void {
    const { source } = this;
    const dict: Dict = new Map<string, PdfValue>([
      ['/Type', '/XObject'],
      ['/Subtype', '/Form'],
      ['/BBox', bbox.map(realNumber)],
    ]);
    dict.set('/Resources', page.get('/Resources') ?? new Map());
    const group = page.get('/Group');
    if (group !== undefined) dict.set('/Group', group);
    const contents = this.contents(page);
    const only = contents[0];
    if (contents.length === 1 && only && isDict(only.value)) {
      for (const key of ['/Filter', '/DecodeParms']) {
        const v = only.value.get(key);
        if (v !== undefined) dict.set(key, v);
      }
      this.stream(num, only, dict);
      return;
    }
    // Pieces of content may break anywhere between two tokens (7.8.2): joined by a line end they are one stream.
    const parts = contents.flatMap((c) => [Buffer.from(source.streamData(c)), Buffer.from('\n')]);
    const data = deflateSync(Buffer.concat(parts), { level: 6 });
    dict.set('/Filter', '/FlateDecode');
    dict.set('/Length', String(data.length));
    this.out.begin(num);
    this.out.text(`${this.value(dict)}\nstream\n`);
    this.out.bytes(data);
    this.out.text('\nendstream');
    this.out.end();
  }

  private contents(page: Dict): PdfObject[] {
    const { source } = this;
    const out: PdfObject[] = [];
    const add = (v: PdfValue | undefined): void => {
      if (!(v instanceof Ref)) {
        if (Array.isArray(v)) v.forEach(add);
        return;
      }
      const object = source.object(v);
      if (!object) return;
      if (object.stream) out.push(object);
      else if (Array.isArray(object.value)) object.value.forEach(add);
      else add(object.value);
    };
    add(page.get('/Contents'));
    return out;
  }

  /** The appearances of a page's annotations that print (12.5.3), each a form's reference with its map to the page. */
  printedAnnotations(page: Dict): { form: string; matrix: number[] }[] {
    const { source } = this;
    const annots = source.get(page.get('/Annots'));
    if (!Array.isArray(annots)) return [];
    return annots.flatMap((a) => {
      const annot = source.get(a);
      if (!isDict(annot)) return [];
      const flags = numberOf(source.get(annot.get('/F')), 0);
      if (!(flags & 4) || flags & 2 || source.get(annot.get('/Subtype')) === '/Popup') return [];
      const appearances = source.get(annot.get('/AP'));
      let normal = isDict(appearances) ? appearances.get('/N') : undefined;
      const states = source.get(normal);
      if (!(normal instanceof Ref) || (isDict(states) && !states.has('/Subtype') && !states.has('/BBox'))) {
        const state = source.get(annot.get('/AS'));
        normal = isDict(states) && typeof state === 'string' ? states.get(state) : undefined;
      }
      if (!(normal instanceof Ref)) return [];
      const form = source.object(normal);
      if (!form?.stream || !isDict(form.value)) return [];
      const box = numbers(source.get(form.value.get('/BBox')));
      const target = numbers(source.get(annot.get('/Rect')));
      if (box.length < 4 || target.length < 4) return [];
      const m = numbers(source.get(form.value.get('/Matrix')));
      const matrix = appearanceMap(box, m.length === 6 ? m : [1, 0, 0, 1, 0, 0], target);
      return matrix ? [{ form: this.reference(normal), matrix }] : [];
    });
  }
}

/** Algorithm 8.1 of ISO 32000-1, 12.5.5: the transformed appearance box is fitted to the annotation's rectangle. */
function appearanceMap(box: number[], m: number[], target: number[]): number[] | null {
  const corners = [
    [box[0]!, box[1]!],
    [box[2]!, box[1]!],
    [box[2]!, box[3]!],
    [box[0]!, box[3]!],
  ].map(([x, y]) => [m[0]! * x! + m[2]! * y! + m[4]!, m[1]! * x! + m[3]! * y! + m[5]!]);
  const xs = corners.map((c) => c[0]!);
  const ys = corners.map((c) => c[1]!);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  if (x1 - x0 < 1e-9 || y1 - y0 < 1e-9) return null;
  const [tx0, tx1] = [Math.min(target[0]!, target[2]!), Math.max(target[0]!, target[2]!)];
  const [ty0, ty1] = [Math.min(target[1]!, target[3]!), Math.max(target[1]!, target[3]!)];
  const sx = (tx1 - tx0) / (x1 - x0);
  const sy = (ty1 - ty0) / (y1 - y0);
  return [sx, 0, 0, sy, tx0 - sx * x0, ty0 - sy * y0];
}

export const numbers = (v: PdfValue | undefined): number[] => (Array.isArray(v) ? v.map((x) => numberOf(x)) : []);

/** A real number as PDF writes it: no exponent, six decimals at most, no trailing zeros. */
export function realNumber(v: number): string {
  if (Number.isInteger(v)) return String(v);
  const s = v.toFixed(6).replace(/\.?0+$/, '');
  return s === '-0' ? '0' : s;
}
