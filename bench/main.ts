import { execFileSync, spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import {
  asLargeAs,
  BINDING_CHOICES,
  Counter,
  cutsOf,
  Finisher,
  Imprint,
  inspect,
  mark,
  patched,
  PlacedMark,
  plan,
  reckon,
  sectionPlansFor,
  stepOn,
  type Artwork,
  type Docket,
  type DocketOf,
  type Patch,
} from '../src/core';
import { artworkOf, docketFor, flatDocketFor, posterDocketFor, SHOP } from '../src/core/testing';
import { rasterise, readArtwork } from '../src/pdf';
import { writePages, writePicture } from './inputs';
import { makingReady } from './ready';

/** Prints what is fast and what is not: imposing as ratios to `qpdf IN OUT` on the same file in one run. */
const root = join(import.meta.dirname, '..', '..');
const dir = join(root, 'var', 'bench');
mkdirSync(dir, { recursive: true });

const median = (figures: readonly number[]): number =>
  [...figures].sort((a, b) => a - b)[Math.floor(figures.length / 2)]!;
const best = (n: number, work: () => void): number =>
  Math.min(
    ...Array.from({ length: n }, () => {
      const t = performance.now();
      work();
      return performance.now() - t;
    }),
  );

interface Took {
  readonly seconds: number;
  /** The most memory the process had in use at once, in MB. */
  readonly peak: number;
}

/** Runs a program from its start to its end, as somebody who types it waits for it. */
async function whole(program: string, args: readonly string[]): Promise<Took> {
  const t = performance.now();
  const child = spawn(program, args, { stdio: ['ignore', 'inherit', 'inherit'] });
  let peak = 0;
  const look = setInterval(() => {
    try {
      // the system keeps the highest there has been, so looking now and then misses only the very end
      const [, kilobytes] = /VmHWM:\s*(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8')) ?? [];
      peak = Math.max(peak, Number(kilobytes ?? 0) / 1024);
    } catch {
      // it has ended
    }
  }, 10);
  return new Promise((resolve, reject) => {
    child.once('error', reject);
    child.once('exit', (code) => {
      clearInterval(look);
      if (code === 0) resolve({ seconds: (performance.now() - t) / 1000, peak });
      else reject(new Error(`${program} ${args.join(' ')} ended with ${code}.`));
    });
  });
}

/** Imposes a file as an A5 booklet two up, and copies it with qpdf, turn by turn; prints the one against the other. */
async function against(name: string, source: string, runs: number): Promise<void> {
  const docket = docketFor(artworkOf(8));
  const file = join(dir, 'docket.json');
  writeFileSync(
    file,
    JSON.stringify({ ...docket, artwork: { ...docket.artwork, file: { name: 'a', path: basename(source) } } }),
  );
  const imposed = join(dir, 'imposed.pdf');
  const copied = join(dir, 'copied.pdf');
  const ours: Took[] = [];
  const yard: Took[] = [];
  for (let i = 0; i < runs; i++) {
    yard.push(await whole('qpdf', [source, copied]));
    ours.push(
      await whole(process.execPath, [join(root, 'bin/odd-sparrow'), 'impose', file, '-o', imposed, '--anyway']),
    );
  }
  const a = median(ours.map((r) => r.seconds));
  const b = median(yard.map((r) => r.seconds));
  const size = statSync(source).size;
  console.log(
    `impose ${name.padEnd(44)} ${(a / b).toFixed(2).padStart(5)} × qpdf (${a.toFixed(2)} s to ${b.toFixed(2)} s), ` +
      `peak ${Math.max(...ours.map((r) => r.peak)).toFixed(0)} MB, output ${(statSync(imposed).size / size).toFixed(2)} × the ${(size / 1e6).toFixed(1)} MB`,
  );
  rmSync(imposed);
  rmSync(copied);
}

async function imposing(): Promise<void> {
  console.log('the whole command against “qpdf IN OUT” on the same file, turn by turn, medians\n');
  const empty = await whole(process.execPath, ['-e', '0']);
  console.log(`Node.js alone starts and ends in ${empty.seconds.toFixed(2)} s\n`);
  const source = join(dir, 'pages.pdf');
  const packed = join(dir, 'packed.pdf');
  for (const [name, pages, photographs, runs] of [
    ['300 pages of photographs', 300, true, 5],
    ['1,000 pages of text', 1000, false, 7],
    ['10,000 pages of text', 10_000, false, 3],
    ['50,000 pages of text', 50_000, false, 1],
  ] as const) {
    await writePages(source, pages, photographs);
    await against(name, source, runs);
    if (pages < 50_000) {
      execFileSync('qpdf', ['--object-streams=generate', source, packed]);
      await against(`${name}, objects in streams`, packed, runs);
      rmSync(packed);
    }
    rmSync(source);
  }
}

/** Flat work planned whole, as a ratio to a stitched book of a thousand pages in the same run. */
function flatPlanning(): void {
  const wholePlan = (docket: Docket, artwork: Artwork): number =>
    best(9, () => {
      const planned = plan(docket, artwork);
      const marks = mark(docket, planned);
      inspect({ docket, artwork, plan: planned, marks, shop: SHOP, unit: 'mm' });
      reckon(docket, planned);
    });
  const book = artworkOf(1000);
  const yardstick = wholePlan(docketFor(book), book);
  const card = { width: 90, height: 50 };
  const jobs: readonly [string, number, Patch<DocketOf<'flat'>>][] = [
    ['one card', 2, { product: { copies: 600 } }],
    [
      'thirty cards in one run',
      60,
      {
        product: {
          order: { kind: 'shared', forms: 'fewest-sheets' },
          quantities: Array.from({ length: 30 }, (_, i) => ({ piece: i + 1, copies: 10 + ((i * 7919) % 490) })),
        },
      },
    ],
    [
      'ten thousand tickets cut and stacked',
      10_000,
      { product: { sides: 'one', copies: 1, order: { kind: 'stack', lot: null, last: null } } },
    ],
  ];
  const took = jobs.map(([name, pages, patch]) => {
    const artwork = artworkOf(pages, card);
    const ms = wholePlan(patched(flatDocketFor(artwork), patch), artwork);
    return `${name} ${(ms / yardstick).toFixed(2)} × (${ms.toFixed(1)} ms)`;
  });
  console.log(`flat work against a book of 1,000 pages (${yardstick.toFixed(1)} ms): ${took.join(' · ')}`);
}

/** Eight lines of words with facts, at every edge of the paper and round the pieces. */
const PLACED = (['lead', 'tail', 'left', 'right'] as const).flatMap((at) =>
  (['paper', 'pieces'] as const).map((by) =>
    PlacedMark.parse({
      id: `${by}-${at}`,
      called: `${by} ${at}`,
      is: { kind: 'words', text: '{Job} {Sheet} {Side} {Inks}', height: 2.5 },
      stands: { by, at: [at] },
    }),
  ),
);

/** What marks placed by hand add to replanning a book of a thousand pages; what finding a cut program takes beside it. */
function marksAndCuts(): void {
  const book = artworkOf(1000);
  const bare = docketFor(book);
  const planned = (docket: Docket): number =>
    best(9, () => {
      const it = plan(docket, book);
      inspect({ docket, artwork: book, plan: it, marks: mark(docket, it), shop: SHOP, unit: 'mm' });
    });
  const without = planned(bare);
  const placed = planned(patched(bare, { placed: PLACED }));
  console.log(`eight marks placed by hand: ${(placed / without).toFixed(2)} × replanning 1,000 pages without them`);
  // a hair wider each time, so that none is known from before
  let wider = 0;
  const laid = (way: 'upright' | 'mixed'): number =>
    best(9, () => {
      const size = { width: 85 + (wider += 0.01), height: 54 };
      const artwork = artworkOf(1, size);
      const docket = patched(flatDocketFor(artwork), { product: { lies: { way } }, sheet: { stock: SHOP.stocks[2]! } });
      const { lay } = plan(docket, artwork).sheets.main;
      cutsOf(lay).programOn(null);
    });
  const [block, blocks] = [laid('upright'), laid('mixed')];
  console.log(
    `planned with its cut program: one block ${(block / without).toFixed(2)} ×, two blocks ${(blocks / without).toFixed(2)} × (${blocks.toFixed(1)} ms)`,
  );
}

const TICKETS = 100_000;

/** Tickets with a number, a name and a code each, from a table; against qpdf copying the sheets that come of it. */
async function imprinting(): Promise<void> {
  const source = join(dir, 'ticket.pdf');
  await writePages(source, 1, false);
  const table = join(dir, 'guests.csv');
  const rows = Array.from({ length: TICKETS }, (_, i) => `Guest ${i + 1},row ${i % 90}`);
  writeFileSync(table, `Name,Seat\n${rows.join('\n')}\n`);
  const ticket = { width: 85, height: 50 };
  const docket = patched(flatDocketFor(artworkOf(1, ticket)), {
    artwork: { file: { name: 'ticket', path: basename(source) }, fit: 'fill' },
    product: { what: 'ticket', copies: 1, order: { kind: 'stack', lot: null, last: null } },
    imprint: {
      table: { name: 'guests', path: basename(table) },
      counters: [Counter.parse({ name: 'No', digits: 6 })],
      prints: [
        { name: 'Number', text: '{No}', says: { kind: 'text', font: 'mono' }, anchor: 'head-right', x: 5, y: 5 },
        { name: 'Guest', text: '{Name}, {Seat}', says: { kind: 'text' }, anchor: 'head-left', x: 5, y: 5 },
        { name: 'Code', text: '{No}', says: { kind: 'code', symbology: 'code-128' }, anchor: 'foot-left', x: 4, y: 4 },
      ].map((print) => Imprint.parse(print)),
    },
  });
  const file = join(dir, 'tickets.json');
  writeFileSync(file, JSON.stringify(docket));
  const [imposed, copied] = [join(dir, 'tickets.pdf'), join(dir, 'copied.pdf')];
  const ours = await whole(process.execPath, [
    join(root, 'bin/odd-sparrow'),
    'impose',
    file,
    '-o',
    imposed,
    '--anyway',
  ]);
  const yard = await whole('qpdf', [imposed, copied]);
  console.log(
    `\n${TICKETS} tickets with a code each: ${(ours.seconds / yard.seconds).toFixed(1)} × qpdf copying their sheets ` +
      `(${ours.seconds.toFixed(1)} s to ${yard.seconds.toFixed(2)} s), ${Math.round(TICKETS / ours.seconds)} a second, ` +
      `peak ${ours.peak.toFixed(0)} MB, output ${(statSync(imposed).size / 1e6).toFixed(1)} MB`,
  );
  for (const path of [source, table, file, imposed, copied]) rmSync(path);
}

/** A poster of 600 million dots in 24 panels, as the whole command; against qpdf copying its file. And a joint as it is dragged. */
async function posters(): Promise<void> {
  const source = join(dir, 'poster.pdf');
  const [imposed, copied] = [join(dir, 'panels.pdf'), join(dir, 'copied.pdf')];
  await writePicture(source, { width: 30_000, height: 20_000 }, { width: 3600, height: 2400 });
  const artwork = artworkOf(1, { width: 1270, height: 846.7 }, 0);
  const made = patched(posterDocketFor(artwork), {
    artwork: { file: { name: 'poster', path: basename(source) }, fit: 'fill' },
    sheet: { stock: SHOP.stocks[2]! },
    product: { bleed: 0 },
  });
  const finished = asLargeAs(made, { width: 1270, height: 846.7 }, 24)!;
  const docket = patched(made, { product: { finished } });
  const file = join(dir, 'poster.json');
  writeFileSync(file, JSON.stringify(docket));
  const ours = await whole(process.execPath, [
    join(root, 'bin/odd-sparrow'),
    'impose',
    file,
    '-o',
    imposed,
    '--anyway',
  ]);
  const yard = await whole('qpdf', [source, copied]);
  const { size } = statSync(source);
  console.log(
    `\na poster of 30,000 × 20,000 dots (${(size / 1e6).toFixed(0)} MB) in ${plan(docket, artwork).sheets.length} panels: ` +
      `${(ours.seconds / yard.seconds).toFixed(1)} × qpdf IN OUT (${ours.seconds.toFixed(1)} s to ${yard.seconds.toFixed(2)} s), ` +
      `peak ${ours.peak.toFixed(0)} MB, output ${(statSync(imposed).size / size).toFixed(2)} × the input`,
  );
  for (const path of [source, file, imposed, copied]) rmSync(path);
  const dragged = best(20, () => {
    const moved = patched(docket, { product: { across: [380, 760, 1140], down: [280, 560] } });
    const planned = plan(moved, artwork);
    inspect({ docket: moved, artwork, plan: planned, marks: mark(moved, planned), shop: SHOP, unit: 'mm' });
    reckon(moved, planned);
  });
  console.log(`a joint of it dragged: planned, inspected and reckoned in ${dragged.toFixed(1)} ms`);
}

/** Planning alone, and with marks, findings and figures, in every way to bind. */
function planning(): void {
  console.log('');
  for (const pages of [1000, 10_000]) {
    const artwork = artworkOf(pages);
    const took = BINDING_CHOICES.map(({ key, binding }) => {
      const docket = patched(docketFor(artwork), { product: { binding } });
      const alone = best(7, () => void plan(docket, artwork));
      const all = best(7, () => {
        const planned = plan(docket, artwork);
        const marks = mark(docket, planned);
        inspect({ docket, artwork, plan: planned, marks, shop: SHOP, unit: 'mm' });
        reckon(docket, planned);
      });
      return `${key} ${alone.toFixed(1)}, ${all.toFixed(1)}`;
    });
    console.log(
      `${pages.toLocaleString('en')} pages planned, and with marks, findings and figures, in ms: ${took.join(' · ')}`,
    );
  }
}

function comparing(): void {
  const press = { ...SHOP.stocks[2]!, id: 'b2', format: 'B2', width: 520, height: 740 };
  const folder = Finisher.parse({
    kind: 'folder',
    id: 'folder',
    name: 'Wheatear',
    mostFolds: 5,
    largest: { width: 520, height: 740 },
    speed: 5000,
    makeReady: 12,
  });
  for (const pages of [100, 1000]) {
    const artwork = artworkOf(pages);
    const machine = { ...SHOP.machines[0]!, largest: { width: 520, height: 740 } };
    const docket = patched(docketFor(artwork), {
      product: { binding: { kind: 'sewn' } },
      sheet: { stock: press, machine },
      finish: { route: [stepOn('fold', folder)] },
    });
    const compared = best(15, () => void sectionPlansFor(docket, pages));
    const bound = best(15, () => void plan(docket, artwork));
    console.log(
      `sewn ${String(pages).padStart(6)} pages: sections compared in ${compared.toFixed(1)} ms, planned with the best of them in ${bound.toFixed(1)} ms`,
    );
  }
}

async function picture(): Promise<void> {
  const path = join(dir, '400.pdf');
  await writePages(path, 400, false);
  const t = performance.now();
  await readArtwork(path, `${path}.work`);
  const read = performance.now();
  rasterise(path, 1, 640);
  console.log(
    `first picture of a 400-page file: ${(performance.now() - t).toFixed(0)} ms (read ${(read - t).toFixed(0)}, drawn ${(performance.now() - read).toFixed(0)})`,
  );
  rmSync(path);
}

await imposing();
await imprinting();
await posters();
planning();
flatPlanning();
marksAndCuts();
comparing();
await picture();
await makingReady(dir, join(root, 'bin/odd-sparrow'));
