import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { cpSync, existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { SHOP, SLITTER } from '../src/core/testing';
import { run as commandLine } from '../src/cli/program';
import { PRESS, SRGB } from '../src/pdf/icc/testing';
import { numberedPages, run, scratch, wordsOf, writePdf } from '../src/pdf/testing';

const dir = scratch();
const here = import.meta.dirname;
const worker = join(here, '../dist/workers/pdf.mjs');

/** Runs the command line in this process: starting Node.js takes longer than what most of these do. */
async function cli(...args: string[]) {
  let stdout = '';
  let stderr = '';
  const out = (text: string): void => void (stdout += text);
  const err = (text: string): void => void (stderr += text);
  const status = await commandLine(args, { out, err, worker });
  return { status, stdout, stderr };
}

interface Printed {
  readonly up: number;
  readonly sections: readonly { kind: string }[];
  readonly sheets: readonly ({ work: string; turn: string; sides: 1 | 2 } & Record<
    'front' | 'back',
    { cells: { page: number | null; reading: number; trim: { x: number; y: number; width: number; height: number } }[] }
  >)[];
  readonly findings: readonly { id: string; severity: string }[];
}
const planOf = async (file: string): Promise<Printed> => {
  const { status, stdout, stderr } = await cli('plan', join(dir, file));
  expect([status, stderr]).toEqual([0, '']);
  return JSON.parse(stdout) as Printed;
};

beforeAll(() => {
  cpSync(join(here, 'examples'), dir, { recursive: true });
  writePdf(join(dir, 'eight-pages.pdf'), numberedPages(8));
  writePdf(join(dir, 'ten-pages.pdf'), numberedPages(10));
  writePdf(join(dir, 'thirty-six-pages.pdf'), numberedPages(36));
  writePdf(join(dir, 'a4-pages.pdf'), numberedPages(8, 595.28, 841.89, 0));
});

/** A shop with a press of plates beside the machine that the examples name. */
const PRESS_SHOP = {
  stocks: [{ ...SHOP.stocks[2], id: 'b2', format: 'B2', width: 720, height: 520, grammage: 135 }, SHOP.stocks[2]],
  machines: [
    SHOP.machines[0],
    {
      ...SHOP.machines[0],
      id: 'press',
      name: 'Curlew',
      largest: { width: 740, height: 600 },
      press: { plate: { width: 1030, height: 790 }, gripper: 48, across: 0 },
    },
  ],
  finishers: [],
};

describe('the examples of the docket file', () => {
  const examples = readdirSync(join(here, 'examples')).filter((f) => f.endsWith('.json'));
  it('are nine', () => expect(examples).toHaveLength(9));

  it.each(examples)('%s is planned and imposed, the words where the plan says', async (file) => {
    const printed = await planOf(file);
    expect(printed.findings.filter((f) => f.severity === 'stop')).toEqual([]);
    const out = join(dir, `${file}.pdf`);
    expect(await cli('impose', join(dir, file), '-o', out)).toMatchObject({ status: 0, stderr: '' });
    expect(run('qpdf', '--check', out)).toContain('No syntax');
    const sides = wordsOf(out);
    const each = printed.sheets.some((s) => s.sides === 2) ? 2 : 1;
    expect(sides).toHaveLength(each * printed.sheets.length);
    printed.sheets.forEach((sheet, s) =>
      (['front', 'back'] as const).slice(0, each).forEach((name, k) => {
        for (const { page, trim } of sheet[name].cells) {
          const inside = sides[each * s + k]!.words.filter(
            (w) =>
              w.x > trim.x &&
              w.x < trim.x + trim.width &&
              w.y > trim.y &&
              w.y < trim.y + trim.height &&
              /^\d+$/.test(w.text),
          );
          expect(inside.map((w) => w.text)).toEqual(page === null ? [] : [String(page)]);
        }
      }),
    );
  });

  it('two-up.json lies two up, awkward-count.json keeps page 10 outside', async () => {
    expect((await planOf('two-up.json')).up).toBe(2);
    const outer = (await planOf('awkward-count.json')).sheets[0]!.front.cells.map((c) => c.page);
    expect(outer.sort((a, b) => a! - b!)).toEqual([1, 10]);
  });

  it('perfect-bound.json has a cover and four sections; wire-and-tabs.json two tabs; version 1 is read as well', async () => {
    const kinds = async (file: string): Promise<string[]> => (await planOf(file)).sections.map((s) => s.kind);
    expect(await kinds('perfect-bound.json')).toEqual(['cover', 'text', 'text', 'text', 'text']);
    expect(await kinds('wire-and-tabs.json')).toEqual(['tab', 'text', 'text', 'tab', 'text', 'text']);
    const old = JSON.parse(readFileSync(join(here, 'examples/bound-at-the-top.json'), 'utf8')) as { version: number };
    expect(old.version).toBe(1);
    // each sheet says how it is turned
    const turns = async (file: string) => [...new Set((await planOf(file)).sheets.map((s) => `${s.work} ${s.turn}`))];
    expect(await turns('bound-at-the-top.json')).toEqual(['sheetwise tumble']);
    expect(await turns('two-up.json')).toEqual(['sheetwise turn']);
  });

  it('cut-and-stack.json comes in order when its piles lie on each other; shared-run.json gives what is wanted', async () => {
    const { stdout } = await cli('plan', join(dir, 'cut-and-stack.json'));
    const { sheets } = JSON.parse(stdout) as { sheets: { piles: (number | null)[] }[] };
    // four up: five sheets, their piles from the first place on
    expect(sheets).toHaveLength(5);
    const order = [0, 1, 2, 3].flatMap((k) => sheets.flatMap((s) => s.piles[k] ?? []));
    expect(order).toEqual(Array.from({ length: 18 }, (_, i) => i + 1));
    const shared = JSON.parse((await cli('plan', join(dir, 'shared-run.json'))).stdout) as {
      pieces: { ordered: number; made: number }[];
      fewestSheets: number;
      sheets: { prints: number }[];
    };
    expect(shared.pieces.map((p) => [p.ordered, p.made >= p.ordered])).toEqual([
      [300, true],
      [100, true],
      [100, true],
      [50, true],
    ]);
    // 550 in four places
    expect(shared.fewestSheets).toBe(138);
    expect(shared.sheets.reduce((n, s) => n + s.prints, 0)).toBe(138);
  });

  it('numbered-tickets.json has every guest once, with a check digit; another table and some records by themselves', async () => {
    const file = join(dir, 'numbered-tickets.json');
    const out = join(dir, 'tickets.pdf');
    const said = async (...more: string[]): Promise<string> => {
      expect(await cli('impose', file, '-o', out, ...more)).toMatchObject({ status: 0, stderr: '' });
      return run('pdftotext', '-raw', out, '-').replaceAll(/\s+/g, ' ');
    };
    const all = await said();
    const numbers = (text: string): string[] => [...new Set(text.match(/T-\d{4}[\dX]/g))].sort();
    expect(numbers(all)).toHaveLength(40);
    // 0001: 1 × 2, 9 to 11; 0005: 5 × 2, 1 to 11; 0006: 12, ten to 22; 0041 would be 8
    expect(numbers(all).slice(0, 6)).toEqual(['T-00019', 'T-00027', 'T-00035', 'T-00043', 'T-00051', 'T-0006X']);
    expect(all).toContain('Ottoline Wren Table Ruff, north');
    expect(all).toContain('Dr Ottoline Tern');
    // Nan Tern is the ninth and has no seat: the comma goes with it
    expect(all).toMatch(/Nan Tern Table Knot Page/);
    expect(numbers(await said('--only', '6, 39-40'))).toEqual(['T-0006X', 'T-00396', 'T-0040X']);
    const other = join(dir, 'other.csv');
    writeFileSync(other, 'Title,Name,Table,Seat\n,Somebody Else,Table 1,seat 1\n');
    const one = await said('--table', other);
    expect(numbers(one)).toEqual(['T-00019']);
    expect(one).toContain('Somebody Else');
    expect((await cli('impose', file, '-o', out, '--only', 'x')).stderr).toContain('say records as 341-360');
    expect((await cli('impose', file, '-o', out, '--table', join(dir, 'no.csv'))).stderr).toContain('is not there');
    writeFileSync(other, 'Title\n');
    expect((await cli('impose', file, '-o', out, '--table', other)).stderr).toContain('no rows');
    const dot = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#f00' } })
      .png()
      .toBuffer();
    // with pictures out of a ZIP, each guest's by a name
    const pictured = join(dir, 'pictured.json');
    const plain = JSON.parse(readFileSync(file, 'utf8')) as { imprint: { prints: object[] } };
    const photo = {
      name: 'Photo',
      text: '{Photo}',
      says: { kind: 'picture', width: 20, height: 20 },
      anchor: 'centre',
    };
    const album = { name: 'photos.zip', path: 'photos.zip' };
    const imprint = { ...plain.imprint, album, prints: [...plain.imprint.prints, photo] };
    writeFileSync(pictured, JSON.stringify({ ...plain, imprint }));
    writeFileSync(join(dir, 'photos.zip'), zipSync({ 'wren.png': dot, 'tern.png': dot }));
    writeFileSync(other, 'Title,Name,Table,Seat,Photo\n,Ada Wren,T,s,wren.png\n,Bo Tern,T,s,tern.png\n');
    const arguments_ = ['impose', pictured, '-o', out, '--table', other];
    expect(await cli(...arguments_)).toMatchObject({ status: 0, stderr: '' });
    expect(run('pdfimages', '-list', out).trim().split('\n')).toHaveLength(2 + 2);
    writeFileSync(other, 'Title,Name,Table,Seat,Photo\n,Ada Wren,T,s,wren.png\n,Bo Tern,T,s,gull.png\n');
    expect((await cli(...arguments_)).stderr).toContain('1 picture of “Photo” is missing: gull.png');
    expect((await cli(...arguments_, '--anyway')).stderr).toContain('There is no picture called “gull.png”');
    const docket = JSON.parse(readFileSync(file, 'utf8')) as { product: object };
    const parts = ['Ours', 'Yours'].map((name) => ({ name }));
    const slips = join(dir, 'slips.json');
    writeFileSync(slips, JSON.stringify({ ...docket, product: { ...docket.product, parts } }));
    const sets = JSON.parse((await cli('plan', slips, '--only', '7-8')).stdout) as { pieces: object[] };
    expect(sets.pieces).toMatchObject([
      { record: 7, set: 1, part: 1, front: { page: 1 } },
      { record: 7, set: 1, part: 2 },
      { record: 8, set: 2, part: 1 },
      { record: 8, set: 2, part: 2 },
    ]);
    const { pieces } = JSON.parse((await cli('plan', file, '--only', '7-8')).stdout) as {
      pieces: { record: number }[];
    };
    expect(pieces.map((p) => p.record)).toEqual([7, 8]);
  });

  it('writes fronts by themselves for a machine that prints one side', async () => {
    const out = join(dir, 'fronts.pdf');
    expect(await cli('impose', join(dir, 'two-up.json'), '-o', out, '--sides', 'fronts')).toMatchObject({ status: 0 });
    expect(wordsOf(out)).toHaveLength(2);
  });

  it('says that there are no backs where one side is printed', async () => {
    const file = join(dir, 'fronts-only.json');
    const docket = JSON.parse(readFileSync(join(dir, 'two-up.json'), 'utf8')) as { sheet: object };
    writeFileSync(file, JSON.stringify({ ...docket, sheet: { ...docket.sheet, work: 'one-sided' } }));
    const out = join(dir, 'no-backs.pdf');
    const { status, stderr } = await cli('impose', file, '-o', out, '--sides', 'backs');
    expect(status).toBe(2);
    expect(stderr).toContain('one side is printed, and there are no backs');
    expect(existsSync(out)).toBe(false);
  });

  it('stops with status 3 where paper would be spoilt, and imposes it anyway', async () => {
    const file = join(dir, 'wrong-fold.json');
    const docket = JSON.parse(readFileSync(join(dir, 'perfect-bound.json'), 'utf8')) as { product: object };
    writeFileSync(file, JSON.stringify({ ...docket, product: { ...docket.product, fold: '8-swan-neck' } }));
    const out = join(dir, 'wrong-fold.pdf');
    const { status, stderr } = await cli('impose', file, '-o', out);
    const stops = (await planOf('wrong-fold.json')).findings.filter((f) => f.severity === 'stop');
    expect(status).toBe(3);
    expect(stops.map((f) => f.id)).toContain('fold-unknown');
    expect(stderr.trim().split('\n')).toHaveLength(stops.length + 1);
    expect(stderr).toContain('8-swan-neck');
    expect(existsSync(out)).toBe(false);
    expect(await cli('impose', file, '-o', out, '--anyway')).toMatchObject({ status: 0, stderr: '' });
    expect(existsSync(out)).toBe(true);
  });
});

describe('the command line', () => {
  it('prints the schema that the examples satisfy', async () => {
    const { status, stdout } = await cli('schema');
    const schema = JSON.parse(stdout) as { type: string; required: string[] };
    expect([status, schema.type]).toEqual([0, 'object']);
    const example = JSON.parse(readFileSync(join(here, 'examples/two-up.json'), 'utf8')) as object;
    expect(schema.required.sort()).toEqual(Object.keys(example).sort());
  });

  const complaint = async (...args: string[]): Promise<string> => {
    const { status, stderr, stdout } = await cli(...args);
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr.trim().split('\n')).toHaveLength(1);
    return stderr;
  };
  const changed = (name: string, change: (d: Record<string, Record<string, unknown>>) => void): string => {
    const docket = JSON.parse(readFileSync(join(here, 'examples/two-up.json'), 'utf8')) as Record<
      string,
      Record<string, unknown>
    >;
    change(docket);
    writeFileSync(join(dir, name), JSON.stringify(docket));
    return join(dir, name);
  };

  it('says in one line what is wrong, with status 2', async () => {
    expect(await complaint('plan', join(dir, 'nothing.json'))).toContain('nothing.json is not there');
    writeFileSync(join(dir, 'broken.json'), '{"kind": ');
    expect(await complaint('plan', join(dir, 'broken.json'))).toContain('is not JSON');
    expect(
      await complaint(
        'plan',
        changed('copies.json', (d) => (d.product!.copies = 0)),
      ),
    ).toContain('product.copies');
    expect(
      await complaint(
        'plan',
        changed('odd.json', (d) => (d.product!.colour = 'red')),
      ),
    ).toMatch(/product.*colour/);
    expect(
      await complaint(
        'plan',
        changed('gone.json', (d) => (d.artwork!.file = { name: 'x', path: 'x.pdf' })),
      ),
    ).toContain('x.pdf is not there');
    writeFileSync(join(dir, 'letter.txt'), 'Dear printer');
    expect(
      await complaint(
        'plan',
        changed('text.json', (d) => (d.artwork!.file = { name: 'x', path: 'letter.txt' })),
      ),
    ).toContain('neither a PDF');
    run('qpdf', '--encrypt', 'sesame', 'o', '256', '--', join(dir, 'eight-pages.pdf'), join(dir, 'locked.pdf'));
    expect(
      await complaint(
        'plan',
        changed('locked.json', (d) => (d.artwork!.file = { name: 'x', path: 'locked.pdf' })),
      ),
    ).toContain('artwork.file.password');
    expect(await complaint('impose', join(dir, 'two-up.json'), '-o', join(dir, 'no/such/folder.pdf'))).toContain(
      'folder.pdf is not there',
    );
    expect(await complaint('impose', join(dir, 'two-up.json'))).toContain('--output');
    expect(await complaint('frobnicate')).toContain('frobnicate');
    expect(existsSync(join(dir, 'no'))).toBe(false);
  });

  it('opens a locked file with the docket’s password', async () => {
    const file = changed(
      'unlocked.json',
      (d) => (d.artwork!.file = { name: 'x', path: 'locked.pdf', password: 'sesame' }),
    );
    expect(await cli('impose', file, '-o', join(dir, 'unlocked.pdf'))).toMatchObject({ status: 0, stderr: '' });
    expect(wordsOf(join(dir, 'unlocked.pdf'))[0]!.words.length).toBeGreaterThan(0);
  });

  it('makes a poster of a page, panel by panel', async () => {
    const file = changed('poster.json', (d) => {
      // the first of the pages, 148 × 210, at three times its size
      const only = [{ kind: 'pages', file: 0, from: 1, to: 1, turn: 0 }];
      Object.assign(d, {
        artwork: { ...d.artwork, fit: 'fill' },
        product: {
          kind: 'poster',
          copies: 2,
          finished: { width: 444, height: 630 },
          bleed: 3,
          overlap: 15,
          pages: only,
        },
      });
    });
    const { stdout, status } = await cli('plan', file);
    expect(status).toBe(0);
    const printed = JSON.parse(stdout) as {
      columns: number;
      rows: number;
      panels: { name: string }[];
      sheets: object[];
    };
    // of 320 × 450, upright, there are 297 × 428 for a panel: (444 − 15) ÷ 282 → 2 by (630 − 15) ÷ 413 → 2
    expect([printed.columns, printed.rows, printed.sheets.length]).toEqual([2, 2, 4]);
    expect(printed.panels.map((p) => p.name)).toEqual(['A1', 'A2', 'B1', 'B2']);
    const out = join(dir, 'poster.pdf');
    expect(await cli('impose', file, '-o', out)).toMatchObject({ status: 0, stderr: '' });
    expect(run('qpdf', '--check', out)).toContain('No syntax');
    expect(wordsOf(out)).toHaveLength(4);
  });

  it('makes a docket of an order, and writes its layout and a PDF for every form', async () => {
    writePdf(join(dir, 'berth-notices.pdf'), numberedPages(2, 350 / 0.3528, 500 / 0.3528));
    const shop = join(dir, 'order-shop.json');
    writeFileSync(shop, JSON.stringify(PRESS_SHOP));
    const docket = join(dir, 'notices.json');
    const ticket = join(here, 'examples/orders/notices.xjdf');
    const made = ['order', ticket, '--artwork', join(dir, 'berth-notices.pdf'), '--shop', shop, '-o', docket];
    expect(await cli(...made)).toEqual({ status: 0, stdout: '', stderr: '' });
    expect(JSON.parse(readFileSync(docket, 'utf8'))).toMatchObject({
      order: { number: '26-118' },
      customer: 'Gullcroft Harbour Office',
      product: { kind: 'flat', copies: 300, quantities: [{ piece: 2, copies: 200 }] },
      sheet: { machine: { press: { plate: { width: 1030, height: 790 } } }, inks: { back: [] } },
    });
    const zip = join(dir, 'forms.zip');
    expect(await cli('impose', docket, '--forms', '-o', zip)).toMatchObject({ status: 0, stderr: '' });
    const forms = Object.entries(unzipSync(readFileSync(zip)));
    expect(forms.map(([name]) => name)).toEqual(['form-1.pdf', 'form-2.pdf']);
    for (const [i, [name, bytes]] of forms.entries()) {
      writeFileSync(join(dir, name), bytes);
      expect(run('qpdf', '--check', join(dir, name))).toContain('No syntax');
      // the plate of 1,030 × 790 mm, in points
      const [, width, height] = /Page size: +([\d.]+) x ([\d.]+)/.exec(run('pdfinfo', join(dir, name)))!;
      expect([Math.round(Number(width)), Math.round(Number(height))]).toEqual([2920, 2239]);
      expect(wordsOf(join(dir, name))[0]!.words.map((w) => w.text)).toContain(String(i + 1));
    }
    // plates: the inks of the ticket are 4/0, and its pages print in black alone
    const plates = join(dir, 'plates.pdf');
    expect(await cli('impose', docket, '--plates', '-o', plates)).toEqual({ status: 0, stdout: '', stderr: '' });
    const plain = run('qpdf', '--qdf', '--object-streams=disable', plates, '-');
    const CMYK = ['Cyan', 'Magenta', 'Yellow', 'Black'];
    expect([...plain.matchAll(/\/DeviceColorant \/(\w+)/g)].map((m) => m[1])).toEqual([...CMYK, ...CMYK]);
    expect(wordsOf(plates)[3]!.words.map((w) => w.text)).toContain('1');
    const apart = join(dir, 'plates.zip');
    expect(await cli('impose', docket, '--plates', '--forms', '-o', apart)).toMatchObject({ status: 0, stderr: '' });
    expect(Object.keys(unzipSync(readFileSync(apart)))).toEqual(['form-1.pdf', 'form-2.pdf']);
    const layout = join(dir, 'notices-out.jdf');
    expect(await cli('layout', docket, '--as', 'jdf', '-o', layout)).toMatchObject({ status: 0, stderr: '' });
    expect(new Set([...readFileSync(layout, 'utf8').matchAll(/ Ord="(\d)"/g)].map((m) => m[1]))).toEqual(
      new Set(['0', '1']),
    );
  });

  it('writes no ZIP and no proof over a pipe or a device, and proofs on paper that there is', async () => {
    const job = join(dir, 'two-up.json');
    for (const how of [['--forms'], ['--plates'], ['--proof', 'scaled']])
      expect(await cli('impose', job, ...how, '-o', '/dev/null')).toMatchObject({
        status: 2,
        stderr: expect.stringContaining('/dev/null is no file') as string,
      });
    expect(statSync('/dev/null').isFile()).toBe(false);
    const proof = join(dir, 'proof.pdf');
    expect(await cli('impose', job, '--proof', 'scaled', '--paper', 'a5', '-o', proof)).toMatchObject({ status: 0 });
    expect(
      wordsOf(proof)[0]!
        .words.map((w) => w.text)
        .join(' '),
    ).toContain('Proof, not for print');
    expect(await cli('impose', job, '--proof', 'scaled', '--paper', 'tiny', '-o', proof)).toMatchObject({ status: 2 });
  });

  it('tells the cuts as JSON and as a card, and says where nothing is cut', async () => {
    const { status, stdout, stderr } = await cli('cuts', join(dir, 'cut-and-stack.json'));
    expect([status, stderr]).toEqual([0, '']);
    const [sheet] = JSON.parse(stdout) as {
      paper: { width: number; height: number };
      cuts: { number: number; measure: number; before: string | null }[];
      pieces: { x: number; y: number; width: number; height: number; pile: number }[];
    }[];
    expect(sheet!.cuts.map((c) => c.number)).toEqual(sheet!.cuts.map((_, i) => i + 1));
    expect(sheet!.cuts[0]!.before).toBe('Left edge (side lay) to the gauge');
    // from the side lay to the outermost trim on the other side
    expect(sheet!.cuts[0]!.measure).toBeCloseTo(Math.max(...sheet!.pieces.map((p) => p.x + p.width)), 3);
    expect(sheet!.pieces.map((p) => p.pile).sort((a, b) => a - b)).toEqual(sheet!.pieces.map((_, i) => i + 1));
    const card = join(dir, 'cuts.pdf');
    expect(await cli('cuts', join(dir, 'cut-and-stack.json'), '--card', card, '--unit', 'in')).toMatchObject({
      status: 0,
      stdout: '',
    });
    expect(run('pdftotext', '-layout', card, '-')).toContain(`${(sheet!.cuts[0]!.measure / 25.4).toFixed(3)} in`);
    const whole = join(dir, 'whole.json');
    const docket = JSON.parse(readFileSync(join(dir, 'two-up.json'), 'utf8')) as { sheet: object; finish: object };
    const one = { ...docket, sheet: { ...docket.sheet, up: 'one' } };
    writeFileSync(whole, JSON.stringify(one));
    // what is not cut flat is stitched all the same
    const [stitcher] = JSON.parse((await cli('cuts', whole)).stdout) as {
      what: string;
      figures: { label: string }[];
    }[];
    expect(stitcher!.what).toMatch(/^Stitch [\d\s]+ booklets of \d+ sheets$/);
    expect(stitcher!.figures.map((f) => f.label)).toEqual(expect.arrayContaining(['Stitch 1', 'Stitch 2', 'Fold']));
    writeFileSync(whole, JSON.stringify({ ...one, finish: { ...docket.finish, here: false } }));
    expect(await cli('cuts', whole)).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('no machine here cuts, folds or binds it') as string,
    });
  });

  it('writes the programs of a slitter, and tells what a file of programs says', async () => {
    const docket = JSON.parse(readFileSync(join(dir, 'cut-and-stack.json'), 'utf8')) as Record<string, object>;
    const slit = join(dir, 'slit.json');
    const machine = { ...SLITTER, largest: { width: 500, height: 700 }, mostSlits: 100, mostCrossCuts: 100 };
    const product = { ...docket.product, lines: [{ kind: 'score', runs: 'level', at: 20 }] };
    const route = ['cut', 'score'].map((process) => ({
      process,
      machine: { ...machine, scores: { along: 50, across: 50 } },
    }));
    writeFileSync(slit, JSON.stringify({ ...docket, product, finish: { here: true, route } }));
    const xml = join(dir, 'programs.xml');
    expect(await cli('cuts', slit, '--programs', xml)).toEqual({ status: 0, stdout: '', stderr: '' });
    const [setup] = JSON.parse((await cli('cuts', slit)).stdout) as {
      slits: number[];
      crossCuts: number[];
      scores: { along: number[]; across: number[] };
      program: { number: number };
    }[];
    const { status, stdout } = await cli('programs', xml);
    expect(status).toBe(0);
    const { programs } = JSON.parse(stdout) as { programs: (typeof setup & { number: number })[] };
    const [program] = programs;
    expect(program!.number).toBe(setup!.program.number);
    setup!.slits.forEach((v, i) => expect(program!.slits[i]).toBeCloseTo(v, 3));
    setup!.crossCuts.forEach((v, i) => expect(program!.crossCuts[i]).toBeCloseTo(v, 3));
    expect(setup!.scores.along.length + setup!.scores.across.length).toBeGreaterThan(0);
    setup!.scores.across.forEach((v, i) => expect(program!.scores.across[i]).toBeCloseTo(v, 3));

    const [theirs, form] = ['bench-cutter.xml', 'bench-cutter.form.json'].map((f) => join(dir, 'programs', f));
    expect((await cli('programs', theirs!)).stderr).toContain('not the open form of programs');
    expect(JSON.parse((await cli('programs', theirs!, '--form', form!)).stdout)).toMatchObject({
      programs: [{ number: 7, slits: [20, 105, 190] }],
    });
    const piles = await cli('programs', join(dir, 'cuts', 'avocet.xml'));
    expect(JSON.parse(piles.stdout)).toMatchObject({ machine: 'Avocet', programs: [{ pile: { width: 450 } }] });
    expect((await cli('programs', theirs!, '--form', theirs!)).stderr).toContain('is not JSON');
    expect((await cli('programs', join(dir, 'none.xml'))).status).toBe(2);
    // of a guillotine it is its cuts
    expect(await cli('cuts', join(dir, 'cut-and-stack.json'), '--programs', xml)).toMatchObject({
      status: 0,
      stderr: '',
    });
    expect(readFileSync(xml, 'utf8')).toContain('<CutPrograms xmlns="urn:odd-sparrow:cuts:1"');
    run('xmllint', '--noout', '--schema', 'docs/cuts.xsd', xml);
    writeFileSync(slit, JSON.stringify({ ...docket, finish: { here: false, route: [] } }));
    expect((await cli('cuts', slit, '--programs', xml)).stderr).toContain('Nothing of it is cut here');
  });

  it('writes PPF that Ghostscript runs, with the blocks that the cuts give', async () => {
    const docket = join(dir, 'cut-and-stack.json');
    const [sheet] = JSON.parse((await cli('cuts', docket)).stdout) as {
      sheets: number[];
      paper: { width: number; height: number };
      pieces: { x: number; y: number; width: number; height: number }[];
    }[];
    const ppf = join(dir, 'cuts.ppf');
    expect(await cli('layout', docket, '--as', 'ppf', '-o', ppf)).toMatchObject({ status: 0, stderr: '' });
    // PPF is PostScript: its operators, made to say what they are given
    const reader = join(dir, 'reader.ps');
    writeFileSync(
      reader,
      `/say { 40 string cvs print ( ) print } bind def
      /CIP3BeginSheet { (sheet ) print } def /CIP3EndSheet { CIP3AdmPaperExtent { say } forall CIP3AdmSheetName print (\n) print } def
      /CIP3BeginFront {} def /CIP3EndFront {} def /CIP3BeginBack {} def /CIP3EndBack {} def
      /CIP3BeginRegisterMarks {} def /CIP3EndRegisterMarks {} def /CIP3PlaceRegisterMark { pop pop pop pop } def
      /CIP3BeginCutData {} def /CIP3EndCutData {} def /CIP3BeginCutBlock {} def
      /CIP3EndCutBlock { (block ) print CIP3BlockTrf 4 get say CIP3BlockTrf 5 get say CIP3BlockSize { say } forall (\n) print } def\n`,
    );
    const said = run('gs', '-q', '-dNODISPLAY', '-dBATCH', '-dNOPAUSE', '-dSAFER', reader, ppf).trim().split('\n');
    const number = (line: string): number[] => line.match(/-?\d+\.?\d*/g)!.map((v) => (Number(v) * 25.4) / 72);
    const blocks = said.filter((l) => l.includes('block')).map((l) => number(l.slice(l.indexOf('block'))));
    const { pieces, sheets, paper } = sheet!;
    expect(blocks).toHaveLength(pieces.length * sheets.length);
    pieces.forEach((p, i) => {
      [p.x, p.y, p.width, p.height].forEach((v, k) => expect(blocks[i]![k]).toBeCloseTo(v, 2));
    });
    const ends = said.filter((l) => / S\d+$/.test(l));
    expect(ends.map((l) => l.split(' ').at(-1))).toEqual(sheets.map((n) => `S${n}`));
    const [width, height] = number(ends[0]!.replace(/ S\d+$/, ''));
    expect([width, height]).toEqual([expect.closeTo(paper.width, 2), expect.closeTo(paper.height, 2)]);
  });

  it('wants to know which of several orders', async () => {
    const several = join(here, 'examples/orders/week.csv');
    const shop = join(dir, 'order-shop.json');
    writeFileSync(shop, JSON.stringify(PRESS_SHOP));
    const with_ = (...more: string[]) =>
      cli(
        'order',
        several,
        '--artwork',
        join(dir, 'eight-pages.pdf'),
        '--shop',
        shop,
        '-o',
        join(dir, 'x.json'),
        ...more,
      );
    expect(await with_()).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('has 2 orders: say which by --number'),
    });
    expect(await with_('--number', '1')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('has no order 1.'),
    });
    expect(await with_('--number', '26-119')).toMatchObject({ status: 0 });
  });

  it('helps', async () => {
    const { status, stdout } = await cli('--help');
    expect(status).toBe(0);
    expect(stdout).toContain('impose');
  });

  it('is a program, too', () => {
    const program = (...args: string[]) =>
      spawnSync('node', [join(here, '../bin/odd-sparrow'), ...args], { encoding: 'utf8' });
    expect(program('frobnicate')).toMatchObject({
      status: 2,
      stdout: '',
      stderr: expect.stringContaining('frobnicate'),
    });
    const out = join(dir, 'by-the-program.pdf');
    expect(program('impose', join(dir, 'two-up.json'), '-o', out)).toMatchObject({ status: 0, stdout: '', stderr: '' });
    expect(run('qpdf', '--check', out)).toContain('No syntax');
  });
});

describe('colours are brought to a press from the command line', () => {
  const light = '1 0 0 rg 20 20 100 100 re f';
  const made = (name: string, colour: object | null): string => {
    const docket = JSON.parse(readFileSync(join(dir, 'two-up.json'), 'utf8')) as { artwork: object };
    const artwork = { ...docket.artwork, file: { name: 'light.pdf', path: 'light.pdf' }, more: [], colour };
    writeFileSync(join(dir, name), JSON.stringify({ ...docket, artwork }));
    return join(dir, name);
  };
  const plain = (out: string): string => run('qpdf', '--qdf', '--object-streams=disable', out, '-');
  const out = join(dir, 'brought.pdf');
  beforeAll(() => {
    const pages = Array.from({ length: 8 }, () => ({ entries: '/MediaBox[0 0 420 595]', content: light }));
    writePdf(join(dir, 'light.pdf'), pages);
  });

  it('by a profile that is named, whatever the docket says', async () => {
    const docket = made('light.json', null);
    expect((await cli('impose', docket, '-o', out, '--anyway')).status).toBe(0);
    expect(/\brg\b/.test(plain(out))).toBe(true);
    const { status, stderr } = await cli('impose', docket, '-o', out, '--anyway', '--profile', PRESS);
    expect([status, stderr]).toEqual([0, '']);
    expect([/\brg\b/.test(plain(out)), plain(out).includes('/GTS_PDFX')]).toEqual([false, true]);
  });

  it('by the docket’s own, found by its content beside it and among the system’s', async () => {
    const bytes = readFileSync(PRESS);
    const other = Buffer.from(bytes);
    // other content: another rendering intent in its header
    other[67] = 2;
    writeFileSync(join(dir, 'our press.icc'), other);
    const sha = (of: Uint8Array): string => createHash('sha256').update(of).digest('hex');
    for (const sha256 of [sha(bytes), sha(other)]) {
      const docket = made('own.json', { profile: { name: 'Ours', sha256 } });
      const { status, stderr } = await cli('impose', docket, '-o', out, '--anyway');
      expect([status, stderr]).toEqual([0, '']);
      expect(/\brg\b/.test(plain(out))).toBe(false);
    }
  });

  it('and says which profile is missing, and which is none', async () => {
    const gone = made('gone.json', { profile: { name: 'Ours', sha256: 'e'.repeat(64) } });
    const { status, stderr } = await cli('impose', gone, '-o', join(dir, 'never.pdf'), '--anyway');
    expect(status).toBe(2);
    expect(stderr).toContain('the profile “Ours” lies neither beside the docket nor among the system’s');
    expect(existsSync(join(dir, 'never.pdf'))).toBe(false);
    const none = await cli('impose', gone, '-o', out, '--profile', join(dir, 'light.pdf'));
    expect([none.status, none.stderr.includes('It is no ICC profile.')]).toEqual([2, true]);
    const screen = await cli('impose', gone, '-o', out, '--profile', SRGB);
    expect([screen.status, screen.stderr.includes('of no press')]).toEqual([2, true]);
  });
});
