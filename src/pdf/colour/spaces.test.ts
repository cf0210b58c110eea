import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { PdfFile } from '../syntax/file';
import { Ref } from '../syntax/objects';
import { scratch, writePdf } from '../testing';
import { readSpace, type Tints } from './spaces';

const dir = scratch();
let serial = 0;

function tintsIn(space: string, colour: readonly number[], printed: readonly string[] = []): Tints {
  const path = join(dir, `s${++serial}.pdf`);
  writePdf(path, [{ entries: '/MediaBox[0 0 9 9]', content: '' }], { 100: space });
  const file = new PdfFile(path);
  try {
    return readSpace(file, new Ref(100, 0), undefined, (name) => printed.includes(name)).tints(colour);
  } finally {
    file.close();
  }
}
const process = (t: Tints): number[] => t.process.map((v) => Math.round(v * 100) / 100);
const ALTERNATE = '/DeviceCMYK<</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[0 .2 .8 .1]/N 1>>';

describe('colour spaces', () => {
  it('of L*, a* and b* are what they are the light of: red, blue and a middle grey of sRGB under D50', () => {
    const lab = '[/Lab<</WhitePoint[.9642 1 .8249]/Range[-128 127 -128 127]>>]';
    expect(process(tintsIn(lab, [54.29, 80.8, 69.89]))).toEqual([0, 1, 1, 0]);
    expect(process(tintsIn(lab, [29.57, 68.3, -112.03]))).toEqual([1, 1, 0, 0]);
    const [c, m, y, k] = process(tintsIn(lab, [53.585, 0, 0])) as [number, number, number, number];
    // 128 of 255, in black alone
    expect([c, m, y, k]).toEqual([0, 0, 0, 0.5]);
  });

  it('of several inks are those inks where all are printed, else what stands for all of them', () => {
    const gold = `[/Separation/Gold ${ALTERNATE}]`;
    expect(tintsIn(gold, [0.5], ['Gold'])).toEqual({
      process: [0, 0, 0, 0],
      spots: [{ name: 'Gold', tint: 0.5 }],
      all: null,
    });
    expect(process(tintsIn(gold, [0.5]))).toEqual([0, 0.1, 0.4, 0.05]);
    expect(tintsIn(`[/Separation/All ${ALTERNATE}]`, [0.3]).all).toBe(0.3);
    expect(process(tintsIn(`[/Separation/Magenta ${ALTERNATE}]`, [0.7]))).toEqual([0, 0.7, 0, 0]);
  });

  it('by a table are what its entries are in the space below', () => {
    expect(process(tintsIn('[/Indexed/DeviceCMYK 1<000000FF 336699CC>]', [1]))).toEqual([0.2, 0.4, 0.6, 0.8]);
    // beyond its end the last
    expect(process(tintsIn('[/Indexed/DeviceCMYK 1<000000FF 336699CC>]', [9]))).toEqual([0.2, 0.4, 0.6, 0.8]);
  });

  it.each(['[/Indexed 100 0 R 1<00>]', '/Nothing', '[/ICCBased<<>>]'])('that are none are refused: %s', (space) => {
    expect(() => tintsIn(space, [0])).toThrow(/colour/);
  });
});
