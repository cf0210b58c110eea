import { createReadStream, existsSync, statSync, truncateSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import sharp from 'sharp';
import { numberedPages, scratch, writePdf } from '../pdf/testing';
import { checked, stopChecking, type FileCheck } from './checks';
import { readStored, takeIn } from './jobs';
import { picture, plates } from './pictures';
import { storedAt } from './store';
import { withWorkers } from './testing';

const dir = scratch();
let server: Awaited<ReturnType<typeof withWorkers>>;

beforeAll(async () => {
  server = await withWorkers();
}, 120_000);
afterAll(() => server.stop());

let serial = 0;
async function stored(pages: Parameters<typeof writePdf>[1]): Promise<string> {
  const path = join(dir, `f${++serial}.pdf`);
  writePdf(path, pages);
  const { sha256 } = await takeIn(createReadStream(path), statSync(path).size);
  await readStored(sha256, statSync(path).size);
  return sha256;
}

/** Asks until there is nothing more to wait for, as a screen does. */
async function settled(sha256: string): Promise<FileCheck> {
  for (;;) {
    const check = await checked(sha256, { bleed: 0 });
    if (check.state !== 'working') return check;
    await new Promise((r) => setTimeout(r, 30));
  }
}

const SPACE = '[/Separation/Cut/DeviceCMYK<</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[0 1 1 0]/N 1>>]';
const cut = {
  entries: `/MediaBox[0 0 200 100]/TrimBox[0 0 200 100]/Resources<</ColorSpace<</Cut ${SPACE}>>>>`,
  content: '/Cut cs 1 scn 0 0 100 100 re f 0 0 0 1 k 100 0 100 100 re f 0 w 20 20 m 90 90 l S',
};

describe('looking a file over', () => {
  it('is done once, for all who ask, and said by each one’s rules', async () => {
    const sha = await stored([cut]);
    const first = await Promise.all(Array.from({ length: 12 }, () => checked(sha)));
    expect(new Set(first.map((c) => c.state))).toEqual(new Set(['working']));
    const done = await settled(sha);
    const found = (check: FileCheck, id: string) =>
      check.state === 'done' ? check.report.findings.find((f) => f.check === id) : 'not done';
    expect(found(done, 'thin-lines')).toMatchObject({ count: 1, places: [{ page: 1 }] });
    expect(found(done, 'no-bleed')).toBe(undefined);
    // kept: the file itself is asked for no more
    truncateSync(storedAt(sha), 10);
    expect(found(await checked(sha, { bleed: 3 }), 'no-bleed')).toMatchObject({ count: 1 });
  });

  it('that is stopped says so once, and is begun anew', async () => {
    const sha = await stored(numberedPages(400));
    expect((await checked(sha)).state).toBe('working');
    stopChecking(sha);
    expect(await settled(sha)).toMatchObject({ state: 'stopped', why: expect.stringContaining('stopped') as string });
    expect((await settled(sha)).state).toBe('done');
    await expect(checked('0'.repeat(64))).rejects.toThrow(RangeError);
  });
});

describe('pictures of pages that are made ready', () => {
  const ready = {
    inks: [{ ink: 'Cut', becomes: 'nothing' as const }],
    lines: null,
    colour: null,
    tone: null,
    traps: null,
    scale: 1,
  };
  const leftOf = async (jpeg: Buffer): Promise<number> =>
    (await sharp(jpeg).extract({ left: 20, top: 60, width: 4, height: 4 }).greyscale().raw().toBuffer())[0]!;

  it('show what is printed; those of the file stay what they were', async () => {
    const sha = await stored([{ ...cut, content: `${cut.content} ` }]);
    const [own, printed] = await Promise.all([picture(sha, 1, 160), picture(sha, 1, 160, 'looked-at', ready)]);
    expect(await leftOf(printed)).toBeGreaterThan(235);
    expect(await leftOf(own)).toBeLessThan(200);
    expect((await picture(sha, 1, 160)).equals(own)).toBe(true);
    const inks = async (as: typeof ready | null): Promise<string[]> =>
      (JSON.parse(await plates(sha, 1, as)) as { plates: { ink: string }[] }).plates.map((p) => p.ink);
    expect(await inks(null)).toEqual(['Cyan', 'Magenta', 'Yellow', 'Black', 'Cut']);
    expect(await inks(ready)).toEqual(['Cyan', 'Magenta', 'Yellow', 'Black']);
    await expect(plates(sha, 2, null)).rejects.toThrow(RangeError);
    expect(existsSync(storedAt(sha))).toBe(true);
  });
});
