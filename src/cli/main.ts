import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { Command, CommanderError, Option } from 'commander';
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
  type FileRef,
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
  /** What to impose from: the artwork, or a mended or unlocked copy of it; then the further files alike. */
  readonly sources: readonly string[];
}

/** Reads an artwork file that a docket names. @returns its facts, and where it, or a copy of it, can be imposed from */
async function readFile(
  docketPath: string,
  file: FileRef,
  field: string,
  copy: string,
): Promise<{ artwork: Artwork; source: string }> {
  if (!file.path)
    throw new Complaint(
      `${docketPath}: ${field}.path: says nothing; name the artwork by its path, relative to the docket.`,
    );
  const source = resolve(dirname(docketPath), file.path);
  try {
    const { artwork, workingCopy } = await readArtwork(source, copy, file.password);
    return { artwork, source: workingCopy ? copy : source };
  } catch (e) {
    if (e instanceof ArtworkError)
      throw new Complaint(
        `${source}: ${e.code === 'locked' ? `it is locked; put its password into ${field}.password.` : e.message}`,
      );
    const said = SYSTEM[(e as NodeJS.ErrnoException).code ?? ''];
    throw said ? new Complaint(`${source} ${said}.`) : e;
  }
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
  const scratch = mkdtempSync(join(tmpdir(), 'odd-sparrow-'));
  try {
    const first = await readFile(path, docket.artwork.file, 'artwork.file', join(scratch, 'artwork.pdf'));
    const more = [];
    for (const [i, file] of docket.artwork.more.entries())
      more.push(await readFile(path, file, `artwork.more.${i}`, join(scratch, `artwork-${i + 1}.pdf`)));
    const artwork = more.length > 0 ? { ...first.artwork, more: more.map((m) => m.artwork.pages) } : first.artwork;
    work({ docket, artwork, sources: [first.source, ...more.map((m) => m.source)] });
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
      piece: c.slot + 1,
      section: c.section,
      reading: c.reading,
      label: c.label,
      page: c.page,
      file: c.file,
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
    sections: planned.sections.map((s) => ({
      number: s.number,
      kind: s.kind,
      fold: s.way.id,
      stock: `${s.stock.name} ${s.stock.format}`,
      places: s.places,
    })),
    sheets: planned.sheets.map((s) => ({
      number: s.number,
      kind: s.kind,
      sections: s.sections,
      stock: `${s.stock.name} ${s.stock.format}`,
      width: s.layout.sheet.width,
      height: s.layout.sheet.height,
      copies: s.yields,
      front: side(s, 'front'),
      back: side(s, 'back'),
    })),
    findings: inspect({ docket, artwork, plan: planned, marks, shop, unit: 'mm' }),
    figures: reckon(docket, planned),
  };
}

const print = (text: string): void => void process.stdout.write(`${text}\n`);

const program = new Command('odd-sparrow')
  .description('Imposes bound work from a docket file. No database, no server.')
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
  .addOption(
    new Option('--sides <which>', 'all sides, or one pass of a machine that prints one side')
      .choices(['all', 'fronts', 'backs'])
      .default('all'),
  )
  .action((docket: string, { output, sides }: { output: string; sides: 'all' | 'fronts' | 'backs' }) =>
    load(docket, ({ docket: d, artwork, sources: [source, ...more] }) => {
      withFile(output, () => writeFileSync(output, ''));
      compose({ docket: d, artwork, source: source!, more, pass: sides, out: output });
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
