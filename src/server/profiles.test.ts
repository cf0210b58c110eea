import {
  copyFileSync,
  createReadStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { USUAL_COLOUR, type ReadyPicture } from '../core';
import { PRESS, SRGB, transicc } from '../pdf/icc/testing';
import { run, scratch, writePdf } from '../pdf/testing';
import { folders } from './config';
import { readStored, takeIn } from './jobs';
import { picture, plates } from './pictures';
import { keepProfile, keptProfiles, profileAt, takeSystemProfiles } from './profiles';
import { withWorkers } from './testing';

const dir = scratch();
let server: Awaited<ReturnType<typeof withWorkers>>;

beforeAll(async () => {
  server = await withWorkers();
}, 120_000);
afterAll(() => server.stop());

const bytes = new Uint8Array(readFileSync(PRESS));

describe('a profile of a press', () => {
  it('is kept once, by its content and under the name that it gives itself', async () => {
    expect(await keptProfiles()).toEqual([]);
    const [one, again] = [await keepProfile(bytes, 'a.icc'), await keepProfile(bytes, 'b.icc')];
    expect(again).toEqual(one);
    expect(run('sha256sum', PRESS)).toContain(one.sha256);
    expect(await keptProfiles()).toEqual([one]);
    expect(readFileSync(profileAt(one.sha256)).equals(Buffer.from(bytes))).toBe(true);
  });

  it('twelve at once is kept once', async () => {
    const other = bytes.slice();
    other[67] = 2;
    const all = await Promise.all(Array.from({ length: 12 }, () => keepProfile(other, '')));
    expect(new Set(all.map((p) => p.sha256)).size).toBe(1);
    expect(readFileSync(profileAt(all[0]!.sha256)).equals(Buffer.from(other))).toBe(true);
    expect(readdirSync(folders.profiles()).filter((f) => f.endsWith('.part'))).toEqual([]);
    rmSync(profileAt(all[0]!.sha256));
  });

  it('goes by its file where it has no name', async () => {
    const nameless = bytes.slice();
    const at = Buffer.from(nameless).indexOf('desc', 132);
    nameless.set(Buffer.from('xxxx'), at);
    expect((await keepProfile(nameless, 'spring\u0007 run.icc')).name).toBe('spring run.icc');
    rmSync(profileAt((await keepProfile(nameless, '')).sha256));
  });

  it('is refused where colours do not go through it, and nothing of it stays', async () => {
    const before = await keptProfiles();
    await expect(keepProfile(new Uint8Array(readFileSync(SRGB)), 'x')).rejects.toThrow(/of no press/);
    await expect(keepProfile(bytes.subarray(0, 90_000), 'x')).rejects.toThrow(/breaks off/);
    // sound to look at, and without what leads back into its inks
    const oneWay = bytes.slice();
    for (const tag of ['B2A0', 'B2A1', 'B2A2'])
      oneWay.set(Buffer.from(`zz${tag.slice(2)}`), Buffer.from(oneWay).indexOf(tag, 132));
    await expect(keepProfile(oneWay, 'x')).rejects.toThrow(/do not go through/);
    expect(await keptProfiles()).toEqual(before);
  });

  it('that the system has is taken in, others of it are not', async () => {
    const system = join(dir, 'system', 'deep');
    mkdirSync(system, { recursive: true });
    const other = bytes.slice();
    // another rendering intent in its header: other content
    other[67] = 3;
    writeFileSync(join(system, 'press.ICC'), other);
    copyFileSync(SRGB, join(system, 'screen.icc'));
    writeFileSync(join(system, 'none.icc'), 'nothing');
    const half = `${profileAt('d'.repeat(64))}.part`;
    writeFileSync(half, 'half');
    const before = (await keptProfiles()).length;
    await takeSystemProfiles([join(dir, 'system'), join(dir, 'not there')]);
    await takeSystemProfiles([join(dir, 'system')]);
    expect(await keptProfiles()).toHaveLength(before + 1);
    expect(existsSync(half)).toBe(false);
  });

  it('that somebody has spoilt on the disk is passed over', async () => {
    const before = await keptProfiles();
    writeFileSync(profileAt('f'.repeat(64)), 'nothing');
    expect(await keptProfiles()).toEqual(before);
    rmSync(profileAt('f'.repeat(64)));
  });
});

describe('a picture of a page whose colours go by it', () => {
  it('shows how they come out, and its plates what is printed', async () => {
    const profile = await keepProfile(bytes, '');
    const path = join(dir, 'page.pdf');
    writePdf(path, [
      { entries: '/MediaBox[0 0 200 100]', content: '0 0 1 rg 0 0 100 100 re f 0 g 100 0 100 100 re f' },
    ]);
    const { sha256 } = await takeIn(createReadStream(path), statSync(path).size);
    await readStored(sha256, statSync(path).size);
    const colour = { ...USUAL_COLOUR, profile };
    const ready: ReadyPicture = { inks: [], lines: null, colour, tone: null, traps: null, scale: 1 };
    const pixel = async (of: ReadyPicture | null, x: number): Promise<number[]> => {
      const jpeg = await picture(sha256, 1, 640, 'looked-at', of);
      return [...(await sharp(jpeg).extract({ left: x, top: 160, width: 1, height: 1 }).raw().toBuffer())];
    };
    const [inks] = transicc(SRGB, PRESS, [[0, 0, 255]], '-t1', '-b');
    const [seen, black] = transicc(PRESS, SRGB, [inks!, [0, 0, 0, 100]], '-t1');
    (await pixel(ready, 160)).forEach((v, i) => expect(Math.abs(v - seen![i]!)).toBeLessThan(6));
    (await pixel(ready, 480)).forEach((v, i) => expect(Math.abs(v - black![i]!)).toBeLessThan(6));
    expect(seen![0]! + seen![1]!).toBeGreaterThan(60);
    const plain = await pixel(null, 160);
    expect(plain[0]! + plain[1]!).toBeLessThan(20);
    const parted = JSON.parse(await plates(sha256, 1, ready)) as { plates: { ink: string; coverage: number }[] };
    NAMES.forEach((ink, i) => {
      const covered = parted.plates.find((p) => p.ink === ink)?.coverage ?? 0;
      expect([ink, Math.abs(covered - (inks![i]! / 2 + (ink === 'Black' ? 50 : 0))) < 0.5]).toEqual([ink, true]);
    });
    // one that is gone is said, and the page as the file has it is none the worse
    const gone = { ...ready, colour: { ...colour, profile: { name: 'Gone', sha256: 'e'.repeat(64) } } };
    await expect(plates(sha256, 1, gone)).rejects.toThrow('The profile “Gone” is not kept here');
    expect((await pixel(null, 480))[0]).toBeLessThan(20);
  });
});
const NAMES = ['Cyan', 'Magenta', 'Yellow', 'Black'];
