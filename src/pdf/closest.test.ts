import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { rect } from '../core';
import { preflight, PreflightRules } from '../core/preflight';
import { Closest } from './closest';
import { lookAtFile } from './look-file';
import { readArtwork } from './read';
import { scratch, writePdf } from './testing';

/**
 * What stands close to the trim on pages whose ground runs off all round. 100 × 60 mm with 3 mm of bleed: the trim goes
 * from 3 to 103 and from 3 to 63 mm. An H of 12 points in Helvetica is 0.722 × 12 pt = 3.06 mm wide, and taken to be
 * 0.7 × 12 pt = 2.96 mm high.
 */

const dir = scratch();
const MM = 72 / 25.4;
const mm = (...v: number[]): string => v.map((x) => (x * MM).toFixed(4)).join(' ');
let serial = 0;

const H = (x: number, y: number): string => `0 g BT /F 12 Tf ${mm(x, y)} Td (H) Tj ET\n`;
const picture = (x: number, y: number, wide: number, high: number): string =>
  `q ${mm(wide)} 0 0 ${mm(high)} ${mm(x, y)} cm BI /W 1 /H 1 /BPC 8 /CS /G ID a EI Q\n`;
const frame = (x: number, y: number, wide: number, high: number): string =>
  `0.5 0 0 0 K ${mm(1)} w ${mm(x, y, wide, high)} re S\n`;

async function near(content: string, safe = 3, entries = ''): Promise<string | null> {
  const path = join(dir, `file${++serial}.pdf`);
  const boxes = `/MediaBox[0 0 ${mm(106, 66)}]/BleedBox[0 0 ${mm(106, 66)}]/TrimBox[${mm(3, 3, 103, 63)}]${entries}`;
  const ground = `0.1 0.2 0.3 0 k 0 0 ${mm(106, 66)} re f\n`;
  writePdf(path, [{ entries: boxes, content: ground + content }], {
    3: '<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>',
  });
  const { artwork } = await readArtwork(path, `${path}.copy`);
  const found = preflight(lookAtFile(path, path, artwork), PreflightRules.parse({ safe })).findings;
  return found.find((f) => f.check === 'near-trim')?.places[0]?.said ?? null;
}

describe('close to the trim, on a ground that runs off', () => {
  it('letters, edge by edge, as near as the rules have it', async () => {
    expect(await near(H(4, 30))).toBe('left');
    expect(await near(H(6.2, 30))).toBeNull();
    expect(await near(H(6.2, 30), 4)).toBe('left');
    // 98 + 3.06 is 1.94 inside; 96.8 + 3.06 is 3.14
    expect(await near(H(98, 30))).toBe('right');
    expect(await near(H(96.8, 30))).toBeNull();
    // the first ends 3.94 inside; the other begins before that, and ends 2.44 inside
    expect(await near(H(96, 30) + H(97.5, 30))).toBe('right');
    // 58 + 2.96 is 2.04 inside; 56.9 + 2.96 is 3.14
    expect(await near(H(50, 58))).toBe('head');
    expect(await near(H(50, 56.9))).toBeNull();
    expect(await near(H(50, 5))).toBe('foot');
    expect(await near(H(50, 6.1))).toBeNull();
    // turned by the page a quarter clockwise, what was left is at the head
    expect(await near(H(4, 30), 3, '/Rotate 90')).toBe('head');
  });

  it('letters that the knife goes through; none that lie wholly outside, even where they are written in one go', async () => {
    expect(await near(H(102, 30) + H(4, 30))).toBe('left, right (cut into)');
    expect(await near(H(3.2, 30))).toBe('left (cut into)');
    expect(await near(H(50, 0))).toBeNull();
    expect(await near(`0 g BT /F 12 Tf ${mm(50, 30)} Td (H) Tj ${mm(0, -30)} Td (H) Tj ET`)).toBeNull();
    // a space that stands over it is no letter
    expect(await near(`0 g BT /F 12 Tf ${mm(96, 30)} Td (H  ) Tj ET`)).toBeNull();
  });

  it('pictures and frames that do not run off, and no other lines', async () => {
    expect(await near(picture(5, 20, 50, 20))).toBe('left');
    expect(await near(picture(0, 0, 50, 66))).toBeNull();
    expect(await near(picture(3.4, 20, 50, 20))).toBeNull();
    // a line 1 mm thick, its outside 1.5 mm inside the trim
    expect(await near(frame(5, 5, 96, 56))).toBe('left, right, head, foot');
    expect(await near(frame(7, 7, 92, 52))).toBeNull();
    expect(await near(frame(5, 5, 40, 56))).toBeNull();
  });

  it('of each piece on a page', () => {
    const closest = new Closest([rect(0, 0, 50, 50), rect(60, 0, 50, 50)], (x, y) => [x, y]);
    // 10 high: 0.7 of it; as wide as it is said to be
    closest.letter([10, 0, 0, 10, 20, 20], [1, 0, 0, 1, 0, 0], () => 0.5);
    closest.letter([10, 0, 0, 10, 61, 20], [1, 0, 0, 1, 0, 0], () => 0.5);
    expect(closest.all).toEqual([
      { edge: 'left', ink: -1, box: rect(61, 20, 5, 7) },
      { edge: 'right', ink: -25, box: rect(20, 20, 5, 7) },
      { edge: 'head', ink: -23, box: rect(20, 20, 5, 7) },
      { edge: 'foot', ink: -20, box: rect(20, 20, 5, 7) },
    ]);
  });
});
