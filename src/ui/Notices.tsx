import { create } from 'zustand';
import { X } from 'lucide-react';
import { Button } from './Button';
import { Severity } from './Severity';

interface Notice {
  readonly id: number;
  readonly tone: 'stop' | 'look' | 'fine';
  readonly text: string;
  readonly action?: { readonly label: string; readonly run: () => void };
}

interface Notices {
  readonly list: readonly Notice[];
  readonly say: (n: Omit<Notice, 'id'>) => void;
  readonly drop: (id: number) => void;
}

let serial = 0;

/** Short messages at the foot of the screen. What went wrong stays until it is put away. */
export const useNotices = create<Notices>((set, get) => ({
  list: [],
  say: (n) => {
    const id = ++serial;
    set({ list: [...get().list.filter((x) => x.text !== n.text), { ...n, id }].slice(-4) });
    if (n.tone !== 'stop') setTimeout(() => get().drop(id), n.action ? 12_000 : 6_000);
  },
  drop: (id) => set({ list: get().list.filter((n) => n.id !== id) }),
}));

export function NoticeList() {
  const { list, drop } = useNotices();
  return (
    <div
      role="status"
      aria-live="polite"
      className="pointer-events-none fixed inset-x-0 bottom-4 z-50 grid justify-items-center gap-2"
    >
      {list.map((n) => (
        <div
          key={n.id}
          className="pointer-events-auto flex max-w-2xl items-center gap-3 rounded-sm border border-ink bg-paper px-3 py-2 shadow-md"
        >
          <Severity of={n.tone} />
          <span>{n.text}</span>
          {n.action && (
            <Button
              small
              onPress={() => {
                n.action?.run();
                drop(n.id);
              }}
            >
              {n.action.label}
            </Button>
          )}
          <Button kind="quiet" small aria-label="Put away" onPress={() => drop(n.id)}>
            <X size={14} />
          </Button>
        </div>
      ))}
    </div>
  );
}
