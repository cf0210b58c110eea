import { describe, expect, it } from 'vitest';
import {
  Counter,
  Imprint,
  patched,
  plan,
  type Docket,
  type KeptImprint,
  type Patch,
  type TableFacts,
} from '../../../core';
import { artworkOf, docketFor, flatDocketFor } from '../../../core/testing';
import { keptAs, lookingAt, withCounter, withField, withFresh, withKept, withoutPrint, withPrint } from './wishes';

const CARD = { width: 90, height: 50 };
const TABLE: TableFacts = {
  rows: 40,
  notes: [],
  columns: [{ name: 'Name', empty: 0, longest: 0, shortest: 0, widest: 'Ada', letters: 'Ad', twice: null }],
};

/** A docket with one more imprint of a kind. */
function fresh(docket: Docket, kind: Parameters<typeof withFresh>[3], table?: TableFacts): Docket {
  const pages = docket.product.kind === 'flat' ? artworkOf(docket.title === 'ten' ? 10 : 2, CARD) : artworkOf(8);
  const artwork = table ? { ...pages, table } : pages;
  return patched(docket, withFresh(docket, artwork, plan(docket, artwork), kind));
}
const cards = (patch: Patch = {}): Docket =>
  patched(flatDocketFor(artworkOf(2, CARD)), { product: { copies: 250, sides: 'one' }, ...patch } as Patch);

describe('one more imprint', () => {
  it('a number makes as many records as cards were ordered, one of each, in order', () => {
    const one = patched(flatDocketFor(artworkOf(2, CARD)), { product: { copies: 250, sides: 'two' } });
    const after = fresh(one, 'number');
    expect(after.imprint).toMatchObject({ records: 250, counters: [{ name: 'No', digits: 4, counts: 'records' }] });
    expect(after.imprint.prints[0]).toMatchObject({ name: 'Number', text: '{No}', on: 'all' });
    expect(after.product).toMatchObject({ copies: 1, order: { kind: 'stack' } });
    // a second uses the same counter, under a name of its own
    const again = fresh(after, 'number');
    expect(again.imprint.counters).toHaveLength(1);
    expect(again.imprint.prints.map((p) => p.name)).toEqual(['Number', 'Number 2']);
    expect(again.imprint.records).toBe(250);
  });

  it('of pieces that there are already counts them, on their fronts', () => {
    const ten = patched(flatDocketFor(artworkOf(10, CARD)), {
      title: 'ten',
      product: { sides: 'two', copies: 1, order: { kind: 'stack', lot: null, last: null } },
    });
    const after = fresh(ten, 'number');
    expect(after.imprint.counters[0]!.counts).toBe('pages');
    expect(after.imprint.prints[0]!.on).toBe('odd');
    expect(after.imprint.records).toBe(1);
    const { pieces } = plan(after, artworkOf(10, CARD));
    expect(pieces).toHaveLength(5);
  });

  it('of a book counts its pages', () => {
    const after = fresh(docketFor(artworkOf(8)), 'number');
    expect(after.imprint.counters[0]!.counts).toBe('pages');
    expect(after.imprint.records).toBeNull();
  });

  it('says the first column of a table where there is one', () => {
    const after = fresh(cards({ imprint: { table: { name: 'm.csv' } } }), 'words', TABLE);
    expect(after.imprint.prints[0]!.text).toBe('{Name}');
    expect(after.imprint.records).toBeNull();
    expect(fresh(cards(), 'words').imprint.prints[0]!.text).toBe('Words');
    expect(fresh(cards(), 'code').imprint.prints[0]).toMatchObject({
      text: '{No}',
      says: { kind: 'code', symbology: 'qr' },
    });
  });
});

describe('a field let go on the page', () => {
  it('is words there, under a name of its own', () => {
    const artwork = { ...artworkOf(2, CARD), table: TABLE };
    const docket = cards({ imprint: { table: { name: 'm.csv' } } });
    const once = patched(docket, withField(docket, artwork, 'Name', { x: 12.345, y: 7 }));
    expect(once.imprint.prints[0]).toMatchObject({ name: 'Name', text: '{Name}', anchor: 'foot-left', x: 12.3, y: 7 });
    expect(once.product).toMatchObject({ copies: 1, order: { kind: 'stack' } });
    const twice = patched(once, withField(once, artwork, 'Name', { x: 1, y: 1 }));
    expect(twice.imprint.prints.map((p) => p.name)).toEqual(['Name', 'Name 2']);
  });
});

describe('changes of imprints', () => {
  const two = fresh(fresh(cards(), 'number'), 'code').imprint;

  it('take one off, and its counter with the last that names it', () => {
    const one = withoutPrint(two, 0).imprint!;
    expect(one.prints!.map((p) => p.name)).toEqual(['Code']);
    expect(one.counters).toHaveLength(1);
    expect(withoutPrint({ ...two, ...one } as typeof two, 0).imprint!.counters).toEqual([]);
  });

  it('call a counter otherwise in every text', () => {
    const { imprint } = withCounter(two, 'No', { name: 'Nr' });
    expect(imprint!.counters![0]!.name).toBe('Nr');
    expect(imprint!.prints!.map((p) => p.text)).toEqual(['{Nr}', '{Nr}']);
    expect(withCounter(two, 'No', { start: 5 }).imprint!.prints).toBeUndefined();
  });

  it('change one and leave the others', () => {
    const { imprint } = withPrint(two, 1, { x: 7 });
    expect(imprint!.prints!.map((p) => p.x)).toEqual([5, 7]);
    expect(imprint!.prints![0]).toBe(two.prints[0]);
  });
});

describe('what can be looked at', () => {
  it('are the records that are printed, page by page', () => {
    const artwork = artworkOf(2, CARD);
    const docket = patched(
      fresh(patched(flatDocketFor(artwork), { product: { sides: 'two', copies: 50 } }), 'number'),
      {
        imprint: { only: [{ from: 11, to: 20 }] },
      },
    );
    const looking = lookingAt(docket, artwork, plan(docket, artwork));
    expect(looking).toMatchObject({ records: 10, pages: 2 });
    expect([looking.at(0), looking.at(9)]).toEqual([10, 19]);
    expect([looking.place(0, 1), looking.place(3, 2)]).toEqual([1, 8]);
  });
});

describe('imprints that are kept', () => {
  const print = (name: string, text: string): Imprint => Imprint.parse({ name, text, says: { kind: 'text' } });
  const kept: KeptImprint = {
    name: 'Number and seat',
    counters: [Counter.parse({ name: 'No', digits: 4 }), Counter.parse({ name: 'Seat', start: 10 })],
    prints: [print('Number', 'No. {No}'), print('Seat', '{ Seat }, not {{No}}')],
  };
  const artwork = artworkOf(1, CARD);
  const put = (docket: Docket): Docket => patched(docket, withKept(docket, artwork, kept));

  it('come with their counters, and a run of one number becomes as many records', () => {
    const after = put(cards({ imprint: { prints: [] } }));
    expect(after.imprint.prints.map((p) => p.text)).toEqual([
      'No. {No}',
      '{ Seat }, not {{No}}'.replace('{ Seat }', '{Seat}'),
    ]);
    expect(after.imprint.counters.map((c) => c.name)).toEqual(['No', 'Seat']);
    expect(after.imprint.records).toBe(250);
  });

  it('use a counter that counts the same, and bring one under another name where it does not', () => {
    const before = cards({
      imprint: {
        counters: [Counter.parse({ name: 'No', digits: 6 }), Counter.parse({ name: 'Seat', start: 10 })],
        prints: [print('Number', '{No}')],
      },
    });
    const { prints, counters } = put(before).imprint;
    expect(counters.map((c) => [c.name, c.digits, c.start])).toEqual([
      ['No', 6, 1],
      ['Seat', 0, 10],
      ['No 2', 4, 1],
    ]);
    // braces that are words stay words
    expect(prints.map((p) => [p.name, p.text])).toEqual([
      ['Number', '{No}'],
      ['Number 2', 'No. {No 2}'],
      ['Seat', '{Seat}, not {{No}}'],
    ]);
  });

  it('are those of a job, with the counters that they name and no others', () => {
    const { imprint } = cards({
      imprint: {
        counters: [Counter.parse({ name: 'No' }), Counter.parse({ name: 'Unused' })],
        prints: [print('Number', '{No}')],
      },
    });
    expect(keptAs(' Plain number ', imprint)).toEqual({
      name: 'Plain number',
      prints: imprint.prints,
      counters: [imprint.counters[0]],
    });
  });
});
