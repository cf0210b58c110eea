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
export const CAPITALS = 0.668;

type Glyph = ReturnType<Font['charToGlyph']>;

/** The glyphs of a text; what the font does not have is left blank rather than boxed. */
const glyphsOf = (text: string): Glyph[] => {
  const f = theFont();
  return [...text].map((c) => f.charToGlyph(f.hasChar(c) ? c : ' '));
};

const advanceOf = (g: Glyph, size: number): number => ((g.advanceWidth ?? 0) * size) / theFont().unitsPerEm;

/** A glyph's outline as path operators, its origin at `x`, in points. */
function glyphPath(g: Glyph, x: number, size: number): string {
  let out = '';
  let last = { x: 0, y: 0 };
  for (const c of g.getPath(0, 0, size).commands) {
    // opentype's y runs down
    switch (c.type) {
      case 'M':
        out += `${n(x + c.x)} ${n(-c.y)} m\n`;
        break;
      case 'L':
        out += `${n(x + c.x)} ${n(-c.y)} l\n`;
        break;
      case 'C':
        out += `${n(x + c.x1)} ${n(-c.y1)} ${n(x + c.x2)} ${n(-c.y2)} ${n(x + c.x)} ${n(-c.y)} c\n`;
        break;
      case 'Q': {
        // a quadratic raised to a cubic: control points two thirds of the way
        const ax = last.x + (2 / 3) * (c.x1 - last.x);
        const ay = last.y + (2 / 3) * (c.y1 - last.y);
        const bx = c.x + (2 / 3) * (c.x1 - c.x);
        const by = c.y + (2 / 3) * (c.y1 - c.y);
        out += `${n(x + ax)} ${n(-ay)} ${n(x + bx)} ${n(-by)} ${n(x + c.x)} ${n(-c.y)} c\n`;
        break;
      }
      case 'Z':
        out += 'h\n';
        break;
    }
    if (c.type !== 'Z') last = { x: c.x, y: c.y };
  }
  return out;
}

/** A run of glyphs that is drawn once and placed wherever it stands. */
interface Run {
  readonly glyphs: readonly Glyph[];
  readonly width: number;
  readonly path: string;
}

const runs = new Map<string, Run>();

function runOf(text: string, size: number): Run {
  const key = `${size} ${text}`;
  const known = runs.get(key);
  if (known) return known;
  const glyphs = glyphsOf(text);
  let path = '';
  let x = 0;
  for (const g of glyphs) {
    path += glyphPath(g, x, size);
    x += advanceOf(g, size);
  }
  const run = { glyphs, width: x, path: `${path}f` };
  // titles come and go; digits and the words between them stay
  if (runs.size > 500) runs.clear();
  runs.set(key, run);
  return run;
}

/** Outlines of a part of a text, where they stand on its base line, in points, and how much narrower they are set. */
export interface TextRun {
  readonly x: number;
  readonly squeeze: number;
  /** Path operators from the run's own start, filled. */
  readonly path: string;
}

/**
 * Text as filled outlines, so that a mark needs no font in the file; in runs that many texts share: single digits, and
 * what stands between them.
 * @param height of the capitals, mm
 * @param room the longest it may be, mm; longer text is set narrower, to two thirds, then cut off
 */
export function textRuns(text: string, height: number, room: number): TextRun[] {
  const size = (height / CAPITALS) * PT;
  const limit = room * PT;
  const parts = text.match(/\d|\D+/g) ?? [];
  const width = parts.reduce((sum, t) => sum + runOf(t, size).width, 0);
  const squeeze = Math.max(2 / 3, Math.min(1, limit / width));
  const out: TextRun[] = [];
  let x = 0;
  for (const part of parts) {
    const { width: w, path } = runOf(part, size);
    if (x + w * squeeze > limit + 0.01) {
      const fitting = cutOff(part, (limit + 0.01 - x) / squeeze, size);
      if (fitting) out.push({ x, squeeze, path: runOf(fitting, size).path });
      break;
    }
    out.push({ x, squeeze, path });
    x += w * squeeze;
  }
  return out;
}

/** As many characters of a text as fit, whole ones. */
function cutOff(text: string, room: number, size: number): string {
  let x = 0;
  let out = '';
  for (const c of text) {
    x += advanceOf(glyphsOf(c)[0]!, size);
    if (x > room) break;
    out += c;
  }
  return out;
}
