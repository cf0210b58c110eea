import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fontkit from '@pdf-lib/fontkit';
import {
  cmyk,
  PDFDocument,
  PDFName,
  PDFOperator,
  PDFNumber,
  type CMYK,
  type PDFFont,
  type PDFImage,
  type PDFPage,
  type PDFRef,
  type RGB,
} from 'pdf-lib';

const PT = 72 / 25.4;

/** The colours the tool library prints with. `Gull Rust` is a spot ink of its own. */
export const INK = cmyk(0.55, 0.5, 0.55, 0.75);
export const SEA = cmyk(0.75, 0.3, 0.3, 0.15);
export const DEEP = cmyk(0.9, 0.55, 0.4, 0.45);
export const FOAM = cmyk(0.16, 0.03, 0.08, 0);
export const OAT = cmyk(0.03, 0.06, 0.16, 0);
export const SAND = cmyk(0.08, 0.16, 0.35, 0.04);
export const MOSS = cmyk(0.5, 0.2, 0.7, 0.2);
export const SPOT = 'Gull Rust';

export interface Book {
  readonly doc: PDFDocument;
  readonly head: PDFFont;
  readonly body: PDFFont;
  readonly bold: PDFFont;
  readonly mono: PDFFont;
  readonly spot: PDFRef;
}

const fontFile = (family: string, file: string): Buffer =>
  readFileSync(createRequire(import.meta.url).resolve(`@fontsource/${family}/files/${family}-latin-${file}.woff`));

/** A new PDF with the house’s fonts and its spot ink; without dates, so that it is the same each time. */
export async function newBook(title: string): Promise<Book> {
  const doc = await PDFDocument.create({ updateMetadata: false });
  doc.setTitle(title);
  doc.setProducer('Gullcroft Tool Library');
  doc.registerFontkit(fontkit);
  const embed = (family: string, file: string) => doc.embedFont(fontFile(family, file), { subset: true });
  const spot = doc.context.register(
    doc.context.obj([
      'Separation',
      SPOT.replace(' ', '#20'),
      'DeviceCMYK',
      { FunctionType: 2, Domain: [0, 1], C0: [0, 0, 0, 0], C1: [0.08, 0.72, 0.9, 0.14], N: 1 },
    ]),
  );
  return {
    doc,
    head: await embed('bricolage-grotesque', '700-normal'),
    body: await embed('atkinson-hyperlegible-next', '400-normal'),
    bold: await embed('atkinson-hyperlegible-next', '700-normal'),
    mono: await embed('atkinson-hyperlegible-mono', '400-normal'),
    spot,
  };
}

/**
 * Pictures embedded in their order, each drawn when it is its turn: drawn at once they would stand in the file in the
 * order in which they are ready.
 */
export async function embedded({ doc }: Book, pictures: readonly (() => Promise<Uint8Array>)[]): Promise<PDFImage[]> {
  const out: PDFImage[] = [];
  for (const draw of pictures) out.push(await doc.embedJpg(await draw()));
  return out;
}

export interface LeafWish {
  readonly width: number;
  readonly height: number;
  readonly bleed: number;
  /** Room outside the bleed, for marks. */
  readonly slug?: number;
  /** Whether the file says where trim and bleed are. */
  readonly boxes?: boolean;
}

/** One page, drawn on in millimetres from the lower left corner of its trim. */
export class Leaf {
  readonly page: PDFPage;
  private readonly off: number;
  constructor(
    readonly book: Book,
    readonly wish: LeafWish,
  ) {
    const { width, height, bleed, slug = 0, boxes = true } = wish;
    this.off = bleed + slug;
    this.page = book.doc.addPage([(width + 2 * this.off) * PT, (height + 2 * this.off) * PT]);
    if (boxes) {
      this.page.setTrimBox(this.off * PT, this.off * PT, width * PT, height * PT);
      this.page.setBleedBox(slug * PT, slug * PT, (width + 2 * bleed) * PT, (height + 2 * bleed) * PT);
    }
  }

  private at = (mm: number): number => (mm + this.off) * PT;

  rect(x: number, y: number, width: number, height: number, color: CMYK | RGB, opacity?: number): void {
    this.page.drawRectangle({
      x: this.at(x),
      y: this.at(y),
      width: width * PT,
      height: height * PT,
      color,
      ...(opacity === undefined ? {} : { opacity }),
    });
  }

  /** Fills the page to its bleed. */
  flood(color: CMYK): void {
    const { width, height, bleed } = this.wish;
    this.rect(-bleed, -bleed, width + 2 * bleed, height + 2 * bleed, color);
  }

  /** An SVG path in millimetres, y down from (x, y), scaled. */
  path(d: string, x: number, y: number, scale: number, color?: CMYK, stroke?: { color: CMYK; width: number }): void {
    this.page.drawSvgPath(d, {
      x: this.at(x),
      y: this.at(y),
      scale: scale * PT,
      ...(color ? { color } : {}),
      ...(stroke ? { borderColor: stroke.color, borderWidth: stroke.width } : {}),
    });
  }

  line(x0: number, y0: number, x1: number, y1: number, thickness: number, color: CMYK = INK): void {
    this.page.drawLine({
      start: { x: this.at(x0), y: this.at(y0) },
      end: { x: this.at(x1), y: this.at(y1) },
      thickness,
      color,
    });
  }

  circle(x: number, y: number, r: number, color: CMYK): void {
    this.page.drawCircle({ x: this.at(x), y: this.at(y), size: r * PT, color });
  }

  text(s: string, x: number, y: number, size: number, font: PDFFont = this.book.body, color: CMYK | RGB = INK): void {
    this.page.drawText(s, { x: this.at(x), y: this.at(y), size, font, color });
  }

  /** Text with its right end at x. */
  right(s: string, x: number, y: number, size: number, font: PDFFont = this.book.body, color: CMYK = INK): void {
    this.text(s, x - font.widthOfTextAtSize(s, size) / PT, y, size, font, color);
  }

  /** Running text, broken into lines. @returns the y below it */
  flow(
    s: string,
    x: number,
    y: number,
    width: number,
    size = 9.5,
    font: PDFFont = this.book.body,
    leading = 1.45,
    color: CMYK | RGB = INK,
  ): number {
    const step = (size * leading) / PT;
    for (const paragraph of s.split('\n')) {
      let line = '';
      for (const word of paragraph.split(' ')) {
        const longer = line ? `${line} ${word}` : word;
        if (font.widthOfTextAtSize(longer, size) / PT > width && line) {
          this.text(line, x, y, size, font, color);
          y -= step;
          line = word;
        } else line = longer;
      }
      this.text(line, x, y, size, font, color);
      y -= step * 1.45;
    }
    return y;
  }

  image(image: PDFImage, x: number, y: number, width: number, height: number): void {
    this.page.drawImage(image, { x: this.at(x), y: this.at(y), width: width * PT, height: height * PT });
  }

  /** Circles and round-cornered boxes as a hair in an ink of its own that says where they are punched: it is not for printing. */
  dieLine(shapes: readonly { x: number; y: number; width: number; height: number; round: number }[]): void {
    const { doc } = this.book;
    const resources = this.page.node.normalizedEntries().Resources;
    const [C0, C1] = [
      [0, 0, 0, 0],
      [0, 1, 0, 0],
    ];
    const shade = { FunctionType: 2, Domain: [0, 1], C0, C1, N: 1 };
    resources.set(
      PDFName.of('ColorSpace'),
      doc.context.obj({ Die: ['Separation', 'Die#20line', 'DeviceCMYK', shade] }),
    );
    const n = (v: number): PDFNumber => PDFNumber.of(v);
    const op = (name: string, ...args: (PDFNumber | PDFName)[]): PDFOperator =>
      PDFOperator.of(name as never, args as never[]);
    const ops = [op('q'), op('CS', PDFName.of('Die')), op('SCN', n(1)), op('w', n(0.5))];
    for (const { x, y, width, height, round } of shapes) {
      const [x0, y0, x1, y1] = [this.at(x), this.at(y), this.at(x + width), this.at(y + height)];
      const [r, k] = [round * PT, round * PT * 0.4477];
      ops.push(
        op('m', n(x0 + r), n(y0)),
        op('l', n(x1 - r), n(y0)),
        op('c', n(x1 - k), n(y0), n(x1), n(y0 + k), n(x1), n(y0 + r)),
        op('l', n(x1), n(y1 - r)),
        op('c', n(x1), n(y1 - k), n(x1 - k), n(y1), n(x1 - r), n(y1)),
        op('l', n(x0 + r), n(y1)),
        op('c', n(x0 + k), n(y1), n(x0), n(y1 - k), n(x0), n(y1 - r)),
        op('l', n(x0), n(y0 + r)),
        op('c', n(x0), n(y0 + k), n(x0 + k), n(y0), n(x0 + r), n(y0)),
        op('h'),
      );
    }
    this.page.pushOperators(...ops, op('S'), op('Q'));
  }

  /** Fills a shape with the spot ink at a tint: a disc, or a box where `height` is given. */
  rust(x: number, y: number, width: number, height: number | null, tint = 1): void {
    const resources = this.page.node.normalizedEntries().Resources;
    resources.set(PDFName.of('ColorSpace'), this.book.doc.context.obj({ Rust: this.book.spot }));
    const n = (v: number): PDFNumber => PDFNumber.of(v);
    const op = (name: string, ...args: PDFNumber[]): PDFOperator => PDFOperator.of(name as never, args as never[]);
    const ops = [op('q'), PDFOperator.of('cs' as never, [PDFName.of('Rust')]), op('scn', n(tint))];
    if (height !== null) ops.push(op('re', n(this.at(x)), n(this.at(y)), n(width * PT), n(height * PT)));
    else {
      const [cx, cy, r] = [this.at(x), this.at(y), width * PT];
      const k = r * 0.5523;
      ops.push(
        op('m', n(cx + r), n(cy)),
        op('c', n(cx + r), n(cy + k), n(cx + k), n(cy + r), n(cx), n(cy + r)),
        op('c', n(cx - k), n(cy + r), n(cx - r), n(cy + k), n(cx - r), n(cy)),
        op('c', n(cx - r), n(cy - k), n(cx - k), n(cy - r), n(cx), n(cy - r)),
        op('c', n(cx + k), n(cy - r), n(cx + r), n(cy - k), n(cx + r), n(cy)),
      );
    }
    this.page.pushOperators(...ops, op('f'), op('Q'));
  }
}

/** The file’s bytes, the same each time. */
export const bytesOf = async (book: Book, packed = true): Promise<Uint8Array> =>
  book.doc.save({ useObjectStreams: packed, addDefaultPage: false });
