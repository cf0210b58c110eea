import { create } from 'zustand';
import { dayText } from '../../core';
import { ask, make, newId, Refused } from '../../ui/client';
import { download } from '../../ui/download';
import { useNotices } from '../../ui/Notices';
import type { DeliveryView, JobView, ListedJob } from '../../ui/views';

/** What is done with jobs of the board, one or many, and how it is taken back. */

/** An act that can be taken back. */
interface Done {
  readonly label: string;
  readonly back: () => Promise<unknown>;
}

interface State {
  /** What is being done, and how far. */
  readonly now: { readonly label: string; readonly done: number; readonly total: number } | null;
  /** Jobs that are on a machine and were to be removed: it is asked. */
  readonly asked: readonly ListedJob[];
  readonly history: readonly Done[];
}

export const useActs = create<State>(() => ({ now: null, asked: [], history: [] }));
const { setState: set, getState: get } = useActs;

const say = useNotices.getState().say;
export const jobsSaid = (n: number): string => `${n} ${n === 1 ? 'job' : 'jobs'}`;
const named = (jobs: readonly ListedJob[]): string =>
  jobs.length === 1 ? `“${jobs[0]!.summary.title}”` : jobsSaid(jobs.length);

/** Jobs that something could not be done with, each with why. */
interface Failure {
  readonly job: ListedJob;
  readonly why: Error;
}

const why = ({ why }: Failure): string =>
  why instanceof Refused && why.body.code === 'sent-before'
    ? `was sent already (${(why.body.deliveries as DeliveryView[]).map((d) => `D${d.number}`).join(', ')}): send it from its own page`
    : why.message;

function sayFailures(failures: readonly Failure[]): void {
  if (failures.length === 0) return;
  const some = failures.slice(0, 3).map((f) => `${f.job.number} ${f.job.summary.title}: ${why(f)}`);
  const more = failures.length > 3 ? ` And ${failures.length - 3} more.` : '';
  say({ tone: 'stop', text: `Not done with ${jobsSaid(failures.length)}. ${some.join(' · ')}.${more}` });
}

const wait = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms));

/** Makes the file of a job's sheets and has the browser keep it. */
async function exported({ id }: ListedJob, stopped: () => boolean): Promise<void> {
  const made = await make<{ id: string }>(`/api/jobs/${id}/exports`, 'POST', { id: newId(), pass: 'all' } as {
    id: string;
  });
  for (;;) {
    const { state, message } = await ask<{ state: string; message: string | null }>(`/api/exports/${made.id}`);
    if (state === 'done') break;
    if (state === 'failed' || state === 'canceled') throw new Error(message ?? 'The export failed.');
    if (stopped()) {
      await ask(`/api/exports/${made.id}`, 'DELETE');
      return;
    }
    await wait(150);
  }
  download(`/api/exports/${made.id}/file`);
  // a browser takes one download at a time
  await wait(400);
}

let stopped = false;
/** Stops what is being done behind the job that it is at. */
export const stopActs = (): void => {
  stopped = true;
};

/** Does something with each job, one after the other. @returns those it was done with, and those it was not */
async function each<T>(
  label: string,
  jobs: readonly ListedJob[],
  act: (job: ListedJob) => Promise<T>,
): Promise<{ readonly did: readonly { job: ListedJob; gave: T }[]; readonly failures: readonly Failure[] }> {
  stopped = false;
  const did: { job: ListedJob; gave: T }[] = [];
  const failures: Failure[] = [];
  for (const [i, job] of jobs.entries()) {
    if (stopped) break;
    if (jobs.length > 1) set({ now: { label, done: i, total: jobs.length } });
    try {
      did.push({ job, gave: await act(job) });
    } catch (e) {
      failures.push({ job, why: e as Error });
    }
  }
  set({ now: null });
  return { did, failures };
}

function remember(label: string, back: Done['back']): void {
  set({ history: [...get().history, { label, back }].slice(-50) });
  say({ tone: 'fine', text: `${label}.`, action: { label: 'Undo', run: () => void undoAct() } });
}

const put = (jobs: readonly ListedJob[], method: string, body?: unknown): Promise<unknown> =>
  Promise.all(jobs.map((j) => ask(`/api/jobs/${j.id}`, method, body)));

/** Takes the last act back. */
export async function undoAct(): Promise<void> {
  const last = get().history.at(-1);
  if (!last) return;
  set({ history: get().history.slice(0, -1) });
  try {
    await last.back();
    say({ tone: 'fine', text: `Taken back: ${last.label.charAt(0).toLowerCase()}${last.label.slice(1)}.` });
  } catch (e) {
    say({ tone: 'stop', text: (e as Error).message });
  }
}

/** Nothing becomes of what was asked about. */
export const keepAsked = (): void => set({ asked: [] });

/** Takes jobs off the list. @param press what becomes of what machines have of them; not said, it is asked */
export async function removeJobs(jobs: readonly ListedJob[], press?: 'stop' | 'print'): Promise<void> {
  set({ asked: [] });
  const { did, failures } = await each('Removing', jobs, (j) =>
    ask(`/api/jobs/${j.id}${press ? `?press=${press}` : ''}`, 'DELETE'),
  );
  const printing = failures.filter(({ why }) => why instanceof Refused && why.body.code === 'printing');
  const gone = did.map((d) => d.job);
  if (gone.length > 0) remember(`Removed ${named(gone)}`, () => put(gone, 'PUT'));
  set({ asked: printing.map((f) => f.job) });
  sayFailures(failures.filter((f) => !printing.includes(f)));
}

export async function bringJobsBack(jobs: readonly ListedJob[]): Promise<void> {
  const { did, failures } = await each('Bringing back', jobs, (j) => ask(`/api/jobs/${j.id}`, 'PUT'));
  const back = did.map((d) => d.job);
  if (back.length > 0) remember(`Brought back ${named(back)}`, () => put(back, 'DELETE'));
  sayFailures(failures);
}

export async function markJobs(jobs: readonly ListedJob[], done: boolean): Promise<void> {
  const { did, failures } = await each('Putting down', jobs, (j) => ask(`/api/jobs/${j.id}`, 'PATCH', { done }));
  const some = did.map((d) => d.job);
  if (some.length > 0)
    remember(`${named(some)} ${done ? 'done' : 'not done'}`, () => put(some, 'PATCH', { done: !done }));
  sayFailures(failures);
}

export async function dateJobs(jobs: readonly ListedJob[], day: string): Promise<void> {
  const { did, failures } = await each('Dating', jobs, (j) =>
    make<JobView>(`/api/jobs/${j.id}/changes`, 'POST', {
      id: newId(),
      base: j.version,
      patch: { due: day },
      label: `due ${day}`,
    } as { id: string }),
  );
  if (did.length > 0)
    remember(`${named(did.map((d) => d.job))} due ${dayText(day)}`, () =>
      Promise.all(did.map(({ job, gave }) => ask(`/api/jobs/${job.id}/undo`, 'POST', { base: gave.version }))),
    );
  sayFailures(failures);
}

export async function sendJobs(jobs: readonly ListedJob[]): Promise<void> {
  const { did, failures } = await each('Sending', jobs, (j) =>
    make(`/api/jobs/${j.id}/deliveries`, 'POST', { id: newId(), base: j.version } as { id: string }),
  );
  if (did.length > 0)
    say({ tone: 'fine', text: `${named(did.map((d) => d.job))} accepted: sent once, whatever happens here.` });
  sayFailures(failures);
}

export async function exportJobs(jobs: readonly ListedJob[]): Promise<void> {
  const { did, failures } = await each('Writing the sheets of', jobs, (j) => exported(j, () => stopped));
  if (did.length > 0) say({ tone: 'fine', text: `Sheets of ${named(did.map((d) => d.job))} written.` });
  sayFailures(failures);
}

export async function copyJob(job: ListedJob): Promise<void> {
  try {
    const { id } = await make<{ id: string }>(`/api/jobs/${job.id}/copy`, 'POST', { id: newId() });
    remember(`Copied ${named([job])}`, () => ask(`/api/jobs/${id}`, 'DELETE'));
  } catch (e) {
    say({ tone: 'stop', text: (e as Error).message });
  }
}
