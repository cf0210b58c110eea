import type { Copier } from '../compose/copier';
import type { PdfWriter } from '../compose/writer';
import { isDict, Ref, type Dict, type PdfValue } from '../syntax/objects';

/** Content that is kept unpacked, in bytes. */
const MOST_HELD = 32 << 20;
/** What a stream of operators has that does not go along when it is written anew. */
const NOT_ALONG = ['/Length', '/Filter', '/DecodeParms', '/Resources', '/Group', '/Metadata', '/PieceInfo', '/Ref'];

/** Writes what is drawn with operators anew: forms, the cells of patterns, letters of fonts that are drawn. */
export abstract class Redrawing {
  private readonly known = new Map<string, string>();
  /** Content as it was last read: it may be asked for again and again. */
  private readonly texts = new Map<number, string>();
  private held = 0;

  constructor(
    protected readonly copier: Copier,
    protected readonly out: PdfWriter,
  ) {}

  /** What is written once for all that are alike; it may name itself. */
  protected once(id: string, write: (num: number) => void): string {
    const known = this.known.get(id);
    if (known) return known;
    const num = this.out.allocate();
    this.known.set(id, `${num} 0 R`);
    write(num);
    return `${num} 0 R`;
  }

  /** A stream's content, a character a byte. */
  protected textOf(v: PdfValue | undefined): string {
    if (!(v instanceof Ref)) return '';
    const known = this.texts.get(v.num);
    if (known !== undefined) return known;
    const object = this.copier.source.object(v);
    const text = object?.stream ? Buffer.from(this.copier.source.streamData(object)).toString('latin1') : '';
    if (this.held + text.length > MOST_HELD) {
      this.texts.clear();
      this.held = 0;
    }
    this.texts.set(v.num, text);
    this.held += text.length;
    return text;
  }

  /** A thing's own resources; those of what draws it where it has none, as files of old do (7.8.3). */
  protected resourcesOf(dict: Dict, drawing: Dict | undefined): Dict | undefined {
    const own = this.copier.source.get(dict.get('/Resources'));
    return isDict(own) ? own : drawing;
  }

  /** Writes a stream of operators. @param packed its content, deflated @param more entries: its resources, its group */
  protected operators(num: number, dict: Dict, packed: Uint8Array, more: string): void {
    const full: Dict = new Map(dict);
    for (const key of NOT_ALONG) full.delete(key);
    this.out.stream(num, `${this.copier.value(full).slice(2, -2)}${more}/Filter/FlateDecode`, packed);
  }

  /** The letters of a font that are drawn (9.6.5); null for any other font. */
  protected lettersOf(font: Dict): (readonly [name: string, ref: Ref, dict: Dict])[] | null {
    const { source } = this.copier;
    const drawn = source.get(font.get('/CharProcs'));
    if (!isDict(drawn)) return null;
    return [...drawn].flatMap(([name, letter]) => {
      const object = letter instanceof Ref ? source.object(letter) : null;
      return letter instanceof Ref && object?.stream ? [[name, letter, object.value as Dict] as const] : [];
    });
  }
}
