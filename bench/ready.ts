import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { artworkOf, docketFor } from '../src/core/testing';
import { writePages } from './inputs';

/** Artwork made ready, as ratios to what Ghostscript takes for the like of it on the same file. */

const PRESS = '/usr/share/color/icc/ghostscript/default_cmyk.icc';
const RUNS = 3;

/** Seconds of whole processes, turn by turn: medians of the one and the other. */
function turns(one: () => void, other: () => void): readonly [number, number] {
  const timed = (work: () => void): number => {
    const t = performance.now();
    work();
    return (performance.now() - t) / 1000;
  };
  const all: [number, number][] = [];
  for (let i = 0; i < RUNS; i++) all.push([timed(one), timed(other)]);
  const median = (k: 0 | 1): number => all.map((t) => t[k]).sort((a, b) => a - b)[RUNS >> 1]!;
  return [median(0), median(1)];
}

const quiet = { stdio: 'ignore' as const };

/**
 * Prints how preflight of 400 pages and colours brought to a press compare with Ghostscript.
 * @param program the command line
 */
export async function makingReady(dir: string, program: string): Promise<void> {
  const source = join(dir, 'ready.pdf');
  await writePages(source, 400, false);
  const plates = join(dir, 'plates');
  mkdirSync(plates, { recursive: true });
  const checked = (): void => {
    try {
      execFileSync(process.execPath, [program, 'check', source], quiet);
    } catch (e) {
      // files that fail are looked over no less
      if ((e as { status?: number }).status !== 3) throw e;
    }
  };
  const device = `-sOutputFile=${join(plates, '%d.tif')}`;
  const separated = (): void =>
    void execFileSync(
      'gs',
      ['-q', '-dNOPAUSE', '-dBATCH', '-dSAFER', '-sDEVICE=tiffsep', '-r72', device, source],
      quiet,
    );
  const [check, yard] = turns(checked, separated);
  console.log(
    `preflight of 400 pages: ${(400 / check).toFixed(0)} pages a second, ${(check / yard).toFixed(2)} × Ghostscript’s separations at 72 dpi (${check.toFixed(1)} s to ${yard.toFixed(1)} s)`,
  );
  rmSync(plates, { recursive: true, force: true });
  if (!existsSync(PRESS)) return;
  await writePages(source, 60, true);
  const docket = docketFor(artworkOf(8));
  const file = join(dir, 'ready.json');
  const artwork = { ...docket.artwork, file: { name: 'a', path: basename(source) } };
  writeFileSync(file, JSON.stringify({ ...docket, artwork }));
  const out = join(dir, 'brought.pdf');
  const ours = [program, 'impose', file, '-o', out, '--anyway', '--profile', PRESS];
  const theirs = ['-q', '-dNOPAUSE', '-dBATCH', '-dSAFER', '-sDEVICE=pdfwrite', '-sColorConversionStrategy=CMYK'];
  const [brought, converted] = turns(
    () => void execFileSync(process.execPath, ours, quiet),
    () => void execFileSync('gs', [...theirs, `-sOutputFile=${join(dir, 'converted.pdf')}`, source], quiet),
  );
  console.log(
    `60 photographs brought to a press and imposed: ${(brought / converted).toFixed(2)} × Ghostscript’s own conversion (${brought.toFixed(1)} s to ${converted.toFixed(1)} s)`,
  );
  for (const path of [source, file, out, join(dir, 'converted.pdf')]) rmSync(path, { force: true });
}
