import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { Command, CommanderError } from 'commander';
import { ZodError } from 'zod';
import {
  docketJsonSchema,
  DocketError,
  firstProblem,
  inspect,
  mark,
  plan,
  readDocket,
  reckon,
  Shop,
  type Artwork,
  type Docket,
} from '../core';
import { ArtworkError, compose, PdfSyntaxError, readArtwork } from '../pdf';

/** Something the caller can mend: said in one line, exit status 2. */
class Complaint extends Error {}

const SYSTEM: Readonly<Record<string, string>> = {
  ENOENT: 'is not there',
  EACCES: 'may not be read or written',
  EISDIR: 'is a folder',
  ENOTDIR: 'lies in something that is no folder',
  ENOSPC: 'does not fit on the disk',
  EROFS: 'lies where nothing can be written',
};

/** Does something with a file, and says what is wrong with the file where it fails. */
function withFile<T>(path: string, work: () => T): T {
  try {
    return work();
  } catch (e) {
    const said = SYSTEM[(e as NodeJS.ErrnoException).code ?? ''];
    if (said) throw new Complaint(`${path} ${said}.`);
    throw e;
  }
}

function readJson(path: string): unknown {
  const text = withFile(path, () => readFileSync(path, 'utf8'));
  try {
    return JSON.parse(text);
  } catch (e) {
    throw new Complaint(`${path} is not JSON: ${(e as Error).message}.`);
  }
}

interface Loaded {
  readonly docket: Docket;
  readonly artwork: Artwork;
  /** What to impose from: the artwork, or a mended or unlocked copy of it. */
  readonly source: string;
}

/** Reads a docket and its artwork; `work` is called with both, and what was made on the way is removed after. */
async function load(path: string, work: (it: Loaded) => void): Promise<void> {
  const docket = ((): Docket => {
    try {
      return readDocket(readJson(path));
    } catch (e) {
      if (e instanceof DocketError) throw new Complaint(`${path}: ${e.message}`);
      throw e;
    }
  })();
  const { file } = docket.artwork;
  if (!file.path)
    throw new Complaint(
      `${path}: artwork.file.path: says nothing; name the artwork by its path, relative to the docket.`,
    );
  const source = resolve(dirname(path), file.path);
  const scratch = mkdtempSync(join(tmpdir(), 'odd-sparrow-'));
  try {
    const copy = join(scratch, 'artwork.pdf');
    let read;
    try {
      read = await readArtwork(source, copy, file.password);
    } catch (e) {
      if (e instanceof ArtworkError)
        throw new Complaint(
          `${source}: ${e.code === 'locked' ? 'it is locked; put its password into artwork.file.password.' : e.message}`,
        );
      const said = SYSTEM[(e as NodeJS.ErrnoException).code ?? ''];
      throw said ? new Complaint(`${source} ${said}.`) : e;
    }
    work({ docket, artwork: read.artwork, source: read.workingCopy ? copy : source });
  } finally {
    rmSync(scratch, { recursive: true, force: true });
  }
}

function readShop(path: string | undefined, docket: Docket): Shop {
  if (!path)
    return { stocks: [docket.sheet.stock], machines: [docket.sheet.machine], finishers: [docket.finish.finisher] };
  const result = Shop.safeParse(readJson(path));
  if (!result.success) throw new Complaint(`${path}: ${firstProblem(result.error)}`);
  return result.data;
}

/** The plan as it is printed: lengths in millimetres, each side seen from itself, its origin at the lower left. */
function printedPlan({ docket, artwork }: Loaded, shop: Shop): object {
  const planned = plan(docket, artwork);
  const marks = mark(docket, planned);
  const { layout } = planned;
  const side = (sheet: (typeof planned.sheets)[number], name: 'front' | 'back') => ({
    cells: sheet[name].cells.map((c) => ({
      booklet: c.slot + 1,
      reading: c.reading,
      page: c.page,
      headTurns: c.head,
      trim: c.trim,
      clip: c.clip,
      matrix: c.matrix,
      movedToSpine: c.moved,
    })),
    marks: marks.of(sheet.number, name),
  });
  return {
    title: docket.title,
    sheet: {
      width: layout.sheet.width,
      height: layout.sheet.height,
      stock: `${docket.sheet.stock.name} ${docket.sheet.stock.format}`,
      turn: layout.turn,
    },
    up: layout.slots.length,
    reading: planned.reading,
    sheets: planned.sheets.map((s) => ({ number: s.number, front: side(s, 'front'), back: side(s, 'back') })),
    findings: inspect({ docket, artwork, plan: planned, marks, shop, unit: 'mm' }),
    figures: reckon(docket, planned),
  };
}

const print = (text: string): void => void process.stdout.write(`${text}\n`);

const program = new Command('odd-sparrow')
  .description('Imposes booklets from a docket file. No database, no server.')
  .exitOverride()
  .configureOutput({ writeErr: () => undefined });

program
  .command('plan')
  .description('print the plan as JSON: sheets, sides, cells, marks, findings, figures')
  .argument('<docket>', 'the docket file')
  .option('--shop <file>', 'the shop’s stocks and machines, for remedies that take another')
  .action((docket: string, { shop }: { shop?: string }) =>
    load(docket, (it) => print(JSON.stringify(printedPlan(it, readShop(shop, it.docket)), null, 2))),
  );

program
  .command('impose')
  .description('write the imposed PDF')
  .argument('<docket>', 'the docket file')
  .requiredOption('-o, --output <file>', 'the PDF to write')
  .action((docket: string, { output }: { output: string }) =>
    load(docket, ({ docket: d, artwork, source }) => {
      withFile(output, () => writeFileSync(output, ''));
      compose({ docket: d, artwork, source, out: output });
    }),
  );

program
  .command('schema')
  .description('print the JSON Schema of the docket file')
  .action(() => print(JSON.stringify(docketJsonSchema(), null, 2)));

process.stdout.on('error', (e: NodeJS.ErrnoException) => process.exit(e.code === 'EPIPE' ? 0 : 2));

try {
  await program.parseAsync();
} catch (e) {
  if (e instanceof CommanderError && (e.code === 'commander.helpDisplayed' || e.code === 'commander.help'))
    process.exitCode = 0;
  else {
    const known =
      e instanceof Complaint || e instanceof CommanderError || e instanceof PdfSyntaxError || e instanceof ZodError;
    const message = (e as Error).message.replace(/^error: /, '');
    console.error(known ? `odd-sparrow: ${message}` : `odd-sparrow: something failed: ${message}`);
    process.exitCode = 2;
  }
}
