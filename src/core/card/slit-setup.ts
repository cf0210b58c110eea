import { cutsOf, type Slits } from '../cutting';
import { stepOf, type Docket, type Finish } from '../docket';
import {
  programFor,
  readingOn,
  scoresAsItSlits,
  type ProgramOf,
  type Reading,
  slitRuns,
  slitterOf,
  type SlitRun,
} from '../finishing';
import { onPaper, type OnPaper } from './on-paper';
import { wholeNumber, type Rect } from '../measure';
import type { Plan } from '../sheet';

/** How a slitter's tools are set for one kind of sheet. */
export interface SlitSetup {
  readonly run: OnPaper<SlitRun>;
  readonly machine: string;
  /** The program that it works by. */
  readonly program: ProgramOf;
  /** Where it finds its register mark and its code on the sheet; null where it looks for none. */
  readonly reading: Pick<Reading, 'mark' | 'code'> | null;
  /** Which edge goes in first, and from which the slits are measured. */
  readonly said: string;
  /** What comes out, as it lay on the sheet. */
  readonly pieces: readonly Rect[];
}

/** Lines of one kind that lie the same way, each from the edge that they are measured from. */
export interface SetLines {
  readonly label: string;
  readonly kind: 'cut' | 'score' | 'perforation';
  readonly way: 'along' | 'across';
  readonly at: readonly number[];
}

/** What a slitter is set to, kind by kind: those along the feed before those across it. */
export function setLines({ slits, crossCuts, scores, perforations }: Slits): SetLines[] {
  const all: SetLines[] = [
    { label: 'Slits', kind: 'cut', way: 'along', at: slits },
    { label: 'Cross cuts', kind: 'cut', way: 'across', at: crossCuts },
    { label: 'Scores along', kind: 'score', way: 'along', at: scores.along },
    { label: 'Scores across', kind: 'score', way: 'across', at: scores.across },
    { label: 'Perforations along', kind: 'perforation', way: 'along', at: perforations.along },
    { label: 'Perforations across', kind: 'perforation', way: 'across', at: perforations.across },
  ];
  return all.filter((g) => g.at.length > 0);
}

/** `8 slits, 10 cross cuts, 4 scores`. */
export function setSaid({ slits, crossCuts, scores, perforations }: Slits): string {
  const count = (n: number, one: string): string => `${wholeNumber(n)} ${n === 1 ? one : `${one}s`}`;
  const [s, p] = [scores, perforations].map((l) => l.along.length + l.across.length);
  return [
    count(slits.length, 'slit'),
    count(crossCuts.length, 'cross cut'),
    ...(s! > 0 ? [count(s!, 'score')] : []),
    ...(p! > 0 ? [count(p!, 'perforation')] : []),
  ].join(', ');
}

const partsOf = (it: Reading | null): SlitSetup['reading'] => it && { mark: it.mark, code: it.code };

/** How a sheet is fed, and what is measured from where. */
const fedSaid = ({ feed, far }: Slits): string =>
  feed === 'long'
    ? `The lead edge goes in first; slits are measured from the ${far ? 'right' : 'left'} edge`
    : `The left edge goes in first; slits are measured from the ${far ? 'tail' : 'lead'} edge`;

const setupFor = (run: SlitRun, machine: string, finish: Finish): SlitSetup => ({
  run: onPaper(run),
  machine,
  program: programFor(stepOf(finish, 'cut')!, run.slits),
  reading: partsOf(readingOn(run.lay, finish)),
  said: fedSaid(run.slits),
  pieces: cutsOf(run.lay).pieces,
});

/** How the slitter of a job is set, for each kind of sheet; none where it is cut on something else. */
export function setupsOf(docket: Pick<Docket, 'finish'>, plan: Plan): SlitSetup[] {
  const machine = slitterOf(docket.finish);
  if (!machine) return [];
  const scoring = scoresAsItSlits(docket.finish.route, machine);
  return slitRuns(plan, machine, scoring).map((run) => setupFor(run, machine.name, docket.finish));
}

/** How it is set for a sheet, from 0. @returns null where that does not pass a slitter */
export const setupOf = (docket: Pick<Docket, 'finish'>, plan: Plan, sheet: number): SlitSetup | null =>
  setupsOf(docket, plan).find(({ run }) => run.sheets.includes(sheet + 1)) ?? null;
