/**
 * Writes how wide the letters of the shipped fonts are, so that words can be set the same in the browser and on the
 * server without either having the fonts at hand: `node scripts/letter-widths.mjs` after a font was changed.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const load = createRequire(import.meta.url);
const { parse } = load('opentype.js');

/** @type {Record<string, readonly [string, number]>} */
const FONTS = {
  text: ['atkinson-hyperlegible-next', 400],
  'text-bold': ['atkinson-hyperlegible-next', 700],
  mono: ['atkinson-hyperlegible-mono', 400],
  'mono-bold': ['atkinson-hyperlegible-mono', 700],
  head: ['bricolage-grotesque', 700],
};

/**
 * Of every letter its width in thousandths of an em.
 * @param {readonly [string, number]} font its family and weight
 */
function widthsOf([family, weight]) {
  const widths = new Map();
  for (const part of ['latin-ext', 'latin']) {
    const bytes = readFileSync(load.resolve(`@fontsource/${family}/files/${family}-${part}-${weight}-normal.woff`));
    const font = parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
    for (const [code, glyph] of Object.entries(font.tables.cmap.glyphIndexMap))
      if (Number(code) >= 32)
        widths.set(Number(code), Math.round((1000 * font.glyphs.get(glyph).advanceWidth) / font.unitsPerEm));
  }
  return widths;
}

/**
 * Runs of neighbouring letters: `first:width,width,…` in base 36, with blanks between the runs.
 * @param {Map<number, number>} widths
 */
function packed(widths) {
  const codes = [...widths.keys()].sort((a, b) => a - b);
  /** @type {number[][]} */
  const runs = [];
  codes.forEach((code, i) => {
    if (codes[i - 1] === code - 1) runs.at(-1)?.push(code);
    else runs.push([code]);
  });
  return runs
    .map((run) => `${(run[0] ?? 0).toString(36)}:${run.map((c) => (widths.get(c) ?? 0).toString(36)).join(',')}`)
    .join(' ');
}

const lines = Object.entries(FONTS).map(([name, font]) => `  ${JSON.stringify(name)}: '${packed(widthsOf(font))}',`);
const file = new URL('../src/core/imprint/letter-widths.ts', import.meta.url);
writeFileSync(
  file,
  `import type { FontName } from '../docket';

/** Written by scripts/letter-widths.mjs: of each font, runs of letters with their widths in thousandths of an em. */
export const PACKED: Readonly<Record<FontName, string>> = {
${lines.join('\n')}
};
`,
);
