import { randomBytes } from 'node:crypto';
import { unlinkSync } from 'node:fs';
import type { Size } from '../core';
import { textRuns } from './compose/outlines';
import { realNumber as n } from './compose/number';
import { PdfWriter } from './compose/writer';
import { PT } from './geometry';

const MM = (v: number): string => n(v * PT);

/** Text as outlines, its baseline beginning at a place; millimetres. */
const text = (s: string, height: number, x: number, y: number, most: number): string =>
  `q 1 0 0 1 ${MM(x)} ${MM(y)} cm\n${textRuns(s, height, most)
    .map((r) => `q ${r.squeeze} 0 0 1 ${r.x.toFixed(4)} 0 cm ${r.path} Q\n`)
    .join('')}Q\n`;

/** An arrow to the head, its point at a place. */
const arrow = (x: number, y: number, size: number): string =>
  `${MM(x)} ${MM(y)} m ${MM(x - size / 3)} ${MM(y - size * 0.6)} l ${MM(x + size / 3)} ${MM(y - size * 0.6)} l h f\n`;

/** Writes pages of black outlines on sheets of one size. @returns bytes written */
function writePages(sheet: Size, out: string, contents: readonly string[]): number {
  const writer = new PdfWriter(out, '1.7');
  try {
    const [root, tree, info] = [writer.allocate(), writer.allocate(), writer.allocate()];
    const box = `0 0 ${MM(sheet.width)} ${MM(sheet.height)}`;
    const kids = contents.map((drawn) => {
      const page = writer.allocate();
      const content = writer.allocate();
      writer.stream(content, '', Buffer.from(`0 0 0 1 k\n${drawn}`, 'latin1'));
      writer.object(page, `<</Type/Page/Parent ${tree} 0 R/MediaBox[${box}]/Resources<<>>/Contents ${content} 0 R>>`);
      return page;
    });
    writer.object(tree, `<</Type/Pages/Count ${kids.length}/Kids[${kids.map((k) => `${k} 0 R`).join(' ')}]>>`);
    writer.object(info, '<</Producer(Odd Sparrow)>>');
    writer.object(root, `<</Type/Catalog/Pages ${tree} 0 R>>`);
    return writer.finish(root, info, randomBytes(16).toString('hex')).bytes;
  } catch (e) {
    writer.abandon();
    unlinkSync(out);
    throw e;
  }
}

/**
 * Two sheets by which an operator learns how a machine that prints one side takes its pile back: large numbers with an
 * arrow to the head, as fronts or as backs. Printed, laid back in and printed again, they show which back comes behind
 * which front, and whether it stands upright.
 * @param sheet with its long edge level, mm
 * @returns bytes written
 */
export function writeTestRun(sheet: Size, pass: 'fronts' | 'backs', out: string): number {
  const [x, y] = [sheet.width / 2, sheet.height / 2];
  const head = Math.min(60, sheet.height / 4);
  const word = pass === 'fronts' ? 'front' : 'back';
  return writePages(
    sheet,
    out,
    [1, 2].map(
      (number) =>
        arrow(x, y + 2 * head * 0.8, head) +
        text(String(number), head, x - head / 3, y - head * 0.2, sheet.width) +
        text(`${word} ${number}, head this way`, 6, x - 40, y - head, sheet.width),
    ),
  );
}

/** How the sheet is turned over by hand, as the machine is said to turn it. */
const TURNED_OVER = {
  turn: 'Turn the sheet over like a page: its left edge to the right.',
  tumble: 'Turn the sheet over its head: its upper edge to the bottom.',
} as const;

/**
 * One sheet, both sides, by which an operator sees whether a machine turns its sheets as the shop has it: turned over
 * as its front says, the arrow on the back points up as well.
 * @param sheet with its long edge level, mm
 * @returns bytes written
 */
export function writeTestSheet(sheet: Size, turn: 'turn' | 'tumble', machine: string, out: string): number {
  const [x, y] = [sheet.width / 2, sheet.height / 2];
  const head = Math.min(50, sheet.height / 4);
  const most = sheet.width - 30;
  const lines = (all: readonly string[]): string =>
    all.map((s, i) => text(s, 4.5, 15, y - head * 0.5 - i * 9, most)).join('');
  return writePages(sheet, out, [
    arrow(x, y + head * 1.4, head) +
      text('1', head * 0.7, x - head * 0.2, y, most) +
      lines([
        `${machine}: hold it with this arrow up.`,
        TURNED_OVER[turn],
        'The arrow behind must point up as well. If it points down, the machine turns the other way:',
        `choose ${turn === 'turn' ? 'Tumbled' : 'Turned'} for it on the Shop page, and print this once more.`,
      ]),
    arrow(x, y + head * 1.4, head) +
      text('2', head * 0.7, x - head * 0.2, y, most) +
      lines(['The back. Points this arrow up, as the front did? Then all is as it should be.']),
  ]);
}
