import type { Font, Matrix, Text } from 'mupdf';
import { mupdf } from '../mupdf';
import { Flattened, type Affine } from './flatten';
import type { Paths } from './polygons';

/** A letter of a text, and what its outline is drawn with. */
interface Glyph {
  readonly font: Font;
  readonly gid: number;
  readonly trm: Matrix;
}

/** The outlines of letters, which MuPDF tells where it draws them as SVG. */
export class Outlines {
  /** By the font and the glyph: its outline in ems, as SVG has it; null where it has none. */
  private readonly known = new Map<string, string | null>();
  private readonly fonts = new Map<number, Font>();

  /** @returns the shapes of the letters of a text, each; null where a letter is no outline */
  of(text: Text, map: (trm: Matrix) => Affine): Paths[] | null {
    const glyphs: Glyph[] = [];
    text.walk({
      showGlyph: (font, trm, gid) => {
        // without a font no glyph is any
        if (gid >= 0) glyphs.push({ font: this.kept(font), gid, trm });
      },
    });
    this.ask(glyphs);
    const out: Paths[] = [];
    for (const g of glyphs) {
      const d = this.known.get(idOf(g));
      if (d === null || d === undefined) return null;
      const flat = new Flattened(map(g.trm));
      drawPath(d, flat);
      if (flat.paths.length > 0) out.push(flat.paths);
    }
    return out;
  }

  close(): void {
    for (const font of this.fonts.values()) font.destroy();
    this.fonts.clear();
  }

  /** One for all that are of one font: the next of them has the number of one that is gone. */
  private kept(font: Font): Font {
    const pointer = pointerOf(font);
    const known = this.fonts.get(pointer);
    if (known) {
      if (known !== font) font.destroy();
      return known;
    }
    this.fonts.set(pointer, font);
    return font;
  }

  private ask(glyphs: readonly Glyph[]): void {
    for (const font of new Set(glyphs.map((g) => g.font))) {
      const asked = [...new Set(glyphs.filter((g) => g.font === font).map((g) => g.gid))];
      const fresh = asked.filter((gid) => !this.known.has(idOf({ font, gid })));
      if (fresh.length > 0) this.read(font, fresh);
    }
  }

  private read(font: Font, gids: readonly number[]): void {
    const text = new mupdf.Text();
    const buffer = new mupdf.Buffer();
    const writer = new mupdf.DocumentWriter(buffer, 'svg', 'text=path');
    try {
      for (const gid of gids) text.showGlyph(font, mupdf.Matrix.identity, gid, 0);
      const device = writer.beginPage([0, 0, 10, 10]);
      device.fillText(text, mupdf.Matrix.identity, mupdf.ColorSpace.DeviceGray, [0], 1);
      writer.endPage();
      writer.close();
      for (const gid of gids) this.known.set(idOf({ font, gid }), null);
      for (const [, gid, d] of buffer.asString().matchAll(/<path id="font_\d+_(\d+)" d="([^"]*)"/g))
        this.known.set(idOf({ font, gid: Number(gid) }), d!);
    } finally {
      writer.destroy();
      buffer.destroy();
      text.destroy();
    }
  }
}

const pointerOf = (font: Font): number => Number((font as unknown as { readonly pointer: number }).pointer);
const idOf = ({ font, gid }: Pick<Glyph, 'font' | 'gid'>): string => `${pointerOf(font)} ${gid}`;

/** Draws what an outline is in SVG, as MuPDF writes it: whole places, level and upright lines by one of them. */
function drawPath(d: string, to: Flattened): void {
  let [x, y] = [0, 0];
  for (const [, operator, said] of d.matchAll(/([MLHVCZ])([^MLHVCZ]*)/g)) {
    const v = (said!.match(/-?(?:\d+\.?\d*|\.\d+)(?:e-?\d+)?/g) ?? []).map(Number);
    switch (operator) {
      case 'M':
        to.moveTo((x = v[0]!), (y = v[1]!));
        break;
      case 'L':
        for (let i = 0; i + 1 < v.length; i += 2) to.lineTo((x = v[i]!), (y = v[i + 1]!));
        break;
      case 'H':
        for (const at of v) to.lineTo((x = at), y);
        break;
      case 'V':
        for (const at of v) to.lineTo(x, (y = at));
        break;
      case 'C':
        for (let i = 0; i + 5 < v.length; i += 6)
          to.curveTo(v[i]!, v[i + 1]!, v[i + 2]!, v[i + 3]!, (x = v[i + 4]!), (y = v[i + 5]!));
        break;
      default:
        to.closePath();
    }
  }
}
