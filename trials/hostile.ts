/**
 * Files as they should not be, some hundreds, by kind and seed: each is read, drawn, planned, imposed and read back by
 * programs that are not ours. What may happen to a file: it is taken, shown and printed alike; or it is refused in words.
 */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import sharp from 'sharp';
import {
  canBecome,
  inspect,
  mark,
  MOST_INK_WORKS,
  patched,
  plan,
  ToneWish,
  USUAL_COLOUR,
  USUAL_LINES,
  USUAL_TRAPS,
} from '../src/core';
import { docketFor, SHOP } from '../src/core/testing';
import { ArtworkError, Hands, PdfSyntaxError, TookTooLong, TookTooMuch } from '../src/pdf';
import { KINDS, Random, giveJpeg } from '../src/pdf/testing-hostile';
import { difference } from '../src/pdf/testing-pictures';
import { quantile, table } from './shared';

const { values } = parseArgs({
  options: { seeds: { type: 'string', default: '8' }, kind: { type: 'string', default: '' } },
});
const dir = join(process.cwd(), 'var', 'hostile');
rmSync(dir, { recursive: true, force: true });
mkdirSync(dir, { recursive: true });
const noise = Buffer.from(Array.from({ length: 64 * 64 * 3 }, (_, i) => (Math.imul(i, 2654435761) >>> 13) & 255));
giveJpeg(
  await sharp(noise, { raw: { width: 64, height: 64, channels: 3 } })
    .jpeg({ quality: 95 })
    .toBuffer(),
);

const hand = (seconds: number): Hands =>
  new Hands({ file: join(process.cwd(), 'dist/workers/pdf.mjs'), hands: 1, seconds });
const [reader, drawer, imposer] = [hand(60), hand(10), hand(120)];
const counts = { files: 0, taken: 0, refused: 0, heavy: 0, warned: 0, parted: 0, unparted: 0, ready: 0, unready: 0 };
const faults: string[] = [];
const PRESS = '/usr/share/color/icc/ghostscript/default_cmyk.icc';
const colour = {
  ...USUAL_COLOUR,
  cmyk: 'converted' as const,
  profile: { name: 'The press', sha256: createHash('sha256').update(readFileSync(PRESS)).digest('hex') },
};
const tone = ToneWish.parse({ lighter: 5 });
const reading: number[] = [];
let memory = 0;
const watch = setInterval(() => (memory = Math.max(memory, process.memoryUsage().rss)), 100);

/** Programs that read back what was imposed, and what they make of it. */
function readBack(out: string, patience: number): string[] {
  const programs: [string, string[], number[]][] = [
    ['qpdf', ['--check', out], [0, 3]],
    ['pdftotext', [out, '-'], [0]],
    ['gs', ['-q', '-dSAFER', '-dBATCH', '-dNOPAUSE', '-sDEVICE=nullpage', out], [0]],
  ];
  return programs.flatMap(([program, args, fine]) => {
    const { status, stdout, stderr } = spawnSync(program, args, {
      encoding: 'utf8',
      timeout: patience,
      maxBuffer: 1 << 26,
    });
    if (status === 3) counts.warned++;
    return fine.includes(status ?? -1)
      ? []
      : [`${program} ${status ?? 'given up'}: ${`${stdout}${stderr}`.trim().slice(-120)}`];
  });
}

for (const kind of KINDS.filter((k) => k.kind.includes(values.kind)))
  for (let seed = 1; seed <= Number(values.seeds); seed++) {
    counts.files++;
    const path = join(dir, `${kind.kind.replace(/\W+/g, '-')}-${seed}.${kind.ext}`);
    writeFileSync(path, kind.make(new Random(seed * 7919)));
    const wrong = (what: string): void => void faults.push(`${kind.kind} (seed ${seed}): ${what}`);
    const from = performance.now();
    try {
      const { artwork, workingCopy } = await reader.run('read', { path, copy: `${path}.work` });
      reading.push(performance.now() - from);
      counts.taken++;
      if (kind.fate === 'refused') wrong('was taken');
      const source = workingCopy ? `${path}.work` : path;
      const picture = await drawer.run('draw', { path: source, page: 1, width: 640 }).catch((e: unknown) => {
        counts.heavy++;
        return e instanceof TookTooLong || e instanceof TookTooMuch || e instanceof Error ? null : wrong(String(e));
      });
      const docket = docketFor(artwork);
      const planned = plan(docket, artwork);
      inspect({ docket, artwork, plan: planned, marks: mark(docket, planned), shop: SHOP, unit: 'mm' });
      const out = `${path}.sheets.pdf`;
      await imposer.run('impose', { docket, artwork, source, out });
      // what nobody can draw in ten seconds nobody reads back in ten either
      if (picture) for (const what of readBack(out, 20_000)) wrong(what);
      const plates = `${path}.plates.pdf`;
      try {
        await imposer.run('impose', { docket, artwork, source, out: plates, plates: true });
        counts.parted++;
        if (picture) for (const what of readBack(plates, 20_000)) wrong(`as plates ${what}`);
      } catch (e) {
        counts.unparted++;
        const said = e instanceof PdfSyntaxError || e instanceof TookTooLong || e instanceof TookTooMuch;
        if (!said && !/has no plate for/.test(String(e))) wrong(`as plates failed: ${(e as Error).message}`);
      }
      const ready = `${path}.ready.pdf`;
      try {
        // whatever inks it names become process inks, all else is brought to a press, lines are thickened and
        // colours trapped
        const inks = artwork.inks.filter(canBecome).slice(0, MOST_INK_WORKS);
        const wished = patched(docket, {
          artwork: {
            inks: inks.map((ink) => ({ ink, becomes: 'process' as const })),
            lines: USUAL_LINES,
            colour,
            tone,
            traps: { by: 'sheets', settings: USUAL_TRAPS },
          },
          // traps are for what is printed from plates
          sheet: { machine: { plate: 900 } },
        });
        await imposer.run('impose', { docket: wished, artwork, source, out: ready, profile: PRESS });
        counts.ready++;
        if (picture) for (const what of readBack(ready, 20_000)) wrong(`made ready ${what}`);
      } catch (e) {
        counts.unready++;
        if (!(e instanceof PdfSyntaxError || e instanceof TookTooLong || e instanceof TookTooMuch))
          wrong(`made ready failed: ${(e as Error).message}`);
      }
      if (picture && kind.fate === 'taken') {
        const gap = await difference(picture, source, 1);
        if (gap >= 60) wrong(`what is shown and what is printed differ by ${gap}`);
      }
    } catch (e) {
      reading.push(performance.now() - from);
      counts.refused++;
      if (!(e instanceof ArtworkError) && !(e instanceof TookTooLong) && !(e instanceof TookTooMuch))
        wrong(`failed: ${(e as Error).message}`);
      else if (kind.fate === 'taken') wrong(`was refused: ${(e as Error).message}`);
      else if (e instanceof ArtworkError && !/^[A-Z][^]*\.$/.test(e.message))
        wrong(`refused without words: ${e.message}`);
    }
    for (const name of readdirSync(dir)) if (name.endsWith('.part')) wrong(`left ${name}`);
    if (statSync(path).size > 4 << 20) rmSync(path);
  }
clearInterval(watch);
await Promise.all([reader.close(), drawer.close(), imposer.close()]);
const left = readdirSync(tmpdir()).filter((n) => n.startsWith(`odd-sparrow-${process.pid}-`));
for (const name of left) faults.push(`left ${name} in the temporary folder`);
console.log(
  table([
    ['kinds', KINDS.length],
    ['files', counts.files],
    ['taken', counts.taken],
    ['refused in words', counts.refused],
    ['of those taken, too heavy to draw', counts.heavy],
    ['parted into plates', counts.parted],
    ['not parted, in words', counts.unparted],
    ['made ready', counts.ready],
    ['not made ready, in words', counts.unready],
    ['read back with warnings by qpdf', counts.warned],
    ['reading, p50', `${Math.round(quantile(reading, 0.5))} ms`],
    ['reading, slowest', `${Math.round(Math.max(...reading))} ms`],
    ['memory at most', `${Math.round(memory / 2 ** 20)} MB`],
    ['faults', faults.length],
  ]),
);
for (const fault of faults) console.error(fault);
process.exit(faults.length === 0 ? 0 : 1);
