import { once } from 'node:events';
import { closeSync, createWriteStream, openSync, writeSync } from 'node:fs';
import { createDeflate, deflateSync } from 'node:zlib';
import sharp from 'sharp';

/** A photograph as a scanner's noise: it compresses as badly as one. 900 × 1262 dots in RGB, as JPEG. */
async function photograph(seed: number): Promise<Buffer> {
  const raw = Buffer.alloc(900 * 1262 * 3);
  let s = seed;
  for (let i = 0; i < raw.length; i++) raw[i] = (s = (Math.imul(s, 1664525) + 1013904223) >>> 0) >>> 24;
  return sharp(raw, { raw: { width: 900, height: 1262, channels: 3 } })
    .jpeg({ quality: 55 })
    .toBuffer();
}

const PHOTOGRAPHS = 5;

/** Forty lines of text that differ from page to page, so that they pack as text does. */
function lines(page: number): string {
  let text = '';
  for (let l = 0; l < 40; l++) {
    const word = ((page * 7919 + l * 104729) % 1000003).toString(36);
    const other = (((page * 31 + l) * 2654435761) % 4294967296).toString(36);
    text += `BT /F 10 Tf 40 ${560 - l * 13} Td (Page ${page + 1}, line ${l + 1}: ${word} what was borrowed ${other} is brought back dry.) Tj ET\n`;
  }
  return text;
}

/**
 * Writes a PDF of A5 pages with bleed, every stream compressed as real files have them.
 * @param photographs whether each page has a photograph of about half a megabyte
 */
export async function writePages(path: string, pages: number, photographs: boolean): Promise<void> {
  const pictures = photographs
    ? await Promise.all(Array.from({ length: PHOTOGRAPHS }, (_, k) => photograph(k + 1)))
    : [];
  const fd = openSync(path, 'w');
  const offsets = new Map<number, number>();
  let at = 0;
  const put = (data: string | Buffer): void => {
    const bytes = typeof data === 'string' ? Buffer.from(data, 'latin1') : data;
    writeSync(fd, bytes);
    at += bytes.length;
  };
  const object = (num: number, head: string, stream?: Buffer): void => {
    offsets.set(num, at);
    put(`${num} 0 obj\n${head}`);
    if (stream) {
      put('\nstream\n');
      put(stream);
      put('\nendstream');
    }
    put('\nendobj\n');
  };
  put('%PDF-1.6\n');
  object(1, '<</Type/Catalog/Pages 2 0 R>>');
  object(3, '<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>');
  const first = (i: number): number => 10 + 3 * i;
  const boxes = '/MediaBox[0 0 436.53 612.28]/BleedBox[0 0 436.53 612.28]/TrimBox[8.5 8.5 428.03 603.78]';
  for (let i = 0; i < pages; i++) {
    const num = first(i);
    const picture = pictures[i % PHOTOGRAPHS];
    const shown = picture ? `/XObject<</I ${num + 2} 0 R>>` : '';
    object(num, `<</Type/Page/Parent 2 0 R${boxes}/Resources<</Font<</F 3 0 R>>${shown}>>/Contents ${num + 1} 0 R>>`);
    const content = deflateSync(Buffer.from(`${picture ? 'q 436 0 0 612 0 0 cm /I Do Q\n' : ''}${lines(i)}`));
    object(num + 1, `<</Length ${content.length}/Filter/FlateDecode>>`, content);
    if (picture)
      object(
        num + 2,
        `<</Type/XObject/Subtype/Image/Width 900/Height 1262/ColorSpace/DeviceRGB/BitsPerComponent 8/Filter/DCTDecode/Length ${picture.length}>>`,
        picture,
      );
  }
  const kids = Array.from({ length: pages }, (_, i) => `${first(i)} 0 R`).join(' ');
  object(2, `<</Type/Pages/Count ${pages}/Kids[${kids}]>>`);
  const start = at;
  put('xref\n0 1\n0000000000 65535 f \n');
  for (const [num, offset] of [...offsets].sort((a, b) => a[0] - b[0]))
    put(`${num} 1\n${String(offset).padStart(10, '0')} 00000 n \n`);
  put(`trailer\n<</Size ${Math.max(...offsets.keys()) + 1}/Root 1 0 R>>\nstartxref\n${start}\n%%EOF\n`);
  closeSync(fd);
}

/** Writes a PDF of one page with one grey picture of so many dots, packed as scanners pack: a size that nobody holds whole. */
export async function writePicture(
  path: string,
  dots: { width: number; height: number },
  points: { width: number; height: number },
): Promise<void> {
  const out = createWriteStream(path);
  let at = 0;
  const offsets: number[] = [];
  const put = async (data: string | Buffer): Promise<void> => {
    const bytes = typeof data === 'string' ? Buffer.from(data, 'latin1') : data;
    at += bytes.length;
    if (!out.write(bytes)) await once(out, 'drain');
  };
  const begin = async (head: string): Promise<void> => {
    offsets.push(at);
    await put(`${offsets.length} 0 obj\n${head}`);
  };
  await put('%PDF-1.7\n');
  await begin('<</Type/Catalog/Pages 2 0 R>>\nendobj\n');
  await begin('<</Type/Pages/Count 1/Kids[3 0 R]>>\nendobj\n');
  const { width, height } = points;
  await begin(
    `<</Type/Page/Parent 2 0 R/MediaBox[0 0 ${width} ${height}]/Contents 4 0 R/Resources<</XObject<</Im 5 0 R>>>>>>\nendobj\n`,
  );
  const content = `q ${width} 0 0 ${height} 0 0 cm /Im Do Q`;
  await begin(`<</Length ${content.length}>>stream\n${content}\nendstream\nendobj\n`);
  await begin(
    `<</Type/XObject/Subtype/Image/Width ${dots.width}/Height ${dots.height}/BitsPerComponent 8/ColorSpace/DeviceGray/Filter/FlateDecode/Length 6 0 R>>stream\n`,
  );
  const from = at;
  const pack = createDeflate({ level: 1 });
  const packed = (async () => {
    for await (const chunk of pack) await put(chunk as Buffer);
  })();
  const row = Buffer.alloc(dots.width);
  let seed = 7;
  for (let y = 0; y < dots.height; y++) {
    for (let x = 0; x < row.length; x += 8) row[x] = (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) >>> 27;
    if (!pack.write(Buffer.from(row))) await once(pack, 'drain');
  }
  pack.end();
  await packed;
  const length = at - from;
  await put('\nendstream\nendobj\n');
  await begin(`${length}\nendobj\n`);
  const xref = at;
  const entries = offsets.map((o) => `${String(o).padStart(10, '0')} 00000 n \n`).join('');
  await put(
    `xref\n0 ${offsets.length + 1}\n0000000000 65535 f \n${entries}trailer<</Size ${offsets.length + 1}/Root 1 0 R>>\nstartxref\n${xref}\n%%EOF\n`,
  );
  out.end();
  await once(out, 'close');
}
