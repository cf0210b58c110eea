import { create } from 'zustand';
import { ask, make, newId } from '../../ui/client';
import { useNotices } from '../../ui/Notices';

/** One job of several files that were dropped at once, and the single jobs that it stands for. */
export interface Together {
  readonly id: string;
  readonly title: string;
  readonly jobs: readonly string[];
}

/** A file on its way in, as far as it matters here. */
interface Arrived {
  readonly drop: number;
  readonly state: string;
  readonly jobId: string | null;
  readonly order: string | null;
  readonly ticket: boolean;
}

interface Store {
  readonly it: Together | null;
  /** Has the files of a drop made one run, where all have arrived and are cards of one size. */
  readonly gather: (list: readonly Arrived[], drop: number) => Promise<void>;
  /** Has them as single jobs again. */
  readonly part: () => Promise<void>;
  readonly forget: () => void;
}

/** Files that are dropped at once and may be one run at least and at most. */
const [FEWEST, MOST] = [3, 21];

/** The jobs of a drop that has arrived whole, where they may be one run: none has failed, none is an order's. */
function mayBeOne(list: readonly Arrived[], drop: number): string[] | null {
  const all = list.filter((a) => a.drop === drop);
  if (all.length < FEWEST || all.length > MOST) return null;
  const jobs = all.flatMap((a) => (a.state === 'done' && a.jobId && a.order === null && !a.ticket ? [a.jobId] : []));
  return jobs.length === all.length ? jobs : null;
}

export const useTogether = create<Store>((set, get) => ({
  it: null,
  gather: async (list, drop) => {
    const jobs = mayBeOne(list, drop);
    if (!jobs) return;
    // where it cannot be asked they stay single jobs, as they are
    const made = await make<{ id: string | null; title: string | null }>('/api/jobs/gathered', 'POST', {
      id: newId(),
      jobs,
    } as { id: string }).catch(() => null);
    if (made?.id) set({ it: { id: made.id, title: made.title ?? '', jobs } });
  },
  part: async () => {
    const { it } = get();
    if (!it) return;
    try {
      await ask('/api/jobs/gathered', 'DELETE', { id: it.id, jobs: it.jobs });
      set({ it: null });
    } catch (e) {
      // it is one run still: it is on a machine, or the server is away
      useNotices.getState().say({ tone: 'look', text: (e as Error).message });
    }
  },
  forget: () => set({ it: null }),
}));
