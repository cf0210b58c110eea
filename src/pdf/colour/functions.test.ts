import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { PdfFile } from '../syntax/file';
import { Ref } from '../syntax/objects';
import { scratch, writePdf } from '../testing';
import { readProgram, runProgram } from './calculator';
import { readFunction, unpacked } from './functions';

const dir = scratch();
let serial = 0;

function fnOf(object: string, more: Record<number, string> = {}) {
  const path = join(dir, `f${++serial}.pdf`);
  writePdf(path, [{ entries: '/MediaBox[0 0 9 9]', content: '' }], { 100: object, ...more });
  const file = new PdfFile(path);
  try {
    return readFunction(file, new Ref(100, 0));
  } finally {
    file.close();
  }
}
const stream = (dict: string, data: string): string => `<<${dict}/Length ${data.length}>>\nstream\n${data}\nendstream`;
const ran = (program: string, ...stack: number[]): number[] => {
  runProgram(readProgram(program), stack);
  return stack;
};

describe('functions', () => {
  it('of one number grow by a power, and stay within their domain and range', () => {
    const f = fnOf('<</FunctionType 2/Domain[0 .5]/Range[0 1 0 .3]/C0[0 1]/C1[1 0]/N 2>>');
    expect(f.at([0.5])).toEqual([0.25, 0.3]);
    expect(f.at([7])).toEqual([0.25, 0.3]);
    expect(f.at([-1])).toEqual([0, 0.3]);
  });

  it('stitched together take the part that a number lies in, the next one from its bound on', () => {
    const part = '<</FunctionType 2/Domain[0 1]/C0[0]/C1[10]/N 1>>';
    const f = fnOf(`<</FunctionType 3/Domain[0 4]/Bounds[1]/Encode[0 1 1 0]/Functions[${part}${part}]>>`);
    // 0.5 is half of the first; 1 begins the second, which goes back from 10; 2 is a third into it
    expect(f.at([0.5])).toEqual([5]);
    expect(f.at([1])).toEqual([10]);
    expect(f.at([2])[0]).toBeCloseTo(10 * (2 / 3), 9);
    expect(f.at([4])).toEqual([0]);
  });

  it('by a table are linear between its entries, the first number running fastest', () => {
    const table = String.fromCharCode(0, 255, 51, 102);
    const f = fnOf(stream('/FunctionType 0/Domain[0 1 0 1]/Range[0 1]/Size[2 2]/BitsPerSample 8/Decode[0 1]', table));
    expect(f.at([1, 0])).toEqual([1]);
    expect(f.at([0, 1])[0]).toBeCloseTo(0.2, 9);
    // the mean of 0, 1, 0.2 and 0.4
    expect(f.at([0.5, 0.5])[0]).toBeCloseTo(0.4, 9);
  });

  it('by a program leave what they end with', () => {
    const f = fnOf(
      stream('/FunctionType 4/Domain[0 1]/Range[0 1 0 1]', '{ dup 0.5 gt { 1 exch sub } { 2 mul } ifelse 0.25 }'),
    );
    expect(f.at([0.8]).map((v) => Math.round(v * 1e9) / 1e9)).toEqual([0.2, 0.25]);
    expect(f.at([0.4])).toEqual([0.8, 0.25]);
  });

  it.each([
    ['of no type', '<</FunctionType 9/Domain[0 1]>>'],
    ['without a domain', '<</FunctionType 2/N 1>>'],
    ['stitched of itself', '<</FunctionType 3/Domain[0 1]/Bounds[]/Encode[0 1]/Functions[100 0 R]>>'],
    [
      'with a table that is too large',
      stream('/FunctionType 0/Domain[0 1 0 1]/Range[0 1]/Size[99999 99999]/BitsPerSample 8', ''),
    ],
    ['with a program that never ends its block', stream('/FunctionType 4/Domain[0 1]/Range[0 1]', '{ 1 { 2 }')],
  ])('that are none are refused: %s', (_, object) => {
    expect(() => fnOf(object)).toThrow(/function/);
  });
});

describe('programs', () => {
  it.each([
    ['{ 3 1 roll }', [1, 2, 3], [3, 1, 2]],
    ['{ 3 -1 roll }', [1, 2, 3], [2, 3, 1]],
    ['{ 2 copy add }', [1, 2], [1, 2, 3]],
    ['{ 1 index exch }', [5, 6], [5, 5, 6]],
    ['{ exch pop 7 idiv }', [1, 23], [3]],
    ['{ -5.5 truncate 5.5 round -0.5 floor }', [], [-5, 6, -1]],
    ['{ 1 1 atan 90 sin 4 sqrt }', [], [45, 1, 2]],
    ['{ 6 3 and 6 3 or 1 4 bitshift true not }', [], [2, 7, 16, 0]],
    ['{ 3 4 lt { 9 } if 3 4 ge { 8 } if }', [], [9]],
    ['{ 7 0 div % by nothing\n 2 3 exp }', [], [0, 8]],
  ])('%s', (program, stack, wanted) => {
    expect(ran(program, ...stack)).toEqual(wanted);
  });

  it('say what they do not know', () => {
    expect(() => ran('{ 1 quit }')).toThrow('says quit');
  });
});

it('samples may have any number of bits', () => {
  expect([...unpacked(Uint8Array.of(0b1101_0010), 2, 4)].map((v) => v * 3)).toEqual([3, 1, 0, 2]);
  expect([...unpacked(Uint8Array.of(0xff, 0xf0, 0x00), 12, 2)]).toEqual([1, 0]);
  expect(() => unpacked(Uint8Array.of(0), 7, 1)).toThrow('7 bits');
});
