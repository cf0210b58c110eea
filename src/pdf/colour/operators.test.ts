import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { operations } from './operators';
import { stringBytes } from './spaces';

const read = (text: string): string[] =>
  [...operations(text)].map(
    (o) => `${o.operator}(${o.operands.map((v) => (Array.isArray(v) ? 'array' : String(v))).join(' ')})`,
  );

describe('operators', () => {
  it('come with what stands before them', () => {
    expect(read("1 0 0 .5 k/Gold cs\n% words\n[(a)-20(b)]TJ (x\\)y)' true null /A <</B 1>>BDC f*")).toEqual([
      'k(1 0 0 .5)',
      'cs(/Gold)',
      'TJ(array)',
      "'((x\\)y))",
      'BDC(true null /A [object Map])',
      'f*()',
    ]);
  });

  it('are found again behind what cannot be read', () => {
    expect(read('1 0 ] >> ) 3 w 1 g')).toEqual(['w(3)', 'g(1)']);
  });

  it('of a picture in the content end where its data do, whatever stands in them', () => {
    const text = 'q BI /W 4 /H 2 /BPC 8 /CS /G ID ab EI cd EI\nQ 1 g';
    const [, image, Q] = [...operations(text)];
    expect(image!.image!.data).toBe('ab EI cd');
    expect(image!.image!.dict.get('/ColorSpace')).toBe('/G');
    expect(Q!.operator).toBe('Q');
    // packed, its length is not known: the letters alone, and text behind them
    const packed = [...operations('BI /W 4 /H 2 /BPC 8 /CS /G /F /Fl ID x EI \u0001\u0002y EI Q')];
    expect(packed[0]!.image!.data).toBe('x EI \u0001\u0002y');
  });

  it('lose nothing of content: what is read is all there is, in its order', () => {
    const part = fc.oneof(
      fc.tuple(fc.integer({ min: -99, max: 99 }), fc.constantFrom('w', 'g', 'i')).map(([n, o]) => `${n} ${o}`),
      fc.constantFrom('q', 'Q', 'f*', 'n', '/A gs', '(a(b)c) Tj', '<00ff> Tj'),
    );
    fc.assert(
      fc.property(fc.array(part, { maxLength: 30 }), (parts) => {
        const text = parts.join('\n');
        const again = [...operations(text)].map((o) => text.slice(o.from, o.to)).join('\n');
        expect(again).toBe(text);
      }),
    );
  });
});

it('strings are the bytes that they stand for', () => {
  expect([...stringBytes('<4a4B5>')]).toEqual([0x4a, 0x4b, 0x50]);
  expect(Buffer.from(stringBytes('(a\\(b\\)\\101\\n\\\r\nc\r\nd)')).toString('latin1')).toBe('a(b)A\nc\nd');
});
