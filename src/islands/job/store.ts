import { create } from 'zustand';
import {
  albumFrom,
  patched,
  touchedPaths,
  unpackArtwork,
  valueAt,
  withFiles,
  type Artwork,
  type Docket,
  type Patch,
} from '../../core';
import { ask, make, newId, Refused, unanswered } from '../../ui/client';
import { useNotices } from '../../ui/Notices';
import { useUnit } from '../../ui/unit';
import type { JobPage, JobView } from '../../ui/views';
import { compute, recompute, type Computed, type Wished } from './computed';

/** A change made here that the server has not taken yet. */
interface Pending {
  /** What it is called: saved once, however often it is sent. */
  readonly id: string;
  readonly patch: Patch;
  readonly label: string;
}

/** Two windows changed the same wish: what each says. */
export interface Clash {
  readonly now: JobView;
  readonly mine: readonly Pending[];
  readonly wishes: readonly { readonly path: string; readonly theirs: unknown; readonly mine: unknown }[];
}

/** The state of a job's screen. */
export interface JobState extends Wished, Computed {
  /** The job as the server has it. */
  readonly saved: JobView;
  readonly pending: readonly Pending[];
  readonly sync: 'saved' | 'saving' | 'away';
  readonly clash: Clash | null;
  readonly change: (patch: Patch, label: string) => void;
  /** Shows what a change would come to while a hand still drags; null shows the docket as it is wished again. */
  readonly preview: (patch: Patch | null) => void;
  readonly step: (way: 'undo' | 'redo') => Promise<void>;
  readonly adopt: (page: JobPage) => void;
  readonly refresh: () => Promise<void>;
  readonly settle: (take: 'mine' | 'theirs') => void;
  /** Resolves when everything is saved. */
  readonly settled: () => Promise<boolean>;
}

const NO_ARTWORK: Artwork = { pages: [], kind: 'pdf', inks: [], notes: [] };
/** Facts of all of a job's files. */
function artworkIn(page: JobPage): Artwork {
  if (!page.artwork) return NO_ARTWORK;
  const others = page.more.map((m) => (m ? unpackArtwork(m) : null));
  return {
    ...withFiles(unpackArtwork(page.artwork), others),
    ...(page.table ? { table: page.table } : {}),
    ...(page.album ? { album: albumFrom(unpackArtwork(page.album)) } : {}),
  };
}
const wait = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms));
const say = (tone: 'stop' | 'look' | 'fine', text: string): void => useNotices.getState().say({ tone, text });

/** The docket as it is here where the other says the same: what is computed from it need not be computed again. */
const sameOr = (here: Docket, now: Docket): Docket => (JSON.stringify(here) === JSON.stringify(now) ? here : now);

const replay = (base: Docket, pending: readonly Pending[]): Docket =>
  pending.reduce((d, p) => patched(d, p.patch), base);

/** Wishes that were changed here and elsewhere, each to something else. */
function clashing(saved: JobView, pending: readonly Pending[], now: JobView): Clash['wishes'] {
  const touched = [...new Set(pending.flatMap((p) => touchedPaths(p.patch)))];
  const mine = replay(saved.docket, pending);
  return touched
    .map((path) => ({
      path,
      before: valueAt(saved.docket, path),
      theirs: valueAt(now.docket, path),
      mine: valueAt(mine, path),
    }))
    .filter(
      (w) =>
        JSON.stringify(w.before) !== JSON.stringify(w.theirs) && JSON.stringify(w.theirs) !== JSON.stringify(w.mine),
    );
}

type Get = () => JobState;
type Put = (part: Partial<JobState>) => void;

/** Sends what was changed here to the server, in order, until it has all. */
class Saving {
  private flushing: Promise<void> | null = null;

  constructor(
    private readonly get: Get,
    private readonly set: Put,
  ) {}

  readonly flush = (): Promise<void> =>
    (this.flushing ??= this.all().finally(() => {
      this.flushing = null;
    }));

  private async all(): Promise<void> {
    const { get, set } = this;
    for (let head = get().pending[0]; head; head = get().pending[0]) {
      set({ sync: get().sync === 'away' ? 'away' : 'saving' });
      try {
        await this.send(head);
      } catch (e) {
        await this.refused(e);
      }
    }
    if (get().sync !== 'saved') set({ sync: 'saved' });
  }

  private async send({ patch, label, id }: Pending): Promise<void> {
    const { get, set } = this;
    const { saved } = get();
    const body = { base: saved.version, patch, label, id };
    const now = await ask<JobView>(`/api/jobs/${saved.id}/changes`, 'POST', body);
    const pending = get().pending.slice(1);
    set({
      saved: now,
      pending,
      docket: pending.length > 0 ? get().docket : sameOr(get().docket, now.docket),
      sync: pending.length > 0 ? 'saving' : 'saved',
    });
  }

  private async refused(e: unknown): Promise<void> {
    const { get, set } = this;
    if (e instanceof Refused && e.status === 409 && e.body.now) this.meet(e.body.now as JobView);
    else if (unanswered(e) || (e instanceof Refused && e.status >= 500)) {
      set({ sync: 'away' });
      await wait(1200);
    } else {
      // a wish the docket cannot hold: everything stands as it was saved
      say('stop', (e as Error).message);
      const pending = get().pending.slice(1);
      set({ pending, docket: replay(get().saved.docket, pending), sync: 'saved' });
    }
  }

  /** Another window was first: changes to other wishes go on top; the same wish is asked about. */
  private meet(now: JobView): void {
    const { saved, pending } = this.get();
    const wishes = clashing(saved, pending, now);
    if (wishes.length > 0) {
      const clash = { now, mine: pending, wishes };
      this.set({ clash, saved: now, docket: now.docket, pending: [], sync: 'saved' });
      return;
    }
    this.set({ saved: now, docket: replay(now.docket, pending) });
    say('look', 'This job was changed in another window as well; both changes are kept.');
  }
}

const filesOf = (d: Docket): string =>
  JSON.stringify([d.artwork.file.sha256, d.artwork.more, d.imprint.table?.sha256, d.imprint.album?.sha256]);

/** Goes one change back, or on again, on the server. */
async function takeStep(way: 'undo' | 'redo', get: Get, set: Put): Promise<void> {
  const { saved } = get();
  if ((way === 'undo' ? saved.undo : saved.redo) === null) return;
  try {
    const wish = { base: saved.version, id: newId() };
    const now = await make<JobView>(`/api/jobs/${saved.id}/${way}`, 'POST', wish);
    if (filesOf(now.docket) !== filesOf(saved.docket)) await get().refresh();
    else set({ saved: now, docket: replay(now.docket, get().pending) });
  } catch (e) {
    if (e instanceof Refused && e.body.now) {
      set({ saved: e.body.now as JobView, docket: (e.body.now as JobView).docket });
      say('look', 'Another window changed this job. Look at it, then try again.');
    } else say('stop', (e as Error).message);
  }
}

/** What can be done on a job's screen. */
function actsOf(get: Get, set: Put) {
  const saving = new Saving(get, set);
  let stepping: Promise<void> = Promise.resolve();
  const acts: Pick<JobState, 'change' | 'preview' | 'step' | 'adopt' | 'refresh' | 'settle' | 'settled'> = {
    change: (patch, label) => {
      set({ docket: patched(get().docket, patch), pending: [...get().pending, { id: newId(), patch, label }] });
      void saving.flush();
    },
    preview: (patch) => {
      const { saved, pending } = get();
      const wished = replay(saved.docket, pending);
      set({ docket: patch ? patched(wished, patch) : wished });
    },
    // keys repeat faster than a server answers: one step after another
    step: (way) =>
      (stepping = stepping.then(async () => {
        await saving.flush();
        await takeStep(way, get, set);
      })),
    adopt: (page) => set({ saved: page.job, docket: page.job.docket, artwork: artworkIn(page), shop: page.shop }),
    refresh: async () => {
      const { saved, pending, adopt } = get();
      if (pending.length > 0) return;
      try {
        const page = await ask<JobPage>(`/api/jobs/${saved.id}`);
        if (get().pending.length === 0 && page.job.version >= get().saved.version) adopt(page);
      } catch {
        // the stream says when the server is back
      }
    },
    settle: (take) => {
      const { clash, change } = get();
      set({ clash: null });
      if (clash && take === 'mine') for (const p of clash.mine) change(p.patch, p.label);
    },
    settled: async () => {
      await saving.flush();
      return get().pending.length === 0 && get().clash === null;
    },
  };
  return acts;
}

/** The state of one job's screen. Every change shows at once, and is saved behind it in order. */
export function jobStore(first: JobPage) {
  return create<JobState>((put, get) => {
    /** Sets state, and what is computed from it in the same step, so that all parts render once. */
    const set: Put = (part) =>
      put((now) => {
        const computed = recompute(now, { ...now, ...part });
        return computed ? { ...part, ...computed } : part;
      });
    const wished: Wished = {
      docket: first.job.docket,
      artwork: artworkIn(first),
      shop: first.shop,
      unit: useUnit.getState().unit,
    };
    useUnit.subscribe(({ unit }) => set({ unit }));
    return {
      ...wished,
      ...compute(wished),
      saved: first.job,
      pending: [],
      sync: 'saved',
      clash: null,
      ...actsOf(get, set),
    };
  });
}

export type JobStore = ReturnType<typeof jobStore>;
