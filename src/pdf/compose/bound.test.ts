import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { existsSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { patched, plan, turnedWay, WAYS, wayOf, type Docket, type Patch, type Stock } from '../../core';
import { coverOn, docketFor, SHOP } from '../../core/testing';
import { foldPaper, turnPages } from '../../core/testing-paper';
import { readArtwork } from '../read';
import { writeTestRun } from '../test-run';
import { numberedPages, run, scratch, wordsOf, writePdf, type PageWish } from '../testing';
import { compose, type ComposeJob } from '.';

const dir = scratch();
let serial = 0;
const HUGE: Stock = { ...SHOP.stocks[0]!, id: 'huge', width: 1500, height: 2200 };
const MACHINE = { ...SHOP.machines[0]!, largest: { width: 3000, height: 3000 } };
const PERFECT = { kind: 'perfect-bound' as const, grindOff: 3 };

async function impose(
  files: readonly (readonly PageWish[])[],
  patch: Patch | ((files: number) => Patch),
  job: Partial<ComposeJob> = {},
): Promise<{ out: string; docket: Docket; sides: ReturnType<typeof wordsOf>; planned: ReturnType<typeof plan> }> {
  const out = join(dir, `out${++serial}.pdf`);
  const sources = files.map((pages, i) => {
    const path = join(dir, `in${serial}-${i}.pdf`);
    writePdf(path, pages);
    return path;
  });
  const read = await Promise.all(sources.map((s) => readArtwork(s, `${s}.work`)));
  const [first, ...more] = read.map((r) => r.artwork);
  const artwork = more.length > 0 ? { ...first!, more: more.map((m) => m.pages) } : first!;
  const base = patched(docketFor(artwork), {
    artwork: { more: more.map((_, i) => ({ name: `${i}` })) },
    sheet: { stock: HUGE, machine: MACHINE, up: 'one' },
  });
  const docket = patched(base, typeof patch === 'function' ? patch(files.length) : patch);
  compose({ docket, artwork, source: sources[0]!, more: sources.slice(1), out, ...job });
  expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
  return { out, docket, sides: wordsOf(out), planned: plan(docket, artwork) };
}

const numbers = (side: ReturnType<typeof wordsOf>[0]) => side.words.filter((w) => /^\d+$/.test(w.text));
const upTo = (n: number): number[] => Array.from({ length: n }, (_, i) => i + 1);

/**
 * A section read off the PDF by poppler and folded as paper: pages are where their numbers stand, in equal panels of
 * the part of the sheet that is printed on; no plan is asked.
 */
function foldedFromPdf(sides: ReturnType<typeof wordsOf>, wayId: string): number[] {
  const way = turnedWay(wayOf(wayId)!, 'left');
  const [front, back] = [sides[0]!, sides[1]!];
  const all = numbers(front);
  const columnsAt = lines(
    all.map((w) => w.x),
    way.columns,
  );
  const rowsAt = lines(
    all.map((w) => w.y),
    way.rows,
  );
  const scraps = all.map((w) => {
    const column = nearest(columnsAt, (x) => Math.abs(x - w.x));
    const row = nearest(rowsAt, (y) => Math.abs(y - w.y));
    // behind it, the sheet turned about the upright axis
    const candidates = numbers(back);
    const behind = candidates[nearest(candidates, (b) => Math.hypot(back.width - b.x - w.x, b.y - w.y))]!;
    const print = (text: string) => ({ reading: Number(text), head: [0, 1] as const });
    return {
      x: [column * 100, column * 100 + 100] as const,
      y: [row * 100, row * 100 + 100] as const,
      up: print(w.text),
      down: print(behind.text),
    };
  });
  const grid = (n: number): number[] => Array.from({ length: n - 1 }, (_, i) => (i + 1) * 100);
  return turnPages(foldPaper(scraps, way.folds, { upright: grid(way.columns), level: grid(way.rows) }), 'left').map(
    (p) => p.reading,
  );
}

/** Which of a list is least by a measure. */
const nearest = <T>(list: readonly T[], far: (v: T) => number): number =>
  list.reduce((best, v, i) => (far(v) < far(list[best]!) ? i : best), 0);

/** The middles of so many groups of positions, from the lowest. */
function lines(values: readonly number[], count: number): number[] {
  const sorted = [...values].sort((a, b) => a - b);
  const gap = (sorted.at(-1)! - sorted[0]!) / Math.max(1, count - 1);
  return Array.from({ length: count }, (_, i) => {
    const near = count === 1 ? sorted : sorted.filter((v) => Math.abs(v - sorted[0]! - i * gap) < gap / 2);
    return near.reduce((a, b) => a + b, 0) / near.length;
  });
}

describe('sections in the PDF', () => {
  const ids = WAYS.filter((w) => w.binds && w.pages <= 32).map((w) => w.id);
  it.each(ids)('%s, read back and folded, is in reading order', async (id) => {
    const { pages } = wayOf(id)!;
    // numbers in the middle of the page, so that it does not matter which way up they are
    const wish = numberedPages(pages, 170, 227, 8.5);
    const { sides, planned } = await impose([wish], {
      product: { binding: PERFECT, finished: { width: 60, height: 80 }, fold: id },
      artwork: { fit: 'fit' },
      sheet: { stock: { ...HUGE, width: 1500, height: 2200 } },
    });
    expect(planned.sheets.main.lay.grid!.sideways).toBe(false);
    expect(foldedFromPdf(sides, id)).toEqual(upTo(pages));
  });
});

describe('several files and sheets', () => {
  it('takes pages from each file, and a cover on a sheet of its own size', async () => {
    const board: Stock = { ...SHOP.stocks[2]!, id: 'board', caliper: 0.3 };
    const { sides, planned } = await impose(
      [
        numberedPages(8),
        numberedPages(4).map((p) => ({ ...p, content: p.content.replace(/Page (\d+)/g, 'Page 90$1') })),
      ],
      {
        product: {
          binding: PERFECT,
          cover: coverOn(board, 1),
          fold: '4-single',
        },
      },
    );
    expect([...planned.sheets].map((s) => s.called)).toEqual(['cover', 'text', 'text']);
    // the cover's sheet is SRA3, lying; the text's the large one
    expect(Math.round(sides[0]!.width)).toBe(450);
    expect(Math.round(sides[2]!.width)).toBe(2200);
    expect(
      numbers(sides[0]!)
        .map((w) => w.text)
        .sort(),
    ).toEqual(['901', '904']);
    expect(
      numbers(sides[1]!)
        .map((w) => w.text)
        .sort(),
    ).toEqual(['902', '903']);
    expect(
      numbers(sides[2]!)
        .map((w) => w.text)
        .sort(),
    ).toEqual(['1', '4']);
  });

  it('writes only the sheets asked for, fronts by themselves, backs in the order the pile goes back in', async () => {
    const patch = {
      sheet: { machine: { ...MACHINE, reload: { turn: 'turn' as const, order: 'reversed' as const, learned: true } } },
    };
    const first = (sides: ReturnType<typeof wordsOf>): string[] =>
      sides.map(
        (s) =>
          numbers(s)
            .map((w) => w.text)
            .sort((a, b) => Number(a) - Number(b))[0]!,
      );
    expect(first((await impose([numberedPages(12)], patch, { pass: 'fronts' })).sides)).toEqual(['1', '3', '5']);
    expect(first((await impose([numberedPages(12)], patch, { pass: 'backs' })).sides)).toEqual(['6', '4', '2']);
    expect(first((await impose([numberedPages(12)], patch, { sheets: [2] })).sides)).toEqual(['3', '4']);
  });

  it('cuts parts of sheets out, each clipped to itself', async () => {
    // two pages side by side on each of two artwork pages: 1 2 | 3 4
    const spread = (a: number, b: number): PageWish => {
      const [one] = numberedPages(1, 839.06, 595.28, 0);
      return { ...one!, content: `BT /F 24 Tf 200 300 Td (${a}) Tj 420 0 Td (${b}) Tj ET` };
    };
    const { sides } = await impose([[spread(1, 2), spread(3, 4)]], {
      artwork: { imposed: { kind: 'spreads', covers: false } },
      product: { finished: { width: 148, height: 210 }, bleed: 0 },
    });
    // poppler reads words that are clipped away too, so each page is looked for where it stands
    const shown = sides.map((s) =>
      numbers(s)
        .filter((w) => Math.abs(w.x - s.width / 2) < 148)
        .map((w) => w.text)
        .sort(),
    );
    expect(shown[0]).toEqual(expect.arrayContaining(['1', '4']));
    expect(shown[1]).toEqual(expect.arrayContaining(['2', '3']));
  });
});

describe('a test run', () => {
  it('is two sheets of the size asked for, fronts or backs', () => {
    for (const pass of ['fronts', 'backs'] as const) {
      const out = join(dir, `${pass}.pdf`);
      expect(writeTestRun({ width: 420, height: 297 }, pass, out)).toBeGreaterThan(500);
      expect(existsSync(out)).toBe(true);
      expect(run('qpdf', '--check', out)).toContain('No syntax or stream encoding errors');
      const info = run('pdfinfo', out);
      expect(info).toMatch(/Pages: +2/);
      expect(info).toMatch(/1190\.\d+ x 841\.\d+ pts/);
    }
  });
});

describe('a booklet that is folded and not trimmed', () => {
  it('prints nothing in the edge that the machine leaves white, as Ghostscript sees it', async () => {
    // A5 pages, black all over, on A4 of which 4 mm all round are not printed
    const black = numberedPages(8).map(({ entries, content }) => ({
      entries,
      content: `0 0 1000 1000 re f ${content}`,
    }));
    const [A4] = SHOP.stocks;
    const { out, planned } = await impose([black], { sheet: { stock: A4!, machine: SHOP.machines[0]! } });
    expect(planned.sheets.length).toBe(2);
    const said = spawnSync('gs', ['-q', '-dSAFER', '-dBATCH', '-dNOPAUSE', '-sDEVICE=bbox', out], {
      encoding: 'utf8',
    }).stderr;
    const boxes = [...said.matchAll(/%%HiResBoundingBox: ([\d.]+) ([\d.]+) ([\d.]+) ([\d.]+)/g)].map((m) =>
      m.slice(1).map((v) => (Number(v) * 25.4) / 72),
    );
    expect(boxes).toHaveLength(4);
    for (const box of boxes) [4, 4, 293, 206].forEach((edge, i) => expect(Math.abs(box[i]! - edge)).toBeLessThan(0.1));
  });
});
