import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { patched, plan, wallOf, type PileSlip, type PileSlips } from '../core';
import { artworkOf, posterDocketFor } from '../core/testing';
import { writePileSlips } from './slips';
import { run, scratch } from './testing';
import { writeWallCard } from './wall';

const dir = scratch();
const ADDRESS = 'http://127.0.0.1:4380/jobs/1';
const read = (bytes: Uint8Array): string[] => {
  const file = join(dir, 'card.pdf');
  writeFileSync(file, bytes);
  expect(run('qpdf', '--check', file)).toContain('No syntax or stream encoding errors');
  return run('pdftotext', '-layout', file, '-').split('\f').slice(0, -1);
};

describe('slips of piles', () => {
  const slip = (n: number): PileSlip => ({
    pile: `Pile ${n} of 5`,
    holds: `Sheet ${n} of 5, notices`,
    sheets: '1,020 sheets, 20 of them spoilage',
    stock: 'Tern silk 150 B2, 500 × 707 mm, long grain',
    printed: 'Curlew, work-and-turn',
    next: n === 5 ? null : 'Cut on Avocet',
  });
  const of: PileSlips = {
    number: 1012,
    title: 'Harbour notices for the whole of the winter, and a name that goes on for longer than a slip is wide',
    customer: 'Harbour Hut',
    due: '2026-12-04',
    order: '26-118',
    slips: [1, 2, 3, 4, 5].map(slip),
    more: 3,
  };

  it('are four on a page, each with all that the pile is known by', async () => {
    const [first, second, ...more] = read(await writePileSlips(of, ADDRESS, { house: 'Bindweed Lane' }));
    expect(more).toEqual([]);
    for (const n of [1, 2, 3, 4]) expect(first).toContain(`Pile ${n} of 5`);
    expect(first!.match(/1,020 sheets, 20 of them spoilage/g)).toHaveLength(4);
    expect(first!.match(/Cut on Avocet/g)).toHaveLength(4);
    expect(first!.match(/Harbour Hut, order 26-118/g)).toHaveLength(4);
    expect(second).toContain('nothing more is done with it');
    expect(second).toContain('and 3 piles more');
  });
});

describe('the assembly map', () => {
  it('is a page with the panels by name and the measures of what is seen', async () => {
    const poster = { width: 900, height: 600 };
    const artwork = artworkOf(1, poster, 0);
    const docket = patched(posterDocketFor(artwork), { product: { finished: poster } });
    const wall = wallOf(docket, plan(docket, artwork), 'mm')!;
    const card = { number: 3, title: 'Tides', customer: null, due: null, wall };
    const [page, ...more] = read(await writeWallCard(card, ADDRESS, { unit: 'mm', house: 'Bindweed Lane' }));
    expect(more).toEqual([]);
    for (const { name } of wall.panels) expect(page).toContain(name);
    expect(page).toContain('900 × 600 mm on the wall');
    for (const said of wall.said) expect(page!.replace(/\s+/g, ' ')).toContain(said);
  });
});
