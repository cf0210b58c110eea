import { accessSync, closeSync, constants, existsSync, openSync, readFileSync, rmSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { Command, CommanderError, Option } from 'commander';
import { ZodError } from 'zod';
import {
  boundsOf,
  docketJsonSchema,
  DocketError,
  firstProblem,
  inspect,
  mark,
  nesting,
  plan,
  readDocket,
  reckon,
  remediesFor,
  standingPage,
  StoredShop,
  type Artwork,
  type Docket,
  type FileRef,
  type Sheet,
  type Shop,
  type SideName,
} from '../core';
import { ArtworkError, Hands, inWords, scratchFolder, sweepEnded, TookTooLong, TookTooMuch } from '../pdf';

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

/** Bytes of a docket or a shop; what is larger is something else. */
const MOST_JSON = 8 << 20;

function readJson(path: string): unknown {
  if (withFile(path, () => statSync(path)).size > MOST_JSON)
    throw new Complaint(`${path} is larger than ${MOST_JSON >> 20} MB, which is no docket.`);
  const text = withFile(path, () => readFileSync(path, 'utf8'));
  if (nesting(text) > 64) throw new Complaint(`${path} is nested too deeply for a docket.`);
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

/** Files of strangers are read and composed in a thread that can be taken away from them. */
const hands = new Hands({ file: join(import.meta.dirname, '..', 'workers', 'pdf.mjs'), hands: 1, seconds: 600 });
const tooHeavy = (e: unknown): e is Error => e instanceof TookTooLong || e instanceof TookTooMuch;

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
    withFile(source, () => accessSync(source, constants.R_OK));
    if (statSync(source).isDirectory()) throw new Complaint(`${source} is a folder.`);
    const { artwork, workingCopy } = await hands.run('read', { path: source, copy, password: file.password });
    return { artwork, source: workingCopy ? copy : source };
  } catch (e) {
    if (e instanceof ArtworkError)
      throw new Complaint(
        `${source}: ${e.code === 'locked' ? `it is locked; put its password into ${field}.password.` : e.message}`,
      );
    if (tooHeavy(e)) throw new Complaint(`${source}: it is too heavy to read. ${e.message}`);
    const said = SYSTEM[(e as NodeJS.ErrnoException).code ?? ''];
    throw said ? new Complaint(`${source} ${said}.`) : e;
  }
}

/** Reads a docket and its artwork; `work` is called with both, and what was made on the way is removed after. */
async function load(path: string, work: (it: Loaded) => void | Promise<void>): Promise<void> {
  const docket = ((): Docket => {
    try {
      return readDocket(readJson(path));
    } catch (e) {
      if (e instanceof DocketError) throw new Complaint(`${path}: ${e.message}`);
      throw e;
    }
  })();
  sweepEnded();
  const scratch = scratchFolder();
  const sweep = (): void => rmSync(scratch, { recursive: true, force: true });
  for (const [signal, status] of [
    ['SIGINT', 130],
    ['SIGTERM', 143],
    ['SIGHUP', 129],
  ] as const)
    process.once(signal, () => {
      sweep();
      process.exit(status);
    });
  process.once('exit', sweep);
  try {
    const first = await readFile(path, docket.artwork.file, 'artwork.file', join(scratch, 'artwork.pdf'));
    const more = [];
    for (const [i, file] of docket.artwork.more.entries())
      more.push(await readFile(path, file, `artwork.more.${i}`, join(scratch, `artwork-${i + 1}.pdf`)));
    const artwork = more.length > 0 ? { ...first.artwork, more: more.map((m) => m.artwork.pages) } : first.artwork;
    await work({ docket, artwork, sources: [first.source, ...more.map((m) => m.source)] });
  } finally {
    sweep();
  }
}

function readShop(path: string | undefined, docket: Docket): Shop {
  if (!path)
    return {
      stocks: [docket.sheet.stock],
      machines: [docket.sheet.machine],
      finishers: docket.finish.route.map((s) => s.machine),
    };
  const result = StoredShop.safeParse(readJson(path));
  if (!result.success) throw new Complaint(`${path}: ${firstProblem(result.error)}`);
  return result.data;
}

/** The plan as it is printed: lengths in millimetres, each side seen from itself, its origin at the lower left. */
function printedPlan({ docket, artwork }: Loaded, shop: Shop): object {
  const planned = plan(docket, artwork);
  const marks = mark(docket, planned);
  const it = { docket, artwork, plan: planned, marks, shop, unit: 'mm' } as const;
  const { lay } = planned.sheets.main;
  const book = planned.product;
  const side = (sheet: Sheet, name: SideName) => ({
    cells: sheet[name].map((c) => {
      const { section, reading, moved } = standingPage(book, c);
      return {
        piece: c.down + 1,
        section: section.order,
        reading,
        label: c.label,
        page: c.page,
        file: c.file,
        headTurns: c.head,
        trim: c.trim,
        clip: boundsOf(c.clip),
        matrix: c.matrix,
        movedToSpine: moved,
      };
    }),
    marks: marks.of(sheet.number, name),
  });
  return {
    title: docket.title,
    sheet: {
      width: lay.paper.width,
      height: lay.paper.height,
      stock: `${docket.sheet.stock.name} ${docket.sheet.stock.format}`,
      turn: lay.turn,
    },
    up: lay.downs.length,
    reading: book.reading,
    sections: book.sections.map((s) => ({
      number: s.order,
      kind: s.kind,
      fold: s.way.id,
      stock: `${s.stock.name} ${s.stock.format}`,
      places: s.reading,
    })),
    sheets: Array.from(planned.sheets, (s) => ({
      number: s.number,
      kind: s.called,
      sections: s.pieces.map((id) => book.sections[id]!.order),
      stock: `${s.stock.name} ${s.stock.format}`,
      width: s.lay.paper.width,
      height: s.lay.paper.height,
      copies: s.yields,
      front: side(s, 'front'),
      back: side(s, 'back'),
    })),
    findings: inspect(it).map((f) => {
      const { id, severity, station, title, detail } = f;
      return { id, severity, station, title, detail, remedies: remediesFor(f, it) };
    }),
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
    load(docket, async ({ docket: d, artwork, sources: [source, ...more] }) => {
      if (plan(d, artwork).tooLarge)
        throw new Complaint(`${docket}: the job is too large to be laid in one; “plan” says what would do.`);
      const out = resolve(output);
      withFile(output, () => closeSync(openSync(out, 'a')));
      try {
        await hands.run('impose', { docket: d, artwork, source: source!, more, pass: sides, out });
      } catch (e) {
        const said = SYSTEM[(e as NodeJS.ErrnoException).code ?? ''];
        if (said) throw new Complaint(`${output} ${said}.`);
        if (tooHeavy(e)) throw new Complaint(`${docket}: it is too heavy to impose. ${e.message}`);
        throw new Complaint(`${docket}: the sheets could not be written. ${inWords(e)}`);
      } finally {
        // one that was not there before and got nothing
        if (existsSync(out) && statSync(out).isFile() && statSync(out).size === 0) rmSync(out);
      }
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
    const known = e instanceof Complaint || e instanceof CommanderError || e instanceof ZodError;
    const message = (e as Error).message.replace(/^error: /, '');
    console.error(`odd-sparrow: ${known ? message : inWords(e)}`);
    process.exitCode = 2;
  }
} finally {
  await hands.close();
}
