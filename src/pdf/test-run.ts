import { randomBytes } from 'node:crypto';
import { unlinkSync } from 'node:fs';
import type { Size } from '../core';
import { textRuns } from './compose/outlines';
import { realNumber as n } from './compose/number';
import { PdfWriter } from './compose/writer';
import { PT } from './geometry';

/**
 * Two sheets by which an operator learns how a machine that prints one side takes its pile back: large numbers with an
 * arrow to the head, as fronts or as backs. Printed, laid back in and printed again, they show which back comes behind
 * which front, and whether it stands upright.
 * @param sheet with its long edge level, mm
 * @returns bytes written
 */
export function writeTestRun(sheet: Size, pass: 'fronts' | 'backs', out: string): number {
  const writer = new PdfWriter(out, '1.7');
  try {
    const [root, tree, info] = [writer.allocate(), writer.allocate(), writer.allocate()];
    const box = `0 0 ${n(sheet.width * PT)} ${n(sheet.height * PT)}`;
    const kids = [1, 2].map((number) => {
      const page = writer.allocate();
      const content = writer.allocate();
      const x = sheet.width / 2;
      const y = sheet.height / 2;
      const p = (a: number, b: number): string => `${n(a * PT)} ${n(b * PT)}`;
      const head = Math.min(60, sheet.height / 4);
      // an arrow to the head, the number beneath it, and what it is
      const arrow = `${p(x, y + 2 * head * 0.8)} m ${p(x - head / 3, y + head)} l ${p(x + head / 3, y + head)} l h f\n`;
      const text = (s: string, height: number, tx: number, ty: number): string =>
        `q 1 0 0 1 ${p(tx, ty)} cm\n${textRuns(s, height, sheet.width)
          .map((r) => `q ${r.squeeze} 0 0 1 ${r.x.toFixed(4)} 0 cm ${r.path} Q\n`)
          .join('')}Q\n`;
      const word = pass === 'fronts' ? 'front' : 'back';
      writer.stream(
        content,
        '',
        Buffer.from(
          `0 0 0 1 k\n${arrow}${text(String(number), head, x - head / 3, y - head * 0.2)}${text(`${word} ${number}, head this way`, 6, x - 40, y - head)}`,
          'latin1',
        ),
      );
      writer.object(page, `<</Type/Page/Parent ${tree} 0 R/MediaBox[${box}]/Resources<<>>/Contents ${content} 0 R>>`);
      return page;
    });
    writer.object(tree, `<</Type/Pages/Count 2/Kids[${kids.map((k) => `${k} 0 R`).join(' ')}]>>`);
    writer.object(info, '<</Producer(Odd Sparrow)>>');
    writer.object(root, `<</Type/Catalog/Pages ${tree} 0 R>>`);
    return writer.finish(root, info, randomBytes(16).toString('hex')).bytes;
  } catch (e) {
    writer.abandon();
    unlinkSync(out);
    throw e;
  }
}
