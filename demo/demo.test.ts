import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import {
  checkedPatch,
  inspect,
  mark,
  newDocket,
  patched,
  plan,
  Shop,
  type Artwork,
  type BookPlan,
  type Finding,
  type Plan,
} from '../src/core';
import { readArtwork } from '../src/pdf';
import { run, scratch } from '../src/pdf/testing';
import { DEMO_JOBS, demoShop, makeDemoFiles } from '.';

const dir = scratch();
const shop = demoShop('ipp://127.0.0.1:1/ipp/print');
// the scans take long and are tried by the interface tests
const NAMES = DEMO_JOBS.flatMap((j) => [j.file, ...(j.more ?? [])]).filter((f) => f !== 'minute-book.pdf');

async function read(name: string): Promise<{ artwork: Artwork; workingCopy: boolean; findings: Finding[] }> {
  const files = await makeDemoFiles(join(dir, 'one'), NAMES);
  const { artwork, workingCopy } = await readArtwork(files[name]!, join(dir, `${name}.work`));
  const docket = newDocket('x', { name }, artwork, shop, '2026-01-02');
  const planned = plan(docket, artwork);
  return {
    artwork,
    workingCopy,
    findings: inspect({ docket, artwork, plan: planned, marks: mark(docket, planned), shop, unit: 'mm' }),
  };
}
const ids = (findings: readonly Finding[]): string[] =>
  findings.filter((f) => f.severity !== 'fine' || f.id === 'own-marks').map((f) => f.id);

/** What a plan has that only books have. */
function bookOf({ product }: Plan): BookPlan {
  if (product.kind !== 'bound') throw new Error('It is no book.');
  return product;
}

describe('the demonstration', () => {
  it('has a shop that the schema takes, a dozen stocks and what folds and stitches', () => {
    expect(() => Shop.parse(shop)).not.toThrow();
    expect(shop.stocks.length).toBeGreaterThanOrEqual(12);
    expect(new Set(shop.stocks.map((s) => s.id)).size).toBe(shop.stocks.length);
    expect(shop.finishers.length).toBeGreaterThan(1);
    for (const job of DEMO_JOBS) if (job.stock) expect(shop.stocks.map((s) => s.id)).toContain(job.stock);
  });

  it('is the same bytes each time', async () => {
    const hash = (path: string): string => createHash('sha256').update(readFileSync(path)).digest('hex');
    const one = await makeDemoFiles(join(dir, 'one'), NAMES);
    const two = await makeDemoFiles(join(dir, 'two'), NAMES);
    for (const name of NAMES) expect([name, hash(two[name]!)]).toEqual([name, hash(one[name]!)]);
  });

  it('has a handbook of 28 pages with bleed and a spot ink, against which there is nothing', async () => {
    const { artwork, findings } = await read('borrowers-handbook.pdf');
    expect(artwork.pages).toHaveLength(28);
    expect(artwork.inks).toEqual(['Gull Rust']);
    expect(ids(findings)).toEqual([]);
    expect(run('pdffonts', join(dir, 'one/borrowers-handbook.pdf'))).toMatch(/Bricolage.*Identity-H +yes/);
  });

  it('has one awkward count, one with marks of its own, one without bleed, one of mixed sizes, one damaged', async () => {
    expect(ids((await read('tide-almanac.pdf')).findings)).toEqual(['blanks']);
    expect(ids((await read('care-of-edges.pdf')).findings)).toEqual(['own-marks']);
    expect(ids((await read('volunteer-roster.pdf')).findings)).toEqual(['no-bleed']);
    expect(ids((await read('loft-inventory.pdf')).findings)).toContain('artwork-size');
    const damaged = await read('harbour-notes-damaged.pdf');
    expect(damaged.workingCopy).toBe(true);
    expect(damaged.artwork.pages).toHaveLength(22);
    expect(damaged.findings.map((f) => f.title)).toContain(
      'The file was damaged and has been mended; look at its pages once.',
    );
  });

  /** A job as it is when it has been loaded. */
  async function loaded(title: string) {
    const job = DEMO_JOBS.find((j) => j.title === title)!;
    const { artwork: first } = await read(job.file);
    const more = await Promise.all((job.more ?? []).map(async (name) => (await read(name)).artwork.pages));
    const artwork: Artwork = more.length > 0 ? { ...first, more } : first;
    const stock = shop.stocks.find((s) => s.id === job.stock);
    const base = patched(newDocket(job.title, { name: job.file }, artwork, shop, '2026-01-02', job.made), {
      artwork: { more: (job.more ?? []).map((name) => ({ name })) },
      product: { copies: job.copies },
      ...(stock ? { sheet: { stock } } : {}),
    });
    const docket = checkedPatch(base, job.wish?.(shop) ?? {});
    const planned = plan(docket, artwork);
    const findings = inspect({ docket, artwork, plan: planned, marks: mark(docket, planned), shop, unit: 'mm' });
    return { docket, planned, artwork, findings };
  }

  it('fits the stocks it names', async () => {
    for (const job of DEMO_JOBS.filter((j) => NAMES.includes(j.file))) {
      const { planned } = await loaded(job.title);
      expect([job.title, [...planned.sheets].every((s) => s.lay.fits)]).toEqual([job.title, true]);
    }
  });

  it('has bound work of every kind against which nothing stands', async () => {
    for (const title of [
      'Annual report',
      'Workshop manual',
      'Harbour calendar',
      'Knots, read from the right',
      'Sharpening, a fold-out',
      'Pocket handbook, two at a time',
    ]) {
      const { findings } = await loaded(title);
      expect([title, findings.filter((f) => f.severity !== 'fine').map((f) => f.id)]).toEqual([title, []]);
    }
  });

  it('has an annual report of 12 sections whose cover was drawn for its spine', async () => {
    const { planned } = await loaded('Annual report');
    // 48 leaves × 0.124 + 2 × 0.32
    expect(bookOf(planned).spine!.width).toBeCloseTo(6.592, 9);
    expect(bookOf(planned).sections.filter((s) => s.kind === 'text')).toHaveLength(12);
    expect(planned.sheets.at(0).called).toBe('cover');
    expect(bookOf(planned).pages[2]!.label).toBe('i');
    expect(bookOf(planned).pages[6]!.label).toBe('1');
  });

  it('has a manual of six tabs on three stocks', async () => {
    const { planned } = await loaded('Workshop manual');
    expect(
      bookOf(planned)
        .sections.filter((s) => s.kind === 'tab')
        .map((s) => s.tab!.title),
    ).toHaveLength(6);
    expect(new Set([...planned.sheets].map((s) => s.stock.id)).size).toBe(3);
    // each tab stands before its chapter's first page
    const at = bookOf(planned).pages.findIndex((p) => p.kind === 'tab');
    expect(bookOf(planned).pages[at + 2]!.label).toBe('3');
  });
});
