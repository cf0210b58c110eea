import { STANDINGS, type Standing } from '../../core';
import type { ListedJob } from '../../ui/views';

/** What the board shows of the jobs, and in which order. */

/** A standing as a heading says it, and what is to be done there. */
export const STANDING_WORDS: Readonly<Record<Standing, readonly [string, string]>> = {
  'to decide': ['To decide', 'something wants a look before it is printed'],
  ready: ['Ready', 'nothing against sending it'],
  'on the floor': ['On the floor', 'a machine has it, or is about to'],
  'to finish': ['To finish', 'printed: to be folded, bound, cut'],
  done: ['Done', 'made, or nothing left to do'],
};

export const ORDERS = ['due', 'number', 'customer', 'title', 'changed'] as const;
export type Order = (typeof ORDERS)[number];
export const ORDER_WORDS: Readonly<Record<Order, string>> = {
  due: 'Due first',
  number: 'Newest first',
  customer: 'By customer',
  title: 'By title',
  changed: 'Last changed first',
};

/** What is looked for: one standing or all, one customer or all, words that all must be in it. */
export interface Wanted {
  readonly standing: Standing | null;
  readonly customer: string | null;
  readonly words: string;
}

const text = ({ number, summary: s }: ListedJob): string =>
  `${number} ${s.order ?? ''} ${s.title} ${s.customer ?? ''} ${s.file} ${s.stock} ${s.machine} ${s.finished} ${s.copies}`.toLowerCase();

/** The jobs that are looked for. */
export function matching(jobs: readonly ListedJob[], { standing, customer, words }: Wanted): readonly ListedJob[] {
  const each = words.toLowerCase().split(/\s+/).filter(Boolean);
  return jobs.filter((job) => {
    if (standing !== null && job.standing !== standing) return false;
    if (customer !== null && job.summary.customer !== customer) return false;
    if (each.length === 0) return true;
    const all = text(job);
    return each.every((w) => all.includes(w));
  });
}

const words = new Intl.Collator('en', { sensitivity: 'base', numeric: true });
/** What is not said comes last, whichever way the rest goes. */
const saidFirst = (a: string | null, b: string | null): number =>
  a === b ? 0 : a === null ? 1 : b === null ? -1 : words.compare(a, b);

const COMPARE: Readonly<Record<Order, (a: ListedJob, b: ListedJob) => number>> = {
  // days are written so that they sort as text
  due: (a, b) => {
    const [x, y] = [a.summary.due, b.summary.due];
    return x === y ? 0 : x === null ? 1 : y === null ? -1 : x < y ? -1 : 1;
  },
  number: (a, b) => b.number - a.number,
  customer: (a, b) => saidFirst(a.summary.customer, b.summary.customer),
  title: (a, b) => words.compare(a.summary.title, b.summary.title),
  changed: (a, b) => (a.changed_at < b.changed_at ? 1 : a.changed_at > b.changed_at ? -1 : 0),
};

/** The jobs in an order; those that are alike in it by their day, then by number. */
export const ordered = (jobs: readonly ListedJob[], order: Order): readonly ListedJob[] =>
  [...jobs].sort((a, b) => COMPARE[order](a, b) || COMPARE.due(a, b) || a.number - b.number);

export interface Group {
  readonly standing: Standing;
  readonly jobs: readonly ListedJob[];
}

/** The jobs by where they stand, in the order of the work; standings without a job are left out. */
export function grouped(jobs: readonly ListedJob[]): readonly Group[] {
  return STANDINGS.map((standing) => ({ standing, jobs: jobs.filter((j) => j.standing === standing) })).filter(
    (g) => g.jobs.length > 0,
  );
}

/** The first `n` jobs in their groups, how many each has of all, and whether some were left out. */
export function firstFew(groups: readonly Group[], n: number) {
  let left = n;
  const items = groups.flatMap(({ standing, jobs }) => {
    const some = jobs.length <= left ? jobs : jobs.slice(0, left);
    left -= some.length;
    return some.length > 0 ? [{ id: standing, standing, jobs: some, all: jobs.length }] : [];
  });
  const taken = n - left;
  return { items, more: taken < groups.reduce((t, g) => t + g.jobs.length, 0) };
}

/** How many jobs stand where. */
export function counts(jobs: readonly ListedJob[]): Readonly<Record<Standing, number>> {
  const n: Record<Standing, number> = { 'to decide': 0, ready: 0, 'on the floor': 0, 'to finish': 0, done: 0 };
  for (const { standing } of jobs) n[standing]++;
  return n;
}

/** Everybody that something is made for, by name. */
export const customersOf = (jobs: readonly ListedJob[]): readonly string[] =>
  [...new Set(jobs.flatMap(({ summary: { customer } }) => (customer === null ? [] : [customer])))].sort(words.compare);

/** More jobs than a window shows. */
const SEEN_FIRST = 30;

/** The jobs that a board shows at first, in its order. */
export const firstOf = (jobs: readonly ListedJob[]): readonly ListedJob[] =>
  grouped(ordered(jobs, 'due'))
    .flatMap((g) => g.jobs)
    .slice(0, SEEN_FIRST);
