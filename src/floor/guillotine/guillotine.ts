import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';
import type { Moment, Rect, Size } from '../../core';
import type { PileProgram } from '../../core';
import { pilesWritten, readPiles, workable, type PilePrograms } from '../../core/programs';
import { TicketError, type DeviceSignal } from '../../core/ticket';
import { writeSurely } from '../spool';

/**
 * The pretended guillotine: a stack from the press's output is cut by a program, lift by lift. The back gauge is set by the
 * program; the cutter turns the pile as it says and lets the knife down, once for every cut.
 */

export const InHand = z.object({
  /** The press's job. */
  job: z.int(),
  name: z.string(),
  /** Sheets that are unlike, and how often each comes. */
  unlike: z.int(),
  copies: z.int(),
  /** Pages of the document for a sheet. */
  sides: z.int(),
  /** The program that it is cut by. */
  program: z.string(),
  /** Lifts that are through, and cuts of the one in hand. */
  lift: z.int(),
  cut: z.int(),
  state: z.enum(['running', 'done']),
});
export type InHand = z.infer<typeof InHand>;

export interface GuillotineOptions {
  readonly name: string;
  readonly folder: string;
  /** Is told of every change. */
  readonly onChange?: (it: Guillotine) => void;
}

/** Stacks that it remembers having cut. */
const MOST_CUT = 100;
/** How far a sheet may be from the program's size, mm: paper is cut so well. */
const SAME_SIZE = 1;

const Kept = z.object({ hand: InHand.nullable(), cut: z.array(z.int()) });

/** What is kept; nothing of what is no such file. */
function keptIn(text: string | null): z.infer<typeof Kept> {
  try {
    return text === null ? { hand: null, cut: [] } : Kept.parse(JSON.parse(text));
  } catch {
    return { hand: null, cut: [] };
  }
}

/** The programs of a file; none of one that is no such file. */
function programsIn(text: string | null): PilePrograms {
  try {
    return text === null ? NONE : readPiles(text);
  } catch (e) {
    if (e instanceof TicketError) return NONE;
    throw e;
  }
}
const NONE: PilePrograms = { machine: null, programs: [] };

export class Guillotine {
  private loaded: PilePrograms;
  private kept: z.infer<typeof Kept>;
  /** What lies on the table at each cut of a program, found once. */
  private readonly worked = new WeakMap<PileProgram, readonly Moment[]>();

  constructor(readonly options: GuillotineOptions) {
    mkdirSync(options.folder, { recursive: true });
    this.loaded = programsIn(this.read('cuts.xml'));
    this.kept = keptIn(this.read('hand.json'));
    // what no program of it can go on with is laid back into the output
    const { hand } = this.kept;
    const by = hand && this.programs.find((p) => p.name === hand.program);
    if (hand && (!by || hand.cut > cutsIn(workable(by)).length)) this.kept = { ...this.kept, hand: null };
  }

  private read(name: string): string | null {
    const path = join(this.options.folder, name);
    return existsSync(path) ? readFileSync(path, 'utf8') : null;
  }

  get programs(): readonly PileProgram[] {
    return this.loaded.programs;
  }
  get inHand(): InHand | null {
    return this.kept.hand;
  }
  /** Whether it has a stack of the press, or had it. */
  has(job: number): boolean {
    return this.kept.hand?.job === job || this.kept.cut.includes(job);
  }

  /**
   * Loads programs: one of a name that it has takes that one's place.
   * @throws TicketError for a file that is none; RangeError where it would change what is in hand
   */
  load(text: string): number {
    const { programs, machine } = readPiles(text);
    const { hand } = this.kept;
    if (hand?.state === 'running' && programs.some((p) => p.name === hand.program))
      throw new RangeError(`${hand.name} is in hand by that program: cut it first.`);
    const others = this.loaded.programs.filter((p) => !programs.some((q) => q.name === p.name));
    this.loaded = { machine: machine ?? this.loaded.machine, programs: [...others, ...programs] };
    writeSurely(this.options.folder, 'cuts.xml', pilesWritten(this.loaded));
    this.options.onChange?.(this);
    return programs.length;
  }

  /**
   * Takes a stack in hand, to be cut by a program.
   * @param paper of its first sheet, mm
   * @throws RangeError where it has one in hand, no such program, or the program is for another sheet
   */
  take(stack: Pick<InHand, 'job' | 'name' | 'unlike' | 'copies' | 'sides'>, program: string, paper: Size): void {
    if (this.kept.hand?.state === 'running') throw new RangeError(`${this.kept.hand.name} is in hand: cut it first.`);
    if (this.has(stack.job)) throw new RangeError('That stack was cut already.');
    const by = this.programs.find((p) => p.name === program);
    if (!by)
      throw new RangeError('It has no program of that name. Read the file that the job’s programs were written to.');
    const { pile } = by;
    if (Math.abs(pile.width - paper.width) > SAME_SIZE || Math.abs(pile.height - paper.height) > SAME_SIZE)
      throw new RangeError(
        `The program is for ${size(pile)}; these sheets are ${size(paper)}. Take the program that was written for them.`,
      );
    this.put({ ...stack, program, lift: 0, cut: 0, state: 'running' });
  }

  /** The program of what is in hand; null where nothing is, or it was taken out since. */
  private get working(): {
    readonly hand: InHand;
    readonly by: PileProgram;
    readonly moments: readonly Moment[];
  } | null {
    const { hand } = this.kept;
    const by = hand && this.programs.find((p) => p.name === hand.program);
    if (!hand || !by) return null;
    let moments = this.worked.get(by);
    if (!moments) this.worked.set(by, (moments = workable(by)));
    return { hand, by, moments };
  }

  /** Lets the knife down: the next cut of the lift; behind the last one the next lift, or the stack is through. */
  cut(): void {
    const it = this.working;
    if (it?.hand.state !== 'running') throw new RangeError('Nothing is in hand.');
    const { hand, by, moments } = it;
    const cuts = cutsIn(moments).length;
    if (hand.cut < cuts) return this.put({ ...hand, cut: hand.cut + 1 });
    if (hand.lift + 1 < liftsOf(hand, by)) return this.put({ ...hand, lift: hand.lift + 1, cut: 0 });
    const done = [...this.kept.cut, hand.job].slice(-MOST_CUT);
    this.kept = { hand: { ...hand, state: 'done' }, cut: done };
    this.save();
  }

  private put(hand: InHand): void {
    this.kept = { ...this.kept, hand };
    this.save();
  }

  /** Every change is on disk before anybody hears of it. */
  private save(): void {
    writeSurely(this.options.folder, 'hand.json', JSON.stringify(this.kept));
    this.options.onChange?.(this);
  }

  /** What lies on the table: null where nothing does. */
  table(): Table | null {
    const it = this.working;
    if (!it) return null;
    const { hand, by, moments } = it;
    const cuts = cutsIn(moments);
    const next = hand.state === 'running' ? (cuts[hand.cut] ?? null) : null;
    const before = hand.cut === 0 ? moments[0]! : cuts[hand.cut - 1]!;
    const lifts = liftsOf(hand, by);
    const upTo = Math.min(hand.lift * by.each, hand.unlike * hand.copies - 1);
    return {
      pile: by.pile,
      page: (upTo % hand.unlike) * hand.sides + 1,
      lift: hand.lift + 1,
      lifts,
      cuts: cuts.length,
      // what is put into hand for the next cut, or what the last one left
      hand: next && next.made === 1 ? moments[moments.indexOf(next) - 1]!.hand : before.hand,
      lies: next?.lies ?? before.lies,
      turned: next ? (((next.lies - before.lies + 4) % 4) as 0 | 1 | 2 | 3) : 0,
      measure: next ? measureOf(by, next) : null,
      aside: next && next.made === 1 ? moments[moments.indexOf(next) - 1]!.aside : [...before.aside, ...before.fell],
    };
  }

  /** How it stands, for those who are told. */
  standing(): DeviceSignal {
    const { hand } = this.kept;
    const table = this.table();
    const { name: device } = this.options;
    if (hand?.state !== 'running' || !table) return { device, state: 'idle', reason: null, job: null };
    const all = table.cuts * table.lifts;
    const done = hand.lift * table.cuts + hand.cut;
    return {
      device,
      state: 'running',
      reason: null,
      job: { name: hand.name.slice(0, 300), done, percent: Math.round((1000 * done) / Math.max(1, all)) / 10 },
    };
  }
}

/** What lies on the table before a cut, or when all is cut. Millimetres, as it lay on the sheet. */
export interface Table {
  readonly pile: Size;
  /** Of the document, from 1: what is on the topmost sheet. */
  readonly page: number;
  readonly lift: number;
  readonly lifts: number;
  readonly cuts: number;
  readonly hand: readonly Rect[];
  /** Quarter turns, counter-clockwise, from how it is printed; and how many of them the cutter makes now. */
  readonly lies: number;
  readonly turned: 0 | 1 | 2 | 3;
  /** Where the back gauge stands, mm from the knife; null where nothing more is cut. */
  readonly measure: number | null;
  readonly aside: readonly Rect[];
}

const size = ({ width, height }: Size): string => `${width.toFixed(1)} × ${height.toFixed(1)} mm`;
const cutsIn = (moments: readonly Moment[]): readonly Moment[] => moments.filter((m) => m.made > 0);
const liftsOf = ({ unlike, copies }: InHand, { each }: PileProgram): number =>
  Math.max(1, Math.ceil((unlike * copies) / each));
const measureOf = ({ stages }: PileProgram, { stage, made }: Moment): number => stages[stage]!.cuts[made - 1]!.measure;
