/** PDFs for tests and benchmarks, written by hand, and the independent readers that judge what we wrote. */
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';

export interface PageWish {
  /** Entries of the page dictionary besides type, parent, contents and resources. */
  readonly entries: string;
  readonly content: string;
}

/** A PDF of plain objects; `extra` are further objects from number 100 on. */
export function writePdf(
  path: string,
  pages: readonly PageWish[],
  extra: Readonly<Record<number, string>> = {},
  catalog = '',
): void {
  const objects = new Map<number, string>([
    [1, `<</Type/Catalog/Pages 2 0 R${catalog}>>`],
    [2, `<</Type/Pages/Count ${pages.length}/Kids[${pages.map((_, i) => `${1000 + 2 * i} 0 R`).join(' ')}]>>`],
    [3, '<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>'],
    [4, '<</Font<</F 3 0 R>>>>'],
  ]);
  for (const [num, text] of Object.entries(extra)) objects.set(Number(num), text);
  pages.forEach((p, i) => {
    const resources = p.entries.includes('/Resources') ? '' : '/Resources 4 0 R';
    const contents = p.entries.includes('/Contents') ? '' : `/Contents ${1001 + 2 * i} 0 R`;
    objects.set(1000 + 2 * i, `<</Type/Page/Parent 2 0 R${resources}${contents}${p.entries}>>`);
    objects.set(1001 + 2 * i, `<</Length ${p.content.length}>>\nstream\n${p.content}\nendstream`);
  });
  let out = '%PDF-1.6\n%\xe2\xe3\xcf\xd3\n';
  const table: string[] = [];
  for (const [num, text] of [...objects].sort((a, b) => a[0] - b[0])) {
    table.push(`${num} 1\n${String(out.length).padStart(10, '0')} 00000 n \n`);
    out += `${num} 0 obj\n${text}\nendobj\n`;
  }
  const start = out.length;
  out += `xref\n0 1\n0000000000 65535 f \n${table.join('')}trailer\n<</Size ${Math.max(...objects.keys()) + 1}/Root 1 0 R>>\nstartxref\n${start}\n%%EOF\n`;
  writeFileSync(path, Buffer.from(out, 'latin1'));
}

/** Pages of a trim size in points with bleed, each saying `Page n` in its middle. */
export function numberedPages(count: number, width = 419.53, height = 595.28, bleed = 8.5): PageWish[] {
  return Array.from({ length: count }, (_, i) => ({
    entries: `/MediaBox[0 0 ${width + 2 * bleed} ${height + 2 * bleed}]/TrimBox[${bleed} ${bleed} ${width + bleed} ${height + bleed}]`,
    content: `BT /F 24 Tf ${bleed + width / 2 - 40} ${bleed + height / 2} Td (Page ${i + 1}) Tj ET`,
  }));
}

export const run = (program: string, ...args: string[]): string =>
  execFileSync(program, args, { encoding: 'utf8', maxBuffer: 1 << 28, stdio: ['ignore', 'pipe', 'pipe'] });

export interface Word {
  readonly text: string;
  /** Middle of the word in millimetres from the lower left. */
  readonly x: number;
  readonly y: number;
}

/** Every page's words with their places, as poppler reads them. */
export function wordsOf(path: string): { width: number; height: number; words: Word[] }[] {
  const html = run('pdftotext', '-bbox', path, '-');
  return [...html.matchAll(/<page width="([\d.]+)" height="([\d.]+)">([\s\S]*?)<\/page>/g)].map(([, w, h, body]) => ({
    width: (Number(w) * 25.4) / 72,
    height: (Number(h) * 25.4) / 72,
    words: [...body!.matchAll(/xMin="([-\d.]+)" yMin="([-\d.]+)" xMax="([-\d.]+)" yMax="([-\d.]+)">([^<]*)</g)].map(
      ([, x0, y0, x1, y1, text]) => ({
        text: text!,
        x: (((Number(x0) + Number(x1)) / 2) * 25.4) / 72,
        y: ((Number(h) - (Number(y0) + Number(y1)) / 2) * 25.4) / 72,
      }),
    ),
  }));
}
