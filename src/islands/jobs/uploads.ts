import { create } from 'zustand';
import { make, newId, Refused } from '../../ui/client';
import { upload, type Upload } from '../../ui/upload';
import { isTicket, sendTicket } from './tickets';
import { useTogether } from './together';

export interface Arrival {
  readonly key: number;
  readonly name: string;
  readonly share: number;
  readonly state: 'waiting' | 'arriving' | 'reading' | 'done' | 'failed' | 'locked';
  readonly message: string | null;
  readonly jobId: string | null;
  readonly same: readonly number[];
  /** The order that it has come for, by its number. */
  readonly order: string | null;
  /** Whether it is a ticket: then orders are made of it, and no job. */
  readonly ticket: boolean;
  /** Files that were dropped at once, by a number of their own. */
  readonly drop: number;
  /** For one that needs its password: what the store has of it. */
  readonly stored: { readonly sha256: string; readonly bytes: number } | null;
}

interface Uploads {
  readonly list: readonly Arrival[];
  readonly add: (files: readonly File[], order?: string) => void;
  readonly cancel: (key: number) => void;
  readonly retry: (key: number) => void;
  readonly unlock: (key: number, password: string) => Promise<void>;
  readonly clear: () => void;
}

interface Made {
  readonly id: string;
  readonly same: readonly number[];
  readonly order: string | null;
}

let serial = 0;
let drops = 0;
const files = new Map<number, File>();
const running = new Map<number, Upload<Made>>();

/** A file that was just dropped. */
const arrived = (key: number, name: string, order: string | undefined, drop: number): Arrival => ({
  key,
  name,
  share: 0,
  state: 'waiting',
  message: null,
  jobId: null,
  same: [],
  order: order ?? null,
  drop,
  ticket: order === undefined && isTicket(name),
  stored: null,
});

/** Files that were dropped at once. */
function arrivalsOf(added: readonly File[], order: string | undefined): Arrival[] {
  const drop = ++drops;
  return added.map((file) => {
    const key = ++serial;
    files.set(key, file);
    return arrived(key, file.name, order, drop);
  });
}

/** What becomes of a file that was not taken: one that wants its password waits for it. */
function refusedAs(e: unknown): Partial<Arrival> {
  const message = (e as Error).message;
  if (!(e instanceof Refused) || e.body.code !== 'locked') return { state: 'failed', message };
  return { state: 'locked', message, stored: { sha256: String(e.body.sha256), bytes: Number(e.body.bytes) } };
}

/** What is taken in next: tickets first, since artwork that is dropped with its ticket is known by it. */
function nextOf(list: readonly Arrival[]): Arrival | undefined {
  const waiting = list.filter((a) => a.state === 'waiting');
  const next = waiting.find((a) => a.ticket) ?? waiting[0];
  return next && !next.ticket && list.some((a) => a.ticket && a.state === 'reading') ? undefined : next;
}

/** What becomes of a ticket that is sent in. */
const ticketTaken = (file: File): Promise<Partial<Arrival>> =>
  sendTicket(file).then(
    (message): Partial<Arrival> => ({ state: 'done', message }),
    (e: unknown): Partial<Arrival> => ({ state: 'failed', message: (e as Error).message }),
  );

/** Has a job made of a file that wanted its password. */
const unlocked = ({ stored, name, order }: Arrival, password: string): Promise<Made> =>
  make<Made>('/api/jobs', 'POST', {
    id: newId(),
    ...stored,
    name,
    password,
    ...(order === null ? {} : { order }),
  } as { id: string });

/** Files on their way in: two at a time, the others wait. */
export const useUploads = create<Uploads>((set, get) => {
  const patch = (key: number, change: Partial<Arrival>): void =>
    set({ list: get().list.map((a) => (a.key === key ? { ...a, ...change } : a)) });

  const readTicket = (key: number, file: File): void => {
    patch(key, { state: 'reading', share: 1, message: null });
    void ticketTaken(file).then((change) => {
      if (change.state === 'done') files.delete(key);
      patch(key, change);
      next();
    });
  };

  const next = (): void => {
    if (running.size >= 2) return;
    const waiting = nextOf(get().list);
    const file = waiting && files.get(waiting.key);
    if (!waiting || !file) return;
    const { key } = waiting;
    if (waiting.ticket) return readTicket(key, file);
    patch(key, { state: 'arriving', share: 0, message: null });
    const it = upload<Made>(
      '/api/jobs',
      'POST',
      file,
      (share) => patch(key, { share, state: share >= 1 ? 'reading' : 'arriving' }),
      waiting.order === null ? {} : { order: waiting.order },
    );
    running.set(key, it);
    it.done
      .then(({ id, same, order }) => {
        files.delete(key);
        patch(key, { state: 'done', share: 1, jobId: id, same, order });
        void useTogether.getState().gather(get().list, waiting.drop);
      })
      .catch((e: unknown) => {
        if (e === null) set({ list: get().list.filter((a) => a.key !== key) });
        else patch(key, refusedAs(e));
      })
      .finally(() => {
        running.delete(key);
        next();
      });
    next();
  };

  return {
    list: [],
    add: (added, order) => {
      useTogether.getState().forget();
      set({ list: [...get().list.filter((a) => a.state !== 'done'), ...arrivalsOf(added, order)] });
      next();
    },
    cancel: (key) => {
      const it = running.get(key);
      if (it) it.cancel();
      else {
        files.delete(key);
        set({ list: get().list.filter((a) => a.key !== key) });
      }
    },
    retry: (key) => {
      patch(key, { state: 'waiting', message: null });
      next();
    },
    unlock: async (key, password) => {
      const it = get().list.find((a) => a.key === key);
      if (!it?.stored) return;
      try {
        const { id, same, order } = await unlocked(it, password);
        patch(key, { state: 'done', jobId: id, same, order, message: null });
      } catch (e) {
        patch(key, { message: (e as Error).message });
      }
    },
    clear: () => {
      useTogether.getState().forget();
      set({ list: get().list.filter((a) => a.state !== 'done' && a.state !== 'failed') });
    },
  };
});
