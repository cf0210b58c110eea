import { readdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { run } from '../made';

/** Greys of a page, 255 paper. */
export type Greys = Uint8Array;

const FINE = 72;
const common = (dpi = FINE): string[] => ['-q', '-dNOPAUSE', '-dBATCH', '-dSAFER', `-r${dpi}`, '-dUseFastColor=true'];

async function within<T>(work: (dir: string) => Promise<T>): Promise<T> {
  const dir = mkdtempSync(join(tmpdir(), 'plates-'));
  try {
    return await work(dir);
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}

const greysAt = async (path: string): Promise<Greys> =>
  new Uint8Array(await sharp(path, { limitInputPixels: false }).greyscale().raw().toBuffer());

/** The separations that Ghostscript makes of a composite: of every page, greys by ink. @param asked what it is told besides */
export const separationsOf = (pdf: string, dpi?: number, ...asked: string[]): Promise<Map<string, Greys>[]> =>
  within(async (dir) => {
    run('gs', ...common(dpi), '-sDEVICE=tiffsep', ...asked, `-sOutputFile=${join(dir, '%03d.tif')}`, pdf);
    const pages: Map<string, Greys>[] = [];
    for (const name of readdirSync(dir).sort()) {
      const found = /^(\d+)\((.+)\)\.tif$/.exec(name);
      if (!found) continue;
      const page = (pages[Number(found[1]) - 1] ??= new Map<string, Greys>());
      page.set(found[2]!, await greysAt(join(dir, name)));
    }
    return pages;
  });

/** The pages of a file in greys, as Ghostscript draws them. */
export const greyPages = (pdf: string): Promise<Greys[]> =>
  within(async (dir) => {
    run('gs', ...common(), '-sDEVICE=tiffgray', `-sOutputFile=${join(dir, '%03d.tif')}`, pdf);
    return Promise.all(
      readdirSync(dir)
        .sort()
        .map((name) => greysAt(join(dir, name))),
    );
  });

/** How far two pages differ in the mean, 0 to 1; and how much ink the first has. */
export function differ(a: Greys, b: Greys): number {
  if (a.length !== b.length) throw new Error(`Pages of ${a.length} and ${b.length} dots cannot be compared.`);
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += Math.abs(a[i]! - b[i]!);
  return sum / 255 / a.length;
}
export const inkOn = (a: Greys): number => a.reduce((sum, v) => sum + (255 - v), 0) / 255 / a.length;
