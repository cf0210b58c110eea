import type { Standing } from '../core';
import type { Delivery } from './tables/deliveries';

/** Of a delivery, what says where its job stands. */
export interface Sent {
  readonly state: Delivery['state'];
  readonly open: boolean;
  /** What is counted as one sending with it; null for what is older than sendings are. */
  readonly root: string | null;
  /** Further copies or sheets: no measure of whether the job is printed. */
  readonly extra: boolean;
  /** Whether another prints what it did not. */
  readonly superseded: boolean;
  readonly sheets_done: number;
  readonly sheets_total: number;
  /** Whether it prints the job as it is now. */
  readonly present: boolean;
}

/** What the machines have of a job, in one line. */
export interface OnMachines {
  readonly state: Delivery['state'];
  readonly sheets_done: number;
  readonly sheets_total: number;
}

/** The states of what is under way, what wants a hand first. */
const URGENT: readonly Delivery['state'][] = ['stopped', 'held', 'processing', 'sending', 'preparing', 'pending'];
/** The states that something has ended in, the worst first. */
const ENDED: readonly Delivery['state'][] = ['unsure', 'aborted', 'canceled', 'completed'];

/** The deliveries that count: those under way, else those that were accepted last. */
function counting(sent: readonly Sent[]): readonly Sent[] {
  const open = sent.filter((d) => d.open);
  if (open.length > 0) return open;
  const whole = sent.filter((d) => !d.extra && !d.superseded);
  const [last] = whole;
  return last?.root ? whole.filter((d) => d.root === last.root) : whole.slice(0, 1);
}

/** The most urgent of some states, and how far all is together. @param sent the newest first */
export function onMachines(sent: readonly Sent[]): OnMachines | null {
  const some = counting(sent);
  const state = [...URGENT, ...ENDED].find((s) => some.some((d) => d.state === s));
  if (state === undefined) return null;
  const sum = (of: (d: Sent) => number): number => some.reduce((n, d) => n + of(d), 0);
  return { state, sheets_done: sum((d) => d.sheets_done), sheets_total: sum((d) => d.sheets_total) };
}

/** Where a job stands, and whether it was changed since it was printed. @param sent its deliveries, the newest first */
export function standingOf(
  {
    stops,
    looks,
    finishing,
  }: { readonly stops: number; readonly looks: number; readonly finishing: readonly string[] },
  sent: readonly Sent[],
  done: boolean,
): { readonly standing: Standing; readonly changed: boolean } {
  const some = counting(sent);
  const changed = some.some((d) => (d.open || d.state === 'completed') && !d.present);
  if (some.some((d) => d.open)) return { standing: 'on the floor', changed };
  if (done) return { standing: 'done', changed };
  if (some.some((d) => d.state === 'unsure' || d.state === 'aborted')) return { standing: 'to decide', changed };
  const printed = some.length > 0 && some.every((d) => d.state === 'completed');
  if (printed && !changed) return { standing: finishing.length > 0 ? 'to finish' : 'done', changed };
  return { standing: stops > 0 || looks > 0 ? 'to decide' : 'ready', changed };
}
