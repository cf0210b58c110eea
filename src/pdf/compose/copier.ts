import { deflateSync } from 'node:zlib';
import type { PdfFile } from '../syntax/file';
import { canDecode, filtersOf } from '../syntax/filters';
import {
  isDict,
  numberOf,
  PdfSyntaxError,
  Ref,
  serialise,
  type Dict,
  type PdfObject,
  type PdfValue,
} from '../syntax/objects';
import { layersOf, type Layers } from './layers';
import { realNumber } from './number';

const CHUNK = 1 << 20;
/** What is read with what stands round it. */
const SHORT = 1 << 16;
/** Pieces of one page's content, unpacked and joined. */
const MOST_CONTENT = 96 << 20;

/** Where objects go: a file being written, or nowhere, when it is only asked whether they could. */
export interface ObjectSink {
  allocate(): number;
  begin(num: number): void;
  end(): void;
  object(num: number, value: string): void;
  text(s: string): void;
  bytes(data: Uint8Array): void;
  /** Whether stream data is to be read and handed over. */
  readonly takesBytes: boolean;
}

/** Objects that belong to a document's own structure and are not carried along. */
const STRUCTURE = new Set(['/Page', '/Pages', '/Catalog', '/StructElem', '/StructTreeRoot']);

/** Moves objects from a source file into the one being written, each once, streams byte for byte. */
export class Copier {
  private readonly renumbered = new Map<number, string>();
  private readonly waiting: { num: number; ref: Ref }[] = [];
  private chunk: Buffer | null = null;
  readonly layers: Layers;

  /** @param onStream is shown every stream that is carried over as it is */
  constructor(
    readonly source: PdfFile,
    private readonly out: ObjectSink,
    private readonly onStream: (object: PdfObject) => void = () => undefined,
  ) {
    this.layers = layersOf(source);
  }

  /** The text of a value with its references led to their copies. */
  value(v: PdfValue): string {
    return serialise(v, this.reference);
  }

  /** `num 0 R` of the copy; the object itself is written by {@link drain}. */
  readonly reference = (ref: Ref): string => {
    const known = this.renumbered.get(ref.num);
    if (known) return known;
    const num = this.out.allocate();
    const text = `${num} 0 R`;
    this.renumbered.set(ref.num, text);
    this.waiting.push({ num, ref });
    return text;
  };

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
    this.onStream(object);
    const entries: Dict = new Map(dict);
    entries.set('/Length', String(length));
    this.out.begin(num);
    this.out.text(`${this.value(entries)}\nstream\n`);
    if (this.out.takesBytes && length <= SHORT) this.out.bytes(this.source.read(offset, length));
    else
      for (let done = 0; this.out.takesBytes && done < length;) {
        const chunk = (this.chunk ??= Buffer.allocUnsafe(CHUNK));
        const n = this.source.readInto(chunk, 0, offset + done, Math.min(CHUNK, length - done));
        if (n === 0) break;
        this.out.bytes(chunk.subarray(0, n));
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
      ['/Subtype', '/Form'],
      ['/BBox', bbox.map(realNumber)],
    ]);
    dict.set('/Resources', this.shared(page.get('/Resources')));
    const group = page.get('/Group');
    if (group !== undefined) dict.set('/Group', group);
    const contents = this.contents(page);
    const only = contents[0];
    if (contents.length === 1 && only && isDict(only.value)) {
      // what one reader makes of a filter that is not in the standard another does not
      const strange = filtersOf(only.value, source.get.bind(source)).find((f) => !canDecode(f) && f.name !== '/Crypt');
      if (strange) throw new PdfSyntaxError(`Content is packed with ${strange.name}.`);
      for (const key of ['/Filter', '/DecodeParms']) {
        const v = only.value.get(key);
        if (v !== undefined) dict.set(key, v);
      }
      this.stream(num, only, dict);
      return;
    }
    const parts = this.joined(contents);
    const data = this.out.takesBytes ? deflateSync(parts, { level: 6 }) : new Uint8Array();
    dict.set('/Filter', '/FlateDecode');
    dict.set('/Length', String(data.length));
    this.out.begin(num);
    this.out.text(`${this.value(dict)}\nstream\n`);
    this.out.bytes(data);
    this.out.text('\nendstream');
    this.out.end();
  }

  /** Pieces of content may break anywhere between two tokens (7.8.2): joined by a line end they are one stream. */
  private joined(contents: readonly PdfObject[]): Buffer {
    let size = 0;
    const parts = contents.flatMap((c) => {
      const part = this.source.streamData(c);
      size += part.length;
      if (size > MOST_CONTENT) this.source.budget.refuse();
      return [part, Buffer.from('\n')];
    });
    return Buffer.concat(parts);
  }

  /** A page's content, unpacked. */
  contentOf(page: Dict): Buffer {
    return this.joined(this.contents(page));
  }

  private readonly sharedText = new Map<string, string>();

  /** Resources written once for all pages that have them alike; those of a page's own dictionary become an object. */
  private shared(v: PdfValue | undefined): PdfValue {
    if (v instanceof Ref) return v;
    if (!isDict(v) || v.size === 0) return new Map();
    const text = this.value(v);
    let ref = this.sharedText.get(text);
    if (!ref) {
      const num = this.out.allocate();
      this.out.object(num, text);
      this.sharedText.set(text, (ref = `${num} 0 R`));
    }
    return ref;
  }

  private contents(page: Dict): PdfObject[] {
    const { source } = this;
    const out: PdfObject[] = [];
    // a list that names itself has no end
    const onPath = new Set<number>();
    const add = (v: PdfValue | undefined): void => {
      if (Array.isArray(v)) {
        if (out.length < 100_000) v.forEach(add);
        return;
      }
      if (!(v instanceof Ref) || onPath.has(v.num) || onPath.size > 32) return;
      const object = source.object(v);
      if (!object) return;
      if (object.stream) {
        out.push(object);
        return;
      }
      onPath.add(v.num);
      add(object.value);
      onPath.delete(v.num);
    };
    add(page.get('/Contents'));
    return out;
  }

  /** An array of so many numbers, each as it is or by reference; null where it is none. */
  private numbers(v: PdfValue | undefined, count: number): number[] | null {
    const list = this.source.get(v);
    if (!Array.isArray(list) || list.length < count) return null;
    // what is no number counts as nothing, as other readers have it
    const out = list.slice(0, count).map((x) => numberOf(this.source.get(x), 0));
    return out.every((x) => Math.abs(x) < 1e9) ? out : null;
  }

  /**
   * The appearances of a page's annotations that print (12.5.3), each a form's reference with its map to the page.
   * @param written writes such a form, where it is not carried over as it is
   */
  printedAnnotations(page: Dict, written = this.reference): { form: string; matrix: number[] }[] {
    const { source } = this;
    const annots = source.get(page.get('/Annots'));
    if (!Array.isArray(annots)) return [];
    return annots.flatMap((a) => {
      const annot = source.get(a);
      if (!isDict(annot)) return [];
      const flags = numberOf(source.get(annot.get('/F')), 0);
      if (!printsAtAll(flags) || source.get(annot.get('/Subtype')) === '/Popup') return [];
      if (!this.layers.prints(annot.get('/OC'))) return [];
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
      const box = this.numbers(form.value.get('/BBox'), 4);
      const target = this.numbers(annot.get('/Rect'), 4);
      if (!box || !target) return [];
      const matrix = appearanceMap(box, this.numbers(form.value.get('/Matrix'), 6) ?? [1, 0, 0, 1, 0, 0], target);
      return matrix ? [{ form: written(normal), matrix }] : [];
    });
  }
}

/** Printed and not hidden (12.5.3, table 165: bits 3 and 2). */
export const printsAtAll = (flags: number): boolean => (flags & 4) !== 0 && (flags & 2) === 0;

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
  const map = [sx, 0, 0, sy, tx0 - sx * x0, ty0 - sy * y0];
  return map.every((v) => Number.isFinite(v)) ? map : null;
}
