import { rmSync } from 'node:fs';
import { Copier } from './compose/copier';
import { layersEntry } from './compose/layers';
import { realNumber as n } from './compose/number';
import { PdfWriter } from './compose/writer';
import { mediaBox } from './geometry';
import { rawPage } from './raw-page';
import { PdfFile } from './syntax/file';

/**
 * Writes one page as a PDF of its own, as composing places it: its content as a form, with what it draws on and the
 * annotations that print.
 * @param page from 1
 * @throws RangeError where there is no such page; PdfSyntaxError
 */
export function extractPage(path: string, page: number, out: string): void {
  const file = new PdfFile(path);
  let writer: PdfWriter | null = null;
  try {
    const dict = file.pages()[page - 1];
    if (!dict) throw new RangeError('There is no such page.');
    writer = new PdfWriter(out, file.version >= 2 ? '2.0' : '1.7');
    const allocate = (): number => writer!.allocate();
    const [root, tree, info] = [allocate(), allocate(), allocate()];
    const [kid, form, content] = [allocate(), allocate(), allocate()];
    const copier = new Copier(file, writer);
    const raw = rawPage(file, dict);
    const m = mediaBox(raw);
    const box = [m.x, m.y, m.x + m.width, m.y + m.height];
    copier.pageAsForm(form, dict, box);
    const annotations = copier.printedAnnotations(dict);
    const names = annotations.map((a, i) => `/A${i} ${a.form}`).join(' ');
    const drawn = annotations.map((a, i) => `q ${a.matrix.map(n).join(' ')} cm /A${i} Do Q\n`).join('');
    writer.stream(content, '', Buffer.from(`/P Do\n${drawn}`, 'latin1'));
    writer.object(
      kid,
      `<</Type/Page/Parent ${tree} 0 R/MediaBox[${box.map(n).join(' ')}]/Rotate ${Math.round(raw.rotate / 90) * 90}` +
        `/UserUnit ${n(raw.userUnit > 0 ? raw.userUnit : 1)}/Resources<</XObject<</P ${form} 0 R ${names}>>>>/Contents ${content} 0 R>>`,
    );
    writer.object(tree, `<</Type/Pages/Count 1/Kids[${kid} 0 R]>>`);
    writer.object(info, '<</Producer(Odd Sparrow)>>');
    writer.object(root, `<</Type/Catalog/Pages ${tree} 0 R${layersEntry([copier])}>>`);
    copier.drain();
    writer.finish(root, info, '0'.repeat(32));
  } catch (e) {
    writer?.abandon();
    rmSync(out, { force: true });
    throw e;
  } finally {
    file.close();
  }
}
