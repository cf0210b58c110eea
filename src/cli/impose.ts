import { closeSync, existsSync, openSync, rmSync, statSync } from 'node:fs';
import { resolve } from 'node:path';
import {
  colourProfile,
  madeReady,
  withFiles,
  inspect,
  LengthError,
  mark,
  MOST_PROOFED,
  parseSize,
  plan,
  proofSaid,
  ProofWish,
  type Artwork,
  type Docket,
  type Plan,
} from '../core';
import { ImprintError, PdfSyntaxError, soundPdf, writer, type ComposeJob, type SoundPdf } from '../pdf';
import {
  Complaint,
  docketFrom,
  pathOf,
  shopFrom,
  Stopped,
  systemSaid,
  withFile,
  withRecords,
  type Loaded,
  type OfRecords,
} from './inputs';
import type { LoadedTable } from './table';

/** What is written of a docket, and where. */
export interface Imposing extends OfRecords {
  readonly docket: string;
  readonly output: string;
  readonly sides: NonNullable<ComposeJob['pass']>;
  /** Whether every form is a PDF of its own, together in a ZIP. */
  readonly forms: boolean;
  /** Whether the sheets are parted into plates, a page an ink. */
  readonly plates: boolean;
  /** How it is proofed on other paper, in place of the sheets. */
  readonly proof?: ProofWish['how'];
  readonly paper: string;
  readonly together: boolean;
  /** The profile that its colours are brought to, in place of the docket’s. */
  readonly profile?: string;
  /** Whether it is written where a finding says that the paper would be spoilt. */
  readonly anyway: boolean;
  /** Says what is to be known of what was written. */
  readonly say: (text: string) => void;
  /** The program of the thread that files are taken to which want care. */
  readonly worker: string;
}

/** A job that can be composed here and now. */
interface Ready extends Loaded {
  readonly planned: Plan;
  readonly opened: ComposeJob['opened'];
  readonly coder: ComposeJob['coder'];
}

/** The plan of a docket that may be written. @throws Complaint, Stopped */
const plannedOr = (it: Imposing, docket: Docket, artwork: Artwork): Plan => {
  const planned = plan(docket, artwork);
  if (planned.tooLarge)
    throw new Complaint(`${it.docket}: the job is too large to be laid in one; “plan” says what would do.`);
  if (it.sides === 'backs' && planned.sheets.blocks.every((b) => b.sides === 1))
    throw new Complaint(`${it.docket}: one side is printed, and there are no backs.`);
  if (it.proof && proofSaid(planned, proofWish(it.proof, it)).pages > MOST_PROOFED)
    throw new Complaint(`${it.docket}: the proof has more than ${MOST_PROOFED} pages: take larger --paper.`);
  if (!it.anyway) {
    const marks = mark(docket, planned);
    const found = inspect({ docket, artwork, plan: planned, marks, shop: shopFrom(undefined, docket), unit: 'mm' });
    const stops = found.filter((f) => f.severity === 'stop');
    if (stops.length > 0) throw new Stopped(it.docket, stops);
  }
  return planned;
};

/**
 * Does something with a docket whose files are all sound PDFs that say nothing odd, open.
 * @returns null for any other docket
 */
function withSound<T>(it: Imposing, docket: Docket, extras: Extras, work: (it: Ready) => T): T | null {
  const { docket: path } = it;
  const { file, more } = docket.artwork;
  // pictures are made a PDF of first; what is written anew has to be read with care
  if (docket.imprint.album || madeReady(docket)) return null;
  const sources: string[] = [];
  const sound: SoundPdf[] = [];
  try {
    for (const [i, ref] of [file, ...more].entries()) {
      const source = pathOf(path, ref, i === 0 ? 'artwork.file' : `artwork.more.${i - 1}`);
      if (!existsSync(source) || !statSync(source).isFile()) return null;
      const found = withFile(source, () => soundPdf(source));
      if (!found) return null;
      sources.push(source);
      sound.push(found);
    }
    const [first, ...others] = sound.map((s) => s.artwork);
    const files = withFiles(first!, others);
    const artwork = extras.table ? { ...files, table: extras.table.facts } : files;
    const planned = plannedOr(it, docket, artwork);
    return work({
      docket,
      artwork,
      sources,
      planned,
      opened: sound.map((s) => s.opened),
      album: null,
      rows: extras.table?.rows ?? null,
      coder: extras.coder,
    });
  } finally {
    for (const { opened } of sound) opened.close();
  }
}

/**
 * Writes the imposed PDF of a docket file. Sound files are followed here; what is damaged, locked, odd or no PDF is read
 * and composed with care, in a thread that can be taken away from it.
 * @throws Complaint, and Stopped where a finding says that the paper would be spoilt
 */
export async function impose(it: Imposing): Promise<void> {
  const recorded = withRecords(docketFrom(it.docket), it);
  const docket = it.profile === undefined ? recorded : (await import('./profile')).withProfile(recorded, it.profile);
  const extras = await extrasOf(it.docket, docket);
  try {
    await imposed(it, docket, extras);
  } finally {
    extras.table?.remove();
  }
}

/** What only a job with imprints needs: its table, and what makes its codes. */
interface Extras {
  readonly table: LoadedTable | null;
  readonly coder: ComposeJob['coder'];
}

/** @throws Complaint */
async function extrasOf(path: string, docket: Docket): Promise<Extras> {
  const { table, prints } = docket.imprint;
  return {
    table: table ? await (await import('./table')).tableOf(path, docket) : null,
    coder:
      prints.some((p) => p.says.kind === 'code') ||
      docket.placed.some((m) => m.is.kind === 'code') ||
      docket.finish.route.some(({ machine }) => machine.kind === 'slitter' && machine.reads?.code)
        ? await (await import('../core/codes')).coderOf(docket)
        : undefined,
  };
}

async function imposed(it: Imposing, docket: Docket, extras: Extras): Promise<void> {
  const out = resolve(it.output);
  // what is made of several files cannot be written as it comes, and must not take the place of a pipe or a device
  if ((it.forms || it.proof || it.plates) && existsSync(out) && !statSync(out).isFile())
    throw new Complaint(`${it.output} is no file: --forms, --plates and --proof write one.`);
  const begin = (): void => withFile(it.output, () => closeSync(openSync(out, 'a')));
  try {
    // to part pictures into inks they are unpacked, which wants care
    const composed = it.plates
      ? null
      : withSound(it, docket, extras, (ready) => {
          begin();
          return composedHere(ready, it, out);
        });
    if (!composed) await withCare(docket, it, out, begin);
  } finally {
    // one that was not there before and got nothing
    if (existsSync(out) && statSync(out).isFile() && statSync(out).size === 0) rmSync(out);
  }
}

const jobOf = (
  { docket, artwork, album, rows, sources: [source, ...more] }: Loaded,
  it: Pick<Imposing, 'sides' | 'forms' | 'plates' | 'proof' | 'paper' | 'together'>,
  out: string,
) => ({
  docket,
  artwork,
  source: source!,
  more,
  album,
  rows,
  pass: it.sides,
  apart: it.forms,
  plates: it.plates,
  ...(it.proof ? { proof: proofWish(it.proof, it) } : {}),
  out,
  // the file is its reader's to keep: it is on disk when the system gets round to it, as other programs' are
  durable: false,
  hashed: false,
});

/** Paper whose edges are not printed, as an office machine's are not. mm */
const EDGES = { left: 4, right: 4, top: 4, bottom: 4 };

/** @throws Complaint where the paper is none */
function proofWish(how: ProofWish['how'], { paper, together }: Pick<Imposing, 'paper' | 'together'>): ProofWish {
  try {
    return ProofWish.parse({ how, together, paper: parseSize(paper), noPrint: EDGES });
  } catch (e) {
    if (e instanceof LengthError) throw new Complaint(`--paper ${paper}: ${e.message}`);
    throw new Complaint(`--paper ${paper}: say a size as a4, sra3 or 330x480, no edge shorter than 50 mm.`);
  }
}

/** Composes in this process. @returns false where the file turns out to want care */
function composedHere(ready: Ready, it: Imposing, out: string): boolean {
  try {
    const { planned, opened, coder } = ready;
    writer({ ...jobOf(ready, it, out), planned, opened, ...(coder ? { coder } : {}), verify: true });
    return true;
  } catch (e) {
    if (e instanceof PdfSyntaxError || e instanceof RangeError) return false;
    if (e instanceof ImprintError) throw new Complaint(`${ready.docket.title}: ${e.message}`);
    const said = systemSaid(e);
    throw said ? new Complaint(`${it.output} ${said}.`) : e;
  }
}

async function withCare(docket: Docket, it: Imposing, out: string, begin: () => void): Promise<void> {
  // what reads with care is large, and seldom wanted
  const { inWords, load, threadFor, tooHeavy } = await import('./load');
  const hands = threadFor(it.worker);
  try {
    await load(hands, it.docket, docket, async (loaded) => {
      plannedOr(it, docket, loaded.artwork);
      const profile = colourProfile(docket) ? (await import('./profile')).profileFor(it.docket, docket) : null;
      begin();
      try {
        const { note } = await hands.run('impose', { ...jobOf(loaded, it, out), profile });
        if (note) it.say(note);
      } catch (e) {
        const said = systemSaid(e);
        if (said) throw new Complaint(`${it.output} ${said}.`);
        if (tooHeavy(e)) throw new Complaint(`${it.docket}: it is too heavy to impose. ${e.message}`);
        throw new Complaint(`${it.docket}: the sheets could not be written. ${inWords(e)}`);
      }
    });
  } finally {
    await hands.close();
  }
}
