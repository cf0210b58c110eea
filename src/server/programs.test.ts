import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PileProgram, ShopFile, shopFileProblem, shopFileText, SlitProgram, type Reads } from '../core';
import { pilesWritten, ProgramForm, programsWritten, readPiles, readPrograms } from '../core/programs';
import { FOLDER, GUILLOTINE, SHOP, SLITTER } from '../core/testing';
import { numberedPages, scratch, writePdf } from '../pdf/testing';
import { closeDatabase, sql, transaction } from './db';
import { patchJob, readStored, takeIn } from './jobs';
import { jobFromArtwork } from './new-job';
import { migrate } from './migrate';
import { changeForm, forgetProgram, programFile, programsAt, programsOfJob, takePrograms } from './programs';
import { importShop, wholeShopFile } from './shop';
import { readJob } from './tables/jobs';
import { findFinisher, writeShop } from './tables/shop';
import { withServer } from './testing';
import { closeWorkers } from './workers';

const dir = scratch();
let server: Awaited<ReturnType<typeof withServer>>;
const READS: Reads = { mark: { side: 12, lead: 8, length: 12, width: 2 }, code: null };
beforeAll(async () => {
  server = await withServer();
  await migrate();
  await transaction((tx) => writeShop(tx, { ...SHOP, finishers: [FOLDER, GUILLOTINE, SLITTER] }));
});
afterAll(async () => {
  await closeWorkers();
  await closeDatabase();
  await server.stop();
});

const program = (number: number, name = `Program ${number}`): SlitProgram =>
  SlitProgram.parse({ number, name, sheet: { width: 320, height: 450 }, slits: [10, 100], crossCuts: [20, 200] });
const file = (programs: readonly SlitProgram[], reads: Reads | null = null): string =>
  programsWritten({ machine: null, reads, programs });
const numbers = async (): Promise<number[]> => (await programsAt('slitter'))!.programs.map((p) => p.number);

const pile = (name: string, measure = 100): PileProgram =>
  PileProgram.parse({
    name,
    pile: { width: 450, height: 320 },
    each: 500,
    stages: [
      {
        lies: 0,
        piles: [{ x: 0, y: 0, width: 450, height: 320 }],
        cuts: [{ turns: 0, measure, waste: false }],
      },
    ],
  });
const pileFile = (programs: readonly PileProgram[]): string => pilesWritten({ machine: 'Avocet', programs });

describe('programs of a guillotine of the shop', () => {
  it('are taken in, each in the place of the one of its name, and written as they are', async () => {
    expect(await takePrograms('guillotine', pileFile([pile('Tickets'), pile('Cards')]))).toEqual({
      programs: 2,
      reads: false,
    });
    await takePrograms('guillotine', pileFile([pile('Flyers'), pile('Cards', 120)]));
    expect((await programsAt('guillotine'))!).toEqual({
      programs: [],
      form: null,
      piles: [
        { number: 1, program: pile('Tickets') },
        { number: 2, program: pile('Cards', 120) },
        { number: 3, program: pile('Flyers') },
      ],
    });
    expect(await forgetProgram('guillotine', 1)).toBe(true);
    const written = (await programFile('guillotine'))!;
    expect([written.name, readPiles(written.text).programs.map((p) => p.name)]).toEqual([
      'Avocet',
      ['Cards', 'Flyers'],
    ]);
    // what was taken out leaves its number to the next
    await takePrograms('guillotine', pileFile([pile('Menus')]));
    expect((await programsAt('guillotine'))!.piles.map((p) => p.program.name)).toEqual(['Menus', 'Cards', 'Flyers']);
  });

  it('go with the shop’s file, into another shop', async () => {
    const whole = await wholeShopFile();
    const [loaded] = whole.programs!.filter((p) => p.machine === 'guillotine');
    expect([loaded!.programs, loaded!.piles!.map((p) => p.name)]).toEqual([[], ['Menus', 'Cards', 'Flyers']]);
    expect(shopFileProblem(JSON.parse(shopFileText(whole)))).toBeNull();
    await sql('delete from programs');
    await importShop(ShopFile.parse(whole), false);
    expect((await programsAt('guillotine'))!.piles.map((p) => p.program)).toEqual(loaded!.piles);
    await sql('delete from programs');
  });

  it('are not taken where they are none, or two of one name', async () => {
    await expect(takePrograms('guillotine', pileFile([pile('A'), pile('A', 50)]))).rejects.toThrow(
      'Two programs are called “A”',
    );
    await expect(takePrograms('guillotine', file([program(1)]))).rejects.toThrow(/not the open form of a guillotine/);
    await expect(changeForm('guillotine', null)).rejects.toThrow('Avocet reads files of the open form alone');
  });

  it('are all there when twelve files are read at once', async () => {
    const names = Array.from({ length: 12 }, (_, i) => `P${i}`);
    await Promise.all(names.map((n) => takePrograms('guillotine', pileFile([pile(n)]))));
    const { piles } = (await programsAt('guillotine'))!;
    expect(piles.map((p) => p.number)).toEqual(Array.from({ length: 12 }, (_, i) => i + 1));
    expect(piles.map((p) => p.program.name).sort()).toEqual([...names].sort());
    await sql('delete from programs');
  });
});

describe('programs of the shop', () => {
  it('are taken in from a file, each in the place of the one under its number', async () => {
    expect(await takePrograms('slitter', file([program(3), program(1)]))).toEqual({ programs: 2, reads: false });
    expect(await takePrograms('slitter', file([program(3, 'Anew'), program(7)]))).toEqual({
      programs: 2,
      reads: false,
    });
    const { programs } = (await programsAt('slitter'))!;
    expect(programs).toEqual([program(1), program(3, 'Anew'), program(7)]);
  });

  it('are all of a file or nothing of it', async () => {
    await expect(takePrograms('slitter', `${file([program(9)]).slice(0, -4)}`)).rejects.toThrow(/not well-formed/);
    const many = Array.from({ length: 499 }, (_, i) => program(100 + i));
    await expect(takePrograms('slitter', file(many))).rejects.toThrow(/would have 502 programs; it may have 500/);
    expect(await numbers()).toEqual([1, 3, 7]);
  });

  it('are taken out one by one, and go with no other machine', async () => {
    expect(await forgetProgram('slitter', 7)).toBe(true);
    expect(await forgetProgram('slitter', 7)).toBe(false);
    expect(await numbers()).toEqual([1, 3]);
    expect(await programsAt('nobody')).toBeNull();
    expect(await takePrograms('nobody', file([program(1)]))).toBeNull();
    await expect(takePrograms('folder', file([program(1)]))).rejects.toThrow(
      'Wheatear is neither slitter nor guillotine',
    );
  });

  it('teach the machine where it looks, where it looked for nothing, and never otherwise', async () => {
    expect(await takePrograms('slitter', file([program(1)], READS))).toEqual({ programs: 1, reads: true });
    expect(await findFinisher(sql, 'slitter')).toMatchObject({ reads: READS });
    const elsewhere = { ...READS, mark: { ...READS.mark, side: 99 } };
    expect(await takePrograms('slitter', file([program(1)], elsewhere))).toEqual({ programs: 1, reads: false });
    expect(await findFinisher(sql, 'slitter')).toMatchObject({ reads: READS });
    const written = (await programFile('slitter'))!;
    expect(written.name).toBe('Dunlin');
    expect(readPrograms(written.text, null)).toMatchObject({ machine: 'Dunlin', reads: READS });
  });

  it('are read as the maker’s form says, once it is known', async () => {
    const theirs = '<Store><P n="44" w="320" l="450"><C>100</C></P></Store>';
    await expect(takePrograms('slitter', theirs)).rejects.toThrow(/Say by a form/);
    const form = ProgramForm.parse({
      kind: 'odd-sparrow program form',
      version: 1,
      called: 'Made up',
      program: 'P',
      number: '@n',
      across: '@w',
      along: '@l',
      lines: [{ is: 'cross cut', each: 'C', at: '@at' }],
    });
    expect(await changeForm('nobody', form)).toBe(false);
    expect(await changeForm('slitter', form)).toBe(true);
    await expect(takePrograms('slitter', theirs)).rejects.toThrow(/nothing at @at/);
    await changeForm('slitter', { ...form, lines: [{ is: 'cross cut', each: 'C', at: '.', from: 'edge' }] });
    expect(await takePrograms('slitter', theirs)).toMatchObject({ programs: 1 });
    expect((await programsAt('slitter'))!.programs.find((p) => p.number === 44)?.crossCuts).toEqual([100]);
    expect(await changeForm('slitter', null)).toBe(true);
    expect((await programsAt('slitter'))!.form).toBeNull();
  });
});

describe('the program of a job', () => {
  async function job(): Promise<string> {
    const path = join(dir, 'card.pdf');
    writePdf(path, numberedPages(1, 241, 153));
    const { sha256, bytes } = await takeIn(createReadStream(path), null);
    const artwork = await readStored(sha256, bytes);
    return (await jobFromArtwork({ sha256, name: 'card.pdf', artwork, wish: { sheet: { stock: SHOP.stocks[2]! } } }))
      .id;
  }

  it('is written for the machine that cuts it, and is no other’s', async () => {
    const id = await job();
    expect((await programsOfJob(id))!.text).toContain('<CutPrograms xmlns="urn:odd-sparrow:cuts:1" machine="Avocet">');
    const { version: first } = (await readJob(sql, id))!;
    await patchJob(id, first, { finish: { here: false } }, 'finished elsewhere');
    await expect(programsOfJob(id)).rejects.toThrow('Nothing of this job passes a slitter or a guillotine');
    expect(await programsOfJob('00000000-0000-4000-8000-000000000000')).toBeNull();
    const { version } = (await readJob(sql, id))!;
    await patchJob(
      id,
      version,
      { finish: { here: true, route: [{ process: 'cut', machine: { ...SLITTER, mostSlits: 12, reads: READS } }] } },
      'x',
    );
    const { text, number } = (await programsOfJob(id))!;
    const read = readPrograms(text, null);
    expect(read).toMatchObject({ machine: 'Dunlin', reads: READS });
    expect(read.programs).toHaveLength(1);
    expect(read.programs[0]!.name).toBe(`${number} Card`);
    expect(read.programs[0]!.number).toBeGreaterThanOrEqual(5000);
  });

  it('leaves it printed as it is where only defaults came', async () => {
    const id = await job();
    const { version } = (await readJob(sql, id))!;
    await patchJob(id, version, { finish: { here: true, route: [{ process: 'cut', machine: SLITTER }] } }, 'x');
    const { docket } = (await readJob(sql, id))!;
    const old = JSON.parse(JSON.stringify(docket)) as {
      product: { lines?: unknown };
      finish: { route: { machine: Record<string, unknown> }[] };
    };
    delete old.product.lines;
    for (const key of ['guide', 'scores', 'perforates', 'nearestScores', 'reads'])
      delete old.finish.route[0]!.machine[key];
    const same = async (a: unknown, b: unknown): Promise<unknown> =>
      (
        await sql<{ same: boolean }>('select printed_of($1::jsonb) = printed_of($2::jsonb) as same', [
          JSON.stringify(a),
          JSON.stringify(b),
        ])
      )[0]!.same;
    expect(await same(docket, old)).toBe(true);
    const read = JSON.parse(JSON.stringify(docket)) as typeof old;
    read.finish.route[0]!.machine.reads = READS;
    expect(await same(read, old)).toBe(false);
    const scored = JSON.parse(JSON.stringify(docket)) as typeof old;
    scored.product.lines = [{ kind: 'score', runs: 'level', at: 20 }];
    expect(await same(scored, old)).toBe(false);
    // a guillotine from before it could have a false clamp
    const cut = { ...docket, finish: { here: true, route: [{ process: 'cut', machine: GUILLOTINE }] } };
    const bare = JSON.parse(JSON.stringify(cut)) as typeof old;
    delete bare.finish.route[0]!.machine.bareClamp;
    delete bare.finish.route[0]!.machine.memory;
    expect(await same(cut, bare)).toBe(true);
  });
});

describe('a shop’s file', () => {
  it('carries what slitters are loaded with, and brings it back whole or not at all', async () => {
    const before = (await programsAt('slitter'))!;
    expect(before.programs.length).toBeGreaterThan(0);
    const whole = ShopFile.parse(JSON.parse(shopFileText(await wholeShopFile())));
    expect(whole.programs).toEqual([{ machine: 'slitter', programs: before.programs, form: before.form }]);
    for (const { number } of before.programs) await forgetProgram('slitter', number);
    await changeForm('slitter', null);
    expect((await wholeShopFile()).programs).toBeUndefined();
    await importShop(whole, false);
    expect(await programsAt('slitter')).toEqual(before);
    const many = Array.from({ length: 500 }, (_, i) => program(3000 + i));
    const more = { ...whole, programs: [{ machine: 'slitter', programs: many, form: null }] };
    await expect(importShop(more, false)).rejects.toThrow(/may have 500/);
    const wrong = { ...whole, programs: [{ machine: 'slitter', programs: [], form: { called: 3 } }] };
    await expect(importShop(wrong, false)).rejects.toThrow(/The form of the files of slitter is none/);
    expect(await programsAt('slitter')).toEqual(before);
  });

  it('says which machine is loaded with what cannot be', () => {
    const broken = { ...whole0, programs: [{ machine: 'slitter', programs: [{ number: 0 }], form: null }] };
    expect(shopFileProblem(broken)).toMatch(/^What slitter is loaded with: programs 0 number: /);
  });
});
const whole0 = { kind: 'odd-sparrow shop', version: 1, house: {}, stocks: [], machines: [], finishers: [] };
