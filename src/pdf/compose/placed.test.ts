import { join } from 'node:path';
import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { describe, expect, it, vi } from 'vitest';
import { patched, plan, PlacedMark, type DocketOf, type Patch, type PlacedMark as Placed } from '../../core';
import { coderOf } from '../../core/codes';
import { artworkOf, flatDocketFor, SHOP } from '../../core/testing';
import { decode } from '../../core/codes/testing';
import { compose } from '.';
import { numberedPages, run, scratch, writePdf } from '../testing';

const dir = scratch();
const artwork = artworkOf(2, { width: 148, height: 105 });
const source = join(dir, 'cards.pdf');
writePdf(source, numberedPages(2));
let serial = 0;

const mark = (id: string, is: Placed['is'], stands: Partial<Placed['stands']>): Placed =>
  PlacedMark.parse({ id, called: id, is, stands: { by: 'paper', at: ['tail'], ...stands } });

async function composed(placed: Placed[], more: Patch<DocketOf<'flat'>> = {}) {
  const docket = patched(
    patched(flatDocketFor(artwork), {
      title: 'Harbour notes',
      sheet: { stock: SHOP.stocks[2]!, up: 'one' },
      marks: { crop: { on: false }, register: { on: false }, slug: { on: false } },
      placed,
    }),
    more,
  );
  const out = join(dir, `out${++serial}.pdf`);
  const coder = await coderOf(docket);
  compose({ docket, artwork, source, out, ...(coder ? { coder } : {}) });
  expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
  return { out, docket, planned: plan(docket, artwork) };
}
const textOf = (out: string, page = 1): string =>
  run('pdftotext', '-f', String(page), '-l', String(page), '-layout', out, '-');

describe('placed marks in the PDF', () => {
  it('are text that can be found, each ink’s name on its own plate', async () => {
    const words = mark('line', { kind: 'words', text: '{Job}, {Side} {Inks}', height: 3 }, { off: 10 });
    const inks = { front: ['Cyan', 'Sea green'], back: ['Black'] };
    const { out } = await composed([words], { sheet: { inks } });
    expect(textOf(out)).toContain('Harbour notes, front Cyan Sea green');
    expect(textOf(out, 2)).toContain('Harbour notes, back Black');
    // Ghostscript parts the plates: the words in every ink are on all, the name of the spot ink on its own alone
    run(
      'gs',
      '-q',
      '-dSAFER',
      '-dBATCH',
      '-dNOPAUSE',
      '-sDEVICE=tiffsep',
      '-r72',
      '-dLastPage=1',
      `-sOutputFile=${join(dir, 'sep.tif')}`,
      out,
    );
    const [green, cyan, magenta, black] = await Promise.all(
      ['Sea green', 'Cyan', 'Magenta', 'Black'].map((plate) => inkOn(join(dir, `sep(${plate}).tif`))),
    );
    // words in every separation are on each plate; a name in one ink is on that one beside them
    expect(green!).toBeGreaterThan(magenta!);
    expect(cyan!).toBeGreaterThan(magenta!);
    expect(magenta!).toBeGreaterThan(0);
    expect(black!).toBeGreaterThan(0);
  });

  it('are codes that a reader reads, whichever way round', async () => {
    for (const turned of [0, 1, 2, 3] as const) {
      const code = mark(
        'code',
        { kind: 'code', symbology: 'qr', text: '{Job}|{Sheet}|{Side}', width: 24, height: 24 },
        { off: 10, at: ['tail-left'], turned },
      );
      const { out } = await composed([code]);
      const png = join(dir, `code${turned}`);
      run('pdftoppm', '-r', '150', '-f', '1', '-singlefile', '-png', out, png);
      const { data, info } = await sharp(`${png}.png`).greyscale().raw().toBuffer({ resolveWithObject: true });
      expect(decode('qr', new Uint8ClampedArray(data), info.width, info.height)).toBe('Harbour notes|1|front');
    }
  });

  it('are a wedge of tints in every separation', async () => {
    const strip = mark('strip', { kind: 'strip', patch: 6, whole: false }, { off: 10 });
    const { out, planned } = await composed([strip]);
    const png = join(dir, 'strip');
    run('pdftoppm', '-r', '100', '-f', '1', '-singlefile', '-gray', out, png);
    const { pixel } = pgm(readFileSync(`${png}.pgm`));
    const { paper } = planned.sheets.main.lay;
    const from = (paper.width - 16 * 6) / 2;
    const shades = Array.from({ length: 10 }, (_, i) =>
      pixel(((from + i * 6 + 3) / 25.4) * 100, ((10 + 3) / 25.4) * 100),
    );
    for (let i = 1; i < shades.length; i++) expect(shades[i]!).toBeLessThanOrEqual(shades[i - 1]!);
    expect(shades[0]).toBeGreaterThan(200);
    expect(shades[9]).toBeLessThan(30);
    // in all four inks at once the darker tints are black on a screen
    expect(new Set(shades).size).toBeGreaterThan(4);
  });

  it('are the same bytes whenever they are written', async () => {
    const words = mark('line', { kind: 'words', text: '{Job} {Date}', height: 3 }, { off: 10 });
    vi.useFakeTimers({ toFake: ['Date'], now: new Date(2026, 0, 2, 12, 0, 0) });
    const a = await composed([words]);
    vi.setSystemTime(new Date(2026, 0, 3, 17, 20, 31));
    const b = await composed([words]);
    vi.useRealTimers();
    expect(readFileSync(a.out).equals(readFileSync(b.out))).toBe(true);
    expect(run('pdffonts', a.out)).toMatch(/AtkinsonHyperlegibleNext.*yes yes yes/);
  });
});

/** A grey picture as poppler writes it (PGM). */
function pgm(bytes: Buffer): { pixel: (x: number, y: number) => number } {
  const [, w, , start] = header(bytes);
  return { pixel: (x, y) => bytes[start + Math.round(y) * w + Math.round(x)]! };
}

function header(bytes: Buffer): [string, number, number, number] {
  const [all, kind, w, h] = /^(P5)\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.toString('latin1', 0, 60))!;
  return [kind!, Number(w), Number(h), all.length];
}

/** How much ink is on a plate that Ghostscript has parted: in its picture 255 is none. */
async function inkOn(path: string): Promise<number> {
  const { channels } = await sharp(path).greyscale().stats();
  return 255 - channels[0]!.mean;
}
