import { deflateSync } from 'node:zlib';
import type { Copier } from '../compose/copier';
import type { PdfWriter } from '../compose/writer';
import type { Operation } from '../colour/operators';
import { maskEntries, matte, stencil } from '../separate/masks';
import { finenessOf } from './jpeg';
import { jpegOf, type Samples, type Pictures } from '../separate/pictures';
import { filtersOf } from '../syntax/filters';
import { numberOf, PdfSyntaxError, type Dict, type Ref } from '../syntax/objects';
import type { Becomes, Change } from './change';
import type { Changes } from './changes';

/** What an image says that was true of it as it was. */
const UNTRUE = ['/Intent', '/Alternates', '/OPI', '/Metadata'];
/** Packings that are of colours, and that a table cannot be put over. */
const OF_COLOURS = new Set(['/JPXDecode', '/DCTDecode', '/DCT']);

/** Whether a picture was packed as JPEG: packed without loss its inks would be many times as long. */
const photographed = ({ source }: Copier, dict: Dict): boolean =>
  filtersOf(dict, (v) => source.get(v)).some((f) => f.name === '/DCTDecode' || f.name === '/DCT');

/** What of a stream is read to see how it was packed, in bytes. */
const BEGINNING = 1 << 16;
const NOTHING = new Uint8Array();

const tableOf = ([low = 0, high = 1]: readonly number[], into: Change['into']): number[][] =>
  Array.from({ length: 256 }, (_, v) => into([low + (v / 255) * (high - low)]).map((x) => Math.round(x * 255)));

/** The images of a file in other inks. */
export class Images {
  private readonly known = new Map<string, string>();

  constructor(
    private readonly copier: Copier,
    private readonly out: PdfWriter,
    private readonly pictures: Pictures,
    private readonly changes: Changes,
  ) {}

  /** An image of the file. @returns what stands for it; null where nothing of it prints, undefined as it is */
  object(ref: Ref, dict: Dict, change: Becomes): string | null | undefined {
    if (change === null || change === 'gone') return change === null ? undefined : null;
    const id = `${ref.num} ${this.changes.idOf(change)}`;
    let known = this.known.get(id);
    if (known === undefined) {
      const object = this.copier.source.object(ref);
      if (!object?.stream) return undefined;
      const full = this.saidAnew(dict, change);
      if (full) {
        const num = this.out.allocate();
        this.copier.stream(num, object, full);
        known = `${num} 0 R`;
      } else {
        const { offset, length } = object.stream;
        const samples = this.pictures.ofObject(ref, this.sizeOf(dict, change));
        known = this.sampled(samples, dict, change, this.copier.source.read(offset, Math.min(length, BEGINNING)));
      }
      this.known.set(id, known);
    }
    return known;
  }

  /**
   * A JPEG 2000 that leaves its colours to its data (7.4.9): what they become is told by how many numbers they have.
   * @param of what a device's space becomes
   */
  bare(ref: Ref, dict: Dict, of: (device: 'gray' | 'rgb' | 'cmyk') => Becomes): string | undefined {
    const { source } = this.copier;
    const number = (key: string): number => numberOf(source.get(dict.get(key)), 0);
    const id = `${ref.num} bare ${(['gray', 'rgb', 'cmyk'] as const).map((d) => this.changes.idOf(of(d))).join(' ')}`;
    let known = this.known.get(id);
    if (known === undefined) {
      const samples = this.pictures.ofObject(ref, number('/Width') * number('/Height') * 4);
      const device = ({ 1: 'gray', 3: 'rgb', 4: 'cmyk' } as const)[samples.components];
      const change = device ? of(device) : null;
      known = change === null || change === 'gone' ? '' : this.sampled(samples, dict, change);
      this.known.set(id, known);
    }
    return known || undefined;
  }

  /** The same of an inline image, which becomes an object. @param dict with what its space's name stands for */
  inline({ data }: NonNullable<Operation['image']>, dict: Dict, change: Becomes): string | null | undefined {
    if (change === null || change === 'gone') return change === null ? undefined : null;
    const full: Dict = new Map(dict);
    full.set('/Subtype', '/Image');
    const said = this.saidAnew(full, change);
    if (!said) return this.sampled(this.pictures.inline(full, data, this.sizeOf(full, change)), full, change);
    const num = this.out.allocate();
    said.delete('/Length');
    this.out.stream(num, this.copier.value(said).slice(2, -2), Buffer.from(data, 'latin1'));
    return `${num} 0 R`;
  }

  private sizeOf(dict: Dict, { was }: Change): number {
    const { source } = this.copier;
    const number = (key: string): number => numberOf(source.get(dict.get(key)), 0);
    return number('/Width') * number('/Height') * Math.max(1, was.components);
  }

  /** An image's dictionary in its new space, where its data can stay: null where not. */
  private saidAnew(dict: Dict, change: Change): Dict | null {
    const { source } = this.copier;
    const { was, space, same, into } = change;
    const full: Dict = new Map(dict);
    for (const key of UNTRUE) full.delete(key);
    if (same) {
      full.set('/ColorSpace', space);
      return full;
    }
    const bits = numberOf(source.get(full.get('/BitsPerComponent')), 1);
    const packed = filtersOf(dict, (v) => source.get(v)).some((f) => OF_COLOURS.has(f.name));
    if (was.components !== 1 || bits > 8 || packed) return null;
    const decode = source.get(full.get('/Decode'));
    const [low, high] =
      Array.isArray(decode) && decode.length >= 2 ? decode.map((v) => numberOf(source.get(v), 0)) : [0, 1];
    const most = 2 ** bits - 1;
    const table = Buffer.from(
      Array.from({ length: most + 1 }, (_, i) =>
        into([low! + (i / most) * (high! - low!)]).map((v) => Math.round(v * 255)),
      ).flat(),
    );
    full.delete('/Decode');
    full.set('/ColorSpace', `[/Indexed ${space} ${most} <${table.toString('hex')}>]`);
    matte(this.copier, this.out, full, into);
    return full;
  }

  /** An image's pixels one by one. @param came how its stream begins */
  private sampled(
    { width, height, components, data, alpha }: Samples,
    dict: Dict,
    change: Change,
    came: Uint8Array = NOTHING,
  ): string {
    const { was, into } = change;
    if (was.components !== components) throw new PdfSyntaxError('A picture’s colours do not go with its data.');
    const count = width * height;
    const outputs = into(was.initial).length;
    if (change.pixels) return this.packed(change.pixels(data), { width, height, alpha, came }, dict, change);
    const pixels = new Uint8Array(count * outputs);
    // of one number there are no more colours than bytes
    const table = components === 1 ? tableOf(was.decode, into) : null;
    const colour = new Array<number>(components).fill(0);
    // neighbours are often alike
    let now: number[] = [];
    for (let i = 0, from = 0, to = 0; i < count; i++, from += components, to += outputs) {
      let alike = i > 0;
      for (let c = 0; c < components && alike; c++) alike = data[from + c] === data[from + c - components];
      if (table) now = table[data[from]!]!;
      else if (!alike) {
        for (let c = 0; c < components; c++) {
          const [low, high] = [was.decode[2 * c]!, was.decode[2 * c + 1]!];
          colour[c] = low + (data[from + c]! / 255) * (high - low);
        }
        now = into(colour).map((v) => Math.round(v * 255));
      }
      for (let c = 0; c < outputs; c++) pixels[to + c] = now[c]!;
    }
    return this.packed(pixels, { width, height, alpha, came }, dict, change);
  }

  private packed(
    pixels: Uint8Array,
    { width, height, alpha, came }: Pick<Samples, 'width' | 'height' | 'alpha'> & { readonly came: Uint8Array },
    dict: Dict,
    { into, space }: Change,
  ): string {
    const full: Dict = new Map(dict);
    matte(this.copier, this.out, full, into);
    const hard = alpha && !dict.has('/SMask') ? stencil(this.out, width, height, alpha) : null;
    const num = this.out.allocate();
    const jpeg = photographed(this.copier, dict) && space === '/DeviceCMYK';
    this.out.stream(
      num,
      `/Type/XObject/Subtype/Image/Width ${width}/Height ${height}/BitsPerComponent 8/ColorSpace ${space}` +
        `/Filter/${jpeg ? 'DCTDecode' : 'FlateDecode'}${maskEntries(this.copier, full, hard)}`,
      jpeg ? jpegOf(pixels, width, height, finenessOf(came)) : deflateSync(pixels, { level: 6 }),
    );
    return `${num} 0 R`;
  }
}
