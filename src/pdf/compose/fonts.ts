import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { deflateSync } from 'node:zlib';
import type { FontName } from '../../core';
import type { PdfWriter } from './writer';

/** What is used of the package that reads and writes fonts. */
interface Path {
  readonly commands: readonly unknown[];
}
interface Glyph {
  readonly advanceWidth?: number;
  readonly path: Path;
}
interface Font {
  readonly unitsPerEm: number;
  readonly ascender: number;
  readonly descender: number;
  readonly tables: {
    readonly head: { readonly xMin: number; readonly yMin: number; readonly xMax: number; readonly yMax: number };
    readonly os2: { readonly sCapHeight: number };
  };
  readonly glyphs: { get(index: number): Glyph };
  hasChar(c: string): boolean;
  charToGlyph(c: string): Glyph;
}
interface OpenType {
  parse(bytes: ArrayBuffer): Font;
  readonly Glyph: new (wish: object) => Glyph;
  readonly Font: new (wish: object) => { toArrayBuffer(): ArrayBuffer };
}

const load = createRequire(import.meta.url);
/** Its entry point for ES modules is not one that Node.js finds: taken as CommonJS, and when it is wanted. */
const openType = (): OpenType => load('opentype.js') as OpenType;

/** The files of each font: what has the letters of the west, and what has more. */
const FILES: { readonly [K in FontName]: readonly [family: string, weight: number, called: string] } = {
  text: ['atkinson-hyperlegible-next', 400, 'AtkinsonHyperlegibleNext-Regular'],
  'text-bold': ['atkinson-hyperlegible-next', 700, 'AtkinsonHyperlegibleNext-Bold'],
  mono: ['atkinson-hyperlegible-mono', 400, 'AtkinsonHyperlegibleMono-Regular'],
  'mono-bold': ['atkinson-hyperlegible-mono', 700, 'AtkinsonHyperlegibleMono-Bold'],
  head: ['bricolage-grotesque', 700, 'BricolageGrotesque-Bold'],
};
const PARTS = ['latin', 'latin-ext'] as const;

const read = new Map<string, Font>();

function fontAt(name: FontName, part: (typeof PARTS)[number]): Font {
  const [family, weight] = FILES[name];
  const file = `@fontsource/${family}/files/${family}-${part}-${weight}-normal.woff`;
  let font = read.get(file);
  if (!font) {
    const bytes = readFileSync(load.resolve(file));
    font = openType().parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer);
    read.set(file, font);
  }
  return font;
}

/**
 * A font without the moment at which it was made (OpenType, `head`: `created` and `modified`, and the sums that depend on them), so that the
 * same letters are the same bytes.
 */
function timeless(font: Buffer): Buffer {
  for (let i = 0; i < font.readUInt16BE(4); i++) {
    const entry = 12 + 16 * i;
    if (font.toString('latin1', entry, entry + 4) !== 'head') continue;
    const head = font.readUInt32BE(entry + 8);
    font.fill(0, head + 20, head + 36);
    font.writeUInt32BE(0, head + 8);
    let sum = 0;
    for (let at = head; at < head + font.readUInt32BE(entry + 12); at += 4) sum = (sum + wordAt(font, at)) >>> 0;
    font.writeUInt32BE(sum, entry + 4);
    let all = 0;
    for (let at = 0; at < font.length; at += 4) all = (all + wordAt(font, at)) >>> 0;
    font.writeUInt32BE((0xb1b0afba - all) >>> 0, head + 8);
  }
  return font;
}

/** Four bytes, those beyond the end nought. */
const wordAt = (b: Buffer, at: number): number =>
  at + 4 <= b.length ? b.readUInt32BE(at) : Buffer.concat([b.subarray(at), Buffer.alloc(4)]).readUInt32BE(0);

/** A font of the file that is written: the letters it has so far, in the order in which they came. */
class Subset {
  private readonly glyphs: Glyph[];
  private readonly letters: string[] = [''];

  constructor(
    readonly num: number,
    private readonly font: Font,
    private readonly called: string,
  ) {
    this.glyphs = [font.glyphs.get(0)];
  }

  /** Takes a letter in. @returns its number in this font, as it stands in a string */
  take(letter: string): string {
    this.letters.push(letter);
    return (this.glyphs.push(this.font.charToGlyph(letter)) - 1).toString(16).padStart(4, '0');
  }

  /** Writes it, with those letters alone (ISO 32000-1, 9.7.4: a CFF font whose glyphs are its CIDs). */
  write(out: PdfWriter): void {
    const { font, glyphs, letters } = this;
    const k = 1000 / font.unitsPerEm;
    const mm = (n: number): number => Math.round(n * k);
    const tag = [...createHash('sha256').update(letters.join('')).digest().subarray(0, 6)]
      .map((b) => String.fromCharCode(65 + (b % 26)))
      .join('');
    const name = `${tag}+${this.called}`;
    const { Glyph, Font } = openType();
    const made = new Font({
      familyName: this.called,
      styleName: 'Regular',
      unitsPerEm: font.unitsPerEm,
      ascender: font.ascender,
      descender: font.descender,
      glyphs: glyphs.map(
        ({ advanceWidth, path }, i) =>
          new Glyph({
            name: i === 0 ? '.notdef' : `g${i}`,
            unicode: i === 0 ? undefined : 0xe000 + i,
            advanceWidth,
            path,
          }),
      ),
    });
    const [file, descriptor, descendant, unicode] = [out.allocate(), out.allocate(), out.allocate(), out.allocate()];
    const bytes = deflateSync(timeless(Buffer.from(made.toArrayBuffer())));
    out.stream(file, '/Subtype/OpenType/Filter/FlateDecode', bytes);
    const { xMin, yMin, xMax, yMax } = font.tables.head;
    out.object(
      descriptor,
      `<</Type/FontDescriptor/FontName/${name}/Flags 4/FontBBox[${[xMin, yMin, xMax, yMax].map(mm).join(' ')}]` +
        `/ItalicAngle 0/Ascent ${mm(font.ascender)}/Descent ${mm(font.descender)}` +
        `/CapHeight ${mm(font.tables.os2.sCapHeight)}/StemV 80/FontFile3 ${file} 0 R>>`,
    );
    const widths = glyphs.map((g) => mm(g.advanceWidth ?? 0)).join(' ');
    out.object(
      descendant,
      `<</Type/Font/Subtype/CIDFontType0/BaseFont/${name}/CIDSystemInfo<</Registry(OddSparrow)/Ordering(Identity)/Supplement 0>>` +
        `/FontDescriptor ${descriptor} 0 R/DW 0/W[0[${widths}]]>>`,
    );
    out.stream(unicode, '/Filter/FlateDecode', deflateSync(Buffer.from(toUnicode(letters))));
    out.object(
      this.num,
      `<</Type/Font/Subtype/Type0/BaseFont/${name}/Encoding/Identity-H/DescendantFonts[${descendant} 0 R]/ToUnicode ${unicode} 0 R>>`,
    );
  }
}

/** Which letter each code is (9.10.3), a hundred in a block at most. */
function toUnicode(letters: readonly string[]): string {
  const entries = letters.slice(1).map((letter, i) => {
    const hex = Buffer.from(letter, 'utf16le').swap16().toString('hex');
    return `<${(i + 1).toString(16).padStart(4, '0')}><${hex}>`;
  });
  let blocks = '';
  for (let i = 0; i < entries.length; i += 100) {
    const some = entries.slice(i, i + 100);
    blocks += `${some.length} beginbfchar\n${some.join('\n')}\nendbfchar\n`;
  }
  return (
    '/CIDInit /ProcSet findresource begin\n12 dict begin\nbegincmap\n' +
    '/CIDSystemInfo<</Registry(OddSparrow)/Ordering(UCS)/Supplement 0>>def\n/CMapName/OddSparrow-UCS def\n/CMapType 2 def\n' +
    `1 begincodespacerange\n<0000><ffff>\nendcodespacerange\n${blocks}endcmap\nCMapName currentdict /CMap defineresource pop\nend\nend`
  );
}

/** Letters that one font has, as they stand in a string of the content. */
export interface Shown {
  /** What the font is called in the content, and the object that it is. */
  readonly key: string;
  readonly ref: string;
  readonly hex: string;
}

/**
 * The fonts of a file that is written. Letters are taken as they come and numbered in that order, so that no page waits
 * for another; the fonts themselves are written at the end, each with the letters that were used.
 */
export class FontWriter {
  private readonly subsets = new Map<string, Subset>();

  constructor(private readonly out: PdfWriter) {}

  private subset(name: FontName, part: (typeof PARTS)[number]): Subset {
    const key = `${name} ${part}`;
    let subset = this.subsets.get(key);
    if (!subset) {
      subset = new Subset(this.out.allocate(), fontAt(name, part), FILES[name][2]);
      this.subsets.set(key, subset);
    }
    return subset;
  }

  private readonly letters = new Map<FontName, Map<string, Shown | null>>();

  /** A letter as it stands in a string; null where no file of the font has it. */
  private letter(letter: string, name: FontName): Shown | null {
    let known = this.letters.get(name);
    if (!known) this.letters.set(name, (known = new Map<string, Shown | null>()));
    let shown = known.get(letter);
    if (shown === undefined) {
      const part = PARTS.find((p) => fontAt(name, p).hasChar(letter));
      const subset = part && this.subset(name, part);
      shown = subset ? { key: `L${subset.num}`, ref: `${subset.num} 0 R`, hex: subset.take(letter) } : null;
      known.set(letter, shown);
    }
    return shown;
  }

  /** A text in runs of letters that one font file has; a letter that none has is left out. */
  show(text: string, name: FontName): Shown[] {
    const out: { key: string; ref: string; hex: string }[] = [];
    for (const letter of text) {
      const shown = this.letter(letter, name);
      const last = out.at(-1);
      if (shown && last?.key === shown.key) last.hex += shown.hex;
      else if (shown) out.push({ ...shown });
    }
    return out;
  }

  finish(): void {
    for (const subset of this.subsets.values()) subset.write(this.out);
  }
}
