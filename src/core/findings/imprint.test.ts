import { describe, expect, it } from 'vitest';
import {
  Counter,
  Imprint,
  ImprintWish,
  patched,
  type Artwork,
  type DocketOf,
  type Patch,
  type TableFacts,
} from '../docket';
import { widthOf } from '../imprint';
import { artworkOf, changed, docketFor, flatDocketFor, look as looked, SHOP, type Looked } from '../testing';

const CARD = { width: 90, height: 50 };
const POINT = 25.4 / 72;

/** A table of one or more columns, as it is known when it was read. */
function tableOf(columns: Readonly<Record<string, readonly string[]>>): TableFacts {
  return {
    rows: Object.values(columns)[0]!.length,
    notes: [],
    columns: Object.entries(columns).map(([name, values]) => {
      const widths = values.map((v) => widthOf(v, 'text'));
      const longest = widths.indexOf(Math.max(...widths));
      return {
        name,
        longest,
        shortest: 0,
        widest: values[longest]!,
        empty: values.filter((v) => v === '').length,
        letters: [...new Set(values.join(''))].join(''),
        twice: null,
      };
    }),
  };
}

const print = (wish: object = {}): Imprint =>
  Imprint.parse({ name: 'It', text: '{No}', says: { kind: 'text' }, ...wish });
const counter = (wish: object = {}): Counter => Counter.parse({ name: 'No', ...wish });
const STACK: Patch<DocketOf<'flat'>> = { product: { copies: 1, order: { kind: 'stack', lot: null, last: null } } };

/** Cards with these imprints, in a stack. */
function look(imprint: object, more: Patch<DocketOf<'flat'>> = {}, table?: TableFacts): Looked<'flat'> {
  const artwork: Artwork = { ...artworkOf(2, CARD), ...(table ? { table } : {}) };
  const wish = ImprintWish.parse({
    counters: [counter()],
    prints: [print()],
    records: table ? null : 100,
    table: table ? { name: 'members.csv' } : null,
    ...imprint,
  });
  const base = patched(flatDocketFor(artwork), { sheet: { stock: SHOP.stocks[2]! }, ...STACK });
  return looked(patched(patched(base, { imprint: wish }), more), artwork);
}

/** Every remedy of a finding mends it; their labels. */
function mends(it: Looked<'flat'>, id: string): string[] {
  const found = it.find(id);
  if (!found) throw new Error(`${id} was not found among ${it.findings.map((f) => f.id).join()}.`);
  for (const { label, patch } of found.remedies) {
    const after = looked(changed(it.docket, patch), it.artwork).find(id);
    expect([label, after === undefined || after.severity === 'fine']).toEqual([label, true]);
  }
  return found.remedies.map((r) => r.label);
}

describe('what is found of imprints', () => {
  it('nothing of a hundred numbered cards', () => {
    expect(look({}).findings.filter((f) => f.severity !== 'fine')).toEqual([]);
  });

  it('fields that are neither counter nor column', () => {
    const table = tableOf({ 'Member no': ['1', '2'] });
    const it = look({ prints: [print({ text: '{member-no} {Town}' })] }, {}, table);
    expect(it.find('imprint-fields')).toMatchObject({
      severity: 'stop',
      title: expect.stringContaining('member-no, Town') as string,
    });
    expect(mends(it, 'imprint-fields')).toEqual(['Take it out of the text']);
    const alike = look({ prints: [print({ text: '{member-no}' })] }, {}, table);
    expect(mends(alike, 'imprint-fields')).toEqual(['Take “Member no” for it', 'Take it out of the text']);
    expect(look({ prints: [print({ text: '{{No}} {No}' })] }).find('imprint-fields')).toBeUndefined();
  });

  it('a counter called as a column is', () => {
    const it = look({ counters: [counter()] }, {}, tableOf({ No: ['a', 'b'] }));
    expect(it.find('imprint-both-No')).toMatchObject({ severity: 'look' });
    expect(mends(it, 'imprint-both-No')).toEqual(['Print the column']);
    expect(
      look({ prints: [print({ text: 'x' })] }, {}, tableOf({ No: ['a'] })).find('imprint-both-No'),
    ).toBeUndefined();
  });

  it('numbers that run out of digits, from which on', () => {
    const it = look({ records: 1000, counters: [counter({ digits: 3 })] });
    expect(it.find('imprint-digits-No')).toMatchObject({
      severity: 'stop',
      title: 'No runs out of its 3 digits',
      detail: 'The 1000th is 1000; the last of 1000 is 1000.',
    });
    expect(mends(it, 'imprint-digits-No')).toEqual(['4 digits']);
    expect(look({ records: 999, counters: [counter({ digits: 3 })] }).find('imprint-digits-No')).toBeUndefined();
    const down = look({ records: 5, counters: [counter({ style: 'letters', start: 3, step: -1 })] });
    expect(mends(down, 'imprint-digits-No')).toEqual(['Count in digits']);
  });

  it('words wider than their place, by the widest value there is', () => {
    const table = tableOf({ Name: ['Bo', 'Wilhelmina Oystercatcher', 'Al'] });
    const name = print({ text: '{Name}', says: { kind: 'text', size: 12, width: 40 } });
    const it = look({ prints: [name] }, {}, table);
    const over = widthOf('Wilhelmina Oystercatcher', 'text') * 12 * POINT - 40;
    expect(over).toBeGreaterThan(5);
    expect(it.find('imprint-wide-It')).toMatchObject({
      severity: 'look',
      title: `“It” is ${over.toFixed(1)} mm wider than its place`,
      detail: '“Wilhelmina Oystercatcher” (row 2) does not fit.',
    });
    expect(mends(it, 'imprint-wide-It')).toHaveLength(3);
    const shrunk = { ...name, says: { ...name.says, fit: 'shrink' as const } };
    expect(look({ prints: [shrunk] }, {}, table).find('imprint-wide-It')).toBeUndefined();
  });

  it('what stands over the trim, or nearer to it than is safe', () => {
    const at = (x: number, more: object = {}): Looked<'flat'> =>
      look({ prints: [print({ anchor: 'foot-right', x, y: 10, ...more })] });
    expect(at(-1).find('imprint-trim-It')).toMatchObject({
      severity: 'stop',
      title: '“It” stands over the trim by 1 mm',
    });
    expect(mends(at(-1), 'imprint-trim-It')).toEqual(['Move it into the safe area']);
    expect(at(2.9).find('imprint-trim-It')).toMatchObject({ severity: 'look' });
    expect(at(3).find('imprint-trim-It')).toBeUndefined();
    // a code's quiet zone counts: a QR code of 21 + 8 modules of 0.381 mm is 11 mm wide
    const code = { says: { kind: 'code', symbology: 'qr', module: 0.4 }, anchor: 'centre', y: 0 };
    const middle = (90 - 29 * 0.381) / 2;
    expect(at(middle - 3.05, code).find('imprint-trim-It')).toBeUndefined();
    expect(at(middle + 0.2, code).find('imprint-trim-It')).toMatchObject({ severity: 'stop' });
    expect(mends(at(middle + 0.2, code), 'imprint-trim-It')).toEqual(['Move it into the safe area']);
    // turned, its other side counts
    const turned = print({
      text: 'A rather long line of words',
      anchor: 'left',
      x: 3,
      turned: 90,
      says: { kind: 'text', size: 20 },
    });
    expect(look({ prints: [turned] }).find('imprint-trim-It')).toMatchObject({ severity: 'stop' });
  });

  it('letters that the font lacks', () => {
    const it = look({ prints: [print({ text: '{Name}' })] }, {}, tableOf({ Name: ['Łucja', '潮'] }));
    expect(it.find('imprint-letters-It')).toMatchObject({ severity: 'stop', title: 'The font of “It” has no 潮' });
    expect(it.find('imprint-letters-It')!.remedies).toEqual([]);
    expect(
      look({ prints: [print({ text: '{Name} Łódź' })] }, {}, tableOf({ Name: ['Ada'] })).find('imprint-letters-It'),
    ).toBeUndefined();
  });

  it('codes that cannot hold their values', () => {
    const says = (symbology: string, more: object = {}) => ({ kind: 'code', symbology, height: 10, ...more });
    const members = tableOf({ No: ['gtl-1', 'gtl-2'] });
    const it = look({ counters: [], prints: [print({ says: says('code-39') })] }, {}, members);
    expect(it.find('imprint-code-It')).toMatchObject({ severity: 'stop', title: '“It” cannot be a Code 39' });
    expect(mends(it, 'imprint-code-It')).toEqual(['A Code 128 instead', 'A QR code instead']);
    const ean = look({
      counters: [counter({ digits: 5 })],
      prints: [print({ text: '6291041{No}', says: says('ean-13') })],
    });
    expect(ean.find('imprint-code-It')).toBeUndefined();
    const short = look({
      counters: [counter({ digits: 3 })],
      prints: [print({ text: '6291041{No}', says: says('ean-13') })],
    });
    expect(short.find('imprint-code-It')!.detail).toContain('12 digits');
  });

  it('codes too fine to be read on this machine', () => {
    const says = { kind: 'code', symbology: 'qr', module: 0.2 };
    const it = look({ prints: [print({ says, anchor: 'centre' })] });
    // five dots of 600 to the inch
    expect(it.find('imprint-fine-It')!.detail).toContain('0.212 mm on ');
    expect(mends(it, 'imprint-fine-It')).toEqual(['0.254 mm']);
    expect(look({ prints: [print({ says: { ...says, module: 0.25 } })] }).find('imprint-fine-It')).toBeUndefined();
  });

  it('a code that says the same in two rows', () => {
    const table = tableOf({ Id: ['7', '7'] });
    const same = { ...table, columns: [{ ...table.columns[0]!, twice: [0, 1] as [number, number] }] };
    const says = { kind: 'code', symbology: 'qr' };
    expect(look({ prints: [print({ text: '{Id}', says })] }, {}, same).find('imprint-twice-It')!.title).toBe(
      '“It” says the same in rows 1 and 2',
    );
    expect(look({ prints: [print({ text: '{Id}/{No}', says })] }, {}, same).find('imprint-twice-It')).toBeUndefined();
    expect(look({ prints: [print({ text: '{Id}', says })] }, {}, table).find('imprint-twice-It')).toBeUndefined();
  });

  it('a table that is gone, was mended, has gaps or too few rows', () => {
    const table = tableOf({ Name: ['Ada', '', 'Bo'] });
    const prints = [print({ text: '{Name}' })];
    const gone = look({ table: { name: 'members.csv' }, records: null });
    expect(gone.find('imprint-table')).toMatchObject({ severity: 'stop' });
    expect(mends(gone, 'imprint-table')).toEqual(['Without the table']);
    const it = look({ prints }, {}, { ...table, notes: ['A quotation mark is not closed.'] });
    expect(it.find('imprint-table-notes')!.detail).toBe('A quotation mark is not closed.');
    expect(it.find('imprint-empty')!.title).toBe('1 row has no Name');
    expect(it.find('imprint-rows')).toBeUndefined();
    const more = look({ prints, records: 5 }, {}, table);
    expect(more.find('imprint-rows')!.title).toBe('The table has 3 rows for 5 records');
    expect(mends(more, 'imprint-rows')).toEqual(['As many as it has rows']);
    expect(look({ prints, records: 3 }, {}, table).find('imprint-rows')).toBeUndefined();
  });

  it('records that would fill sheets each by itself, or come several times', () => {
    const it = look({}, { product: { copies: 250, order: { kind: 'repeat' } } });
    expect(it.find('imprint-order')).toMatchObject({ severity: 'stop' });
    expect(mends(it, 'imprint-order')).toEqual(['One of each, cut and stacked in order']);
    const sets = look({}, { product: { copies: 3 } });
    expect(sets.find('imprint-copies')!.title).toBe('Every card comes 3 times');
    expect(mends(sets, 'imprint-copies')).toEqual(['One set']);
  });

  it('that only some are printed, and such as are not there', () => {
    const it = look({ only: [{ from: 7, to: 9 }] });
    expect(it.find('imprint-only')).toMatchObject({ severity: 'fine', title: '3 of 100 records are printed' });
    expect(it.plan.pieces).toHaveLength(3);
    const gone = look({ only: [{ from: 90, to: 120 }] });
    expect(gone.find('imprint-only')).toMatchObject({ severity: 'stop' });
    expect(mends(gone, 'imprint-only')).toEqual(['All records']);
  });

  it('more pieces than a job may have', () => {
    const parts = ['a', 'b', 'c'].map((name) => ({ name, stock: null }));
    const many = look({ records: 100_000 }, { product: { parts, sides: 'one' } });
    // two pages do not go into three parts: each is a form, six pieces a record
    expect(many.find('too-large')).toMatchObject({
      severity: 'stop',
      title: '600,000 pieces are more than a job may have',
    });
    expect(many.plan.pieces).toHaveLength(199_998);
    // each is made when it is asked for: a job of many is not held
    const last = many.plan.pieces.at(199_997)!;
    expect([last.id, last.number, last.wanted]).toEqual([199_997, 66_666, many.docket.product.copies]);
    expect(many.plan.pieces.at(199_997)).not.toBe(last);
    const [remedy] = many.find('too-large')!.remedies;
    expect(remedy!.label).toBe('Only the first 33,333 records');
    const fewer = changed(many.docket, remedy!.patch);
    expect(looked(fewer, many.artwork).find('too-large')).toBeUndefined();
  });

  it('an imprint that is on no page', () => {
    const it = look({ prints: [print({ on: [{ from: 3, to: 4 }] })] });
    expect(it.find('imprint-nowhere-It')).toMatchObject({ severity: 'look' });
    expect(mends(it, 'imprint-nowhere-It')).toEqual(['On all pages']);
    expect(look({ prints: [print({ on: 'even' })] }).find('imprint-nowhere-It')).toBeUndefined();
  });

  it('a book that is to be made from a table', () => {
    const artwork = { ...artworkOf(8), table: tableOf({ Name: ['Ada', 'Bo'] }) };
    const docket = patched(docketFor(artwork), {
      imprint: { table: { name: 'm.csv' }, prints: [print({ text: '{Name}' })] },
    });
    const found = looked(docket, artwork).find('imprint-bound')!;
    expect(found.severity).toBe('stop');
    expect(found.remedies.map((r) => r.label)).toEqual(['Without the table']);
  });

  describe('pictures', () => {
    const album = { names: ['ada.png', 'bo.png'], pages: [0, 1].map(() => artworkOf(1, CARD).pages[0]!) };
    const shows = (text: string): Imprint => Imprint.parse({ name: 'Photo', text, says: { kind: 'picture' } });
    const photos = (values: readonly string[]): TableFacts => {
      const facts = tableOf({ Photo: values, Name: values });
      return { ...facts, columns: facts.columns.map((c) => (c.name === 'Photo' ? { ...c, values: [...values] } : c)) };
    };
    const found = (text: string, table?: TableFacts, has: Artwork['album'] = album, more: object = {}) => {
      const it = look({ prints: [shows(text)], album: { name: 'a.zip' }, ...more }, {}, table);
      return looked(it.docket, { ...it.artwork, ...(has ? { album: has } : {}) }, undefined);
    };

    it('that are all there are nothing to be said', () => {
      expect(found('{Photo}', photos(['ada.png', 'BO.PNG', ''])).find('imprint-pictures-Photo')).toBeUndefined();
      expect(found('', photos(['ada.png'])).find('imprint-pictures-Photo')).toBeUndefined();
      expect(found('ada', photos(['x'])).find('imprint-pictures-Photo')).toBeUndefined();
    });

    it('that are missing stop the job, and are named', () => {
      const it = found('{Photo}', photos(['ada.png', 'cy.png', 'di.png', 'cy.png']));
      expect(it.find('imprint-pictures-Photo')).toMatchObject({
        severity: 'stop',
        title: '2 pictures of “Photo” are missing: cy.png, di.png',
      });
      expect(mends(it, 'imprint-pictures-Photo')).toEqual(['Take “Photo” off']);
      expect(found('{Photo}', photos(['cy.png'])).find('imprint-pictures-Photo')!.title).toContain(
        '1 picture of “Photo” is missing',
      );
    });

    it('that some records may not need are to be looked at', () => {
      const some = { only: [{ from: 1, to: 1 }] };
      const it = found('{Photo}', photos(['ada.png', 'cy.png']), album, some);
      expect(it.find('imprint-pictures-Photo')).toMatchObject({ severity: 'look' });
    });

    it('that were never chosen stop it too', () => {
      const it = look({ prints: [shows('{Photo}')] }, {}, photos(['ada.png']));
      expect(it.find('imprint-pictures-Photo')!.title).toBe('“Photo” has no pictures to show');
      expect(mends(it, 'imprint-pictures-Photo')).toEqual(['Take “Photo” off']);
    });

    it('by counted names are gone through, and those of several columns are looked at when they are printed', () => {
      const counted = found('{No}', undefined, { ...album, names: ['1.png', '2.png'] }, { records: 3 });
      expect(counted.find('imprint-pictures-Photo')!.title).toContain('1 picture of “Photo” is missing: 3');
      const joined = found('{Name}-{Photo}', photos(['ada.png']));
      expect(joined.find('imprint-pictures-Photo')).toMatchObject({ severity: 'look' });
      // 2,000 are gone through, one more is not
      const many = { ...album, names: Array.from({ length: 2001 }, (_, i) => `${i + 1}.png`) };
      expect(
        found('{No}', undefined, { ...many, pages: many.names.map(() => album.pages[0]!) }, { records: 2000 }).find(
          'imprint-pictures-Photo',
        ),
      ).toBeUndefined();
      expect(
        found('{No}', undefined, { ...many, pages: many.names.map(() => album.pages[0]!) }, { records: 2001 }).find(
          'imprint-pictures-Photo',
        ),
      ).toMatchObject({ severity: 'look' });
    });
  });
});
