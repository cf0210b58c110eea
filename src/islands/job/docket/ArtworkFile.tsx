import { useEffect, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { RefreshCw } from 'lucide-react';
import { create } from 'zustand';
import { Button } from '../../../ui/Button';
import { make, newId, Refused } from '../../../ui/client';
import { Entry, Row } from '../../../ui/fields';
import { useNotices } from '../../../ui/Notices';
import { ARTWORK_TYPES } from '../../../ui/upload';
import type { JobPage } from '../../../ui/views';
import { Compare } from '../compare/Compare';
import { useJob, useJobStore } from '../context';
import { ArrivingMeter, useReceiving, type OnItsWay } from '../files';

const short = (sha: string | undefined): string => (sha ? sha.slice(0, 8) : '');

interface Locked {
  readonly sha256: string;
  readonly bytes: number;
  readonly name: string;
  readonly message: string;
}

interface Swap {
  readonly onItsWay: OnItsWay | null;
  /** A file that wants its password. */
  readonly locked: Locked | null;
  /** @returns whether it wants its password first */
  readonly send: (file: File) => Promise<boolean>;
  /** Takes a file that the store has. */
  readonly put: (file: object) => Promise<void>;
}

/** Another file in place of the artwork: sent, or one that was here before. */
export function useSwap(): Swap {
  const jobId = useJob((s) => s.saved.id);
  const { adopt, settled } = useJobStore().getState();
  const say = useNotices((s) => s.say);
  const { onItsWay, receive } = useReceiving();
  const [locked, setLocked] = useState<Locked | null>(null);
  const put = async (file: object): Promise<void> => {
    if (!(await settled())) return;
    try {
      adopt(await make<JobPage>(`/api/jobs/${jobId}/artwork`, 'PUT', { id: newId(), ...file }));
      setLocked(null);
    } catch (e) {
      if (e instanceof Refused && e.body.code === 'locked' && locked) setLocked({ ...locked, message: e.message });
      else say({ tone: 'stop', text: (e as Error).message });
    }
  };
  const send = async (file: File): Promise<boolean> => {
    if (!(await settled())) return false;
    try {
      const { file: now, former: all } = (await receive('PUT', 'artwork', file)).job.docket.artwork;
      // the same file once more changes nothing
      const [former] = all;
      if (former?.sha256 === now.sha256)
        say({ tone: 'fine', text: `${file.name} is the same file; every wish stayed.` });
      else useCompared.getState().open(former?.sha256 ?? null);
    } catch (e) {
      if (e instanceof Refused && e.body.code === 'locked') {
        setLocked({ sha256: String(e.body.sha256), bytes: Number(e.body.bytes), name: file.name, message: e.message });
        return true;
      }
      if (e !== null) say({ tone: 'stop', text: (e as Error).message });
    }
    return false;
  };
  return { onItsWay, locked, send, put };
}

/** The file by its name, and another in its place. */
export function FileRow({ onItsWay, locked, send, put }: Swap) {
  const { name } = useJob((s) => s.docket.artwork.file);
  return (
    <Row label="File">
      <p className="truncate pt-1 text-[0.95rem] font-semibold" title={name}>
        {name}
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        <FileTrigger acceptedFileTypes={[...ARTWORK_TYPES]} onSelect={(l) => l?.[0] && void send(l[0])}>
          <Button small isDisabled={onItsWay !== null}>
            <RefreshCw size={13} aria-hidden /> Swap the file
          </Button>
        </FileTrigger>
      </div>
      <ArrivingMeter onItsWay={onItsWay} label="The new file arriving" />
      {locked && (
        <div className="mt-1">
          <p className="text-sm text-brick">{locked.message}</p>
          <Entry
            label="Password"
            shown=""
            wide
            take={(password) => void put({ sha256: locked.sha256, bytes: locked.bytes, name: locked.name, password })}
          />
        </div>
      )}
    </Row>
  );
}

/** Files that were here before: each can be taken again. */
export function FormerFiles({ put }: Pick<Swap, 'put'>) {
  const { former } = useJob((s) => s.docket.artwork);
  if (former.length === 0) return null;
  return (
    <Row label="Former files">
      <ul className="grid gap-1 pt-1">
        {former.slice(0, 4).map((f, i) => (
          <li key={i} className="flex items-center gap-2 text-sm">
            <span className="truncate" title={f.name}>
              {f.name}
            </span>
            <span className="num text-xs text-ink-soft">{short(f.sha256)}</span>
            <Button
              small
              kind="quiet"
              className="ml-auto"
              aria-label={`Compare with ${f.name}`}
              onPress={() => useCompared.getState().open(f.sha256 ?? null)}
            >
              Compare
            </Button>
            <Button small kind="quiet" onPress={() => void put({ sha256: f.sha256, name: f.name })}>
              Take again
            </Button>
          </li>
        ))}
      </ul>
    </Row>
  );
}

/** Which former file the artwork is compared with. */
const useCompared = create<{ readonly sha256: string | null; readonly open: (sha256: string | null) => void }>(
  (set) => ({
    sha256: null,
    open: (sha256) => set({ sha256 }),
  }),
);

/** The comparison with a former file, while the docket has it: gone back, there is nothing to compare. */
export function Compared() {
  const { sha256, open } = useCompared();
  const { former, file } = useJob((s) => s.docket.artwork);
  const it = former.find((f) => f.sha256 === sha256 && f.sha256 !== file.sha256);
  // gone back and on again, it is not asked for once more
  useEffect(() => {
    if (!it) open(null);
  }, [it, open]);
  if (!it?.sha256) return null;
  return <Compare former={{ name: it.name, sha256: it.sha256 }} onClose={() => open(null)} />;
}
