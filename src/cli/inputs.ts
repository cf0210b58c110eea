import { readFileSync, statSync } from 'node:fs';
import { basename, dirname, resolve } from 'node:path';
import {
  checkedPatch,
  DocketError,
  firstProblem,
  nesting,
  readRuns,
  readDocket,
  StoredShop,
  type Artwork,
  type Docket,
  type FileRef,
  type Finding,
  type Shop,
} from '../core';

/** Something the caller can mend: said in one line, exit status 2. */
export class Complaint extends Error {}

/** A docket that may be planned but spoils paper: what was found is said, exit status 3. */
export class Stopped extends Error {
  constructor(path: string, stops: readonly Pick<Finding, 'title' | 'detail'>[]) {
    const said = stops.map(({ title, detail }) => `${path}: ${title}. ${detail}`);
    super([...said, 'Nothing was written. “plan” says what mends it; --anyway imposes it as it is.'].join('\n'));
  }
}

/** A file that a check stops: what was found has been told, exit status 3. */
export class Failed extends Error {
  constructor(file: string) {
    super(`${file} is not to be printed as it is.`);
  }
}

const SYSTEM: Readonly<Record<string, string>> = {
  ENOENT: 'is not there',
  EACCES: 'may not be read or written',
  EISDIR: 'is a folder',
  ENOTDIR: 'lies in something that is no folder',
  ENOSPC: 'does not fit on the disk',
  EROFS: 'lies where nothing can be written',
};

/** What is wrong with a file, where the system says so: `is not there`. */
export const systemSaid = (e: unknown): string | undefined => SYSTEM[(e as NodeJS.ErrnoException).code ?? ''];

/** Does something with a file, and says what is wrong with the file where it fails. */
export function withFile<T>(path: string, work: () => T): T {
  try {
    return work();
  } catch (e) {
    const said = systemSaid(e);
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

/** Reads a docket file. @throws Complaint */
export function docketFrom(path: string): Docket {
  try {
    return readDocket(readJson(path));
  } catch (e) {
    if (e instanceof DocketError) throw new Complaint(`${path}: ${e.message}`);
    throw e;
  }
}

/** Reads a shop file; without one the shop has what the docket names. @throws Complaint */
export function shopFrom(path: string | undefined, docket: Docket): Shop {
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

/** A docket with its artwork, read. */
export interface Loaded {
  readonly docket: Docket;
  readonly artwork: Artwork;
  /** What to impose from: the artwork, or a mended or unlocked copy of it; then the further files alike. */
  readonly sources: readonly string[];
  /** The pictures that its imprints show, as a PDF; null where it has none. */
  readonly album: string | null;
  /** Where the rows of its table are kept; null where it has none. */
  readonly rows: string | null;
}

/** What is said on the command line about a docket's records. */
export interface OfRecords {
  /** The table, in place of the one that the docket names. */
  readonly table?: string;
  /** Which records: `341-360,402`. */
  readonly only?: string;
}

/** A docket with what the command line says of its records. @throws Complaint */
export function withRecords(docket: Docket, { table, only }: OfRecords): Docket {
  const imprint: Record<string, unknown> = {};
  if (table !== undefined) imprint.table = { name: basename(table), path: resolve(table) };
  if (only !== undefined) {
    imprint.only = readRuns(only);
    if (!imprint.only) throw new Complaint(`--only ${only}: say records as 341-360 or 7,12.`);
  }
  try {
    return checkedPatch(docket, { imprint });
  } catch (e) {
    throw new Complaint(`--only ${only}: ${firstProblem(e as Parameters<typeof firstProblem>[0])}`);
  }
}

/** Where a file lies that a docket names. @throws Complaint where it says nothing */
export function pathOf(docketPath: string, file: Pick<FileRef, 'path'>, field: string): string {
  if (!file.path)
    throw new Complaint(
      `${docketPath}: ${field}.path: says nothing; name the file by its path, relative to the docket.`,
    );
  return resolve(dirname(docketPath), file.path);
}
