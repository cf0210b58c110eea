import { readFileSync, writeFileSync } from 'node:fs';
import {
  cutCard,
  firstProblem,
  limitsOn,
  plan,
  programsOf,
  slitterOf,
  type Artwork,
  type CutCard,
  type Docket,
  type Unit,
} from '../core';
import { writeCutCard } from '../pdf';
import { Complaint, docketFrom, withFile, withRecords, type OfRecords } from './inputs';
import { load, threadFor } from './load';

/** Cuts to be told of a docket. */
export interface Cutting extends OfRecords {
  readonly docket: string;
  /** A file to write the programs of its slitter to; null where none is wanted. */
  readonly programs: string | null;
  /** A PDF to write the cut card to; null where the cuts are wanted as JSON. */
  readonly card: string | null;
  readonly unit: Unit;
  readonly worker: string;
}

/** What is said of the cuts of each kind of sheet: lengths in millimetres, pieces in the order of their piles. */
const said = ({ knives, setups, scorings, machines }: CutCard): object => [
  ...setups.map(({ run, machine, said, pieces, program, reading }) => ({
    sheets: run.sheets,
    stock: `${run.stock.name} ${run.stock.format}`,
    paper: run.paper,
    machine,
    program,
    reads: reading,
    feed: run.slits.feed,
    said,
    slits: run.slits.slits,
    crossCuts: run.slits.crossCuts,
    scores: run.slits.scores,
    perforations: run.slits.perforations,
    pieces,
  })),
  ...knives.map(({ run, machine, steps, pieces, lift }) => ({
    sheets: run.sheets,
    stock: `${run.stock.name} ${run.stock.format}`,
    paper: run.paper,
    machine,
    falseClampOff: run.program.bare,
    lifts: run.lifts,
    sheetsInALift: lift.sheets,
    turns: run.program.turned,
    cuts: steps.map((s) => ({
      number: s.number,
      before: s.before,
      measure: Math.round(s.measure * 1000) / 1000,
      falls: s.falls,
      beside: s.beside,
    })),
    pieces: pieces.map(({ rect, pile }) => ({ ...rect, pile })),
  })),
  ...scorings.map(({ machine, run, channel }) => ({
    machine,
    piece: run.size,
    count: run.pieces,
    channel,
    passes: run.passes,
  })),
  ...machines.map(({ machine, what, from, figures }) => ({
    machine,
    what,
    from,
    figures: figures.map(({ label, value, note }) => ({ label, value: Math.round(value * 1000) / 1000, note })),
  })),
];

/** Writes the programs of a docket's slitter, or its guillotine, in the open form. @throws Complaint where nothing passes one */
async function writePrograms(path: string, docket: Docket, artwork: Artwork): Promise<void> {
  const slitter = slitterOf(docket.finish);
  const planned = plan(docket, artwork);
  if (!slitter) {
    const { pilesOfJob, pilesWritten } = await import('../core/programs');
    const piles = pilesOfJob(docket, planned, docket.title);
    if (piles.cannot !== null) throw new Complaint(piles.cannot);
    if (piles.programs.length === 0) throw new Complaint('Nothing of it is cut here: there is no program of it.');
    withFile(path, () => writeFileSync(path, pilesWritten(piles)));
    return;
  }
  const programs = programsOf(docket.finish, planned, docket.title);
  if (programs.length === 0) throw new Complaint('Nothing of it passes a slitter: there is no program of it.');
  const [cannot] = limitsOn('cut', slitter, planned, 'mm', docket.finish.route);
  if (cannot) throw new Complaint(`${cannot.title}. ${cannot.detail}`);
  const { programsWritten } = await import('../core/programs');
  const text = programsWritten({ machine: slitter.name, reads: slitter.reads, programs });
  withFile(path, () => writeFileSync(path, text));
}

/** Prints the programs of a file as JSON. @throws Complaint */
export async function tellPrograms(path: string, form: string | null, out: (text: string) => void): Promise<void> {
  const [{ isOfPiles, ProgramForm, readPiles, readPrograms }, { TicketError }] = await Promise.all([
    import('../core/programs'),
    import('../core/ticket'),
  ]);
  const text = withFile(path, () => readFileSync(path, 'utf8'));
  const by = form === null ? null : ProgramForm.safeParse(jsonFrom(form));
  if (by && !by.success) throw new Complaint(`${form}: ${firstProblem(by.error)}`);
  try {
    const read = isOfPiles(text) ? readPiles(text) : readPrograms(text, by?.data ?? null);
    out(`${JSON.stringify(read, null, 2)}\n`);
  } catch (e) {
    throw e instanceof TicketError ? new Complaint(`${path}: ${e.message}`) : e;
  }
}

const jsonFrom = (path: string): unknown => {
  const text = withFile(path, () => readFileSync(path, 'utf8'));
  try {
    return JSON.parse(text);
  } catch {
    throw new Complaint(`${path} is not JSON.`);
  }
};

/** Prints the cuts of a docket as JSON, or writes its cut card. @throws Complaint where no machine is set for it */
export async function tellCuts(it: Cutting, out: (text: string) => void): Promise<void> {
  const docket = withRecords(docketFrom(it.docket), it);
  const hands = threadFor(it.worker);
  try {
    await load(hands, it.docket, docket, async ({ artwork }) => {
      if (it.programs !== null) {
        await writePrograms(it.programs, docket, artwork);
        return;
      }
      const card = cutCard(null, docket, plan(docket, artwork), it.unit);
      if (!card) throw new Complaint(`${it.docket}: no machine here cuts, folds or binds it.`);
      if (it.card === null) out(`${JSON.stringify(said(card), null, 2)}\n`);
      else {
        const { card: path } = it;
        const bytes = await writeCutCard(card, it.docket, { unit: it.unit, house: '' });
        withFile(path, () => writeFileSync(path, bytes));
      }
    });
  } finally {
    await hands.close();
  }
}
