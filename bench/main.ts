import { execFileSync, fork } from 'node:child_process';
import { closeSync, openSync, rmSync, statSync, writeSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { Finisher, inspect, mark, patched, plan, reckon, sectionPlansFor, stepOn } from '../src/core';
import { artworkOf, docketFor, SHOP } from '../src/core/testing';
import { compose, rasterise, readArtwork } from '../src/pdf';

/** Prints what is fast and what is not, as ratios to `qpdf IN OUT` on the same file, in one run. */
const dir = join(import.meta.dirname, '..', '..', 'var', 'bench');
mkdirSync(dir, { recursive: true });

/** Writes a PDF of `pages` A5 pages, object by object: text pages, or each a grey image of `bytes` that does not compress. */
function writePages(path: string, pages: number, bytes: number): void {
  const fd = openSync(path, 'w');
  const offsets = new Map<number, number>();
  let at = 0;
  const put = (data: string | Buffer): void => {
    const b = typeof data === 'string' ? Buffer.from(data, 'latin1') : data;
    writeSync(fd, b);
    at += b.length;
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
  let seed = 1;
  const rows = Math.ceil(bytes / 800);
  for (let i = 0; i < pages; i++) {
    const num = 10 + 3 * i;
    const xobject = bytes ? `/XObject<</I ${num + 2} 0 R>>` : '';
    object(
      num,
      `<</Type/Page/Parent 2 0 R/MediaBox[0 0 436.53 612.28]/TrimBox[8.5 8.5 428.03 603.78]/Resources<</Font<</F 3 0 R>>${xobject}>>/Contents ${num + 1} 0 R>>`,
    );
    let text = bytes ? 'q 436 0 0 612 0 0 cm /I Do Q\n' : '';
    for (let l = 0; l < 40; l++)
      text += `BT /F 10 Tf 40 ${560 - l * 13} Td (Page ${i + 1}, line ${l + 1}: what has been borrowed is brought back dry.) Tj ET\n`;
    object(num + 1, `<</Length ${text.length}>>`, Buffer.from(text));
    if (bytes) {
      const data = Buffer.alloc(rows * 800);
      for (let k = 0; k < data.length; k += 4)
        data.writeUInt32LE((seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0), k);
      object(
        num + 2,
        `<</Type/XObject/Subtype/Image/Width 800/Height ${rows}/ColorSpace/DeviceGray/BitsPerComponent 8/Length ${data.length}>>`,
        data,
      );
    }
  }
  object(
    2,
    `<</Type/Pages/Count ${pages}/Kids[${Array.from({ length: pages }, (_, i) => `${10 + 3 * i} 0 R`).join(' ')}]>>`,
  );
  const start = at;
  put('xref\n0 1\n0000000000 65535 f \n');
  for (const [num, offset] of [...offsets].sort((a, b) => a[0] - b[0]))
    put(`${num} 1\n${String(offset).padStart(10, '0')} 00000 n \n`);
  put(`trailer\n<</Size ${Math.max(...offsets.keys()) + 1}/Root 1 0 R>>\nstartxref\n${start}\n%%EOF\n`);
  closeSync(fd);
}

const seconds = (work: () => void): number => {
  const t = performance.now();
  work();
  return (performance.now() - t) / 1000;
};
const best = (n: number, work: () => void): number => Math.min(...Array.from({ length: n }, () => seconds(work)));

/** Imposes in a process of its own, for its time and its peak memory. */
async function imposeApart(source: string): Promise<{ seconds: number; peak: number }> {
  return new Promise((resolve, reject) => {
    const child = fork(process.argv[1]!, ['impose', source], { stdio: 'inherit' });
    child.once('message', (m) => resolve(m as { seconds: number; peak: number }));
    child.once('exit', (code) => code && reject(new Error('Imposing failed.')));
  });
}

async function imposeHere(source: string): Promise<void> {
  const { artwork } = await readArtwork(source, `${source}.work`);
  const docket = docketFor(artwork);
  const out = `${source}.imposed.pdf`;
  const took = seconds(() => void compose({ docket, artwork, source, out }));
  rmSync(out);
  process.send!({ seconds: took, peak: process.resourceUsage().maxRSS / 1024 });
}

async function main(): Promise<void> {
  console.log('yardstick: qpdf IN OUT on the same file, same run\n');
  for (const [name, pages, bytes] of [
    ['1,000 pages of text', 1000, 0],
    ['300 pages of images, 250 MB', 300, 250e6 / 300],
  ] as const) {
    const path = join(dir, `${pages}.pdf`);
    writePages(path, pages, bytes);
    const copy = join(dir, 'qpdf.pdf');
    const yard = best(3, () => void execFileSync('qpdf', [path, copy]));
    const runs = [await imposeApart(path), await imposeApart(path), await imposeApart(path)];
    const ours = Math.min(...runs.map((r) => r.seconds));
    const peak = Math.max(...runs.map((r) => r.peak));
    const size = statSync(path).size / 1e6;
    console.log(
      `impose ${name.padEnd(28)} ${(ours / yard).toFixed(2)} × qpdf   (${ours.toFixed(2)} s to ${yard.toFixed(2)} s, peak ${peak.toFixed(0)} MB for ${size.toFixed(1)} MB)`,
    );
    rmSync(path);
    rmSync(copy);
  }
  for (const pages of [1000, 10_000]) {
    const artwork = artworkOf(pages);
    const docket = docketFor(artwork);
    const planning = best(15, () => void plan(docket, artwork)) * 1000;
    const all = best(15, () => {
      const planned = plan(docket, artwork);
      const marks = mark(docket, planned);
      inspect({ docket, artwork, plan: planned, marks, shop: SHOP, unit: 'mm' });
      reckon(docket, planned);
    });
    console.log(
      `plan ${String(pages).padStart(6)} pages: ${planning.toFixed(1)} ms; with marks, findings and figures ${(all * 1000).toFixed(1)} ms`,
    );
  }
  const press = { ...SHOP.stocks[2]!, id: 'b2', format: 'B2', width: 520, height: 740 };
  const folder = Finisher.parse({
    kind: 'folder',
    id: 'folder',
    name: 'Wheatear',
    mostFolds: 5,
    largest: { width: 520, height: 740 },
    speed: 5000,
    makeReady: 12,
  });
  for (const pages of [100, 1000]) {
    const artwork = artworkOf(pages);
    const machine = { ...SHOP.machines[0]!, largest: { width: 520, height: 740 } };
    const docket = patched(docketFor(artwork), {
      product: { binding: { kind: 'sewn' } },
      sheet: { stock: press, machine },
      finish: { route: [stepOn('fold', folder)] },
    });
    const comparing = best(15, () => void sectionPlansFor(docket, pages)) * 1000;
    const bound = best(15, () => void plan(docket, artwork)) * 1000;
    console.log(
      `sewn ${String(pages).padStart(6)} pages: sections compared in ${comparing.toFixed(1)} ms, planned with the best of them in ${bound.toFixed(1)} ms`,
    );
  }
  const path = join(dir, '400.pdf');
  writePages(path, 400, 0);
  const t = performance.now();
  await readArtwork(path, `${path}.work`);
  const read = performance.now();
  rasterise(path, 1, 640);
  console.log(
    `first picture of a 400-page file: ${(performance.now() - t).toFixed(0)} ms (read ${(read - t).toFixed(0)}, drawn ${(performance.now() - read).toFixed(0)})`,
  );
  rmSync(path);
}

if (process.argv[2] === 'impose') await imposeHere(process.argv[3]!);
else await main();
