import { create } from 'zustand';
import { make, newId, Refused } from '../../ui/client';
import { upload, type Upload } from '../../ui/upload';

export interface Arrival {
  readonly key: number;
  readonly name: string;
  readonly share: number;
  readonly state: 'waiting' | 'arriving' | 'reading' | 'done' | 'failed' | 'locked';
  readonly message: string | null;
  readonly jobId: string | null;
  readonly same: readonly number[];
  /** For one that needs its password: what the store has of it. */
  readonly stored: { readonly sha256: string; readonly bytes: number } | null;
}

interface Uploads {
  readonly list: readonly Arrival[];
  readonly add: (files: readonly File[]) => void;
  readonly cancel: (key: number) => void;
  readonly retry: (key: number) => void;
  readonly unlock: (key: number, password: string) => Promise<void>;
  readonly clear: () => void;
}

interface Made {
  readonly id: string;
  readonly same: readonly number[];
}

let serial = 0;
const files = new Map<number, File>();
const running = new Map<number, Upload<Made>>();

/** Files on their way in: two at a time, the others wait. */
export const useUploads = create<Uploads>((set, get) => {
  const patch = (key: number, change: Partial<Arrival>): void =>
    set({ list: get().list.map((a) => (a.key === key ? { ...a, ...change } : a)) });

  const next = (): void => {
    if (running.size >= 2) return;
    const waiting = get().list.find((a) => a.state === 'waiting');
    const file = waiting && files.get(waiting.key);
    if (!waiting || !file) return;
    const { key } = waiting;
    patch(key, { state: 'arriving', share: 0, message: null });
    const it = upload<Made>('/api/jobs', 'POST', file, (share) =>
      patch(key, { share, state: share >= 1 ? 'reading' : 'arriving' }),
    );
    running.set(key, it);
    it.done
      .then(({ id, same }) => {
        files.delete(key);
        patch(key, { state: 'done', share: 1, jobId: id, same });
      })
      .catch((e: unknown) => {
        if (e === null) set({ list: get().list.filter((a) => a.key !== key) });
        else if (e instanceof Refused && e.body.code === 'locked')
          patch(key, {
            state: 'locked',
            message: e.message,
            stored: { sha256: String(e.body.sha256), bytes: Number(e.body.bytes) },
          });
        else patch(key, { state: 'failed', message: (e as Error).message });
      })
      .finally(() => {
        running.delete(key);
        next();
      });
    next();
  };

  return {
    list: [],
    add: (added) => {
      const arrivals = added.map((file): Arrival => {
        const key = ++serial;
        files.set(key, file);
        return { key, name: file.name, share: 0, state: 'waiting', message: null, jobId: null, same: [], stored: null };
      });
      set({ list: [...get().list.filter((a) => a.state !== 'done'), ...arrivals] });
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
        const made = await make<Made>('/api/jobs', 'POST', {
          id: newId(),
          ...it.stored,
          name: it.name,
          password,
        } as { id: string });
        patch(key, { state: 'done', jobId: made.id, same: made.same, message: null });
      } catch (e) {
        patch(key, { message: (e as Error).message });
      }
    },
    clear: () => set({ list: get().list.filter((a) => a.state !== 'done' && a.state !== 'failed') }),
  };
});
