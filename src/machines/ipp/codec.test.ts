import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  attributesOf,
  decode,
  encode,
  ipp,
  IppIncomplete,
  IppSyntaxError,
  type Attribute,
  type Message,
} from './codec';
import { Group, Operation, Tag } from './tags';

const message = (...attributes: Attribute[]): Message => ({
  version: [2, 0],
  code: Operation.printJob,
  requestId: 1,
  groups: [{ tag: Group.operation, attributes }],
});

describe('IPP encoding', () => {
  it('is as RFC 8010 writes it, byte for byte', () => {
    const bytes = encode(
      message(ipp.charset('attributes-charset', 'utf-8'), ipp.integer('copies', 20), ipp.keyword('sides', 'a', 'b')),
    );
    const expected = [
      '0200',
      '0002',
      '00000001',
      '01',
      '47',
      '0012',
      Buffer.from('attributes-charset').toString('hex'),
      '0005',
      Buffer.from('utf-8').toString('hex'),
      '21',
      '0006',
      Buffer.from('copies').toString('hex'),
      '0004',
      '00000014',
      '44',
      '0005',
      Buffer.from('sides').toString('hex'),
      '0001',
      '61',
      '44',
      '0000',
      '0001',
      '62',
      '03',
    ].join('');
    expect(bytes.toString('hex')).toBe(expected);
  });

  it('nests collections as RFC 8010, 3.1.6 shows', () => {
    const size = ipp.collection('media-size', [ipp.integer('x-dimension', 6)]);
    const bytes = encode(message(ipp.collection('media-col', [size])));
    const hex = bytes.subarray(9).toString('hex');
    const t = (s: string): string => Buffer.from(s).toString('hex');
    expect(hex).toBe(
      `340009${t('media-col')}0000` +
        `4a0000000a${t('media-size')}` +
        '3400000000' +
        `4a0000000b${t('x-dimension')}` +
        '21000000040000000' +
        '6' +
        '3700000000' +
        '3700000000' +
        '03',
    );
  });

  it('reads back what it writes, and where the document begins', () => {
    const value: fc.Arbitrary<Attribute> = fc.letrec<{ attribute: Attribute }>((tie) => ({
      attribute: fc.oneof(
        { maxDepth: 3 },
        fc
          .tuple(
            fc.string({ minLength: 1 }),
            fc.array(fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 }), { minLength: 1 }),
          )
          .map(([n, v]) => ipp.integer(n, ...v)),
        fc
          .tuple(fc.string({ minLength: 1 }), fc.array(fc.string(), { minLength: 1 }))
          .map(([n, v]) => ipp.text(n, ...v)),
        fc
          .tuple(fc.string({ minLength: 1 }), fc.integer({ min: 0, max: 9999 }), fc.integer({ min: 0, max: 9999 }))
          .map(([n, low, high]) => ipp.range(n, { low, high })),
        fc.string({ minLength: 1 }).map((n) => ipp.boolean(n, true, false)),
        fc.string({ minLength: 1 }).map((n) => ipp.none(n)),
        fc
          .tuple(fc.string({ minLength: 1 }), fc.date({ min: new Date(0), max: new Date(4e12), noInvalidDate: true }))
          .map(([n, d]) => ipp.dateTime(n, new Date(Math.floor(d.getTime() / 100) * 100))),
        fc
          .tuple(fc.string({ minLength: 1 }), fc.array(tie('attribute'), { minLength: 1, maxLength: 3 }))
          .map(([n, members]) => ipp.collection(n, members)),
      ),
    })).attribute;
    fc.assert(
      fc.property(fc.array(value, { maxLength: 6 }), fc.uint8Array(), (attributes, data) => {
        const m = message(...attributes);
        const head = encode(m);
        const { message: back, end } = decode(Buffer.concat([head, data]));
        expect(back).toEqual(m);
        expect(end).toBe(head.length);
      }),
    );
  });

  it('refuses anything else, and nothing worse', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        try {
          decode(Buffer.from(bytes));
        } catch (e) {
          expect(e).toBeInstanceOf(IppSyntaxError);
        }
      }),
    );
    expect(() => decode(encode(message(ipp.integer('copies', 1))).subarray(0, 20))).toThrow(IppIncomplete);
    expect(attributesOf(message(ipp.enum('x', 3)), Group.operation).get('x')).toEqual([{ tag: Tag.enum, value: 3 }]);
  });
});
