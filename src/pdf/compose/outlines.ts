import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { PT } from '../geometry';
import { realNumber as n } from './number';

interface Outline {
  readonly commands: readonly { type: string; x: number; y: number; x1: number; y1: number; x2: number; y2: number }[];
  readonly width: number;
}
interface Font {
  readonly unitsPerEm: number;
  hasChar(c: string): boolean;
  charToGlyph(c: string): {
    advanceWidth?: number;
    getPath(x: number, y: number, size: number): { commands: Outline['commands'] };
  };
}

let font: Font | null = null;

function theFont(): Font {
  if (!font) {
    const load = createRequire(import.meta.url);
    const file = load.resolve(
      '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-500-normal.woff',
    );
    const bytes = readFileSync(file);
    // its entry point for ES modules is not one that Node.js finds: taken as CommonJS
    const { parse } = load('opentype.js') as { parse(b: ArrayBuffer): Font };
    font = parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer);
  }
  return font;
}

/** The height of its capitals in ems. */
const CAPITALS = 0.668;

/**
 * Text as filled outlines, so that a mark needs no font in the file.
 * @param height of the capitals, mm
 * @param room the longest it may be, mm; longer text is set narrower, to two thirds, then cut off
 * @returns path operators in points from the base line's start, to be filled
 */
export function textOutlines(text: string, height: number, room: number): string {
  const f = theFont();
  const size = (height / CAPITALS) * PT;
  const limit = room * PT;
  // what the font does not have is left blank rather than boxed
  const glyphs = [...text].map((c) => f.charToGlyph(f.hasChar(c) ? c : ' '));
  const advance = (g: (typeof glyphs)[number]): number => ((g.advanceWidth ?? 0) * size) / f.unitsPerEm;
  const width = glyphs.reduce((sum, g) => sum + advance(g), 0);
  const squeeze = Math.max(2 / 3, Math.min(1, limit / width));
  let out = '';
  let x = 0;
  for (const g of glyphs) {
    const w = advance(g) * squeeze;
    if (x + w > limit + 0.01) break;
    const start = x;
    const px = (v: number): string => n(start + v * squeeze);
    let last = { x: 0, y: 0 };
    for (const c of g.getPath(0, 0, size).commands) {
      // opentype's y runs down
      switch (c.type) {
        case 'M':
          out += `${px(c.x)} ${n(-c.y)} m\n`;
          break;
        case 'L':
          out += `${px(c.x)} ${n(-c.y)} l\n`;
          break;
        case 'C':
          out += `${px(c.x1)} ${n(-c.y1)} ${px(c.x2)} ${n(-c.y2)} ${px(c.x)} ${n(-c.y)} c\n`;
          break;
        case 'Q': {
          // a quadratic raised to a cubic: control points two thirds of the way
          const ax = last.x + (2 / 3) * (c.x1 - last.x);
          const ay = last.y + (2 / 3) * (c.y1 - last.y);
          const bx = c.x + (2 / 3) * (c.x1 - c.x);
          const by = c.y + (2 / 3) * (c.y1 - c.y);
          out += `${px(ax)} ${n(-ay)} ${px(bx)} ${n(-by)} ${px(c.x)} ${n(-c.y)} c\n`;
          break;
        }
        case 'Z':
          out += 'h\n';
          break;
      }
      if (c.type !== 'Z') last = { x: c.x, y: c.y };
    }
    x += w;
  }
  return out;
}
